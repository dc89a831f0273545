import type { SplitCoach } from "../../api/client";
import type { Units } from "../../words/format";
import { gaugeOf, type Reach } from "./gauge";

type Props = {
  coach: SplitCoach;
  /** On the scale now; null where nothing is weighed. */
  grams: number | null;
  state: Reach;
  units: Units;
};

const top = 8;
const tall = 556;
const wide = 104;

/** All parts in one column, the first at its head. The boundary of the part in hand is what the scale moves; near its target it is drawn ten times as tall. */
export function SplitColumn({ coach, grams, state, units }: Props) {
  const at = coach.parts.findIndex((one) => one.name === coach.now);
  const whole = coach.parts.reduce((sum, one) => sum + (one.massG ?? one.targetG), 0);
  const part = coach.parts[at];
  const above = coach.parts.slice(0, Math.max(0, at)).reduce((sum, one) => sum + (one.massG ?? 0), 0);
  const y = (g: number) => top + (tall * g) / whole;
  if (!part || grams === null)
    return (
      <svg className="split-column" viewBox={`-14 0 260 ${tall + 16}`} role="img" aria-label="All parts">
        {coach.parts.map((one, i) => {
          const from = coach.parts.slice(0, i).reduce((sum, other) => sum + (other.massG ?? other.targetG), 0);
          return (
            <Layer key={one.name} hex={one.hex} from={y(from)} to={y(from + (one.massG ?? one.targetG))} words="" />
          );
        })}
        <rect className="split-frame" x="0" y={top} width={wide} height={tall} />
      </svg>
    );
  // The part in hand has the room below what is weighed; its gauge is turned over, for the first part lies on top.
  const start = y(above);
  const gauge = gaugeOf(part.targetG, part.toleranceG, start, top + tall - 60);
  const turned = (g: number) => start + (top + tall - 60) - gauge.y(g);
  const boundary = turned(grams);
  const target = turned(part.targetG);
  const tears = [turned(gauge.breakG), turned(gauge.mostG)];
  const next = coach.parts[at + 1];
  const share = (g: number) => `${((100 * g) / coach.wholeG).toFixed(1)} %`;
  return (
    <svg
      className="split-column"
      viewBox={`-14 0 260 ${tall + 16}`}
      role="img"
      aria-label={`${units.weight(grams)} of ${units.weight(part.targetG)} for ${part.name}: ${state}`}
    >
      {coach.parts.slice(0, at).map((one, i) => {
        const from = coach.parts.slice(0, i).reduce((sum, other) => sum + (other.massG ?? 0), 0);
        return (
          <Layer
            key={one.name}
            hex={one.hex}
            from={y(from)}
            to={y(from + (one.massG ?? 0))}
            words={share(one.massG ?? 0)}
          />
        );
      })}
      <Layer hex={part.hex} from={start} to={boundary} words={grams > 0 ? share(grams) : ""} />
      <Layer
        hex={next?.hex ?? part.hex}
        from={boundary}
        to={top + tall}
        words={next ? share(Math.max(0, coach.wholeG - above - grams)) : ""}
      />
      <rect className="split-frame" x="0" y={top} width={wide} height={tall} />
      {tears.map((tear) => {
        const zig = `M-8 ${tear}l9 -9 9 12 9 -12 9 12 9 -12 9 12 9 -12 9 12 9 -12 9 12 9 -12 9 9`;
        return (
          <g key={tear}>
            <path d={zig} className="gauge-tear-casing" />
            <path d={zig} className="gauge-tear" />
          </g>
        );
      })}
      <text x={wide + 20} y={(tears[0] ?? 0) + 22} className="gauge-quiet">
        ×10 between
      </text>
      <text x={wide + 20} y={(tears[0] ?? 0) + 42} className="gauge-quiet">
        the tears
      </text>
      <path className="split-good" d={`M0 ${target}h${wide + 16}`} />
      <text x={wide + 20} y={target + 7} className="split-good-word">
        {units.bareWeight(part.targetG)} right
      </text>
      <g className={state === "right" ? "split-bar good" : "split-bar"}>
        <rect x="-11" y={boundary - 8} width={wide + 22} height="16" rx="4" />
        <path d={`M${wide / 2 - 14} ${boundary - 2}h28m-28 4h28`} />
      </g>
      {Math.abs(boundary - target) > 26 && (
        <text x={wide + 20} y={boundary + 8} className="gauge-now">
          {units.bareWeight(grams)}
        </text>
      )}
    </svg>
  );
}

function Layer({ hex, from, to, words }: { hex: string; from: number; to: number; words: string }) {
  const high = Math.max(0, to - from);
  return (
    <>
      <rect x="0" y={from} width={wide} height={high} fill={hex} />
      {high > 34 && (
        <text x={wide / 2} y={from + Math.min(high / 2, 60) + 7} textAnchor="middle" className="split-share">
          {words}
        </text>
      )}
    </>
  );
}
