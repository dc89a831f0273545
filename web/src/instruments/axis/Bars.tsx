import type { Instrument } from "../../api/client";
import { textWidth } from "../textWidth";
import { type Line, tankHeights } from "./geometry";
import { barHeight, laneHeight, levelsOf } from "./heights";

/** Bars over the axis, from the top in their order. */
export function Bars({
  instrument,
  patterns,
  line,
  foot,
}: {
  instrument: Instrument;
  patterns: string;
  line: Line;
  foot: number;
}) {
  const levels = levelsOf(instrument);
  const high = instrument.hill.length > 0 ? laneHeight : barHeight;
  return (
    <g className="lanes">
      {levels.map((level, i) => {
        const y = foot - high * (levels.length - i);
        return level.map((lane) => {
          const x = line.x(lane.from);
          const wide = Math.max(3, line.x(lane.to) - x);
          const text = `${lane.name}${lane.says ? `  ${lane.says}` : ""}`;
          const inside = textWidth(text, 13, 600) + 16 < wide;
          return (
            <g key={lane.id}>
              <rect
                x={x}
                y={y}
                width={wide}
                height={high}
                className="lane"
                fill={lane.leftOver ? "var(--sheet)" : (lane.colour ?? `url(#${patterns}-${lane.wears ?? "firm"})`)}
              />
              {lane.leftOver && <rect x={x} y={y} width={wide} height={high} fill={`url(#${patterns}-left-over)`} />}
              {lane.to > instrument.to && (
                <path
                  className="torn"
                  d={`M${x + wide} ${y}l5 ${high / 4}l-9 ${high / 4}l9 ${high / 4}l-5 ${high / 4}`}
                />
              )}
              <text
                className={`lane-name ${inside ? (lane.colour ? "on-colour" : lane.leftOver ? "" : "on-state") : ""}`}
                x={inside ? x + 8 : x + wide + 6}
                y={y + high / 2 + 5}
              >
                {text}
              </text>
            </g>
          );
        });
      })}
    </g>
  );
}

/** Vessels: width is how much there is, height what a gram of it holds, filled is taken. */
export function Vessels({
  instrument,
  line,
  base,
  full,
}: {
  instrument: Instrument;
  line: Line;
  base: number;
  full: number;
}) {
  return (
    <g className="tanks">
      {instrument.tanks.map((tank) => {
        const x = line.x(tank.from);
        const wide = line.x(tank.to) - x;
        const { whole, taken } = tankHeights(tank, full);
        const label = `${tank.name}: ${tank.says}`;
        return (
          <g key={tank.id}>
            <rect x={x} y={base - whole} width={wide} height={whole} fill={tank.colour} className="tank" />
            <rect x={x + 1} y={base - taken} width={Math.max(0, wide - 2)} height={taken} className="tank-taken" />
            {textWidth(label, 13, 600) + 12 < wide ? (
              <text className="lane-name on-colour" x={x + wide / 2} y={base - whole / 2 + 5} textAnchor="middle">
                {label}
              </text>
            ) : (
              textWidth(tank.name, 13, 600) + 8 < wide && (
                <text className="lane-name on-colour" x={x + wide / 2} y={base - whole / 2 + 5} textAnchor="middle">
                  {tank.name}
                </text>
              )
            )}
          </g>
        );
      })}
    </g>
  );
}
