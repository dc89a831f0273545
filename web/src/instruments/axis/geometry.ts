import type { HillPoint, Instrument, LensTank } from "../../api/client";

/** A straight axis between two margins. */
export type Line = { x: (at: number) => number; at: (x: number) => number };

export function lineOf(instrument: Pick<Instrument, "from" | "to">, left: number, width: number): Line {
  const per = width / (instrument.to - instrument.from || 1);
  return {
    x: (at) => left + (Math.min(instrument.to, Math.max(instrument.from, at)) - instrument.from) * per,
    at: (x) => Math.min(instrument.to, Math.max(instrument.from, instrument.from + (x - left) / per)),
  };
}

/** Points of a silhouette; `direction` −1 stands up, +1 hangs down. A silhouette is never thinner than a film. */
export function hillPoints(
  hill: readonly HillPoint[],
  line: Line,
  base: number,
  full: number,
  direction: -1 | 1,
): [number, number][] {
  return hill.map((point) => [line.x(point.at), base + direction * Math.max(4, point.height * full)]);
}

/** Marks of a scale, each with its figure where it has one. */
export function marks(
  instrument: Pick<Instrument, "from" | "to" | "major" | "minor">,
): { at: number; figure: boolean }[] {
  const { from, to, major, minor } = instrument;
  const count = Math.round((to - from) / minor);
  return Array.from({ length: count + 1 }, (_, i) => {
    const at = from + i * minor;
    const steps = (at - from) / major;
    return { at, figure: Math.abs(steps - Math.round(steps)) < 1e-6 };
  });
}

/** Rows of instruments: side by side while their shares fit, the short ones in a row of their own. */
export function rowsOf(instruments: readonly Instrument[]): Instrument[][] {
  const rows: Instrument[][] = [];
  let taken = 1;
  for (const instrument of instruments.filter((one) => one.width > 0)) {
    if (taken + instrument.width > 1.001) {
      rows.push([]);
      taken = 0;
    }
    rows.at(-1)?.push(instrument);
    taken += instrument.width;
  }
  const short = instruments.filter((one) => one.width === 0);
  return short.length > 0 ? [...rows, short] : rows;
}

/** What is left of a tank's height above what is taken. */
export const tankHeights = (tank: LensTank, full: number) => ({
  whole: Math.max(8, tank.height * full),
  taken: Math.max(8, tank.height * full) * tank.filled,
});
