import { useState } from "react";
import type { MakeStep, SplitCoach } from "../../api/client";
import { Field } from "../../kit/Field";
import type { Quantity } from "../../kit/quantity";
import { inside, narrow, number as share, type Units } from "../../words/format";
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
  onShare: (shares: string) => Promise<boolean>;
};

/** Splitting a base: one part after the other on the scale, beside the column of all of them. */
export function SplitBody({ step, coach, number, scale, state, units, onType, onRead, onTakeBack, onShare }: Props) {
  const part = coach.parts.find((one) => one.name === coach.now);
  const colour = part?.colours.find((one) => one.material === coach.nowColour);
  const weighed = colour ?? part;
  const grams = number.exact ?? 0;
  const tints = coach.parts.flatMap((one) => one.colours);
  const last = tints.filter((one) => one.massG != null).at(-1) ?? coach.parts.filter((one) => one.massG != null).at(-1);
  const doubt = coach.parts.find((one) => one.doubt)?.doubt;
  return (
    <div className="split-step">
      <div className="split-left">
        <h2 className="make-title">
          {part && colour
            ? `Tint ${part.name}: ${inside(colour.name)}`
            : part
              ? `Part ${coach.parts.indexOf(part) + 1} of ${coach.parts.length}, ${part.name}`
              : "All parts are weighed and tinted"}
        </h2>
        <p className="make-quiet">
          <Sentence text={coach.says} />
        </p>
        {weighed && (
          <>
            <BigNumber of={number} units={units} label={weighed.name} scale={scale} onType={onType} />
            {scale && <ScaleLine scale={scale} />}
            <p className="make-go">
              {state === "right" ? (
                <b className="good">Right</b>
              ) : (
                <b className={state === "over" ? "stop" : undefined}>
                  {units.weight(Math.abs(weighed.targetG - grams))} {state === "over" ? "over" : "to go"}
                </b>
              )}
              , to {units.weight(weighed.targetG)}
            </p>
            <p className="make-quiet">
              {units.bareWeight(weighed.targetG - weighed.toleranceG)} to{" "}
              {units.weight(weighed.targetG + weighed.toleranceG)} is right
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
        <Uneven coach={coach} onShare={onShare} />
        <WhatToDo step={step} />
      </div>
      <div className="split-right">
        <SplitColumn coach={coach} grams={part && !colour ? grams : null} state={state} units={units} />
        <ol className="split-parts">
          {coach.parts.map((one) => (
            <li key={one.name}>
              <b>{one.name}</b>
              {one.colours.map((tint) => (
                <span key={tint.material}>
                  {tint.says}
                  {tint.massG != null && `, ${units.weight(tint.massG)} in`}
                  {tint.lots && (
                    <>
                      {" "}
                      of <span className="lot">{tint.lots}</span>
                    </>
                  )}
                </span>
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

/** Other shares for this batch than its formula has, said as they are spoken. */
function Uneven({ coach, onShare }: { coach: SplitCoach; onShare: (shares: string) => Promise<boolean> }) {
  const [open, setOpen] = useState(false);
  const [shares, setShares] = useState("");
  const keep = async () => {
    if (await onShare(shares)) {
      setOpen(false);
      setShares("");
    }
  };
  return (
    <div className="cooling-log">
      <button type="button" aria-expanded={open} onClick={() => setOpen(!open)}>
        Uneven parts
      </button>
      {open && (
        <>
          <Field
            className="make-field"
            aria-label={`Shares of ${coach.parts.map((one) => one.name).join(", ")}`}
            placeholder={coach.parts.map((_, i) => i + 1).join(" to ")}
            value={shares}
            autoFocus
            onChange={(event) => setShares(event.target.value)}
            onKeyDown={(event) => {
              event.stopPropagation();
              if (event.key === "Enter") {
                event.preventDefault();
                void keep();
              }
            }}
          />
          <button type="button" disabled={shares.trim() === ""} onClick={() => void keep()}>
            Share it so
          </button>
        </>
      )}
    </div>
  );
}
