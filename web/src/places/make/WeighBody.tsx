import type { Batch, MakeStep } from "../../api/client";
import type { Quantity } from "../../kit/quantity";
import type { Units } from "../../words/format";
import { BigNumber } from "./BigNumber";
import { DropCounter } from "./DropCounter";
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
  onDrops: (drops: number) => void;
};

/** What is less may be counted in drops. */
const fewDropsG = 2;

/** Weighing: the material, one huge number, how far to go, and the gauge. */
export function WeighBody({ view, step, number, scale, state, units, onType, onKey, onLot, onDrops }: Props) {
  const target = step.targetG ?? 0;
  const tolerance = step.toleranceG ?? 0;
  const left = target - (number.exact ?? 0);
  const lots = view.lots.find((one) => one.step === step.id);
  return (
    <>
      <h2 className="make-title">{step.title}</h2>
      <p className="make-text">
        {step.text} {step.why}
      </p>
      {lots && <LotLine key={step.id} lots={lots} units={units} onChoose={onLot} />}
      <Sayings step={step} />
      <BigNumber of={number} units={units} label={step.title} scale={scale} onType={onType} />
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
      </p>
      {target < fewDropsG && step.dropsPerG != null && (
        <DropCounter key={step.id} dropsPerG={step.dropsPerG} targetG={target} units={units} onKeep={onDrops} />
      )}
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
