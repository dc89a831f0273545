import type { Batch, MakeStep } from "../../api/client";
import type { Quantity } from "../../kit/quantity";
import { QuantityField } from "../../kit/QuantityField";
import { narrow, type Units } from "../../words/format";
import type { Reach } from "./gauge";
import { LotLine } from "./LotLine";
import { Sayings } from "./StepBody";
import { ScaleLine } from "./ScaleLine";
import type { LiveScale } from "./useScale";
import { WeighGauge } from "./WeighGauge";

type Props = {
  view: Batch;
  step: MakeStep;
  number: Quantity;
  /** Undefined where no scale speaks. */
  scale: LiveScale | undefined;
  state: Reach;
  units: Units;
  onType: (now: Quantity) => void;
  onKey: (character: string) => void;
  onLot: (lot: string) => Promise<unknown>;
};

const fullSize = 5;

/** So wide is a number in its own size: the point takes less than a digit. */
const widthOf = (text: string) =>
  `${[...text].reduce((sum, letter) => sum + (/[.,]/.test(letter) ? 0.28 : 0.47), 0.03)}em`;

/** Weighing: the material, one huge number, how far to go, and the gauge. */
export function WeighBody({ view, step, number, scale, state, units, onType, onKey, onLot }: Props) {
  const target = step.targetG ?? 0;
  const tolerance = step.toleranceG ?? 0;
  const left = target - (number.exact ?? 0);
  const letters = number.text.length;
  const lots = view.lots.find((one) => one.step === step.id);
  const shrink = Math.min(1, fullSize / Math.max(1, letters));
  return (
    <>
      <h2 className="make-title">{step.title}</h2>
      <p className="make-text">
        {step.text} {step.why}
      </p>
      {lots && <LotLine key={step.id} lots={lots} units={units} onChoose={onLot} />}
      <Sayings step={step} />
      <label className="make-big" style={{ fontSize: `calc(var(--big) * ${shrink})` }}>
        <QuantityField
          of={number}
          units={units}
          most={8}
          bare
          variant="borderless"
          className="make-number"
          aria-label={`Weight of ${step.title} in ${units.mass}`}
          placeholder={units.bareWeight(0)}
          style={{ width: widthOf(letters > 2 ? number.text : units.bareWeight(0)) }}
          onType={onType}
          readOnly={scale?.follows}
          autoFocus
        />
        <span className="unit">{units.mass}</span>
      </label>
      {scale && <ScaleLine scale={scale} />}
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
            onClick={() => onKey(character)}
          >
            {character}
          </button>
        ))}
      </div>
      <WeighGauge
        grams={number.exact ?? 0}
        targetG={target}
        toleranceG={tolerance}
        unitG={units.massG}
        show={(grams) => units.bareWeight(grams)}
      />
    </>
  );
}
