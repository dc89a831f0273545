import type { MakeStep, SplitCoach } from "../../api/client";
import type { Quantity } from "../../kit/quantity";
import { narrow, number as share, type Units } from "../../words/format";
import { Sentence } from "../../words/Sentence";
import { BigNumber } from "./BigNumber";
import type { Reach } from "./gauge";
import { MassField } from "./MassField";
import { ScaleLine } from "./ScaleLine";
import { SplitColumn } from "./SplitColumn";
import { WhatToDo } from "./StepBody";
import type { LiveScale } from "./useScale";
import type { Told } from "./useWatch";

type Props = {
  step: MakeStep;
  coach: SplitCoach;
  number: Quantity;
  scale: LiveScale | undefined;
  state: Reach;
  units: Units;
  onType: (now: Quantity) => void;
  onRead: (read: Told) => Promise<boolean>;
  onTakeBack: (reading: string) => void;
};

/** Splitting a base: one part after the other on the scale, beside the column of all of them. */
export function SplitBody({ step, coach, number, scale, state, units, onType, onRead, onTakeBack }: Props) {
  const part = coach.parts.find((one) => one.name === coach.now);
  const grams = number.exact ?? 0;
  const last = coach.parts.filter((one) => one.massG != null).at(-1);
  const doubt = coach.parts.find((one) => one.doubt)?.doubt;
  return (
    <div className="split-step">
      <div className="split-left">
        <h2 className="make-title">
          {part
            ? `Part ${coach.parts.indexOf(part) + 1} of ${coach.parts.length}, ${part.name}`
            : "All parts are weighed"}
        </h2>
        <p className="make-quiet">
          <Sentence text={coach.says} />
        </p>
        {part && (
          <>
            <BigNumber of={number} units={units} label={part.name} scale={scale} onType={onType} />
            {scale && <ScaleLine scale={scale} />}
            <p className="make-go">
              {state === "right" ? (
                <b className="good">Right</b>
              ) : (
                <b className={state === "over" ? "stop" : undefined}>
                  {units.weight(Math.abs(part.targetG - grams))} {state === "over" ? "over" : "to go"}
                </b>
              )}
              , to {units.weight(part.targetG)}
            </p>
            <p className="make-quiet">
              {units.bareWeight(part.targetG - part.toleranceG)} to {units.weight(part.targetG + part.toleranceG)} is
              right
            </p>
          </>
        )}
        {doubt && <p className="make-text make-warns">{doubt}</p>}
        <ShadeCard coach={coach} />
        <div className="cooling-log">
          {!coach.isWholeWeighed && !last && (
            <MassField units={units} label="The whole" act="Weigh the whole" onRead={onRead} />
          )}
          {last?.reading != null && (
            <button type="button" onClick={() => last.reading != null && onTakeBack(last.reading)}>
              Take {last.name} back
            </button>
          )}
        </div>
        <WhatToDo step={step} />
      </div>
      <div className="split-right">
        <SplitColumn coach={coach} grams={part ? grams : null} state={state} units={units} />
        <ol className="split-parts">
          {coach.parts.map((one) => (
            <li key={one.name}>
              <b>{one.name}</b>
              {one.colours.map((colour) => (
                <span key={colour}>{colour}</span>
              ))}
              <span className="make-quiet">
                {share(one.sharePercent, 1)}
                {narrow}%, {one.massG != null ? `${units.weight(one.massG)} weighed` : units.weight(one.targetG)}
              </span>
            </li>
          ))}
        </ol>
      </div>
    </div>
  );
}

/** The shades as they will be, on white and on grey; it never dims. */
function ShadeCard({ coach }: { coach: SplitCoach }) {
  return (
    <div className="split-shades">
      <div
        className="split-card"
        role="img"
        aria-label={coach.parts.map((one) => `${one.name}: ${one.shade}`).join("; ")}
      >
        {coach.parts.map((one) => (
          <span key={one.name} style={{ background: one.hex }}>
            {one.name}
          </span>
        ))}
      </div>
      <p className="make-quiet">Shades when set; wet they look one step darker.</p>
    </div>
  );
}
