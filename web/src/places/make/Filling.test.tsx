import { screen, waitFor } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { batchInHand, step } from "../../test/making";
import { inBrowser, retype, show, where, wire } from "../../test/workshop";
import { MakeBatch } from "./MakeBatch";

inBrowser();

const nothing = {
  cooling: null,
  whipping: null,
  wetting: null,
  filling: null,
  splitting: null,
  drying: null,
  bowl: null,
  asks: null,
};

const fill = (change: object = {}) => ({
  unit: "tin",
  declaredG: 50,
  tareG: 14.2,
  planned: 12,
  packs: [{ id: "p1", netG: 49.8, isShort: true }],
  targetG: 50.8,
  toleranceG: 0.3,
  meanG: 49.8,
  axisFromG: 48,
  axisToG: 52,
  says: "**Top up 1 tin**: below 50 g stands on no shelf.",
  givesAway: "You give nothing away.",
  goes: "600 g goes into 12 tins, 0 g over.",
  leftover: [{ container: "tube", name: "Lip tube", count: 6, fillG: 4.5 }],
  ...change,
});

const colour = (name: string, change: object = {}) => ({
  material: `${name} oxide`,
  name: `${name} oxide`,
  targetG: 2.4,
  toleranceG: 0.1,
  massG: null,
  reading: null,
  says: `2.4 g ${name}`,
  lots: "",
  ...change,
});

const part = (name: string, change: object = {}) => ({
  name,
  hex: "#DD9988",
  sharePercent: 50,
  targetG: 600,
  toleranceG: 3,
  massG: null,
  reading: null,
  colours: [colour(name)],
  shade: "pale",
  doubt: "",
  ...change,
});

const split = (parts: object[], now: string | null, nowColour: string | null = null) => ({
  nowColour,
  wholeG: 1200,
  isWholeWeighed: true,
  parts,
  now,
  says: "Of 1,200 g.",
});

const dry = (change: object = {}) => ({
  startedAt: "2026-06-11T08:00:00Z",
  at: "2026-06-11T20:00:00Z",
  earlyAt: "2026-06-11T14:00:00Z",
  lateAt: "2026-06-12T02:00:00Z",
  lookAt: "2026-06-11T12:00:00Z",
  rhPct: 48,
  run: [
    { hours: 0, left: 1 },
    { hours: 18, left: 0.02 },
  ],
  log: [{ id: "d1", hours: 1, massG: 120.4, humidityPercent: null, words: null }],
  words: [
    { id: "squeeze-falls", words: "falls apart", seen: "crumbs", felt: "dry" },
    { id: "squeeze-holds", words: "keeps its shape", seen: "shape", felt: "damp" },
  ],
  places: [{ name: "Airing cupboard", rhPct: 38, at: null, says: "in 6 h" }],
  asksMass: true,
  isDry: false,
  says: "Dry in about **12 h**.",
  ...change,
});

const open = (steps: { id: string }[], watched: object, at = 0) => {
  const now = batchInHand(steps, at);
  return show(
    <Routes>
      <Route path="/make/:batch" element={<MakeBatch />} />
      <Route path="*" element={<p>elsewhere</p>} />
    </Routes>,
    {
      "GET /api/batches/9": () => structuredClone(now),
      "GET /api/batches/9/watch": { step: steps[at]?.id, now: "2026-06-11T09:00:00Z", ...nothing, ...watched },
      "POST /api/batches/9/commands": () => structuredClone(now),
    },
    "/make/9",
  );
};
const commands = () =>
  wire.bodies("POST /api/batches/9/commands").map((body) => (body as { command: Record<string, unknown> }).command);
const told = () => commands().at(-1);

