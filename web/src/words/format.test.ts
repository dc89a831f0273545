import { describe, expect, it } from "vitest";
import type { HouseSettings } from "../api/client";
import { number, percent, brief, plural, quoted, readNumber, span, Units } from "./format";

const workshop = (change: object = {}) =>
  ({
    temperature: "celsius",
    weight: "grams",
    scale: { resolutionG: 0.1 },
    currency: "£",
    ...change,
  }) as HouseSettings["workshop"];

describe("numbers and units", () => {
  it("uses a true minus and never minus nothing", () => {
    expect(number(-0.04, 1)).toBe("0.0");
    expect(number(-28, 1)).toBe("−28.0");
    expect(number(1080, 1)).toBe("1,080.0");
    expect(number(1234567.25, 2)).toBe("1,234,567.25");
  });

  it("shows shares with one decimal, two below one or where they are needed", () => {
    expect([18, 0.8, 0.2, 12.25, 0].map(percent)).toEqual(["18.0", "0.80", "0.20", "12.25", "0.0"]);
  });

  it("writes and reads the house's units", () => {
    const metric = new Units(workshop());
    const other = new Units(workshop({ temperature: "fahrenheit", weight: "ounces" }));
    expect(metric.temperature(41.6)).toBe("41.5\u202f°C");
    expect(other.temperature(41.7)).toBe("107\u202f°F");
    expect(metric.weight(144)).toBe("144.0\u202fg");
    expect(other.weight(144)).toBe("5.079\u202foz");
    expect(metric.roundWeight(12_500)).toBe("12.5\u202fkg");
    expect(other.readTemperature("212")).toBeCloseTo(100, 9);
    expect(other.readWeight("1")).toBeCloseTo(28.3495, 3);
    expect(metric.money(0.046)).toBe("£0.046");
  });

  it("shows grams at the scale's step", () => {
    expect(
      [1, 0.1, 0.01].map((resolutionG) => new Units(workshop({ scale: { resolutionG } })).bareWeight(18.04)),
    ).toEqual(["18", "18.0", "18.04"]);
  });

  it("reads both decimal marks and refuses the rest", () => {
    expect(["12,5", "12.5", " 3 ", "−4", ".5"].map(readNumber)).toEqual([12.5, 12.5, 3, -4, 0.5]);
    expect(["", "ten", "1e5", "1.2.3", "1".repeat(40), "<b>1</b>"].map(readNumber)).toEqual([
      null,
      null,
      null,
      null,
      null,
      null,
    ]);
  });

  it("words times and counts", () => {
    expect(span(22 * 60_000)).toBe("22\u202fmin");
    expect(span(190 * 60_000)).toBe("3\u202fh 10");
    expect(span(3 * 86_400_000)).toBe("3 days");
    expect([plural("tin", 1), plural("tin", 2)]).toEqual(["tin", "tins"]);
  });

  it.each([
    ["batch", "batches"],
    ["box", "boxes"],
    ["glass", "glasses"],
    ["jelly", "jellies"],
    ["tray", "trays"],
    ["tube", "tubes"],
  ])("words many of a %s as %s", (one, many) => expect([plural(one, 0), plural(one, 1)]).toEqual([many, one]));

  it.each([
    ["Vitamin E, mixed", "vitamin E"],
    ["Beeswax", "beeswax"],
    ["MCT oil", "MCT oil"],
    ["Øland rye", "øland rye"],
  ])("tells %s inside a sentence as %s", (name, told) => expect(brief(name)).toBe(told));

  it("puts no quotes round nothing", () =>
    expect(["", "  ", " ten ", "x".repeat(60)].map(quoted)).toEqual([
      "An empty field",
      "An empty field",
      "“ten”",
      `“${"x".repeat(40)}”`,
    ]));
});
