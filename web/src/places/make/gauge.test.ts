import { describe, expect, it } from "vitest";
import { gaugeOf, reach, ticksOf } from "./gauge";

describe("weighing gauge", () => {
  it("fills upwards and gives the last tenth most of the room", () => {
    const gauge = gaugeOf(144, 0.7, 0, 700);
    const levels = [0, 50, 100, 129, 138, 144, 145, 150].map(gauge.y);
    expect([...levels].sort((a, b) => b - a)).toEqual(levels);
    expect(gauge.y(129.6)).toBeCloseTo(gauge.tear, 6);
    const perGramBelow = (gauge.y(0) - gauge.y(100)) / 100;
    const perGramAbove = (gauge.y(135) - gauge.y(144)) / 9;
    expect(perGramAbove / perGramBelow).toBeCloseTo(10, 6);
    expect(gauge.y(9999)).toBe(0);
  });

  it("knows short, right and over at the edges", () => {
    expect(reach(143.3, 144, 0.7)).toBe("right");
    expect(reach(144.7, 144, 0.7)).toBe("right");
    expect(reach(143.2, 144, 0.7)).toBe("short");
    expect(reach(144.8, 144, 0.7)).toBe("over");
  });

  it("marks round steps on both sides of the tear and keeps labels clear of the target", () => {
    const gauge = gaugeOf(144, 0.7, 24, 704);
    const ticks = ticksOf(gauge, [gauge.y(144)], 1);
    expect(ticks.map((tick) => tick.value)).toEqual([50, 100, 130, 135, 140, 145]);
    expect(ticks.filter((tick) => tick.label).every((tick) => Math.abs(tick.y - gauge.y(144)) > 26)).toBe(true);
  });

  it("steps in ounces where the house weighs in them", () => {
    const ounce = 28.349523125;
    const gauge = gaugeOf(144, 0.7, 24, 704);
    const ticks = ticksOf(gauge, [gauge.y(144)], ounce);
    expect(ticks.map((tick) => Number(tick.value.toFixed(6)))).toEqual([2, 4, 4.6, 4.8, 5, 5.2]);
    for (const tick of ticks) expect(tick.y).toBeCloseTo(gauge.y(tick.value * ounce), 9);
  });
});
