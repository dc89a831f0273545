import { useId } from "react";
import type { CoolingWatch } from "../../api/client";
import { StatePatterns } from "../../instruments/ruler/StatePatterns";
import { time, type Units } from "../../words/format";

type Props = {
  watch: CoolingWatch;
  /** Minutes from the start of the step to now. */
  nowMin: number;
  units: Units;
};

const width = 616;
const height = 500;
const box = { left: 60, right: 616, top: 14, bottom: 452 };
const bedHeight = 18;

/** The run of what cools: read so far as a line, what is said as dots in a band as wide as its doubt, what it waits for as a window. */
export function CoolingCurve({ watch, nowMin, units }: Props) {
  const id = useId().replaceAll(":", "");
  const run = watch.run;
  const last = run.at(-1)?.min ?? 60;
  const readings = watch.readings;
  const all = [...run.map((point) => point.c), ...readings.map((one) => one.c)];
  const bandC = [watch.band.fromC, watch.band.toC].filter((c) => c != null);
  const top = Math.ceil((Math.max(...all, ...bandC) + 3) / 10) * 10;
  const bottom = Math.floor((Math.min(...all, ...bandC) - 3) / 5) * 5;
  const x = (min: number) => box.left + ((box.right - box.left) * min) / Math.max(1, last);
  const y = (c: number) => box.top + ((box.bottom - bedHeight - box.top) * (top - c)) / Math.max(1, top - bottom);
  const knownMin = readings.at(-1)?.min ?? 0;
  const path = (points: { min: number; c: number }[]) =>
    points.map((point, i) => `${i === 0 ? "M" : "L"}${x(point.min).toFixed(1)} ${y(point.c).toFixed(1)}`).join("");
  const ahead = run.filter((point) => point.min >= knownMin);
  const doubt = [
    ...ahead.map((point) => `${x(point.min).toFixed(1)},${y(point.highC).toFixed(1)}`),
    ...ahead.toReversed().map((point) => `${x(point.min).toFixed(1)},${y(point.lowC).toFixed(1)}`),
  ].join(" ");
  const at = (iso: string) => (Date.parse(iso) - Date.parse(watch.startedAt)) / 60_000;
  const opens = watch.times[0];
  const closes = watch.times[1];
  const strata = run.reduce<{ state: CoolingWatch["state"]; from: number; to: number }[]>((spans, point) => {
    const open = spans.at(-1);
    if (open?.state === point.state) open.to = point.min;
    else spans.push({ state: point.state, from: open?.to ?? point.min, to: point.min });
    return spans;
  }, []);
  const ticks = Array.from(
    { length: Math.floor((top - bottom) / 10) + 1 },
    (_, i) => Math.ceil(bottom / 10) * 10 + i * 10,
  ).filter((c) => c <= top && !bandC.some((limit) => Math.abs(limit - c) < (top - bottom) / 24));
  return (
    <svg className="cooling" viewBox={`0 0 ${width} ${height}`} role="img" aria-label="Cooling curve">
      <StatePatterns id={id} />
      <rect
        className="cooling-bed"
        x={box.left}
        y={box.top}
        width={box.right - box.left}
        height={box.bottom - box.top}
      />
      {strata.map((span) => (
        <g key={span.from}>
          <rect
            x={x(span.from)}
            y={box.bottom - bedHeight}
            width={Math.max(0, x(span.to) - x(span.from))}
            height={bedHeight}
            fill={`url(#${id}-${span.state})`}
          />
          {x(span.to) - x(span.from) > 76 && (
            <text
              x={(x(span.from) + x(span.to)) / 2}
              y={box.bottom - bedHeight - 8}
              textAnchor="middle"
              className="cooling-state"
            >
              {span.state}
            </text>
          )}
        </g>
      ))}
      {opens && closes && watch.band.fromC != null && watch.band.toC != null && (
        <g>
          <rect
            className="cooling-window"
            x={x(at(opens.at))}
            y={y(watch.band.toC)}
            width={Math.max(3, x(at(closes.at)) - x(at(opens.at)))}
            height={Math.max(3, y(watch.band.fromC) - y(watch.band.toC))}
          />
          <text
            className="cooling-name"
            x={Math.min(box.right - 6, x(at(closes.at)))}
            y={y(watch.band.toC) - 8}
            textAnchor="end"
          >
            {watch.band.words}
          </text>
        </g>
      )}
      {(!closes || watch.band.fromC == null) &&
        bandC.map((c) => (
          <g key={c}>
            <line className="cooling-limit" x1={box.left} x2={box.right} y1={y(c)} y2={y(c)} />
            <text className="cooling-name" x={box.right - 6} y={y(c) - 8} textAnchor="end">
              {watch.band.words} {units.temperature(c)}
            </text>
          </g>
        ))}
      <polygon className="cooling-doubt" points={doubt} />
      <path className="cooling-said" d={path(ahead)} />
      {readings.length > 0 && <path className="cooling-read" d={path([...(run[0] ? [run[0]] : []), ...readings])} />}
      <line className="cooling-now" x1={x(nowMin)} x2={x(nowMin)} y1={y(watch.nowC)} y2={box.bottom} />
      {readings.map((one) => (
        <rect key={one.id} className="cooling-ring" x={x(one.min) - 7} y={y(one.c) - 7} width="14" height="14" rx="7" />
      ))}
      <rect className="cooling-peg" x={x(nowMin) - 9} y={y(watch.nowC) - 9} width="18" height="18" rx="9" />
      <path className="cooling-axis" d={`M${box.left} ${box.top}V${box.bottom}H${box.right}`} />
      {[...ticks, ...bandC].map((c, i) => (
        <g key={`${c}-${i}`}>
          <line className="cooling-axis" x1={box.left - 10} x2={box.left} y1={y(c)} y2={y(c)} />
          <text x={box.left - 15} y={y(c) + 6} textAnchor="end" className={i >= ticks.length ? "cooling-name" : ""}>
            {units.bareTemperature(c)}
          </text>
        </g>
      ))}
      {[
        { min: 0, iso: watch.startedAt, strong: false },
        ...watch.times.map((one) => ({ min: at(one.at), iso: one.at, strong: true })),
      ]
        .filter(
          (one, i, list) =>
            one.min >= 0 &&
            one.min <= last &&
            !list.slice(0, i).some((other) => Math.abs(x(other.min) - x(one.min)) < 58),
        )
        .map((one) => (
          <g key={one.iso}>
            <line className="cooling-axis" x1={x(one.min)} x2={x(one.min)} y1={box.bottom} y2={box.bottom + 10} />
            <text
              x={Math.min(x(one.min), box.right - 26)}
              y={box.bottom + 32}
              textAnchor={one.min === 0 ? "start" : "middle"}
              className={one.strong ? "cooling-name" : ""}
            >
              {time(one.iso)}
            </text>
          </g>
        ))}
    </svg>
  );
}
