import { useState } from "react";
import type { MakeStep, WhipCoach } from "../../api/client";
import { isTaken, quantity } from "../../kit/quantity";
import { QuantityField } from "../../kit/QuantityField";
import { narrow, type Units } from "../../words/format";
import { Sentence } from "../../words/Sentence";
import { CupField } from "./CupField";
import { WhatToDo } from "./StepBody";
import { nothingTold, type Told } from "./useWatch";
import { WhipAxis } from "./WhipAxis";

type Props = {
  step: MakeStep;
  coach: WhipCoach;
  units: Units;
  onRead: (read: Told) => Promise<boolean>;
  onTakeBack: (reading: string) => void;
};

/** Whipping: air by the cup, what is wanted, how long the hands may take. */
export function WhipBody({ step, coach, units, onRead, onTakeBack }: Props) {
  const [bowl, setBowl] = useState(() => quantity("temperature", null, units));
  const last = coach.cups.at(-1);
  return (
    <>
      <h2 className="make-title">{step.title}</h2>
      <div className="whip-top">
        <p className="whip-figure">
          {coach.airPercent}
          <span className="unit">%</span>
        </p>
        <div className="whip-says">
          <p className="make-text">
            <Sentence text={coach.says} />
          </p>
          <p className="make-quiet">
            {last ? `The cup weighs ${units.weight(last.grams)}` : "No cup yet"}
            {coach.beforeG != null && `, before whipping ${units.weight(coach.beforeG)}`}.{" "}
            {coach.fills && `${coach.fills}.`}
          </p>
          {coach.hands && <p className="make-quiet">{coach.hands}</p>}
          <div className="cooling-log">
            <CupField units={units} first={coach.beforeG == null} onRead={onRead} />
            <QuantityField
              of={bowl}
              units={units}
              most={8}
              className="make-field small-number"
              aria-label={`Bowl in ${units.degree}`}
              placeholder="bowl"
              onType={setBowl}
            />
            <button
              type="button"
              disabled={bowl.exact === null || !isTaken(bowl)}
              onClick={() =>
                void onRead({ ...nothingTold, temperatureC: bowl.exact }).then(
                  (kept) => kept && setBowl(quantity("temperature", null, units)),
                )
              }
            >
              Log the bowl
            </button>
            {last && (
              <button type="button" onClick={() => onTakeBack(last.id)}>
                Take it back
              </button>
            )}
          </div>
        </div>
      </div>
      <WhipAxis coach={coach} onWord={(word) => void onRead({ ...nothingTold, word })} />
      <WhatToDo step={step}>
        <p className="make-quiet">
          Air is what the volume has gained: the same cup, level, before and after. It takes about {coach.mostPercent}
          {narrow}% as it is set.
        </p>
      </WhatToDo>
    </>
  );
}
