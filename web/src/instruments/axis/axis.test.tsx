import { fireEvent, render, screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { Instrument, LensView } from "../../api/client";
import { inBrowser } from "../../test/workshop";
import { lineOf, marks, rowsOf } from "./geometry";
import { LensInstrument } from "./LensInstrument";

inBrowser();

const axis = (change: Partial<Instrument> = {}): Instrument => ({
  id: "grease",
  axis: "minutes after rubbing in",
  heightSays: "Height is grease",
  unit: "min",
  from: 0,
  to: 20,
  major: 5,
  minor: 0.5,
  width: 1,
  hill: [
    { at: 0, height: 0.6 },
    { at: 20, height: 0.1 },
  ],
  words: [
    { word: "glides", from: 0, to: 8, wears: "slumping" },
    { word: "dry", from: 8, to: 20, wears: "firm" },
  ],
  stems: [
    { id: "work", name: "hands at work", at: 4, says: "4 min: glides", probe: "peg", probeId: "", step: 0.5 },
    { id: "end", name: "best before", at: 12, says: "12 min: dry", probe: null, probeId: "", step: 1 },
  ],
  lanes: [],
  tanks: [],
  isLow: false,
  ...change,
});

const reading = (instruments: Instrument[]): LensView => ({
  lens: "feel",
  instruments,
  column: null,
  says: "Glides to 8 min, then dry.",
  steps: [],
  chips: [],
  layers: [],
  parts: [],
  order: [],
});

const show = (view: LensView, change: Partial<Parameters<typeof LensInstrument>[0]> = {}) => {
  const acts = { onMove: vi.fn(), onPutBack: vi.fn(), onWhy: vi.fn() };
  render(
    <LensInstrument
      name="trial 7"
      view={view}
      before={null}
      under={null}
      held={null}
      late={false}
      foot={undefined}
      {...acts}
      {...change}
    />,
  );
  return acts;
};

describe("an axis", () => {
  it("places values between its margins and reads them back", () => {
    const line = lineOf({ from: 20, to: 90 }, 25, 700);
    expect(line.x(20)).toBe(25);
    expect(line.x(90)).toBe(725);
    expect(line.at(375)).toBe(55);
    expect(line.x(400)).toBe(725);
    expect(line.at(-50)).toBe(20);
  });

  it("counts figures and ticks without drifting", () => {
    const all = marks({ from: 0, to: 2, major: 0.5, minor: 0.1 });
    expect(all).toHaveLength(21);
    expect(all.filter((mark) => mark.figure).map((mark) => Math.round(mark.at * 10) / 10)).toEqual([0, 0.5, 1, 1.5, 2]);
  });

  it("lies beside others while they fit, short ones in a row of their own", () => {
    const of = (id: string, width: number) => axis({ id, width });
    expect(
      rowsOf([of("a", 0.7), of("b", 0.3), of("c", 1), of("s1", 0), of("s2", 0)]).map((row) => row.map((one) => one.id)),
    ).toEqual([["a", "b"], ["c"], ["s1", "s2"]]);
  });
});

describe("the instrument of a lens", () => {
  it("says what it shows, and the same as a table", () => {
    show(
      reading([
        axis({
          lanes: [
            {
              id: "L1",
              name: "Rosehip 8 %",
              from: 0,
              to: 7,
              says: "7.0",
              colour: "#E8B04A",
              wears: null,
              leftOver: false,
            },
          ],
          tanks: [
            {
              id: "T",
              name: "sea salt",
              from: 0,
              to: 9,
              height: 0.5,
              filled: 0.25,
              says: "room for 6 %",
              colour: "#fff",
            },
          ],
        }),
      ]),
    );
    expect(screen.getByRole("group").getAttribute("aria-label")).toBe("feel. Glides to 8 min, then dry.");
    fireEvent.click(screen.getByRole("button", { name: "Read as a table" }));
    const rows = screen.getAllByRole("row").map((row) => row.textContent);
    expect(rows).toContain("glides0 to 8\u202fmin");
    expect(rows).toContain("hands at work4 min: glides");
    expect(rows).toContain("Rosehip 8 %7\u202fmin, 7.0");
    expect(rows).toContain("sea saltroom for 6 %, 25\u202f% taken");
  });

  it("moves a peg by keys, by its own step and within the axis, and puts it back", () => {
    const view = reading([axis()]);
    const acts = show(view);
    const peg = screen.getByRole("slider", { name: "hands at work" });
    expect(peg.getAttribute("aria-valuetext")).toBe("hands at work: 4 min: glides");
    fireEvent.keyDown(peg, { key: "ArrowRight" });
    expect(acts.onMove.mock.lastCall?.[0]).toMatchObject({ instrument: "grease", to: 4.5 });
    fireEvent.keyDown(peg, { key: "ArrowLeft", shiftKey: true });
    expect(acts.onMove.mock.lastCall?.[0]).toMatchObject({ to: 0 });
    fireEvent.keyDown(peg, { key: "Escape" });
    expect(acts.onPutBack).not.toHaveBeenCalled();
    // What only reads cannot be taken hold of.
    expect(screen.queryByRole("slider", { name: "best before" })).toBeNull();
  });

  it("stands where the hand holds it, with what it says there", () => {
    const view = reading([axis()]);
    const stem = view.instruments[0]?.stems[0];
    const acts = show(view, { held: stem ? { instrument: "grease", stem, to: 9 } : null, foot: "What if?" });
    const peg = screen.getByRole("slider", { name: "hands at work" });
    expect(peg.getAttribute("aria-valuenow")).toBe("9");
    expect(document.querySelector(".stem.ghost")).not.toBeNull();
    expect(screen.getByText("What if?")).toBeTruthy();
    fireEvent.keyDown(peg, { key: "Escape" });
    expect(acts.onPutBack).toHaveBeenCalledOnce();
  });

  it("hangs the other trial under the line, and tells both", () => {
    show(reading([axis()]), {
      under: { name: "trial 1", view: reading([axis({ words: [{ word: "rich", from: 0, to: 20, wears: "soft" }] })]) },
    });
    expect(document.querySelectorAll(".hill-line.other")).toHaveLength(1);
    expect(screen.getByText(/Trial 7: Glides to 8 min, then dry. Trial 1:/)).toBeTruthy();
  });

  it("drops to its outline while an answer is late", () => {
    show(reading([axis()]), { late: true });
    expect(document.querySelectorAll(".hill rect")).toHaveLength(0);
    expect(document.querySelector(".hill.late")).not.toBeNull();
  });
});
