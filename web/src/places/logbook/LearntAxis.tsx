import type { Learnt } from "../../api/client";
import { number } from "../../words/format";

type Props = {
  of: Learnt;
  axis: NonNullable<Learnt["axis"]>;
  points: Learnt["points"];
  /** Where they lie on the mean; null where none is shown. */
  mean: number | null;
};

const width = 616;
const lane = 16;
const lanes = 4;
const floor = 20 + lane * lanes;

/** Each batch as a ring on one axis, with a peg where one stands that came as said, and one at their mean. */
export function LearntAxis({ of, axis, points, mean }: Props) {
  const all = [...points.map((one) => one.off), axis.asSaid, ...(mean === null ? [] : [mean])];
  const room = Math.max(axis.within * 4, (Math.max(...all) - Math.min(...all)) / 8);
  const [from, to] = [Math.min(...all) - room, Math.max(...all) + room];
  const x = (value: number) => 24 + ((width - 48) * (value - from)) / (to - from);
  const step = [0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10].find((one) => (to - from) / one <= 12) ?? 20;
  const ticks = Array.from(
    { length: Math.floor(to / step) - Math.ceil(from / step) + 1 },
    (_, i) => (Math.ceil(from / step) + i) * step,
  );
  // Names stand in lanes of their own, so that none lies on another.
  const ends = Array.from({ length: lanes }, () => -Infinity);
  const placed = points
    .map((one) => ({ ...one, at: x(one.off) }))
    .toSorted((a, b) => a.at - b.at)
    .map((one) => {
      const free = ends.findIndex((end) => end < one.at - 8);
      const row = free < 0 ? lanes - 1 : free;
      const named = free >= 0;
      ends[row] = one.at + (named ? 12 + one.lot.length * 7 : 8);
      return { ...one, row, named };
    });
  const peg = (at: number, className: string) => (
    <path className={className} d={`M${at - 6} ${floor}v-12q0-6 6-6t6 6v12z`} />
  );
  return (
    <svg
      className="learnt-axis"
      viewBox={`0 0 ${width} ${floor + 52}`}
      role="img"
      aria-label={`${of.title}, batch by batch: ${points.map((one) => `${one.lot} ${one.says}`).join("; ")}`}
    >
      <rect className="learnt-bed" x={0} y={0} width={width} height={floor} />
      <line className="learnt-stem" x1={x(axis.asSaid)} x2={x(axis.asSaid)} y1={4} y2={floor} />
      {peg(x(axis.asSaid), "learnt-peg")}
      {mean !== null && (
        <>
          <line className="learnt-mean-stem" x1={x(mean)} x2={x(mean)} y1={4} y2={floor} />
          {peg(x(mean), "learnt-peg mean")}
        </>
      )}
      {placed.map((one, i) => (
        <g key={`${one.lot} ${i}`}>
          <circle className="learnt-ring" cx={one.at} cy={12 + one.row * lane} r={4.5} />
          {one.named && (
            <text x={one.at + 9} y={16 + one.row * lane}>
              {one.lot}
            </text>
          )}
        </g>
      ))}
      <line className="learnt-line" x1={0} x2={width} y1={floor} y2={floor} />
      {[axis.asSaid - axis.within, axis.asSaid + axis.within].map((limit) => (
        <line key={limit} className="learnt-line" x1={x(limit)} x2={x(limit)} y1={floor} y2={floor + 22} />
      ))}
      <text className="learnt-word" x={x(axis.asSaid - axis.within) - 8} y={floor + 16} textAnchor="end">
        {axis.less}
      </text>
      <text className="learnt-word" x={x(axis.asSaid + axis.within) + 8} y={floor + 16}>
        {axis.more}
      </text>
      {ticks.map((tick) => (
        <g key={tick} className="learnt-tick">
          <line className="learnt-line" x1={x(tick)} x2={x(tick)} y1={floor + 26} y2={floor + 32} />
          <text x={x(tick)} y={floor + 46} textAnchor="middle">
            {number(tick, step < 0.1 ? 2 : step < 1 ? 1 : 0)}
            {Math.abs(tick - axis.asSaid) < step / 2 ? ` ${of.unit}` : ""}
          </text>
        </g>
      ))}
    </svg>
  );
}
