import type { CompareView } from "../../../api/client";
import { trayBelow, trayTimes } from "../../../instruments/strata/geometry";

export const pxPerPercent = 1.5;
/** Room at the left for names, and the width of a column, px. */
export const names = 192;
export const columnWidth = 96;
/** Differences from here on are told, percent. */
const tellFrom = 0.5;
const leastApart = 16;

type Line = CompareView["trials"][number]["content"]["lines"][number];
export type Block = { material: string; percent: number; y: number; height: number };
export type Column = { x: number; blocks: Block[]; tray: Block[] };

/** Materials in the order in which they stand: those of the first trial, later ones where they join. */
export function orderOf(trials: readonly { content: { lines: readonly Line[] } }[]): string[] {
  const order: string[] = [];
  for (const trial of trials) {
    let at = -1;
    for (const line of trial.content.lines) {
      const known = order.indexOf(line.material);
      if (known >= 0) at = known;
      else order.splice(++at, 0, line.material);
    }
  }
  return order;
}

/** A material lies in the tray of every column when it is thin wherever it is. */
export function columnsOf(view: CompareView, width: number): { columns: Column[]; trayTop: number } {
  const order = orderOf(view.trials);
  const share = (lines: readonly Line[], material: string) =>
    lines.filter((line) => line.material === material).reduce((sum, line) => sum + line.percent, 0);
  const thin = new Set(
    order.filter((material) => view.trials.every((trial) => share(trial.content.lines, material) < trayBelow)),
  );
  const step = (width - names) / view.trials.length;
  const stack = (lines: readonly Line[], of: string[], times: number, top: number): Block[] => {
    let y = top;
    return of.flatMap((material) => {
      const percent = share(lines, material);
      const height = percent * pxPerPercent * times;
      const block = { material, percent, y, height };
      y += height;
      return percent > 0 ? [block] : [];
    });
  };
  const high = Math.max(
    ...view.trials.map((trial) =>
      order.filter((one) => !thin.has(one)).reduce((sum, one) => sum + share(trial.content.lines, one), 0),
    ),
  );
  const trayTop = high * pxPerPercent + 10;
  return {
    trayTop,
    columns: view.trials.map((trial, i) => ({
      x: names + i * step,
      blocks: stack(
        trial.content.lines,
        order.filter((one) => !thin.has(one)),
        1,
        0,
      ),
      tray: stack(
        trial.content.lines,
        order.filter((one) => thin.has(one)),
        trayTimes,
        trayTop,
      ),
    })),
  };
}

/** What changes from one column to the next, where it is enough to be told. */
export function changes(from: Column, to: Column): { material: string; by: number; y: number }[] {
  const all = [...new Set([...from.blocks, ...to.blocks].map((block) => block.material))];
  const told = all.flatMap((material) => {
    const one = from.blocks.find((block) => block.material === material);
    const other = to.blocks.find((block) => block.material === material);
    const by = (other?.percent ?? 0) - (one?.percent ?? 0);
    const mid = (block: Block | undefined) => (block ? block.y + block.height / 2 : null);
    const y = (mid(one) ?? mid(other) ?? 0) / 2 + (mid(other) ?? mid(one) ?? 0) / 2;
    return Math.abs(by) >= tellFrom ? [{ material, by, y }] : [];
  });
  return told.sort((a, b) => a.y - b.y);
}

/** Names beside thin layers step aside, each as near to its layer as can be. */
export function spread(at: number[], least = leastApart): number[] {
  const placed: number[] = [];
  for (const y of at) placed.push(Math.max(y, (placed.at(-1) ?? Number.NEGATIVE_INFINITY) + least));
  return placed;
}
