import type { BlendLayer } from "../../api/client";

type Props = { layers: readonly BlendLayer[]; left: number; top: number; height: number };

const wide = 80;
const nameHeight = 22;
const names = 116;
const swatchAt = 24;

/** Width that the column takes with its names. */
export const blendWidth = wide + swatchAt + names + 16;

/** A blend as layers by group, the names of what is in it beside them. */
export function BlendColumn({ layers, left, top, height }: Props) {
  let y = top;
  const laid = layers.map((layer) => {
    const from = y;
    y += (height * layer.percent) / 100;
    return { layer, from, high: y - from };
  });
  const groups = [...new Set(layers.map((layer) => layer.group))].map((group) => {
    const own = laid.filter((one) => one.layer.group === group);
    const first = own[0];
    const last = own.at(-1);
    return { group, from: first?.from ?? top, to: last ? last.from + last.high : top };
  });
  const room = Math.min(nameHeight, height / Math.max(1, layers.length));
  return (
    <g className="blend-column">
      {laid.map(({ layer, from, high }, i) => {
        const at = top + (height - room * layers.length) / 2 + room * (i + 0.5);
        return (
          <g key={layer.line}>
            <rect x={left} y={from} width={wide} height={Math.max(1, high)} fill={layer.colour} />
            <path
              d={`M${left + wide} ${from}C${left + wide + 12} ${from} ${left + wide + 10} ${at - 7} ${left + wide + swatchAt} ${at - 7}V${at + 7}C${left + wide + 10} ${at + 7} ${left + wide + 12} ${from + high} ${left + wide} ${from + high}Z`}
              fill={layer.colour}
              opacity="0.55"
            />
            <rect className="lane" x={left + wide + swatchAt} y={at - 7} width="8" height="14" fill={layer.colour} />
            <text className="chip-name" x={left + wide + swatchAt + 14} y={at + 4}>
              {layer.name}
            </text>
          </g>
        );
      })}
      {groups.map(({ group, from, to }, i) => (
        <g key={group}>
          {i > 0 && <path className="axis" d={`M${left} ${from}H${left + wide}`} />}
          {to - from >= 16 && (
            <text className="lane-name on-colour" x={left + wide / 2} y={(from + to) / 2 + 5} textAnchor="middle">
              {group}
            </text>
          )}
        </g>
      ))}
      <rect className="axis" fill="none" x={left} y={top} width={wide} height={height} />
    </g>
  );
}
