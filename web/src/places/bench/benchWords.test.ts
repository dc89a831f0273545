import { describe, expect, it } from "vitest";
import type { Material, MeltPart } from "../../api/client";
import type { LayerIn } from "../../instruments/strata/geometry";
import { heldWords, shownWords, whatHappens } from "./benchWords";
import { toLayers, underShares } from "./layers";

const names = new Map([
  ["L1", "Beeswax, yellow"],
  ["L2", "Shea butter, raw"],
  ["L3", "Castor oil"],
  ["L4", "Vitamin E"],
]);
const layer = (id: string, percent: number, kept = false): LayerIn => ({ id, percent, kept, colour: "#fff" });

describe("what the bench says in passing", () => {
  it("names the two layers that trade, shortly", () => {
    const words = heldWords({ upper: "L1", lower: "L2" }, [layer("L1", 20), layer("L2", 80)], names, 3.5);
    expect(words).toBe("Held: beeswax against shea butter. Esc puts it back.");
  });

  it("says when the bar passes over a kept layer", () => {
    const layers = [layer("L1", 20), layer("L2", 40, true), layer("L3", 40)];
    expect(heldWords({ upper: "L1", lower: "L3" }, layers, names, 3.5)).toContain(
      "Shea butter is kept, so the bar passes over it.",
    );
  });

  it("lists only what a shown remedy changes", () => {
    const rows = [
      { line: { id: "L1" }, was: 12, now: 14 },
      { line: { id: "L2" }, was: 80, now: 78 },
      { line: { id: "L3" }, was: 8, now: 8 },
      { line: { id: "L4" }, was: null, now: 0.5 },
    ];
    expect(shownWords(rows, names, "keys")).toBe(
      "Shown, not done: beeswax 12.0 → 14.0\u202f%, shea butter 80.0 → 78.0\u202f%. Enter applies.",
    );
    // Of many the largest are told, and what joins by its own name.
    const many = [1, 2, 3, 4].map((i) => ({ line: { id: `M${i}` }, material: { name: `Oil ${i}` }, was: 0, now: i }));
    expect(shownWords(many, names, "keys")).toContain("oil 4 0.0 → 4.0");
    expect(shownWords(many, names, "keys")).toContain(", 1 more. Enter applies.");
    expect(shownWords([], names, "pointer")).toBe("Shown, not done. A click applies.");
  });

  it("tells the state at a landmark, and no figure alone", () => {
    const melt = { landmarks: [{ id: "van", says: "slumps", firmnessKPa: 1.24 }] } as unknown as MeltPart;
    expect(whatHappens(melt, "van")).toBe("Slumps.");
    expect(whatHappens(melt, "porch")).toBe("");
    expect(whatHappens(null, "van")).toBe("");
  });
});

describe("layers of a formula", () => {
  const materials = new Map([["beeswax", { colour: "#D9A441" } as Material]]);
  const line = (id: string, material: string, percent: number) => ({ id, material, percent, kept: false });

  it("takes the material's colour and a plain one where it is unknown", () => {
    const layers = toLayers([line("L1", "beeswax", 10), line("L2", "moon dust", 90)], materials);
    expect(layers.map((one) => one.colour)).toEqual(["#D9A441", "#ccc"]);
    expect(layers.map((one) => one.id)).toEqual(["L1", "L2"]);
  });

  it("takes the ids of another trial's lines by material, so that links can be drawn", () => {
    const under = toLayers([line("L1", "shea butter", 10), line("L2", "beeswax", 90)], materials, [
      { id: "L7", material: "beeswax" },
    ]);
    expect(under.map((one) => one.id)).toEqual(["under-L1", "L7"]);
  });

  it("adds up a material that stands in two phases", () => {
    const shares = underShares([
      { material: "castor oil", percent: 8 },
      { material: "castor oil", percent: 2 },
      { material: "beeswax", percent: 90 },
    ]);
    expect(shares.get("castor oil")).toBe(10);
    expect(shares.size).toBe(2);
  });
});
