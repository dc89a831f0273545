import type { CurveView, StateSpan } from "../../api/client";
import { type Axis, ghostParts, hillLine, linePath, outlinePath } from "./geometry";

type Props = {
  id: string;
  patterns: string;
  curve: CurveView;
  spans: StateSpan[];
  doubtC: number;
  axis: Axis;
  baseline: number;
  full: number;
  direction: -1 | 1;
  ghost?: CurveView | null | undefined;
  other?: boolean;
  late?: boolean;
};

/** The silhouette of a product: height is firmness, fill is the state. */
export function Hill({
  id,
  patterns,
  curve,
  spans,
  doubtC,
  axis,
  baseline,
  full,
  direction,
  ghost,
  other,
  late,
}: Props) {
  const line = hillLine(curve, axis, baseline, full, direction);
  const outline = outlinePath(line, baseline);
  const top = Math.min(baseline, baseline + direction * full) - 4;
  if (!outline) return null;
  return (
    <g className={late ? "hill late" : "hill"}>
      <clipPath id={`${id}-clip`}>
        <path d={outline} />
      </clipPath>
      <g clipPath={`url(#${id}-clip)`}>
        {!late &&
          spans.map((span) => (
            <rect
              key={span.state}
              x={axis.x(span.fromC)}
              width={Math.max(0, axis.x(span.toC) - axis.x(span.fromC))}
              y={top}
              height={full + 8}
              fill={`url(#${patterns}-${span.state})`}
            />
          ))}
        {!late &&
          spans.slice(1).map((span, i) => {
            // The frayed edge is as wide as the doubt, but never wider than the states it parts.
            const before = spans[i];
            if (!before) return null;
            const half = Math.min(doubtC / 2, (span.toC - span.fromC) / 2, (before.toC - before.fromC) / 2);
            return (
              <rect
                key={span.state}
                x={axis.x(span.fromC - half)}
                width={axis.x(span.fromC + half) - axis.x(span.fromC - half)}
                y={top}
                height={full + 8}
                fill={`url(#${patterns}-fray-${span.state})`}
              />
            );
          })}
      </g>
      <path d={outline} className={other ? "hill-line other" : "hill-line"} />
      {ghost &&
        ghostParts(line, hillLine(ghost, axis, baseline, full, direction)).map((part) => (
          <g key={part[0]?.[0]}>
            <path d={linePath(part)} className="ghost-casing" />
            <path d={linePath(part)} className="ghost-line" />
          </g>
        ))}
    </g>
  );
}
