import { describe, expect, it } from "vitest";
import { type LayerIn, neighbours, stack, trade, uncrossed } from "./geometry";

const line = (id: string, percent: number, kept = false): LayerIn => ({ id, percent, kept, colour: "#fff" });
const slipway = [
  line("wax", 12),
  line("candelilla", 1),
  line("shea", 24),
  line("lanolin", 8, true),
  line("sunflower", 43),
  line("castor", 10),
  line("scent", 1),
  line("vitamin", 0.8),
  line("rosemary", 0.2),
];

describe("strata", () => {
  it("stacks thick layers in row order and puts thin ones into the tray, four times as thick", () => {
    const shape = stack(slipway, 3.52);
    expect(shape.columnHeight).toBeCloseTo(97 * 3.52, 6);
    expect(shape.trayHeight).toBeCloseTo(3 * 3.52 * 4, 6);
    expect(shape.layers.map((layer) => layer.id)).toEqual(slipway.map((one) => one.id));
    expect(shape.layers.filter((layer) => layer.inTray).map((layer) => layer.id)).toEqual([
      "candelilla",
      "scent",
      "vitamin",
      "rosemary",
    ]);
  });

  it("trades between two layers, in tenths, and stops when one is used up", () => {
    const moved = trade(slipway, "shea", "sunflower", 2.04);
    expect(moved.by).toBe(2);
    expect(moved.lines.find((one) => one.id === "shea")?.percent).toBe(26);
    expect(moved.lines.reduce((sum, one) => sum + one.percent, 0)).toBeCloseTo(100, 9);
    expect(trade(slipway, "shea", "sunflower", 99).by).toBe(43);
    expect(trade(slipway, "shea", "sunflower", -99).by).toBe(-24);
  });

  it("passes over kept layers", () => {
    const column = stack(slipway, 3.52).layers.filter((layer) => !layer.inTray);
    const pair = neighbours(column, "lanolin");
    expect([pair?.upper.id, pair?.lower.id, pair?.passed.map((one) => one.id)]).toEqual([
      "shea",
      "sunflower",
      ["lanolin"],
    ]);
    expect(neighbours([line("a", 50, true), line("b", 50)], "a")).toBeNull();
  });

  it("leaves out a tray ribbon that would cross another", () => {
    const drawn = uncrossed([
      { id: "thick", from: 0, to: 10, inTray: false },
      { id: "thin", from: 400, to: 5, inTray: true },
      { id: "low", from: 410, to: 300, inTray: true },
    ]);
    expect([...drawn]).toEqual(["thick", "low"]);
  });
});
