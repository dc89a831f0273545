import type { FillCoach, MakeStep } from "../../api/client";
import { useWidth } from "../../shell/useWidth";
import { plural, type Units } from "../../words/format";
import { Sentence } from "../../words/Sentence";
import { MassField } from "./MassField";
import { WhatToDo } from "./StepBody";
import type { Told } from "./useWatch";

type Props = {
  step: MakeStep;
  coach: FillCoach;
  /** Where it cools meanwhile. */
  cooling: string | undefined;
  units: Units;
  onRead: (read: Told) => Promise<boolean>;
  onTakeBack: (reading: string) => void;
};

/** Filling by weight: each pack on a short axis of grams, what is given away, what becomes of the rest. */
export function FillBody({ step, coach, cooling, units, onRead, onTakeBack }: Props) {
  const last = coach.packs.at(-1);
  const count = coach.packs.length;
  return (
    <>
      <h2 className="make-title">{step.title}</h2>
      {cooling && (
        <p className="make-quiet">
          <Sentence text={cooling} />
        </p>
      )}
      <div className="whip-top">
        <p className="whip-figure">
          {last ? units.bareWeight(last.netG) : "–"}
          <span className="unit">{units.mass}</span>
        </p>
        <div className="whip-says">
          <p className="make-text">
            <Sentence text={coach.says} />
          </p>
          <p className="make-quiet">
            {count} {plural(coach.unit, count)} weighed{coach.planned != null && ` of ${coach.planned}`}
            {coach.meanG != null && `, ${units.weight(coach.meanG)} on the mean`}.{" "}
            {step.kind === "mould"
              ? ""
              : coach.tareG != null
                ? `An empty ${coach.unit} weighs ${units.weight(coach.tareG)}.`
                : `Tare with an empty ${coach.unit}.`}
          </p>
          <div className="cooling-log">
            <MassField
              units={units}
              label={`Net weight of a ${coach.unit}`}
              act={`Weigh a ${coach.unit}`}
              onRead={onRead}
            />
            {last && (
              <button type="button" onClick={() => onTakeBack(last.id)}>
                Take it back
              </button>
            )}
          </div>
        </div>
      </div>
      <FillAxis coach={coach} units={units} />
      {coach.givesAway && <p className="make-text">{coach.givesAway}</p>}
      <p className="make-text">{coach.goes}</p>
      <WhatToDo step={step} />
    </>
  );
}

const usualWidth = 928;
const height = 132;
const left = 24;
const base = 92;

/** The packs on their grams: what is declared is the limit, what to fill to is the peg. */
function FillAxis({ coach, units }: { coach: FillCoach; units: Units }) {
  const [box, width] = useWidth<HTMLDivElement>(usualWidth);
  const { axisFromG: from, axisToG: to } = coach;
  const x = (grams: number) => left + ((width - 2 * left) * (Math.min(to, Math.max(from, grams)) - from)) / (to - from);
  const declared = x(coach.declaredG);
  const target = x(coach.targetG);
  const flip = target > width - 220;
  return (
    <div className="whip-axis" ref={box}>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label={`${coach.packs.length} weighed, declared ${units.weight(coach.declaredG)}, fill to ${units.weight(coach.targetG)}`}
      >
        <rect className="whip-bed" x="0" y="0" width={width} height={base} />
        <rect className="fill-short" x={left} y={base - 12} width={Math.max(0, declared - left)} height="12" />
        <path className="fill-axis" d={`M${left} ${base}H${width - left}`} />
        <path className="whip-limit" d={`M${declared} ${base - 44}V${height}`} />
        <text x={declared - 8} y={height - 14} textAnchor="end">
          short
        </text>
        <text x={declared + 8} y={height - 14}>
          {units.weight(coach.declaredG)} declared
        </text>
        {coach.packs.map((pack) => (
          <rect
            key={pack.id}
            className={pack.isShort ? "whip-cup fill-under" : "whip-cup"}
            x={x(pack.netG) - 7}
            y={base - 34}
            width="14"
            height="14"
            rx="7"
          >
            <title>{units.weight(pack.netG)}</title>
          </rect>
        ))}
        <g className="whip-flag now">
          <path d={`M${target} ${base}V10h${flip ? -180 : 180}`} />
          <text x={target + (flip ? -8 : 8)} y={32} textAnchor={flip ? "end" : "start"}>
            fill to {units.weight(coach.targetG)}
          </text>
          <rect x={target - 9} y={base - 26} width="18" height="33" rx="4" />
        </g>
      </svg>
    </div>
  );
}
