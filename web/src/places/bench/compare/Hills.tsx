import { useId, useState } from "react";
import type { CompareView } from "../../../api/client";
import { axisOf, type Flag, layFlags, placeWords } from "../../../instruments/ruler/geometry";
import { Hill } from "../../../instruments/ruler/Hill";
import { Scale } from "../../../instruments/ruler/Scale";
import { StatePatterns } from "../../../instruments/ruler/StatePatterns";
import { textWidth } from "../../../instruments/textWidth";
import { useHouse } from "../../../shell/HouseContext";
import { useWidth } from "../../../shell/useWidth";
import "../../../instruments/ruler/ruler.css";

const pitch = 52;
const full = 30;
const flagsHeight = 44;
const flagTop = (flag: Flag) => 5 + flag.lane * flagsHeight;

/** Every trial on one scale of warmth; the places run through all. */
export function Hills({ view }: { view: CompareView }) {
  const { units } = useHouse();
  const id = useId();
  const [ref, width] = useWidth<SVGSVGElement>(1280);
  const [asTable, setAsTable] = useState(false);
  const { hills, places, says } = view.comparison;
  const axis = axisOf(width);
  const stems = places.map((place) => Math.round(axis.x(place.temperatureC)));
  const flags = layFlags(
    places.map((place, i) => ({
      id: place.id,
      x: stems[i] ?? 0,
      width: Math.max(textWidth(`${place.name} 88°`, 13, 600), textWidth(place.says, 13, 600)) + 19,
    })),
    width - 8,
  );
  const lanes = Math.max(1, ...flags.map((flag) => flag.lane + 1));
  const top = lanes * flagsHeight;
  const height = top + hills.length * pitch + 28;
  return (
    <div className="ruler">
      {asTable ? (
        <section className="ruler-table" style={{ height }} tabIndex={0} aria-label="Warmth as a table">
          <table>
            <caption>States of each trial</caption>
            <tbody>
              {hills.map((hill, i) => (
                <tr key={view.trials[i]?.id}>
                  <th scope="row">{view.trials[i]?.name}</th>
                  <td>
                    {hill.states.map((span) => `${span.state} to ${units.temperature(span.toC)}`).join(", ")}
                    {hill.happenedC != null && `; slumped at ${units.temperature(hill.happenedC)}`}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <table>
            <caption>Places</caption>
            <tbody>
              {places.map((place) => (
                <tr key={place.id}>
                  <th scope="row">{place.name}</th>
                  <td>{units.temperature(place.temperatureC)}</td>
                  <td>{place.says}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      ) : (
        <svg
          ref={ref}
          className="ruler-picture"
          height={height}
          role="group"
          aria-label={`Warmth of ${hills.length} trials. ${says}`}
        >
          <StatePatterns id={id} />
          {hills.map((hill, i) => {
            const base = top + i * pitch + full;
            const words = placeWords(hill.states, axis, stems, (word) => textWidth(word, 13, 600));
            return (
              <g key={view.trials[i]?.id}>
                <rect className="bed-words" x="0" y={base} width={width} height={pitch - full} />
                {hill.curve && (
                  <Hill
                    id={`${id}-${i}`}
                    patterns={id}
                    curve={hill.curve}
                    spans={hill.states}
                    doubtC={hill.doubtC}
                    axis={axis}
                    baseline={base}
                    full={full}
                    direction={-1}
                  />
                )}
                <path className="axis" d={`M0 ${base}H${width}`} />
                {hill.states.slice(1).map((span) => (
                  <path key={span.state} className="limit" d={`M${axis.x(span.fromC).toFixed(1)} ${base}v16`} />
                ))}
                {words.map((word) => (
                  <text key={word.state} className="state-word" x={word.x} y={base + 14} textAnchor="middle">
                    {word.state}
                  </text>
                ))}
                {hill.happenedC != null && (
                  <circle className="happened" cx={axis.x(hill.happenedC)} cy={base} r="5">
                    <title>{`slumped at ${units.temperature(hill.happenedC)}`}</title>
                  </circle>
                )}
                <text className="hill-name" x={width - 25} y={base - 10} textAnchor="end">
                  {hill.says}
                </text>
              </g>
            );
          })}
          <Scale axis={axis} y={top + hills.length * pitch} fahrenheit={units.fahrenheit} />
          {flags.map((flag) => (
            <g key={flag.id} className="flag must">
              <path className="stem-casing" d={`M${flag.x} ${flagTop(flag)}V${top + hills.length * pitch}`} />
              <path className="stem" d={`M${flag.x} ${flagTop(flag)}V${top + hills.length * pitch}`} />
              <path
                className="stem"
                d={`M${flag.x} ${flagTop(flag)}H${flag.flipped ? flag.x - flag.width : flag.x + flag.width}`}
              />
            </g>
          ))}
          {flags.map((flag) => {
            const place = places.find((one) => one.id === flag.id);
            return (
              place && (
                <g key={flag.id} className="flag must over-stems">
                  {[`${place.name} ${units.bareTemperature(place.temperatureC)}°`, place.says].map((text, k) => (
                    <text
                      key={text}
                      x={flag.flipped ? flag.x - 8 : flag.x + 8}
                      y={flagTop(flag) + 15 + k * 17}
                      textAnchor={flag.flipped ? "end" : "start"}
                      className={k === 0 ? "" : "strong"}
                    >
                      {text}
                    </text>
                  ))}
                </g>
              )
            );
          })}
        </svg>
      )}
      <div className="ruler-foot">
        <div>
          {hills.some((hill) => hill.happenedC != null) && "Rings are where it slumped in the pack. "}
          {says}
        </div>
        <button type="button" className="link" onClick={() => setAsTable(!asTable)}>
          {asTable ? "Show the picture" : "Read as a table"}
        </button>
      </div>
    </div>
  );
}
