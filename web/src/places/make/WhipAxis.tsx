import type { WhipCoach } from "../../api/client";
import { narrow } from "../../words/format";

type Props = {
  coach: WhipCoach;
  /** Says a word for what is seen. */
  onWord: (word: string) => void;
};

const width = 1020;
const height = 190;
const left = 24;
const base = 170;
const tall = 110;

/** Air along an axis, how stiff it stands above it, the words below it as what is tapped. */
export function WhipAxis({ coach, onWord }: Props) {
  const end = Math.min(120, Math.ceil(Math.max(60, (coach.wantedPercent ?? 0) + 15, coach.airPercent + 10) / 10) * 10);
  const x = (percent: number) => left + ((width - 2 * left) * Math.min(end, percent)) / end;
  const y = (share: number) => base - tall * share;
  const hill = coach.hill.filter((point) => point.airPercent <= end);
  const standsAt = (percent: number) => hill.findLast((point) => point.airPercent <= percent)?.height ?? 0;
  const words = [{ id: "", words: "soft", fromPercent: 0 }, ...coach.words].map((word, i, all) => ({
    ...word,
    to: all[i + 1]?.fromPercent ?? end,
  }));
  const flag = (percent: number, lines: string[], name: string, flip: boolean, low: number) => (
    <g className={`whip-flag ${name}`}>
      <path d={`M${x(percent)} ${base}V${14 + low}h${flip ? -190 : 190}`} />
      {lines.map((line, i) => (
        <text key={line} x={x(percent) + (flip ? -8 : 8)} y={36 + low + i * 24} textAnchor={flip ? "end" : "start"}>
          {line}
        </text>
      ))}
      <rect x={x(percent) - 9} y={base - 26} width="18" height="33" rx="4" />
    </g>
  );
  // Two flags side by side turn away from each other; where there is no room one hangs lower.
  const wanted = coach.wantedPercent;
  const leftOf = wanted == null || coach.airPercent <= wanted;
  const turns = leftOf ? x(coach.airPercent) > 230 : x(coach.airPercent) > width - 230;
  const hangs = leftOf && !turns && wanted != null && x(wanted) - x(coach.airPercent) < 230 ? 52 : 0;
  return (
    <div className="whip-axis">
      <svg viewBox={`0 0 ${width} ${height}`} role="img" aria-label="Air">
        <rect className="whip-bed" x="0" y="0" width={width} height={base} />
        <path
          className="whip-hill"
          d={`M${x(0)} ${base}${hill.map((point) => `L${x(point.airPercent).toFixed(1)} ${y(point.height).toFixed(1)}`).join("")}V${base}Z`}
        />
        {coach.words
          .filter((word) => word.fromPercent < end)
          .map((word) => (
            <line
              key={word.id}
              className="whip-limit"
              x1={x(word.fromPercent)}
              x2={x(word.fromPercent)}
              y1={base}
              y2={height}
            />
          ))}
        {wanted != null &&
          flag(wanted, [`wanted: ${wanted}${narrow}%`], "wanted", !leftOf || x(wanted) > width - 230, 0)}
        {coach.cups.map((cup, i) => (
          <g key={cup.id}>
            <rect
              className="whip-cup"
              x={x(cup.airPercent) - 7}
              y={y(standsAt(cup.airPercent)) - 7}
              width="14"
              height="14"
              rx="7"
            />
            <text x={x(cup.airPercent) - 10} y={y(standsAt(cup.airPercent)) - 12} textAnchor="end">
              cup {i + 1}
            </text>
          </g>
        ))}
        {coach.beforeG != null &&
          flag(coach.airPercent, [`now: ${coach.state}`, coach.fullHolds].filter(Boolean), "now", turns, hangs)}
      </svg>
      <div className="whip-words" role="group" aria-label="What you see">
        {words
          .filter((word) => word.fromPercent < end)
          .map((word) => (
            <button
              key={word.words}
              type="button"
              disabled={word.id === ""}
              aria-pressed={word.words === coach.state}
              style={{
                left: `calc(${(100 * x(word.fromPercent)) / width}% + 7px)`,
                width: `calc(${(100 * (x(word.to) - x(word.fromPercent))) / width}% - 14px)`,
              }}
              onClick={() => onWord(word.id)}
            >
              {word.words}
            </button>
          ))}
      </div>
      <p className="whip-scale" aria-hidden="true">
        <span>0</span>
        <span>
          {end}
          {narrow}%
        </span>
      </p>
    </div>
  );
}
