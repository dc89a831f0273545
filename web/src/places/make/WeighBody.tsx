import type { Batch, MakeStep } from "../../api/client";
import { Field } from "../../kit/Field";
import { narrow, type Units } from "../../words/format";
import type { Reach } from "./gauge";
import { WeighGauge } from "./WeighGauge";

type Props = {
  view: Batch;
  step: MakeStep;
  typed: string;
  value: number | null;
  state: Reach;
  units: Units;
  onTyped: (text: string) => void;
  onType: (character: string) => void;
};

const fullSize = 5;

/** Weighing: the material, one huge number, how far to go, and the gauge. */
export function WeighBody({ view, step, typed, value, state, units, onTyped, onType }: Props) {
  const target = step.targetG ?? 0;
  const tolerance = step.toleranceG ?? 0;
  const left = target - (value ?? 0);
  const shrink = Math.min(1, fullSize / Math.max(1, typed.length));
  return (
    <>
      <h2 className="make-title">{step.title}</h2>
      <p className="make-text">
        {step.text} {step.why}
      </p>
      <label className="make-big" style={{ fontSize: `calc(var(--big) * ${shrink})` }}>
        <Field
          variant="borderless"
          className="make-number"
          inputMode="decimal"
          aria-label={`Weight of ${step.title} in ${units.mass}`}
          value={typed}
          placeholder={units.bareWeight(0)}
          style={{ width: `${Math.max(3, typed.length) * 0.49}em` }}
          onChange={(event) => onTyped(event.target.value.slice(0, 8))}
          autoFocus
        />
        <span className="unit">{units.mass}</span>
      </label>
      <p className="make-go">
        {state === "right" ? (
          <b className="good">Right</b>
        ) : state === "over" ? (
          <b className="stop">{units.weight(-left)} over</b>
        ) : (
          <b>{units.weight(left)} to go</b>
        )}
        , to {units.weight(target)}
      </p>
      <p className="make-quiet">
        {units.bareWeight(target - tolerance)} to {units.weight(target + tolerance)} is right
      </p>
      <p className="make-text">
        In the pot so far <b>{units.weight(view.potG)}</b>.
        {target < 2 &&
          step.dropsPerG != null &&
          ` ${units.weight(target)} is about ${Math.round(target * step.dropsPerG)}${narrow}drops: count them only if you must.`}
      </p>
      <div className="number-keys" role="group" aria-label="Number keys">
        {["7", "8", "9", "4", "5", "6", "1", "2", "3", ".", "0", "⌫"].map((character) => (
          <button
            key={character}
            type="button"
            tabIndex={-1}
            aria-label={character === "⌫" ? "delete" : character}
            onClick={() => onType(character)}
          >
            {character}
          </button>
        ))}
      </div>
      <WeighGauge
        grams={value ?? 0}
        targetG={target}
        toleranceG={tolerance}
        show={(grams) => units.bareWeight(grams)}
      />
    </>
  );
}
