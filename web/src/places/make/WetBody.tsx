import type { MakeStep, WetCoach } from "../../api/client";
import { narrow, plural, type Units } from "../../words/format";
import { Sentence } from "../../words/Sentence";
import { WhatToDo } from "./StepBody";

type Props = {
  step: MakeStep;
  coach: WetCoach;
  /** Sprays that are put down and not answered yet. */
  waiting: number;
  units: Units;
  onSpray: (times: number) => void;
  onWord: (word: string) => void;
};

const ten = 10;
const width = 1020;
const height = 170;
const left = 24;
const base = 150;
const tall = 92;

/** Wetting a fizzy: sprays counted, the stop with its doubt, the squeeze by its word. */
export function WetBody({ step, coach, waiting, units, onSpray, onWord }: Props) {
  const sprays = coach.sprays + waiting;
  const grams = coach.grams + waiting * coach.sprayG;
  const end = Math.max(coach.toG, grams) * 1.5 || 1;
  const x = (g: number) => left + ((width - 2 * left) * Math.min(end, g)) / end;
  const y = (share: number) => base - tall * share;
  const last = coach.squeezes.at(-1)?.words;
  const limits = coach.words.filter((word) => word.fromG > 0 && word.fromG < end);
  return (
    <>
      <h2 className="make-title">Sprays so far</h2>
      <p className="make-quiet">
        {coach.binder}. One spray is {units.weight(coach.sprayG)}; {coach.rhPct}
        {narrow}% humidity.
      </p>
      <div className="wet-top">
        <p className="whip-figure">{sprays}</p>
        <div>
          <p className="make-go">
            <b>
              {units.weight(grams)} of about {units.weight(coach.stopG)}
            </b>
          </p>
          <p className="make-text">
            <Sentence text={coach.says} />
          </p>
        </div>
        <button
          type="button"
          className="wet-spray"
          disabled={coach.isOver || coach.isEnough}
          onClick={() => onSpray(1)}
        >
          <b>{coach.squeezeAfter === 0 && waiting === 0 ? "Squeeze now" : "Sprayed once"}</b>
          <span>one tap each, or Space</span>
          <span>
            {coach.squeezeAfter > waiting
              ? `Squeeze after ${coach.squeezeAfter - waiting} ${plural("spray", coach.squeezeAfter - waiting)}`
              : "Tap what the squeeze says"}
          </span>
        </button>
        <button
          type="button"
          className="wet-ten"
          disabled={coach.isOver || coach.isEnough || coach.squeezeAfter - waiting < ten}
          onClick={() => onSpray(ten)}
        >
          Ten at once
        </button>
      </div>
      <div className="whip-axis">
        <svg viewBox={`0 0 ${width} ${height}`} role="img" aria-label="Wetting">
          <rect className="whip-bed" x="0" y="0" width={width} height={base} />
          <path
            className="whip-hill"
            d={`M${x(0)} ${base}${coach.hill.map((one) => `L${x(one.grams).toFixed(1)} ${y(one.height).toFixed(1)}`).join("")}V${base}Z`}
          />
          {limits.map((word) => (
            <line key={word.id} className="whip-limit" x1={x(word.fromG)} x2={x(word.fromG)} y1={base} y2={height} />
          ))}
          <path
            className="whip-limit"
            fill="none"
            d={`M${x(coach.fromG)} 40v12M${x(coach.fromG)} 46H${x(coach.toG)}M${x(coach.toG)} 40v12`}
          />
          <g className="whip-flag wanted">
            <path d={`M${x(coach.stopG)} ${base}V10h180`} />
            <text x={x(coach.stopG) + 8} y={32}>
              stop at about {units.weight(coach.stopG)}
            </text>
            <rect x={x(coach.stopG) - 9} y={base - 26} width="18" height="33" rx="4" />
          </g>
          {coach.squeezes.map((one) => (
            <rect key={one.id} className="whip-cup" x={x(one.grams) - 7} y={y(0.5) - 7} width="14" height="14" rx="7" />
          ))}
          <g className="whip-flag now">
            <path d={`M${x(grams)} ${base}V76`} />
            <rect x={x(grams) - 9} y={base - 26} width="18" height="33" rx="4" />
          </g>
        </svg>
        <div className="wet-words" role="group" aria-label="What the squeeze says">
          {coach.words.map((word) => (
            <button key={word.id} type="button" aria-pressed={word.words === last} onClick={() => onWord(word.id)}>
              {word.words}
            </button>
          ))}
        </div>
      </div>
      <WhatToDo step={step} />
    </>
  );
}
