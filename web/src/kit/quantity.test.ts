import { describe, expect, it } from "vitest";
import type { HouseSettings } from "../api/client";
import { Units } from "../words/format";
import { complaint, isBlank, isTaken, quantity, shownIn, typed } from "./quantity";

const in_ = (temperature: "celsius" | "fahrenheit", weight: "grams" | "ounces", resolutionG = 0.1) =>
  new Units({ temperature, weight, scale: { resolutionG }, currency: "£" } as unknown as HouseSettings["workshop"]);
const here = in_("celsius", "grams");
const there = in_("fahrenheit", "ounces");

describe("a quantity in a field", () => {
  it("stays what it is when the house changes its units, there and back", () => {
    const batch = typed(quantity("mass", null, here), "300", here);
    expect(batch.exact).toBe(300);
    const abroad = shownIn(batch, there);
    expect([abroad.text, abroad.exact]).toEqual(["10.582", 300]);
    expect(shownIn(abroad, here)).toMatchObject({ text: "300", exact: 300 });
    const heat = shownIn(typed(quantity("temperature", null, there), "115", there), here);
    expect(heat.text).toBe("46");
    expect(heat.exact).toBeCloseTo(46.111, 3);
  });

  it.each([600, 1080, 0.8, 144.25, 12_345.67])(
    "writes %s g so that it reads it again, in grams and ounces",
    (grams) => {
      for (const units of [here, there, in_("celsius", "ounces", 0.01)]) {
        const shown = quantity("mass", grams, units);
        const again = typed(shown, shown.text, units).exact ?? Number.NaN;
        expect(Math.abs(again - grams)).toBeLessThan(Math.max(0.05, grams * 0.005));
      }
    },
  );

  it("takes a price by the pound where the house weighs in ounces, and keeps it by the kilogram", () => {
    const price = quantity("price", 18.5, there);
    expect([price.text, price.unit]).toEqual(["8.3915", "a lb"]);
    expect(shownIn(price, here)).toMatchObject({ text: "18.5", unit: "a kg" });
    expect(typed(price, "4,5", there).exact).toBeCloseTo(9.92, 2);
    expect([here.price(8), there.price(8)]).toEqual(["£8.00 a kg", "£3.63 a lb"]);
  });

  it("does not guess what a comma parts", () => {
    for (const text of ["1,080", "-2,500", " 12,345 "]) {
      const of = typed(quantity("mass", null, here), text, here);
      expect(of.exact).toBeNull();
      expect(complaint(of, 600, here)).toContain("can be read as");
    }
    for (const [text, exact] of [
      ["12,5", 12.5],
      ["0,125", 0.125],
      ["1080", 1080],
      ["1,08", 1.08],
    ] as const)
      expect(typed(quantity("mass", null, here), text, here).exact).toBe(exact);
  });

  it("says what it wants in the units of the house, and keeps what is no number", () => {
    const of = typed(quantity("temperature", 20, here), "warm", here);
    expect(complaint(of, 60, here)).toBe("“warm” is not a temperature. Type one such as 60.");
    expect(complaint(of, 60, there)).toBe("“warm” is not a temperature. Type one such as 140.");
    expect(shownIn(of, there).text).toBe("warm");
    expect(isTaken(of)).toBe(false);
    const blank = typed(of, " ", here);
    expect([isBlank(blank), isTaken(blank), complaint(blank, 60, here)]).toEqual([
      true,
      true,
      "Type a temperature such as 60.",
    ]);
    expect(complaint(typed(of, "61", here), 60, here)).toBe("");
  });
});
