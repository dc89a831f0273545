import type { LotView } from "../../api/client";
import { useWidth } from "../../shell/useWidth";
import { type Units } from "../../words/format";
import { amount, month } from "./amounts";

type Props = {
  lots: LotView[];
  today: string;
  colour: string | null;
  chosen: string | null;
  units: Units;
  onChoose: (lot: LotView) => void;
};

const dayMs = 86_400_000;
const bar = 24;
const foot = 46;
const edge = 4;

/** Lots on one axis of time: a bar begins when the lot was opened and ends at its date; its filled height is what is left. */
export function LotTimeline({ lots, today, colour, chosen, units, onChoose }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>(352);
  const at = (date: string) => Date.parse(`${date}T00:00:00Z`);
  const beginOf = (lot: LotView) => at(lot.lot.facts.openedOn ?? lot.lot.facts.receivedOn);
  const now = at(today);
  const first = Math.min(now, ...lots.map(beginOf)) - 10 * dayMs;
  const last = Math.max(now + 60 * dayMs, ...lots.map((lot) => (lot.useBy ? at(lot.useBy) : 0))) + 20 * dayMs;
  const x = (time: number) => edge + ((time - first) / (last - first)) * (width - 2 * edge);
  const ticks = quarters(first, last);
  const nowX = x(now);
  return (
    <div ref={ref} className="lots-axis" role="list" aria-label="Lots">
      {lots.map((lot) => {
        const { facts, left, received, setApartFor, kind } = lot.lot;
        const from = x(beginOf(lot));
        const to = Math.max(from + 6, lot.useBy ? x(at(lot.useBy)) : width - edge);
        const full = received > 0 ? Math.min(1, left / received) : 0;
        return (
          <div key={lot.lot.id} role="listitem">
            <button
              type="button"
              className="lot-row"
              aria-current={lot.lot.id === chosen}
              onClick={() => onChoose(lot)}
            >
              <span className="lot-head">
                <b className="lot">{facts.code}</b>
                <span>
                  <b>{amount(kind, left, units)}</b> {lot.says}
                </span>
              </span>
              <svg width={width} height={bar + 6} aria-hidden="true">
                <rect x={from} y={2} width={to - from} height={bar} className="lot-empty" />
                <rect
                  x={from}
                  y={2 + bar * (1 - full)}
                  width={to - from}
                  height={bar * full}
                  fill={colour ?? "var(--well)"}
                />
                {setApartFor && <rect x={from} y={2} width={to - from} height={bar} fill="url(#apart)" />}
                <rect x={from} y={2} width={to - from} height={bar} className="lot-edge" />
                <path d={`M${nowX} 0V${bar + 4}`} className="now-casing" />
                <path d={`M${nowX} 0V${bar + 4}`} className="now-stem" />
              </svg>
            </button>
          </div>
        );
      })}
      <svg width={width} height={foot} aria-hidden="true" className="lots-scale">
        <defs>
          <pattern id="apart" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <path d="M0 0V7" className="hatch" />
          </pattern>
        </defs>
        <path d={`M${edge} 14H${width - edge}`} className="scale-line" />
        {ticks.map((tick) => (
          <path key={tick.time} d={`M${x(tick.time)} 14v${tick.half ? 8 : 4}`} className="scale-line" />
        ))}
        {ticks
          .filter(
            (tick) => tick.half && Math.abs(x(tick.time) - nowX) > 52 && x(tick.time) > 20 && x(tick.time) < width - 24,
          )
          .map((tick) => (
            <text key={tick.time} x={x(tick.time)} y={38} textAnchor="middle">
              {month(new Date(tick.time).toISOString().slice(0, 10)).replace(" 20", " ")}
            </text>
          ))}
        <path d={`M${nowX - 5} 0h10v14l-5 6-5-6z`} className="now-peg" />
        <text x={Math.max(28, Math.min(width - 28, nowX))} y={38} textAnchor="middle" className="now-word">
          today
        </text>
      </svg>
      <p className="lots-foot">Length: opening to its date. Height: what is left.</p>
    </div>
  );
}

/** The first days of quarters; every second one is named. */
function quarters(first: number, last: number): { time: number; half: boolean }[] {
  const ticks = [];
  const years = (last - first) / (365 * dayMs);
  const step = years > 3 ? 6 : 3;
  for (const at = new Date(first); at.getTime() < last; at.setUTCMonth(at.getUTCMonth() + 1, 1)) {
    const time = Date.UTC(at.getUTCFullYear(), at.getUTCMonth(), 1);
    if (time > first && at.getUTCMonth() % step === 0) ticks.push({ time, half: at.getUTCMonth() % (2 * step) === 0 });
  }
  return ticks;
}
