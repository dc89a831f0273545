import { type Axis, lastC, firstC, ticks } from "./geometry";

/** The scale under the words: ticks of one degree, figures at the tens. */
export function Scale({ axis, y, fahrenheit }: { axis: Axis; y: number; fahrenheit: boolean }) {
  return (
    <g className="scale" aria-hidden="true">
      <path d={`M${axis.x(firstC)} ${y}H${axis.x(lastC)}`} />
      {ticks(fahrenheit).map((tick) => (
        <g key={tick.celsius} transform={`translate(${axis.x(tick.celsius).toFixed(1)} ${y})`}>
          <path d={`M0 0V${tick.length}`} />
          {tick.label && (
            <text y="21" textAnchor="middle">
              {tick.label}
            </text>
          )}
        </g>
      ))}
    </g>
  );
}
