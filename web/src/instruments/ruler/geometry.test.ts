import { describe, expect, it } from "vitest";
import type { CurveView, StateSpan } from "../../api/client";
import { axisOf, ghostParts, hillHeight, hillLine, layFlags, placeWords, ticks } from "./geometry";

const curve = (firmnessKPa: number[]): CurveView => ({
  firstC: -5,
  stepC: 0.5,
  firmnessKPa,
});

describe("warmth ruler", () => {
  it("lays 100 degrees over the width between the margins", () => {
    const axis = axisOf(1280);
    expect(axis.x(-5)).toBe(25);
    expect(axis.x(95)).toBe(1255);
    expect(axis.celsius(axis.x(41.5))).toBeCloseTo(41.5, 9);
    expect(axis.celsius(-100)).toBe(-5);
    expect(axis.celsius(9999)).toBe(95);
  });

  it("draws firmness as a hill that sinks to a film and is never higher than full", () => {
    expect(hillHeight(0, 100)).toBe(5);
    expect(hillHeight(600, 100)).toBeCloseTo(100, 6);
    expect(hillHeight(5000, 100)).toBe(100);
    const heights = [0.5, 2, 20, 80, 150, 400].map((kiloPascal) => hillHeight(kiloPascal, 100));
    expect([...heights].sort((a, b) => a - b)).toEqual(heights);
  });

  it("hangs the other trial as a reflection of the same height", () => {
    const axis = axisOf(1280);
    const up = hillLine(curve([300, 20, 0]), axis, 126, 86, -1);
    const down = hillLine(curve([300, 20, 0]), axis, 166, 86, 1);
    up.forEach(([, y], i) => expect(126 - y).toBeCloseTo((down[i]?.[1] ?? 0) - 166, 9));
  });

  it("shows a ghost only where it differs", () => {
    const axis = axisOf(1280);
    const now = hillLine(curve([300, 300, 20, 20]), axis, 144, 100, -1);
    const then = hillLine(curve([300, 300, 80, 80]), axis, 144, 100, -1);
    expect(ghostParts(now, then)).toEqual([then.slice(2)]);
    expect(ghostParts(now, now)).toEqual([]);
  });

  it("puts a word into the widest gap between stems, or leaves it out", () => {
    const axis = axisOf(1280);
    const spans: StateSpan[] = [
      { state: "firm", fromC: 0, toC: 40 },
      { state: "slumping", fromC: 40, toC: 41 },
    ];
    const words = placeWords(spans, axis, [axis.x(10)], () => 40);
    expect(words.map((word) => word.state)).toEqual(["firm"]);
    expect(words[0]?.x).toBeCloseTo(axis.x(25), 6);
  });

  it("flips flags at the right end and lowers those that would meet", () => {
    const flags = layFlags(
      [
        { id: "a", x: 100, width: 120 },
        { id: "b", x: 150, width: 120 },
        { id: "c", x: 1240, width: 120 },
      ],
      1272,
    );
    expect(flags.map((flag) => [flag.id, flag.lane, flag.flipped])).toEqual([
      ["a", 0, false],
      ["b", 1, false],
      ["c", 0, true],
    ]);
  });

  it("keeps nine landmarks apart", () => {
    const flags = layFlags(
      Array.from({ length: 9 }, (_, i) => ({ id: `${i}`, x: 300 + i * 8, width: 110 })),
      1272,
    );
    expect(new Set(flags.map((flag) => flag.lane)).size).toBe(9);
  });

  it("labels the scale in the unit shown", () => {
    expect(
      ticks(false)
        .filter((tick) => tick.label)
        .map((tick) => tick.label),
    ).toEqual(["0", "10", "20", "30", "40", "50", "60", "70", "80", "90"]);
    expect(ticks(true).find((tick) => tick.label === "140")?.celsius).toBeCloseTo(60, 9);
  });
});
