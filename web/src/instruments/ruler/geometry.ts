import type { CurveView, StateSpan } from "../../api/client";

/** The axis of the warmth ruler: −5 to 95 °C over the width between the margins. */
export const firstC = -5;
export const lastC = 95;
export const margin = 25;

export type Axis = { width: number; x: (celsius: number) => number; celsius: (x: number) => number };

export function axisOf(width: number): Axis {
  const perDegree = (width - 2 * margin) / (lastC - firstC);
  return {
    width,
    x: (celsius) => margin + (celsius - firstC) * perDegree,
    celsius: (x) => Math.min(lastC, Math.max(firstC, firstC + (x - margin) / perDegree)),
  };
}

/** Height of the hill for a yield value: a log scale bent so that it reads as a hill, and a film where it is liquid. */
export function hillHeight(kiloPascal: number, full: number): number {
  if (kiloPascal <= 0.5) return 5;
  return Math.max(5, Math.min(full, full * (Math.log(kiloPascal / 0.5) / Math.log(1200)) ** 1.5));
}

/** Outline of the hill from left to right, as points; `direction` −1 stands up, +1 hangs down. */
export function hillLine(
  curve: CurveView,
  axis: Axis,
  baseline: number,
  full: number,
  direction: -1 | 1,
): [number, number][] {
  return curve.firmnessKPa.map((firmness, i) => [
    axis.x(curve.firstC + i * curve.stepC),
    baseline + direction * hillHeight(firmness, full),
  ]);
}

const tenth = (px: number) => Math.round(px * 10) / 10;

export function linePath(points: [number, number][]): string {
  return points.map(([x, y], i) => `${i === 0 ? "M" : "L"}${tenth(x)} ${tenth(y)}`).join("");
}

/** The line of a silhouette with its two sides down to the baseline; open below. */
export function outlinePath(points: [number, number][], baseline: number): string {
  const [first] = points;
  return first ? `M${tenth(first[0])} ${baseline}${linePath(points).replace("M", "L")}V${baseline}` : "";
}

export function areaPath(points: [number, number][], baseline: number): string {
  return points.length === 0 ? "" : `${outlinePath(points, baseline)}Z`;
}

/** Parts of the new line where it leaves the old one by enough to be seen. */
export function ghostParts(now: [number, number][], then: [number, number][], least = 1.6): [number, number][][] {
  const parts: [number, number][][] = [];
  let part: [number, number][] = [];
  then.forEach((point, i) => {
    const was = now[i];
    if (was && Math.abs(point[1] - was[1]) >= least) {
      part.push(point);
    } else if (part.length) {
      parts.push(part);
      part = [];
    }
  });
  if (part.length) parts.push(part);
  return parts.filter((one) => one.length > 1);
}

/** The words that fit: centred in the widest gap that no stem crosses, six pixels clear of it. */
export function fitWords<T extends { word: string; from: number; to: number }>(
  spans: readonly T[],
  stems: readonly number[],
  textWidth: (word: string) => number,
): (T & { x: number })[] {
  const placed: (T & { x: number })[] = [];
  for (const span of spans) {
    const inside = stems.filter((x) => x > span.from && x < span.to).sort((a, b) => a - b);
    const edges = [span.from, ...inside, span.to];
    let best = { from: 0, to: 0 };
    for (let i = 1; i < edges.length; i++) {
      const gap = { from: edges[i - 1] ?? 0, to: edges[i] ?? 0 };
      if (gap.to - gap.from > best.to - best.from) best = gap;
    }
    if (best.to - best.from >= textWidth(span.word) + 12) placed.push({ ...span, x: (best.from + best.to) / 2 });
  }
  return placed;
}

/** The state words of a ruler that fit. */
export function placeWords(spans: StateSpan[], axis: Axis, stems: number[], textWidth: (word: string) => number) {
  return fitWords(
    spans.map((span) => ({
      word: span.state,
      state: span.state,
      span,
      from: axis.x(span.fromC),
      to: axis.x(span.toC),
    })),
    stems,
    textWidth,
  );
}

export type Flag = { id: string; x: number; width: number; flipped: boolean; lane: number };

/** Lays flags beside their stems: flipped at the right end, on a lower lane where two would meet. */
export function layFlags(stems: { id: string; x: number; width: number }[], right: number): Flag[] {
  const flags: Flag[] = [];
  for (const stem of [...stems].sort((a, b) => a.x - b.x)) {
    const flipped = stem.x + stem.width > right;
    const from = flipped ? stem.x - stem.width : stem.x;
    const to = from + stem.width;
    let lane = 0;
    while (
      flags.some(
        (flag) =>
          flag.lane === lane &&
          (flag.flipped ? flag.x - flag.width : flag.x) < to + 6 &&
          (flag.flipped ? flag.x : flag.x + flag.width) > from - 6,
      )
    )
      lane++;
    flags.push({ ...stem, flipped, lane });
  }
  return flags;
}

/** Ticks of the scale in the unit shown: every degree, longer at fives and tens. */
export function ticks(fahrenheit: boolean): { celsius: number; length: 3 | 6 | 9; label?: string }[] {
  if (!fahrenheit) {
    return Array.from({ length: lastC - firstC + 1 }, (_, i) => {
      const celsius = firstC + i;
      const ten = celsius % 10 === 0;
      return {
        celsius,
        length: ten ? 9 : celsius % 5 === 0 ? 6 : 3,
        ...(ten ? { label: String(celsius).replace("-", "−") } : {}),
      } as const;
    });
  }
  const marks = [];
  for (let degree = 24; degree <= 203; degree += 2) {
    const twenty = degree % 20 === 0;
    marks.push({
      celsius: ((degree - 32) * 5) / 9,
      length: twenty ? 9 : degree % 10 === 0 ? 6 : 3,
      ...(twenty ? { label: String(degree) } : {}),
    } as const);
  }
  return marks;
}
