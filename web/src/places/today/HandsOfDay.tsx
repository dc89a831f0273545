import type { Clocks } from "../../api/client";
import { useWidth } from "../../shell/useWidth";
import { time } from "../../words/format";

const hourMs = 3_600_000;
const leastHours = 3;
const mostHours = 12;
const left = 24;
const top = 16;
const tall = 52;
const low = 16;
const letter = 7.2;
const bottom = top + tall;

/** Names that neither cover each other nor a block. */
function named(waits: { title: string; at: number; across: number }[], acts: { at: number; to: number }[]) {
  const taken = acts.map((act) => ({ from: act.at, to: act.to }));
  return waits.map((one) => {
    const words = { from: one.at + 4, to: one.at + 12 + one.title.length * letter };
    const fits =
      one.at + one.across >= words.to && !taken.some((other) => other.from < words.to && other.to > words.from);
    if (fits) taken.push(words);
    return fits;
  });
}

/** The day of one pair of hands: numbered blocks where it is wanted, hatched where batches go on alone. */
export function HandsOfDay({ clocks, now }: { clocks: Clocks; now: number }) {
  const [box, width] = useWidth<HTMLDivElement>(860);
  const wide = Math.max(400, width) - left;
  // Full hours of the place where she lives: some stand half an hour off.
  const zone = new Date(now).getTimezoneOffset() * 60_000;
  const first = Math.floor((now - zone) / hourMs) * hourMs + zone;
  const last = Math.max(...clocks.acts.map((act) => Date.parse(act.to)), now);
  const hours = Math.min(mostHours, Math.max(leastHours, Math.ceil((last - first) / hourMs)));
  const until = first + hours * hourMs;
  const x = (at: number) => left + ((wide - left) * (Math.min(until, Math.max(now, at)) - first)) / (until - first);
  const waits = clocks.batches
    .flatMap((one) => one.blocks.filter((block) => block.hands !== "hands"))
    .map((block) => ({
      ...block,
      at: x(Date.parse(block.from)),
      across: x(Date.parse(block.to)) - x(Date.parse(block.from)),
    }))
    .filter((block) => block.across > 0);
  const acts = clocks.acts.map((act) => ({
    ...act,
    at: x(Date.parse(act.from)),
    to: x(Date.parse(act.to)),
    until: act.to,
  }));
  const names = named(waits, acts);
  return (
    <div className="hands" ref={box}>
      <svg viewBox={`0 0 ${wide + left} ${bottom + 26}`} role="img" aria-label="What your hands do">
        <pattern id="hands-alone" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect className="hands-alone-ground" width="8" height="8" />
          <path className="hands-alone-line" d="M0 0V8" />
        </pattern>
        {waits.map((block, i) => (
          <g key={`${block.lot} ${block.step}`}>
            <rect className="hands-alone" x={block.at} y={bottom - low} width={block.across} height={low} />
            {names[i] && (
              <text className="hands-by" x={block.at + 8} y={bottom - low - 8}>
                {block.title}
              </text>
            )}
          </g>
        ))}
        {/* Where two begin at once, the first lies on top. */}
        {acts.toReversed().map((act) => {
          const number = String(act.number);
          const isFirst = act === acts[0];
          return (
            <g key={act.number}>
              <rect
                className={isFirst ? "hands-block now" : "hands-block"}
                x={act.at}
                y={top}
                width={Math.max(3, act.to - act.at)}
                height={tall}
              >
                <title>{`${act.title}, ${time(act.from)} to ${time(act.until)}`}</title>
              </rect>
              {number.length * 12 + 4 < act.to - act.at && (
                <text
                  className={isFirst ? "hands-number now" : "hands-number"}
                  x={(act.at + act.to) / 2}
                  y={top + 34}
                  textAnchor="middle"
                >
                  {number}
                </text>
              )}
            </g>
          );
        })}
        <path className="hands-axis" d={`M${left} ${bottom}H${wide}`} />
        {Array.from({ length: hours + 1 }, (_, i) => first + i * hourMs).map((hour, i) => (
          <g key={hour}>
            <path className="hands-cut" d={`M${left + ((wide - left) * i) / hours} ${bottom}v7`} />
            <text className="hands-time" x={left + ((wide - left) * i) / hours} y={bottom + 22} textAnchor="middle">
              {new Date(hour).getHours()}
            </text>
          </g>
        ))}
        <path className="hands-now" d={`M${x(now)} 2V${bottom}`} />
        <text className="hands-lane" x={x(now) + 6} y={12}>
          {time(new Date(now).toISOString())}
        </text>
      </svg>
    </div>
  );
}