describe("steps that are weighed, timed and logged", () => {
  let clock = 0;
  beforeEach(() => {
    vi.spyOn(performance, "now").mockImplementation(() => (clock += 1000));
  });

  it("weighs a pack, shows the short one and takes it back", async () => {
    const { user } = await open([step("f", "fill", "Fill"), step("c", "record", "Count")], { filling: fill() });
    expect(await screen.findByText("Top up 1 tin")).toBeTruthy();
    expect(screen.getByText(/An empty tin weighs/)).toBeTruthy();
    expect(screen.getByRole("img", { name: /declared 50.0/ })).toBeTruthy();
    await retype(user, screen.getByLabelText(/^Net weight of a tin/), "50.9");
    await user.click(screen.getByRole("button", { name: "Weigh a tin" }));
    await waitFor(() => expect(told()).toMatchObject({ kind: "read_step", step: "f", massG: 50.9 }));
    await user.click(screen.getByRole("button", { name: "Take it back" }));
    await waitFor(() => expect(told()).toEqual({ kind: "take_reading_back", reading: "p1" }));
  });

  it("shows the packs of a pour beside how it cools, one at a time", async () => {
    const cooling = {
      startedAt: "2026-06-11T09:00:00Z",
      run: [
        { min: 0, c: 60, lowC: 60, highC: 60, state: "liquid" },
        { min: 30, c: 40, lowC: 39, highC: 41, state: "soft" },
      ],
      readings: [],
      band: { words: "pour", fromC: 56, toC: 66 },
      times: [],
      nowC: 58,
      fallsPerMin: 1,
      state: "liquid",
      learnt: "",
      place: "bench",
      learntFactor: null,
      settles: "",
      rounds: null,
      stirAt: null,
      places: [],
      words: [],
      says: "58 °C by now.",
    };
    const { user } = await open([step("p", "pour", "Pour", { fromC: 56, toC: 66 }), step("c", "record", "Count")], {
      cooling,
      filling: fill(),
    });
    await user.click(await screen.findByRole("button", { name: "Weigh the tins" }));
    expect(screen.getByText("Top up 1 tin")).toBeTruthy();
    expect(screen.getByText("58 °C by now.")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "How it cools" }));
    expect(screen.queryByText("Top up 1 tin")).toBeNull();
  });

  it("ends with the count, what else was filled and what is left; a slip is named", async () => {
    const { user } = await open([step("f", "fill", "Fill"), step("c", "record", "Count")], { filling: fill() }, 1);
    const finish = () => screen.getByRole("button", { name: /^Finish/ });
    await retype(user, await screen.findByLabelText(/How many tins/), "12");
    await retype(user, await screen.findByLabelText("lip tube"), "half");
    await user.click(finish());
    expect(screen.getByRole("alert").textContent).toContain("“half” is not a count");
    await retype(user, screen.getByLabelText("lip tube"), "5");
    await retype(user, screen.getByLabelText(/^Set apart as sample/), "15");
    await retype(user, screen.getByLabelText(/^Left in none of them/), "x");
    await user.click(finish());
    expect(screen.getByRole("alert").textContent).toContain("x");
    await retype(user, screen.getByLabelText(/^Left in none of them/), "8");
    await user.click(finish());
    await waitFor(() => expect(where()).toBe("/logbook/9"));
    expect(told()).toEqual({
      kind: "finish",
      units: 12,
      notes: "",
      others: [{ container: "tube", units: 5 }],
      sampleG: 15,
      restG: 8,
    });
  });

  it("splits one part after the other and asks before a wrong one is kept", async () => {
    const { user } = await open([step("s", "split", "Split"), step("c", "record", "Count")], {
      splitting: split([part("rust"), part("cream")], "rust"),
    });
    expect(await screen.findByRole("heading", { name: "Part 1 of 2, rust" })).toBeTruthy();
    const next = () => screen.getByRole("button", { name: /^Next/ });
    await user.click(next());
    expect(screen.getByRole("alert").textContent).toContain("Type what the scale shows for rust");
    await retype(user, screen.getByLabelText(/^Weight of rust/), "580");
    await user.click(next());
    expect(screen.getByRole("alert").textContent).toMatch(/20\.0.g are missing/);
    await user.click(next());
    await waitFor(() => expect(told()).toMatchObject({ kind: "read_step", step: "s", massG: 580, part: "rust" }));
  });

  it("goes on when all parts are weighed, and takes the last back", async () => {
    const { user } = await open([step("s", "split", "Split"), step("c", "record", "Count")], {
      splitting: split(
        [part("rust", { massG: 600, reading: "r1" }), part("cream", { massG: 599, reading: "r2" })],
        null,
      ),
    });
    await user.click(await screen.findByRole("button", { name: "Take cream back" }));
    await waitFor(() => expect(told()).toEqual({ kind: "take_reading_back", reading: "r2" }));
    await user.click(screen.getByRole("button", { name: /^Next/ }));
    await waitFor(() => expect(told()).toMatchObject({ kind: "record_step", step: "s" }));
  });

  it("logs the air, the weight and the squeeze of what dries", async () => {
    const { user } = await open([step("d", "dry", "Dry overnight"), step("c", "record", "Count")], { drying: dry() });
    expect(await screen.findByText("12 h")).toBeTruthy();
    expect(screen.getByRole("list", { name: "What was logged" }).textContent).toContain("120.4");
    await retype(user, screen.getByLabelText(/^Humidity now/), "55");
    await user.click(screen.getByRole("button", { name: "Humidity now" }));
    await waitFor(() => expect(told()).toMatchObject({ humidityPercent: 55, massG: null }));
    await retype(user, screen.getByLabelText(/^What dries/), "119.9");
    await user.click(screen.getByRole("button", { name: "Weigh it" }));
    await waitFor(() => expect(told()).toMatchObject({ massG: 119.9 }));
    await user.click(screen.getByRole("button", { name: "keeps its shape" }));
    await waitFor(() => expect(told()).toMatchObject({ word: "squeeze-holds" }));
  });

  it("times a piece through a reload", async () => {
    const bowl = { saidSeconds: 300, runs: [], says: "The model says 5 min." };
    const steps = [step("b", "check", "Bowl test"), step("c", "record", "Count")];
    const { user } = await open(steps, { bowl });
    await user.click(await screen.findByRole("button", { name: "Dropped in" }));
    expect(localStorage.getItem("amber.bowl.b")).not.toBeNull();
    await user.click(screen.getByRole("button", { name: "The fizz is over" }));
    await waitFor(() => expect(told()).toMatchObject({ kind: "read_step", step: "b" }));
    expect(told()?.["seconds"]).toBeGreaterThanOrEqual(1);
    expect(localStorage.getItem("amber.bowl.b")).toBeNull();
  });

  it("weighs each colour for its part and shares a batch unevenly", async () => {
    const { user } = await open([step("s", "split", "Split"), step("c", "record", "Count")], {
      splitting: split(
        [part("rust", { massG: 580, reading: "r1" }), part("cream", { massG: 600, reading: "r2" })],
        "rust",
        "rust oxide",
      ),
    });
    expect(await screen.findByRole("heading", { name: "Tint rust: rust oxide" })).toBeTruthy();
    await retype(user, screen.getByLabelText(/^Weight of rust oxide/), "2.4");
    await user.click(screen.getByRole("button", { name: /^Next/ }));
    await waitFor(() =>
      expect(told()).toMatchObject({ kind: "read_step", massG: 2.4, part: "rust", colour: "rust oxide" }),
    );
    await user.click(screen.getByRole("button", { name: "Uneven parts" }));
    await user.type(screen.getByLabelText("Shares of rust, cream"), "1 to 2{Enter}");
    await waitFor(() => expect(told()).toEqual({ kind: "share_parts", shares: "1 to 2" }));
  });

  it("tells where else it would dry", async () => {
    await open([step("d", "dry", "Dry"), step("c", "record", "Count")], { drying: dry() });
    expect((await screen.findByRole("list", { name: "Elsewhere" })).textContent).toContain("Airing cupboard, 38");
  });
});
