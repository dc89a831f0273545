import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { inBrowser, Refusal, retype, show, trial, where, wire } from "../../../test/workshop";
import type { BenchActs } from "../useBench";
import { BalancePanel } from "./BalancePanel";
import { RescuePanel } from "./RescuePanel";
import { TopPanel } from "./TopPanel";

inBrowser();

const bench = () => ({ apply: vi.fn(async () => null), dispatch: vi.fn(), putBack: vi.fn(), say: vi.fn() });
const as = (acts: ReturnType<typeof bench>) => acts as unknown as BenchActs;
const edits = [{ kind: "add_line", material: "beeswax", share: "12 g", at: null, givesWay: "on_top", from: null }];

describe("the rescue of a pot", () => {
  const option = {
    material: "beeswax",
    name: "Beeswax",
    addG: 12,
    says: "soft → firm at 20 °C",
    effect: "slumps 41 → 46 °C",
    label: "The label stays as it is.",
    edits,
    isOwn: true,
  };
  const kinds = ["too_soft", "too_hard", "slumps_early"];
  const open = async (answer: unknown, batch: number | null = null, routes: object = {}) => {
    const acts = bench();
    const onBack = vi.fn();
    const shown = await show(<RescuePanel trial={trial()} acts={as(acts)} batch={batch} onBack={onBack} />, {
      "POST /api/rescue": answer,
      "GET /api/batches": { items: [], next: null },
      ...routes,
    });
    return { ...shown, acts, onBack };
  };

  it("asks nothing until it is asked, names a slip, and adds what is chosen", async () => {
    const { user, acts, onBack } = await open({ kinds, options: [option], says: "Grams to add to 600 g." });
    const pot = await screen.findByLabelText("In the pot now", { selector: "input" });
    await retype(user, pot, "half");
    await user.click(screen.getByRole("button", { name: "What to add" }));
    expect(screen.getByRole("alert").textContent).toContain("“half” is not a weight");
    expect(wire.bodies("POST /api/rescue").every((body) => (body as { wish: unknown }).wish === null)).toBe(true);
    await retype(user, pot, "480");
    await user.click(screen.getByRole("button", { name: "What to add" }));
    const first = await screen.findByRole("button", { name: /12.0.*Beeswax/ });
    expect(wire.bodies("POST /api/rescue").at(-1)).toMatchObject({
      wish: { kind: "too_soft", potG: 480, atC: 20, state: "firm" },
    });
    first.focus();
    await waitFor(() => expect(acts.dispatch).toHaveBeenCalledWith({ kind: "show", edits, by: "keys" }));
    expect(screen.getByText("Slumps 41 → 46 °C")).toBeDefined();
    await user.click(first);
    expect(acts.apply).toHaveBeenCalledWith(edits);
    await waitFor(() => expect(onBack).toHaveBeenCalled());
  });

  it("rescues the batch in hand: its pot as weighed, and what is chosen is its next step", async () => {
    const lot = { id: 9, lot: "SH-26-009", trialId: trial().id };
    const { user, acts } = await open({ kinds, options: [option], says: "Grams to add to 480 g." }, 9, {
      "GET /api/batches": { items: [lot, { ...lot, id: 8, trialId: 999 }], next: null },
      "GET /api/batches/9": { id: 9, revision: 3, potG: 480, batch: {} },
      "POST /api/batches/9/commands": { id: 9, revision: 4, batch: {} },
    });
    const pot = await screen.findByLabelText<HTMLInputElement>("In the pot now", { selector: "input" });
    await waitFor(() => expect(pot.value).toBe("480"));
    await user.click(screen.getByRole("button", { name: "What to add" }));
    const first = await screen.findByRole("button", { name: /12.0.*Beeswax/ });
    expect(wire.bodies("POST /api/rescue").at(-1)).toMatchObject({ batch: 9, wish: { potG: 480 } });
    first.focus();
    expect(acts.dispatch).not.toHaveBeenCalled();
    await user.click(first);
    await waitFor(() => expect(where()).toBe("/make/9"));
    expect(wire.bodies("POST /api/batches/9/commands")).toMatchObject([
      { command: { kind: "add_to_pot", material: "beeswax", addG: 12, why: "too soft" } },
    ]);
    expect(acts.apply).not.toHaveBeenCalled();
  });

  it("puts a refusal at the field that it names", async () => {
    const { user } = await open(new Refusal("400 °C is off the ruler.", "atC", "Type −5 to 95 °C."));
    await user.click(await screen.findByRole("button", { name: "What to add" }));
    expect((await screen.findByRole("alert")).textContent).toContain("off the ruler");
  });
});

