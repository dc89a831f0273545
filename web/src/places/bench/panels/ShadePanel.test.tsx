import { fireEvent, screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { Instrument, ShadeAnswer } from "../../../api/client";
import { assessment, inBrowser, Refusal, show, trial, wire } from "../../../test/workshop";
import type { BenchActs } from "../useBench";
import { ShadePanel } from "./ShadePanel";

inBrowser();

const axis = (id: string, name: string, from: number, to: number, at: number): Instrument => ({
  id,
  axis: name,
  heightSays: "",
  unit: "",
  from,
  to,
  major: to - from,
  minor: to - from,
  width: 0,
  hill: [],
  words: [{ word: "clear", from, to, wears: "firm" }],
  stems: ["wanted", "nearest", "now"].map((mark) => ({
    id: mark,
    name: mark,
    at,
    says: `${mark} ${at}`,
    probe: null,
    probeId: "",
    step: 1,
  })),
  lanes: [{ id: "reach", name: "reach", from, to, says: "reach", colour: null, wears: "firm", leftOver: false }],
  tanks: [],
  isLow: false,
});

const point = { hex: "#B05D4C", lightness: 48, chroma: 41, hueDeg: 35 };
const answer: ShadeAnswer = {
  wanted: point,
  nearest: { ...point, hex: "#B15E4D" },
  now: { ...point, hex: "#AA5544" },
  offBy: 0.7,
  axes: [
    axis("lightness", "Lightness", 0, 100, 48),
    axis("strength", "Strength", 0, 80, 41),
    axis("hue", "Hue", -25, 95, 35),
  ],
  says: "The nearest is 0.7 away: the same to the eye.",
  effect: "stain 21.6 → 10.8",
  edits: [{ kind: "set_share", line: "L1", share: "4", givesWay: "makeweight", from: null }],
};

const open = async (route: unknown = answer) => {
  const acts = { apply: vi.fn(async () => null), dispatch: vi.fn(), putBack: vi.fn(), say: vi.fn() };
  const shown = await show(
    <ShadePanel
      trial={trial()}
      assessment={assessment()}
      acts={acts as unknown as BenchActs}
      onParts={() => undefined}
      onBack={() => undefined}
    />,
    { "POST /api/shade": route },
  );
  return { ...shown, acts };
};

const asked = () => wire.bodies("POST /api/shade").map((body) => (body as { wanted: object }).wanted);

describe("the wanted shade", () => {
  it("shows the nearest mix before it is used, and uses it", async () => {
    const { user, acts } = await open();
    expect(await screen.findByText(answer.says)).toBeDefined();
    expect(screen.getByText("Stain 21.6 → 10.8")).toBeDefined();
    const use = screen.getByRole("button", { name: "Use this mix" });
    use.focus();
    expect(acts.dispatch).toHaveBeenCalledWith({ kind: "show", edits: answer.edits, by: "keys" });
    await user.click(use);
    expect(acts.apply).toHaveBeenCalledWith(answer.edits, expect.stringContaining("#B15E4D"));
  });

  it("shows what is found while the act has the focus already", async () => {
    const { acts } = await open();
    screen.getByRole("button", { name: "Use this mix" }).focus();
    await screen.findByText(answer.says);
    await waitFor(() => expect(acts.dispatch).toHaveBeenCalledWith({ kind: "show", edits: answer.edits, by: "keys" }));
  });

  it("says where the mix in hand is the nearest", async () => {
    const { user, acts } = await open({ ...answer, edits: [] });
    await screen.findByText(answer.says);
    await user.click(screen.getByRole("button", { name: "Use this mix" }));
    expect(acts.say).toHaveBeenCalledWith({ text: "The mix in hand is the nearest already." });
    expect(acts.apply).not.toHaveBeenCalled();
  });

  it("asks again for a shade typed or moved by keys", async () => {
    const { user } = await open();
    const field = await screen.findByLabelText("Wanted shade", { selector: "input" });
    await user.clear(field);
    await user.type(field, "#3366cc");
    await waitFor(() => expect(asked()).toContainEqual({ hex: "#3366cc" }));
    fireEvent.keyDown(screen.getByRole("slider", { name: "Wanted hue" }), { key: "ArrowLeft" });
    await waitFor(() => expect(asked()).toContainEqual({ lightness: 48, chroma: 41, hueDeg: 34 }));
  });

  it("reads a colour by the white card beside it", async () => {
    const { user } = await open();
    await screen.findByText(answer.says);
    await user.type(screen.getByLabelText(/Read beside a white card/), "#F0EEEC");
    await waitFor(() => expect(asked().at(-1)).toMatchObject({ white: "#F0EEEC" }));
  });

  it("tells what is no colour and offers nothing then", async () => {
    const { user, acts } = await open(new Refusal("“red” is no colour.", "wanted", "Give it as #RRGGBB."));
    expect((await screen.findByRole("alert")).textContent).toContain("is no colour");
    await user.click(screen.getByRole("button", { name: "Use this mix" }));
    expect(acts.apply).not.toHaveBeenCalled();
  });
});
