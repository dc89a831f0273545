import type { CoolingWatch, MakeStep } from "../../api/client";
import { StagePicture } from "../../instruments/stages/StagePicture";
import type { Quantity } from "../../kit/quantity";
import { QuantityField } from "../../kit/QuantityField";
import { narrow, time, type Units, upper } from "../../words/format";
import { Sentence } from "../../words/Sentence";
import { CoolingCurve } from "./CoolingCurve";
import { ProbeLine } from "./ProbeLine";
import { KeepFactor } from "./KeepFactor";
import { WhatToDo } from "./StepBody";
import { nothingTold, type Told } from "./useWatch";

type Props = {
  batch: number;
  step: MakeStep;
  watch: CoolingWatch;
  /** By the workshop's clock, UTC. */
  now: number;
  number: Quantity;
  units: Units;
  onType: (now: Quantity) => void;
  /** Tells a reading, a place or a word; resolves when it is kept. */
  onRead: (read: Told) => Promise<boolean>;
  onTakeBack: (reading: string) => void;
  /** What is being chosen in place of the curve. */
  asks: CoolingAsks;
  onAsk: (asks: CoolingAsks) => void;
};

/** What is asked for in place of the curve. */
export type CoolingAsks = "place" | "word" | "packs" | null;

/** A step at which a mix cools: its run, when to come back, what was read. */
export function CoolingBody({
  batch,
  step,
  watch,
  now,
  number,
  units,
  onType,
  onRead,
  onTakeBack,
  asks,
  onAsk,
}: Props) {
  const nowMin = (now - Date.parse(watch.startedAt)) / 60_000;
  const last = watch.readings.at(-1);
  const stir = watch.rounds?.lastStir;
  const log = async () => {
    if (number.exact !== null && (await onRead({ ...nothingTold, temperatureC: number.exact }))) onAsk(null);
  };
  return (
    <div className="cooling-step">
      <div className="cooling-left">
        <h2 className="make-title">{step.title}</h2>
        {asks === null && <CoolingCurve watch={watch} nowMin={nowMin} units={units} />}
        {asks === "place" && (
          <ul className="cooling-choices" aria-label="Places to cool in">
            {watch.places.map((place) => (
              <li key={place.id}>
                <button
                  type="button"
                  aria-pressed={place.isHere}
                  onClick={() => void onRead({ ...nothingTold, place: place.id }).then((kept) => kept && onAsk(null))}
                >
                  <b>
                    {upper(place.words)}
                    {place.isHere ? ", here now" : place.isBest ? ", best" : ""}
                  </b>
                  <span>
                    {place.waits}; {place.grain}
                    {place.sweats && `; ${place.sweats}`}
                  </span>
                </button>
              </li>
            ))}
          </ul>
        )}
        {asks === "word" && (
          <ul className="cooling-choices" aria-label="What the hand feels">
            {watch.words.map((word) => (
              <li key={word.id}>
                <button
                  type="button"
                  onClick={() => void onRead({ ...nothingTold, word: word.id }).then((kept) => kept && onAsk(null))}
                >
                  <StagePicture of={word.id} />
                  <b>{upper(word.words)}</b>
                  <span>
                    {word.seen}; {word.felt}
                  </span>
                </button>
              </li>
            ))}
          </ul>
        )}
      </div>
      <div className="cooling-right">
        <p className="cooling-figure">
          {units.bareTemperature(watch.nowC)}
          <span className="unit">{units.degree}</span>
        </p>
        <p className="make-quiet">
          {last ? "by what was read" : "by what is said"}, {watch.fallsPerMin >= 0 ? "falling" : "rising"}{" "}
          {units.rate(Math.abs(watch.fallsPerMin))} a minute, {watch.state}
        </p>
        <p className="make-text cooling-says">
          <Sentence text={watch.says} />
        </p>
        {watch.rounds && (
          <div className="make-text" role="group" aria-label="Rounds">
            <Sentence text={watch.rounds.says} />
          </div>
        )}
        <div className="cooling-log">
          <QuantityField
            of={number}
            units={units}
            most={8}
            className="make-field make-number small-number"
            onType={onType}
            aria-label={`Temperature in ${units.degree}`}
          />
          <button type="button" onClick={() => void log()} disabled={number.exact === null}>
            Log the reading
          </button>
        </div>
        <ProbeLine batch={batch} step={step.id} watch={watch} now={now} units={units} onRead={onRead} />
        {watch.wall && (
          <p className="make-quiet">
            <Sentence text={watch.wall.says} />
          </p>
        )}
        {watch.settles && (
          <p className="make-quiet">
            <Sentence text={watch.settles} />
          </p>
        )}
        {watch.learnt && (
          <p className="make-quiet">
            {watch.learnt}{" "}
            {watch.learntFactor != null && <KeepFactor place={watch.place} factor={watch.learntFactor} />}
          </p>
        )}
        {watch.times.map((one) => (
          <p key={one.id} className="cooling-time">
            {one.words} <b>{time(one.at)}</b>
            <span className="make-quiet">
              {" "}
              {time(one.earlyAt)} to {time(one.lateAt)}
            </span>
          </p>
        ))}
        {watch.stirAt && Date.parse(watch.stirAt) > now && (
          <p className="make-text">
            Scrape, stir and read at <b>{time(watch.stirAt)}</b>.
          </p>
        )}
        <div className="cooling-acts">
          {last && (
            <button type="button" onClick={() => onTakeBack(last.id)}>
              Take {units.temperature(last.c)} back
            </button>
          )}
          {stir && watch.rounds && (
            <button type="button" onClick={() => onTakeBack(stir)}>
              Take round {watch.rounds.now - 1} back
            </button>
          )}
        </div>
        <WhatToDo step={step}>
          <p className="make-quiet">Said to within a quarter before a reading, to 10{narrow}% after two.</p>
        </WhatToDo>
      </div>
    </div>
  );
}
