import { screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { inBrowser, Refusal, show, trial, wire } from "../../../test/workshop";
import type { BenchActs } from "../useBench";
import { BackwardsPanel } from "./BackwardsPanel";

inBrowser();

const option = (material: string, percent: number, slumps: string, change: object = {}) => ({
  material,
  name: material,
  percent,
  says: "",
  effect: `${material} slumps at ${slumps}`,
  edits: [{ kind: "set_mix", shares: [] }],
  isOwn: false,
  slumps,
  drag: 4,
  gloss: "satin",
  bend: "stiff",
  rinse: "clings",
  each: "",
  ...change,
});
const answer = {
  answer: {
    options: [
      option("Candelilla", 5.6, "46 °C", { isOwn: true, each: "£0.82" }),
      option("Beeswax", 12.1, "58 °C", { drag: null }),
    ],
    says: "2 of 26 hardeners make it scoop at 20 °C.",
  },
  materials: [],
};
const open = async (reply: unknown) => {
  const acts = { apply: vi.fn(async () => null), dispatch: vi.fn(), putBack: vi.fn(), say: vi.fn() };
  const onBack = vi.fn();
  const shown = await show(<BackwardsPanel trial={trial()} acts={acts as unknown as BenchActs} onBack={onBack} />, {
    "POST /api/hardeners": reply,
  });
  return { ...shown, acts, onBack };
};

describe("working backwards", () => {
  it("compares the hardeners, sorts by a head, shows one in the mix and takes it", async () => {
    const { user, acts, onBack } = await open(answer);
    const table = await screen.findByRole("table", { name: "Hardeners compared" });
    const names = () =>
      within(table)
        .getAllByRole("rowheader")
        .map((one) => one.textContent?.slice(0, 7));
    expect(names()).toEqual(["Candeli", "Beeswax"]);
    await user.click(within(table).getByRole("button", { name: "Slumps" }));
    expect(names()).toEqual(["Beeswax", "Candeli"]);
    const first = within(table).getByRole("button", { name: "Beeswax" });
    first.focus();
    await waitFor(() =>
      expect(acts.dispatch).toHaveBeenCalledWith(expect.objectContaining({ kind: "show", by: "keys" })),
    );
    expect(screen.getByText("Beeswax slumps at 58 °C")).toBeTruthy();
    await user.keyboard("{Enter}");
    await waitFor(() => expect(onBack).toHaveBeenCalled());
    expect(acts.apply).toHaveBeenCalledWith(answer.answer.options[1]?.edits);
  });

  it("asks anew for another consistency and for her own, and says why it cannot", async () => {
    const replies: unknown[] = [
      answer,
      answer,
      new Refusal("Nothing in this mix melts yet.", "formula", "Add a butter first."),
    ];
    const { user } = await open(() => replies.shift());
    await screen.findByText("2 of 26 hardeners make it scoop at 20 °C.");
    await user.click(screen.getByText("Bar"));
    await waitFor(() =>
      expect(wire.bodies("POST /api/hardeners").at(-1)).toMatchObject({ consistency: "bar", onlyMine: false }),
    );
    await user.click(screen.getByLabelText("only hardeners of mine"));
    expect((await screen.findByRole("alert")).textContent).toContain("Add a butter first.");
    expect(wire.bodies("POST /api/hardeners").at(-1)).toMatchObject({ consistency: "bar", onlyMine: true });
  });
});
