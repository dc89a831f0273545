import { Link } from "react-router";
import type { Clocks } from "../api/client";
import { time } from "../words/format";
import { useWidth } from "./useWidth";

type Props = { clocks: Clocks; now: number };

type Block = Clocks["batches"][number]["blocks"][number];

const spansMin = [120, 360, 720];
const letter = 7.2;

/** So many minutes that the next act is seen. */
function spanOf(clocks: Clocks, now: number): number {
  const next = Math.min(
    ...clocks.batches.flatMap((one) =>
      one.blocks.filter((block) => block.hands === "hands").map((block) => (Date.parse(block.from) - now) / 60_000),
    ),
  );
  return spansMin.find((span) => next < span * 0.9) ?? 720;
}

const fits = (words: string, width: number) => words.length * letter + 8 < width;

/** A lane for each batch: blocks where it wants the hands, thin ones where it goes on alone, red where two want them. */
export function HandsStrip({ clocks, now }: Props) {
  const [box, width] = useWidth<HTMLDivElement>(1280);
  const wide = Math.max(400, width) - 24;
  const span = spanOf(clocks, now);
  const left = 216;
  const x = (at: string | number) =>
    Math.max(
      left,
      Math.min(wide, left + ((wide - left) * ((typeof at === "number" ? at : Date.parse(at)) - now)) / 60_000 / span),
    );
  const tall = 56;
  const bottom = 14 + tall * clocks.batches.length;
  const every = span / 4;
  const first = new Date(now);
  first.setMinutes(Math.ceil(first.getMinutes() / 30) * 30, 0, 0);
  const ticks = Array.from({ length: 9 }, (_, i) => first.getTime() + i * Math.max(30, every) * 60_000).filter(
    (tick) => tick < now + span * 60_000,
  );
  const row = (blocks: readonly Block[], y: number) =>
    [...blocks]
      .filter((block) => Date.parse(block.to) > now && Date.parse(block.from) < now + span * 60_000)
      .sort((a, b) => Number(a.hands === "hands") - Number(b.hands === "hands"))
      .map((block) => {
        const from = x(block.from);
        const across = Math.max(2, x(block.to) - from);
        const isHands = block.hands === "hands";
        const isNow = isHands && Date.parse(block.from) <= now;
        return (
          <g key={`${block.lot} ${block.step}`}>
            <rect
              className={isNow ? "hands-block now" : isHands ? "hands-block" : "hands-waits"}
              x={from}
              y={isHands ? y : y + tall - 28}
              width={across}
              height={isHands ? tall - 14 : 14}
            >
              <title>
                {block.title}, {time(block.from)} to {time(block.to)}
              </title>
            </rect>
            {fits(block.title, across) && (
              <text
                className={isHands && !isNow ? "hands-in" : "hands-by"}
                x={isHands ? from + across / 2 : from + 6}
                y={isHands ? y + (tall - 14) / 2 + 5 : y + tall - 34}
                textAnchor={isHands ? "middle" : "start"}
              >
                {block.title}
              </text>
            )}
          </g>
        );
      });
  return (
    <nav className="hands" ref={box} aria-label="Batches in hand">
      <ul className="hands-names" style={{ height: bottom }}>
        {clocks.batches.map((one) => (
          <li key={one.batch} style={{ height: tall }}>
            <Link to={`/make/${one.batch}`}>
              <i className="chip" style={{ background: one.colour }} />
              <b>{one.formulaName}</b>
              <span>{one.says}</span>
            </Link>
          </li>
        ))}
      </ul>
      <svg viewBox={`0 0 ${wide + 24} ${bottom + 48}`} role="img" aria-label="What your hands do">
        {clocks.batches.map((one, i) => (
          <g key={one.batch}>{row(one.blocks, 14 + i * tall)}</g>
        ))}
        {clocks.lane
          .filter((one) => one.isBoth && Date.parse(one.from) < now + span * 60_000)
          .map((one) => (
            <rect
              key={one.from}
              className="hands-both"
              x={x(one.from)}
              y={bottom - 12}
              width={Math.max(3, x(one.to) - x(one.from))}
              height="12"
            />
          ))}
        <path className="hands-axis" d={`M${left} ${bottom}H${wide}`} />
        {clocks.lane.map((one) => {
          const [from, to] = [x(one.from), x(one.to)];
          return (
            <g key={one.from}>
              {to > from && to < wide && <path className="hands-cut" d={`M${to} ${bottom}v18`} />}
              {fits(one.words, to - from) && (
                <text
                  className={one.isBoth ? "hands-lane both" : "hands-lane"}
                  x={(from + to) / 2}
                  y={bottom + 15}
                  textAnchor="middle"
                >
                  {one.words}
                </text>
              )}
            </g>
          );
        })}
        {ticks.map((tick) => (
          <g key={tick}>
            <path className="hands-cut" d={`M${x(tick)} ${bottom + 22}v6`} />
            <text className="hands-time" x={x(tick)} y={bottom + 42} textAnchor="middle">
              {time(new Date(tick).toISOString())}
            </text>
          </g>
        ))}
        <path className="hands-now" d={`M${left} 4V${bottom}`} />
        <text className="hands-time" x={left + 6} y={12}>
          {time(new Date(now).toISOString())}
        </text>
      </svg>
    </nav>
  );
}
