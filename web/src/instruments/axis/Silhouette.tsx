import type { HillPoint, Instrument } from "../../api/client";
import { ghostParts, linePath, outlinePath } from "../ruler/geometry";
import { hillPoints, type Line } from "./geometry";

/** What stands on an axis: its height is told by the instrument, its fill by the word below. */
export function Silhouette({
  id,
  patterns,
  instrument,
  line,
  base,
  full,
  direction,
  late,
  ghost,
  other,
}: {
  id: string;
  patterns: string;
  instrument: Instrument;
  line: Line;
  base: number;
  full: number;
  direction: -1 | 1;
  late: boolean;
  ghost?: readonly HillPoint[] | undefined;
  other?: boolean;
}) {
  if (instrument.hill.length === 0) return null;
  const points = hillPoints(instrument.hill, line, base, full, direction);
  const outline = outlinePath(points, base);
  const top = Math.min(base, base + direction * full) - 4;
  return (
    <g className={late ? "hill late" : "hill"}>
      <clipPath id={id}>
        <path d={outline} />
      </clipPath>
      <g clipPath={`url(#${id})`}>
        {!late &&
          instrument.words.map((word) => (
            <rect
              key={word.word}
              x={line.x(word.from)}
              width={Math.max(0, line.x(word.to) - line.x(word.from))}
              y={top}
              height={full + 8}
              fill={`url(#${patterns}-${word.wears})`}
            />
          ))}
      </g>
      <path className={other ? "hill-line other" : "hill-line"} d={outline} />
      {ghost &&
        ghostParts(points, hillPoints(ghost, line, base, full, direction)).map((part) => (
          <g key={part[0]?.[0]}>
            <path d={linePath(part)} className="ghost-casing" />
            <path d={linePath(part)} className="ghost-line" />
          </g>
        ))}
    </g>
  );
}
