import { describe, expect, it } from "vitest";
import type { CompareView } from "../../../api/client";
import { changes, columnsOf, names, orderOf, pxPerPercent, spread } from "./geometry";

const trial = (id: number, lines: [string, number][]) => ({
  id,
  content: { lines: lines.map(([material, percent], i) => ({ id: `L${i}`, material, percent })) },
});
const view = {
  trials: [
    trial(1, [
      ["wax", 10],
      ["oil", 89],
      ["scent", 1],
    ]),
    trial(2, [
      ["wax", 8],
      ["butter", 20],
      ["oil", 71],
      ["scent", 1],
    ]),
  ],
} as unknown as CompareView;

describe("trials side by side", () => {
  it("keep the order of the first, and what joins stands where it joins", () => {
    expect(orderOf(view.trials)).toEqual(["wax", "butter", "oil", "scent"]);
  });

  it("stack to the same height, with what is thin everywhere in the tray", () => {
    const { columns, trayTop } = columnsOf(view, 1000);
    expect(columns.map((column) => column.x)).toEqual([names, names + (1000 - names) / 2]);
    for (const column of columns) {
      expect(column.blocks.reduce((sum, block) => sum + block.height, 0)).toBeCloseTo(99 * pxPerPercent);
      expect(column.tray.map((block) => block.material)).toEqual(["scent"]);
      expect(column.tray[0]?.y).toBe(trayTop);
    }
    expect(columns[1]?.blocks.map((block) => block.material)).toEqual(["wax", "butter", "oil"]);
  });

  it("tell what changes by half a percent or more, from the top", () => {
    const { columns } = columnsOf(view, 1000);
    const [one, other] = columns;
    if (!one || !other) throw new Error("two columns");
    const told = changes(one, other);
    expect(told.map((change) => [change.material, change.by])).toEqual(
      expect.arrayContaining([
        ["wax", -2],
        ["butter", 20],
        ["oil", -18],
      ]),
    );
    expect(told.map((change) => change.y)).toEqual([...told.map((change) => change.y)].sort((a, b) => a - b));
    expect(changes(one, one)).toEqual([]);
  });

  it("let names step aside and never over one another", () => {
    expect(spread([5, 8, 60], 16)).toEqual([5, 21, 60]);
    expect(spread([])).toEqual([]);
  });
});
