import type { Instrument } from "../../../api/client";
import { Words } from "../../../instruments/axis/AxisWords";
import { lineOf } from "../../../instruments/axis/geometry";
import { holdPeg, stepPeg } from "../../../instruments/axis/pegActs";
import { Peg } from "../../../instruments/ruler/Peg";
import { number } from "../../../words/format";

export const axisHeight = 62;

/** One figure of a shade: what the pigments reach, the wanted one as a peg, the nearest and today's as marks. */
export function ShadeAxis({
  axis,
  top,
  width,
  held,
  onMove,
}: {
  axis: Instrument;
  top: number;
  width: number;
  held: boolean;
  onMove: (to: number) => void;
}) {
  const line = lineOf(axis, 8, width - 16);
  const base = top + 34;
  const at = (id: string) => axis.stems.find((stem) => stem.id === id);
  const [wanted, nearest, now] = [at("wanted"), at("nearest"), at("now")];
  const reach = axis.lanes[0];
  const away = wanted && nearest && Math.abs(line.x(wanted.at) - line.x(nearest.at)) > 6;
  const right = !!nearest && !!wanted && nearest.at > wanted.at;
  return (
    <g className="shade-axis">
      <text className="state-word" x="8" y={top + 13}>
        {axis.axis}
      </text>
      {reach && (
        <rect
          className="reach"
          x={line.x(reach.from)}
          y={base - 14}
          width={Math.max(2, line.x(reach.to) - line.x(reach.from))}
          height="14"
        >
          <title>{reach.says}</title>
        </rect>
      )}
      <path className="axis" d={`M0 ${base}H${width}`} />
      <Words instrument={axis} line={line} stems={wanted ? [line.x(wanted.at)] : []} y={base} />
      {now && <path className="mark-now" d={`M${line.x(now.at)} ${base - 14}V${base}`} />}
      {away && <path className="mark-nearest" d={`M${line.x(nearest.at)} ${base - 20}V${base}`} />}
      {away && (
        <text x={line.x(nearest.at) + (right ? 5 : -5)} y={top + 13} textAnchor={right ? "start" : "end"}>
          {number(nearest.at, 0)}
        </text>
      )}
      {wanted && (
        <Peg
          x={Math.round(line.x(wanted.at))}
          y={base}
          held={held}
          label={`Wanted ${axis.axis.toLowerCase()}`}
          least={axis.from}
          most={axis.to}
          value={wanted.at}
          text={wanted.says}
          onHold={holdPeg(wanted, line, onMove, () => undefined)}
          onKey={stepPeg(wanted, axis, wanted.at, false, onMove, () => undefined)}
        />
      )}
    </g>
  );
}
