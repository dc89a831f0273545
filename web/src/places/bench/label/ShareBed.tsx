import type { KeyboardEvent, PointerEvent } from "react";
import type { LabelList } from "../../../api/client";
import { Peg } from "../../../instruments/ruler/Peg";
import { follow } from "../../../shell/drag";
import { useWidth } from "../../../shell/useWidth";
import { narrow, number } from "../../../words/format";

const rowHeight = 36;
const bar = 18;
const left = 16;
const decades = 4;
const words = ["traces", "a little", "some", "most"];

type Props = { list: LabelList; onLine: (after: number) => void };

/** What each share can be, on a scale of tenfold steps; the 1 % line is taken between two names. */
export function ShareBed({ list, onLine }: Props) {
  const [ref, width] = useWidth<SVGSVGElement>(560);
  const { rows, onePercentAfter: after, shares } = list;
  const height = rows.length * rowHeight;
  const x = (percent: number) => left + ((Math.log10(Math.max(percent, 0.01)) + 2) / decades) * (width - left - 24);
  const counted = rows.filter((row) => row.middle !== null);
  // Under which row of the table the line stands: those without a share do not count.
  const last = counted[after - 1];
  const foot = last ? (rows.indexOf(last) + 1) * rowHeight : 0;
  const hold = (event: PointerEvent<SVGGElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    event.currentTarget.focus();
    const box = event.currentTarget.ownerSVGElement?.getBoundingClientRect();
    if (!box) return;
    follow(event, {
      move: (to) => {
        const row = Math.round((to.clientY - box.top) / rowHeight);
        onLine(rows.slice(0, Math.max(0, row)).filter((one) => one.middle !== null).length);
      },
      drop: () => undefined,
      cancel: () => onLine(after),
    });
  };
  const step = (event: KeyboardEvent) => {
    const by = { ArrowDown: 1, ArrowRight: 1, ArrowUp: -1, ArrowLeft: -1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    onLine(Math.max(0, Math.min(shares, after + by)));
  };
  return (
    <svg
      ref={ref}
      className="ruler-picture share-bed"
      width="100%"
      height={height + 52}
      role="group"
      aria-label="What each share can be"
    >
      <rect className="share-well" x="0" y="0" width={width} height={height} />
      <path className="stem-casing" d={`M${x(1)} 0V${height}`} />
      <path className="stem" d={`M${x(1)} 0V${height}`} />
      {rows.map((row, i) => {
        const y = i * rowHeight + (rowHeight - bar) / 2;
        if (row.from === null || row.to === null || row.middle === null) return null;
        const [from, to] = [x(row.from), x(row.to)];
        const most = row.mostInUse;
        return (
          <g key={row.row}>
            <path
              className="share-bar"
              fill={row.material?.colour ?? "var(--sheet)"}
              d={
                row.from < 0.01
                  ? `M${from} ${y}H${to}V${y + bar}H${from}l4 -4.5l-4 -4.5l4 -4.5Z`
                  : `M${from} ${y}H${to}V${y + bar}H${from}Z`
              }
            />
            {most !== null && (
              <>
                <path className="share-post" d={`M${x(most)} ${y - 2}V${y + bar + 2}`} />
                {x(most) + 60 < width && (
                  <text className="quiet-text" x={x(most) + 6} y={y + 14}>
                    to {number(most, most < 1 ? 2 : 0)}
                  </text>
                )}
              </>
            )}
            <Peg x={Math.round(x(row.middle))} y={y + 16} held={false} label={row.name} text="" value={row.middle} />
          </g>
        );
      })}
      <g
        role="slider"
        tabIndex={0}
        className="one-percent"
        aria-label="1 % line"
        aria-orientation="vertical"
        aria-valuemin={0}
        aria-valuemax={shares}
        aria-valuenow={after}
        aria-valuetext={after === 0 ? "above all names" : `after name ${last?.row}, ${last?.name}`}
        onPointerDown={hold}
        onKeyDown={step}
      >
        <rect x="0" y={foot - 14} width={width} height="28" fill="transparent" />
        <path d={`M0 ${foot}H${width}`} />
        <rect className="one-percent-grip" x={width - 76} y={foot - 11} width="68" height="22" rx="3" />
        <text x={width - 42} y={foot + 5} textAnchor="middle">
          1{narrow}% line
        </text>
      </g>
      <path className="axis" d={`M0 ${height}H${width}`} />
      {words.map((word, i) => (
        <text
          key={word}
          className="state-word"
          x={(x(10 ** (i - 2)) + x(10 ** (i - 1))) / 2}
          y={height + 17}
          textAnchor="middle"
        >
          {word}
        </text>
      ))}
      {[0.01, 0.1, 1, 10, 100].map((percent) => (
        <g key={percent} className="scale">
          <path d={`M${x(percent)} ${height + 24}V${height + 32}`} />
          <text x={x(percent)} y={height + 46} textAnchor="middle">
            {percent === 1 ? `1${narrow}%` : String(percent)}
          </text>
        </g>
      ))}
    </svg>
  );
}
