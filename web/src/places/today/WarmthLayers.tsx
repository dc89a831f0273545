import { useId } from "react";
import type { Today } from "../../api/client";
import { textWidth } from "../../instruments/textWidth";
import { axisOf, firstC, layFlags } from "../../instruments/ruler/geometry";
import { Scale } from "../../instruments/ruler/Scale";
import { useWidth } from "../../shell/useWidth";
import type { Units } from "../../words/format";
import { plural } from "../../words/format";
import "../../instruments/ruler/ruler.css";

/** Tomorrow's warmth: every finished product lies on the ruler from −5 to its slump point, the sturdiest at the bottom. */
export function WarmthLayers({ today, units }: { today: Today; units: Units }) {
  const id = useId();
  const [ref, width] = useWidth<SVGSVGElement>(1280);
  const axis = axisOf(width);
  const thick = today.stock.length > 4 ? 20 : 22;
  const ground = Math.max(126, 40 + today.stock.length * thick);
  const stems = today.places.map((place) => ({
    id: place.id,
    x: Math.round(axis.x(place.tomorrowC)),
    text: `${place.name} ${units.bareTemperature(place.tomorrowC)}°${place.hours ? `, ${place.hours} h` : ""}`,
  }));
  const flags = layFlags(
    stems.map((stem) => ({ ...stem, width: textWidth(stem.text, 13, 650) + 19 })),
    width - 8,
  );
  const hottest = Math.max(...today.places.filter((place) => place.kind === "storage").map((place) => place.tomorrowC));
  return (
    <svg
      ref={ref}
      className="layers"
      width="100%"
      height={ground + 28}
      role="group"
      aria-label={`Tomorrow’s warmth. ${today.sentence}`}
    >
      <defs>
        <pattern id={`${id}-stop`} width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M4 0V8" stroke="var(--stop)" strokeWidth="2.5" />
        </pattern>
      </defs>
      <rect x="0" y={ground} width={width} height="28" fill="var(--sheet)" />
      {today.stock.map((layer, i) => {
        const y = ground - (i + 1) * thick;
        const from = axis.x(firstC);
        const to = Math.max(from + 4, axis.x(layer.slumpC));
        return (
          <g key={layer.batch}>
            {layer.slumps && (
              <rect x={to} y={y} width={Math.max(0, axis.x(hottest) - to)} height={thick} fill={`url(#${id}-stop)`} />
            )}
            <rect
              x={from}
              y={y}
              width={to - from}
              height={thick}
              fill={layer.colour}
              stroke="var(--ink)"
              strokeWidth="1.5"
            />
          </g>
        );
      })}
      <path className="axis" d={`M0 ${ground}H${width}`} />
      <Scale axis={axis} y={ground} fahrenheit={units.fahrenheit} />
      {stems.map((stem) => {
        const flag = flags.find((one) => one.id === stem.id);
        if (!flag) return null;
        const top = 5 + flag.lane * 22;
        return (
          <g key={stem.id} className="flag">
            <path className="stem-casing" d={`M${stem.x} ${top}V${ground}`} />
            <path
              className="stem"
              d={`M${stem.x} ${top}V${ground}M${stem.x} ${top}H${flag.flipped ? stem.x - flag.width : stem.x + flag.width}`}
            />
            <text
              className="strong"
              x={flag.flipped ? stem.x - 7 : stem.x + 7}
              y={top + 15}
              textAnchor={flag.flipped ? "end" : "start"}
            >
              {stem.text}
            </text>
            <path
              className="peg"
              d={`M${stem.x - 5} ${ground + 5}V${ground - 13}L${stem.x - 3} ${ground - 16}H${stem.x + 3}L${stem.x + 5} ${ground - 13}V${ground + 5}Z`}
            />
          </g>
        );
      })}
      {today.stock.map((layer, i) => {
        const y = ground - (i + 1) * thick + thick / 2 + 4.5;
        const to = Math.max(axis.x(firstC) + 4, axis.x(layer.slumpC));
        const where = layer.place === "shelf" ? "" : `, ${layer.placeSays}`;
        const name = `${layer.name}, ${layer.units} ${plural(layer.unit, layer.units)}${where}`;
        const fits = to - axis.x(firstC) > textWidth(name, 13, 600) + 60;
        return (
          <g key={layer.batch} className="layer-name" style={{ stroke: layer.colour }}>
            <text x={axis.x(firstC) + 8} y={y}>
              {name}
            </text>
            {fits && (
              <text x={to - 9} y={y} textAnchor="end">
                {units.bareTemperature(layer.slumpC)}°
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
