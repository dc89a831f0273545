import { useState } from "react";
import type { DryCoach, MakeStep } from "../../api/client";
import { isTaken, quantity } from "../../kit/quantity";
import { QuantityField } from "../../kit/QuantityField";
import { useWidth } from "../../shell/useWidth";
import { day, narrow, number, time, type Units } from "../../words/format";
import { Sentence } from "../../words/Sentence";
import { MassField } from "./MassField";
import { WhatToDo } from "./StepBody";
import { nothingTold, type Told } from "./useWatch";

type Props = {
  step: MakeStep;
  coach: DryCoach;
  /** By the workshop's clock. */
  now: number;
  units: Units;
  onRead: (read: Told) => Promise<boolean>;
  onTakeBack: (reading: string) => void;
};

/** Drying and soaking: how far it has come, the log of weights and air, the test that ends it. */
export function DryBody({ step, coach, now, units, onRead, onTakeBack }: Props) {
  const [humidity, setHumidity] = useState(() => quantity("number", null, units));
  const last = coach.log.at(-1);
  const said = coach.log.filter((one) => one.words != null).at(-1)?.words;
  const when = (at: string) => `${time(at)}${Date.parse(at) - now > 12 * 3_600_000 ? `, ${day(at)}` : ""}`;
  return (
    <>
      <h2 className="make-title">{step.title}</h2>
      <p className="make-go">
        <Sentence text={coach.says} />
      </p>
      <p className="make-quiet">
        {coach.at != null && coach.earlyAt != null && coach.lateAt != null
          ? `Between ${when(coach.earlyAt)} and ${when(coach.lateAt)}, likeliest ${when(coach.at)}.`
          : ""}{" "}
        {coach.lookAt != null &&
          !coach.isDry &&
          `${coach.asksMass ? "Weigh" : "Squeeze"} next at ${when(coach.lookAt)}.`}
      </p>
      <DryRun coach={coach} now={now} />
      {coach.places.length > 0 && (
        <ul className="dry-places" aria-label="Elsewhere">
          {coach.places.map((place) => (
            <li key={place.name}>
              <b>{place.name}</b>
              {place.rhPct != null && `, ${number(place.rhPct, 0)}${narrow}%`}: {place.says}
              {place.at != null && `, ${when(place.at)}`}
            </li>
          ))}
        </ul>
      )}
      {coach.words.length > 0 && (
        <div className="wet-words" role="group" aria-label="What eye and hand say">
          {coach.words.map((word) => (
            <button
              key={word.id}
              type="button"
              title={`${word.seen}; ${word.felt}`}
              aria-pressed={word.words === said}
              onClick={() => void onRead({ ...nothingTold, word: word.id })}
            >
              {word.words}
            </button>
          ))}
        </div>
      )}
      <div className="cooling-log">
        <QuantityField
          of={humidity}
          units={units}
          most={5}
          className="make-field small-number"
          aria-label="Humidity now, percent"
          placeholder={`${number(coach.rhPct, 0)} %`}
          onType={setHumidity}
        />
        <button
          type="button"
          disabled={humidity.exact === null || !isTaken(humidity)}
          onClick={() =>
            void onRead({ ...nothingTold, humidityPercent: humidity.exact }).then(
              (kept) => kept && setHumidity(quantity("number", null, units)),
            )
          }
        >
          Humidity now
        </button>
        {coach.asksMass && <MassField units={units} label="What dries" act="Weigh it" onRead={onRead} />}
        {last && (
          <button type="button" onClick={() => onTakeBack(last.id)}>
            Take it back
          </button>
        )}
      </div>
      {coach.log.length > 0 && (
        <ol className="dry-log" aria-label="What was logged">
          {coach.log.slice(-6).map((one) => (
            <li key={one.id}>
              {number(one.hours, 1)}
              {narrow}h:{" "}
              {[
                one.massG != null && units.weight(one.massG),
                one.humidityPercent != null && `${number(one.humidityPercent, 0)}${narrow}%`,
                one.words,
              ]
                .filter(Boolean)
                .join(", ")}
            </li>
          ))}
        </ol>
      )}
      <WhatToDo step={step} />
    </>
  );
}

const usualWidth = 928;
const height = 152;
const left = 24;
const base = 116;
const tall = 86;

/** What is still to leave over the hours; the time it should be dry with its doubt, and now. */
function DryRun({ coach, now }: { coach: DryCoach; now: number }) {
  const [box, width] = useWidth<HTMLDivElement>(usualWidth);
  const end = coach.run.at(-1)?.hours;
  if (!end) return null;
  const started = Date.parse(coach.startedAt);
  const hours = (at: number) => (at - started) / 3_600_000;
  const x = (h: number) => left + ((width - 2 * left) * Math.min(end, Math.max(0, h))) / end;
  const at = coach.at != null ? x(hours(Date.parse(coach.at))) : null;
  const early = coach.earlyAt != null ? x(hours(Date.parse(coach.earlyAt))) : null;
  const late = coach.lateAt != null ? x(hours(Date.parse(coach.lateAt))) : null;
  const here = x(hours(now));
  const nearest = (h: number) =>
    coach.run.reduce((a, b) => (Math.abs(b.hours - h) < Math.abs(a.hours - h) ? b : a)).left;
  return (
    <div className="whip-axis" ref={box}>
      <svg viewBox={`0 0 ${width} ${height}`} role="img" aria-label="How far it has dried">
        <rect className="whip-bed" x="0" y="0" width={width} height={base} />
        <path
          className="whip-hill"
          d={`M${x(0)} ${base}${coach.run.map((one) => `L${x(one.hours).toFixed(1)} ${(base - tall * one.left).toFixed(1)}`).join("")}V${base}Z`}
        />
        {early !== null && late !== null && (
          <path className="whip-limit" fill="none" d={`M${early} 40v12M${early} 46H${late}M${late} 40v12`} />
        )}
        {at !== null && (
          <g className="whip-flag wanted">
            <path d={`M${at} ${base}V10h-80`} />
            <text x={at - 8} y={32} textAnchor="end">
              dry
            </text>
            <rect x={at - 9} y={base - 26} width="18" height="33" rx="4" />
          </g>
        )}
        {coach.log.map((one) => (
          <rect
            key={one.id}
            className="whip-cup"
            x={x(one.hours) - 7}
            y={base - tall * nearest(one.hours) - 7}
            width="14"
            height="14"
            rx="7"
          />
        ))}
        <g className="whip-flag now">
          <path d={`M${here} ${base}V64`} />
          <rect x={here - 9} y={base - 26} width="18" height="33" rx="4" />
        </g>
        <text x={left} y={height - 10}>
          0
        </text>
        <text x={width - left} y={height - 10} textAnchor="end">
          {number(end, 0)} h
        </text>
      </svg>
    </div>
  );
}