describe("balance for me", () => {
  const reading = (figure: string, met: boolean, short = "", use: number | null = null) => ({
    figure,
    met,
    short,
    use,
  });
  const wish = (kind: string, value: number | null, at: number | null, word: string | null) => ({
    kind,
    value,
    at,
    word,
  });
  const wishes = [wish("state_at", null, 20, "scoopable"), wish("unit_cost", 0.5, null, null)];
  const mix = {
    name: "Nearest to the mix in hand",
    figures: "£0.71",
    changes: "beeswax +2",
    givesUp: "softer at 20 °C",
    wishes: [reading("scoopable", true), reading("£0.71", false, "£0.50 cannot be: the nearest is £0.71.", 0.71)],
    formula: trial().content,
    curve: null,
    edits: [{ kind: "set_mix", shares: [] }],
  };
  const answer = {
    wishes,
    now: [reading("scoopable", true), reading("£0.84", false)],
    mixes: [mix],
    kinds: ["state_at", "unit_cost", "keeps"],
    says: "1 of 2 wishes met",
  };

  it("begins with what is usual, and says of each wish what it came to", async () => {
    const acts = bench();
    const { user } = await show(<BalancePanel trial={trial()} acts={as(acts)} onBack={() => undefined} />, {
      "POST /api/wishes": { answer, materials: [] },
    });
    expect(await screen.findByText(/£0.84, missed/)).toBeDefined();
    await user.click(screen.getByRole("button", { name: "Find mixes" }));
    expect(await screen.findByText("1 of 2 wishes met.")).toBeDefined();
    expect(wire.bodies("POST /api/wishes").at(-1)).toMatchObject({ wishes });
    expect(screen.getByText(/cannot be: the nearest is £0.71/)).toBeDefined();
    // What could be had instead is taken over by a press; what was found for other wishes is not told of these.
    await user.click(screen.getByRole("button", { name: "Use that" }));
    expect(screen.getByLabelText("what it costs: money", { selector: "input" })).toHaveProperty("value", "0.71");
    expect(screen.queryByText(/£0.71, missed/)).toBeNull();
    screen.getByRole("button", { name: /Nearest to the mix/ }).focus();
    await waitFor(() => expect(acts.dispatch).toHaveBeenCalledWith({ kind: "show", edits: mix.edits, by: "keys" }));
  });

  it("lets a wish go, and sends none that has no number", async () => {
    const { user } = await show(<BalancePanel trial={trial()} acts={as(bench())} onBack={() => undefined} />, {
      "POST /api/wishes": { answer, materials: [] },
    });
    const cost = await screen.findByLabelText("what it costs: money", { selector: "input" });
    await retype(user, cost, "cheap");
    const before = wire.bodies("POST /api/wishes").length;
    await user.click(screen.getByRole("button", { name: "Find mixes" }));
    expect(screen.getByRole("alert").textContent).toContain("“cheap” is not a number");
    expect(wire.bodies("POST /api/wishes").length).toBe(before);
    await user.click(screen.getByRole("button", { name: "Let go: what it costs" }));
    await user.click(screen.getByRole("button", { name: "Find mixes" }));
    await waitFor(() => expect(wire.bodies("POST /api/wishes").at(-1)).toMatchObject({ wishes: [wishes[0]] }));
  });
});

describe("what comes on top", () => {
  it("is nothing until there is a material and an amount", async () => {
    const acts = bench();
    await show(<TopPanel trial={trial()} acts={as(acts)} onBack={() => undefined} />, {});
    expect(screen.getByRole("button", { name: "Add it on top" })).toHaveProperty("disabled", true);
    expect(acts.dispatch).not.toHaveBeenCalled();
  });
});
