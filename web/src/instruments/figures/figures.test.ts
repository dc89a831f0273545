import { describe, expect, it } from "vitest";
import type { Parts } from "../../api/client";
import { figure, told } from "./Figures";

describe("figures", () => {
  it.each([
    [0, "0.000"],
    [0.1234, "0.123"],
    [1.2345, "1.23"],
    [12.345, "12.3"],
    [1234.5, "1,235"],
    [-2.5, "−2.50"],
  ])("%d reads %s", (value, text) => expect(figure(value)).toBe(text));

  it("tells the parts that were asked and say something, in the order asked", () => {
    const step = { says: "of gas", value: 5, unit: "l", source: "ideal gas" };
    const parts = {
      bath: { reading: null, steps: [step] },
      powder: { steps: [] },
      keeping: { steps: [step, step] },
    } as unknown as Parts;
    expect(
      told(parts, ["keeping", "powder", "bath", "scent"]).map((group) => [group.title, group.steps.length]),
    ).toEqual([
      ["Keeping", 2],
      ["Bath", 1],
    ]);
  });
});
