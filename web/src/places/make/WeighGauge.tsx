import { gaugeOf, reach, ticksOf } from "./gauge";

type Props = {
  grams: number;
  targetG: number;
  toleranceG: number;
  /** What one of the scale's unit weighs. */
  unitG: number;
  show: (grams: number) => string;
};

/** One tall gauge: fills while weighing, turns good green when it is right. */
export function WeighGauge({ grams, targetG, toleranceG, unitG, show }: Props) {
  const top = 24;
  const bottom = 704;
  const gauge = gaugeOf(targetG, toleranceG, top, bottom);
  const state = reach(grams, targetG, toleranceG);
  const level = gauge.y(grams);
  const band = { top: gauge.y(targetG + toleranceG), bottom: gauge.y(targetG - toleranceG) };
  const target = gauge.y(targetG);
  const ticks = ticksOf(gauge, grams > 0 ? [target, level] : [target], unitG);
  const zig = `M-8 ${gauge.tear}l9 -9 9 12 9 -12 9 12 9 -12 9 12 9 -12 9 9`;
  return (
    <svg
      className={`gauge gauge-${state}`}
      viewBox="-10 0 180 720"
      role="img"
      aria-label={`${show(grams)} of ${show(targetG)}: ${state}`}
    >
      <rect x="0" y={top} width="76" height={bottom - top} className="gauge-well" />
      <rect x="0" y={band.top} width="76" height={Math.max(18, band.bottom - band.top)} className="gauge-band" />
      <rect x="0" y={level} width="76" height={bottom - level} className="gauge-fill" />
      {grams > 0 && <path d={`M0 ${level}H76`} className="gauge-level" />}
      <path d={`M0 ${band.top}H76M0 ${Math.max(band.top + 18, band.bottom)}H76`} className="gauge-limits" />
      <rect x="0" y={top} width="76" height={bottom - top} className="gauge-frame" />
      {ticks.map((tick) => (
        <g key={tick.value}>
          <path d={`M76 ${tick.y}h${tick.label ? 10 : 6}`} className="gauge-tick" />
          {tick.label && (
            <text x="94" y={tick.y + 5} className="gauge-quiet">
              {Number(tick.value.toFixed(4))}
            </text>
          )}
        </g>
      ))}
      <path d={zig} className="gauge-tear-casing" />
      <path d={zig} className="gauge-tear" />
      <text x="94" y={gauge.tear - 6} className="gauge-quiet">
        ×10 above
      </text>
      <path d={`M76 ${target}h12`} className="gauge-limits" />
      <text x="94" y={target + 8} className="gauge-target">
        {show(targetG)}
      </text>
      <text
        x="38"
        y={band.top + Math.max(18, band.bottom - band.top) / 2 + 7}
        textAnchor="middle"
        className="gauge-right"
      >
        {state === "over" ? "over" : "right"}
      </text>
      {grams > 0 && Math.abs(level - target) > 30 && (
        <text x="94" y={level + 8} className="gauge-now">
          {show(grams)}
        </text>
      )}
    </svg>
  );
}
