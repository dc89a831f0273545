import type { Chip } from "../../api/client";

type Props = { chips: readonly Chip[]; left: number; right: number; top: number; height: number; touching?: boolean };

const frame = 8;
const nameHeight = 34;
/** The two halves of the card that a film is told over: luminance 0.8 and 0.18. */
const white = "#E7E7E7";
const grey = "#767676";

/** Swatches across a card of a white and a grey half, so that a thin film shows what lies under it. */
export function ViewingCard({ chips, left, right, top, height, touching = false }: Props) {
  const card = Math.max(40, Math.min(112, height - nameHeight));
  const inner = right - left - 2 * frame;
  const step = inner / chips.length;
  const wide = touching ? step : Math.min(43, step - 6);
  const middle = top + card / 2;
  const stagger = step < 58;
  return (
    <g className="viewing-card">
      <rect x={left} y={top} width={right - left} height={card} fill="#8E8E8E" />
      <rect x={left + frame} y={top + frame} width={inner} height={card / 2 - frame} fill={white} />
      <rect x={left + frame} y={middle} width={inner} height={card / 2 - frame} fill={grey} />
      {chips.map((chip, i) => {
        const x = left + frame + step * (i + 0.5);
        const high = card / 2 - frame - 8;
        return (
          <g key={chip.name}>
            <rect x={x - wide / 2} y={middle - high} width={wide} height={high + 0.5} fill={chip.overWhite} />
            <rect x={x - wide / 2} y={middle} width={wide} height={high} fill={chip.overGrey} />
            <text className="chip-name" x={x} y={top + card + 15 + (stagger && i % 2 ? 15 : 0)} textAnchor="middle">
              {chip.name}
            </text>
          </g>
        );
      })}
    </g>
  );
}
