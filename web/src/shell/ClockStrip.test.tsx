import { screen, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { minutesFrom } from "../test/making";
import { inBrowser, show } from "../test/workshop";
import { ClockStrip, untilWords } from "./ClockStrip";

inBrowser();

const now = Date.parse("2026-06-11T14:48:00Z");
const { at, block } = minutesFrom(now);
const clock = (batch: number, name: string, minutes: number, words = "whip window opens") => ({
  batch,
  formulaName: name,
  colour: "#F4EBCF",
  clock: {
    lot: `L${batch}`,
    step: "chill",
    title: "Cool",
    words,
    startedAt: at(-20),
    at: at(minutes),
    earlyAt: at(minutes - 1),
    lateAt: at(minutes + 1),
    callsAt: at(minutes),
    then: "Whip",
    handsMin: 8,
    slackMin: 3,
  },
});
const open = (clocks: object[], clashes: object[] = []) =>
  show(
    <ClockStrip />,
    { "GET /api/batches/clocks": { now: at(0), clocks, clashes, batches: [], lane: [], day: null, acts: [] } },
    "/bench/7",
  );

describe("the strip of clocks", () => {
  const tones: number[] = [];
  beforeEach(() => {
    tones.length = 0;
    class Silent {
      currentTime = 0;
      destination = {};
      resume = () => Promise.resolve();
      createOscillator = () => ({
        frequency: { value: 0 },
        connect: () => ({ connect: () => undefined }),
        start: (from: number) => tones.push(from),
        stop: () => undefined,
      });
      createGain = () => ({ gain: { setValueAtTime: () => undefined, exponentialRampToValueAtTime: () => undefined } });
    }
    vi.stubGlobal("AudioContext", Silent);
  });
  afterEach(() => {
    vi.unstubAllGlobals();
    document.title = "";
  });

  it("is not there while no clock runs", async () => {
    await open([]);
    await waitFor(() => expect(screen.queryByRole("navigation", { name: "Clocks" })).toBeNull());
  });

  it("shows every clock with its moment, leads to its batch, and tells of two that want the hands", async () => {
    await open(
      [clock(8, "Slack Tide", 20), clock(9, "Thole", 24, "cap")],
      [{ at: at(24), first: 8, waits: 9, says: "Both want your hands.", fits: true }],
    );
    const link = await screen.findByRole("link", { name: /Slack Tide: whip window opens/ });
    expect(link.getAttribute("href")).toBe("/make/8");
    expect(link.textContent).toContain("in 20");
    expect(screen.getByText(/Both want your hands/)).toBeTruthy();
    expect(tones).toEqual([]);
  });

  it("calls once when it is due: by tone, title and word, and not again after a reload", async () => {
    const first = await open([clock(8, "Slack Tide", -0.5)]);
    await waitFor(() => expect(tones).toHaveLength(1));
    expect(document.title).toBe("whip window opens now - Slack Tide");
    expect(screen.getByText(/^Slack Tide: whip window opens, now/)).toBeTruthy();
    first.unmount();
    await open([clock(8, "Slack Tide", -0.5)]);
    await screen.findByRole("link", { name: /Slack Tide/ });
    expect(tones).toHaveLength(1);
  });

  it("calls five minutes before, and stays silent where the tone is off", async () => {
    localStorage.setItem("amber.clocks.calling", "0,0,0");
    await open([clock(8, "Slack Tide", 4)]);
    await screen.findByRole("link", { name: /in 4/ });
    expect(tones).toEqual([]);
    expect(localStorage.getItem("amber.clocks.rung")).toContain("soon");
  });

  it("says since when a call has been missed", () => {
    expect(untilWords(clock(8, "x", 12).clock, now)).toMatch(/^in 12/);
    expect(untilWords(clock(8, "x", 0).clock, now)).toBe("now");
    expect(untilWords(clock(8, "x", -90).clock, now)).toMatch(/^since \d\d:\d\d$/);
  });

  it("opens where batches are made: a lane for each, what the hands do, where both want them", async () => {
    const batch = (id: number, name: string, blocks: object[]) => ({
      batch: id,
      formulaName: name,
      colour: "#F4EBCF",
      says: "33.5 °C, falling 0.9 °C a minute",
      blocks,
    });
    await show(
      <ClockStrip />,
      {
        "GET /api/batches/clocks": {
          now: at(0),
          clocks: [clock(1, "Slack Tide", 12)],
          clashes: [],
          batches: [
            batch(1, "Slack Tide", [block("a", "Chill", 0, 20, "none"), block("a", "Whip it all", 20, 60)]),
            batch(2, "Thole", [block("b", "Pour the tubes", 30, 70)]),
          ],
          lane: [
            { from: at(0), to: at(20), words: "free 20 min", isBoth: false },
            { from: at(20), to: at(30), words: "whip it all", isBoth: false },
            { from: at(30), to: at(60), words: "both", isBoth: true },
          ],
          day: { minutes: 80, from: at(20), to: at(70) },
          acts: [],
        },
      },
      "/make",
    );
    expect(await screen.findByRole("img", { name: "What your hands do" })).toBeTruthy();
    expect(screen.getByRole("link", { name: /Thole/ }).getAttribute("href")).toBe("/make/2");
    expect(screen.getByText("Whip it all")).toBeTruthy();
    expect(screen.getByText("both")).toBeTruthy();
    expect(screen.queryByRole("navigation", { name: "Clocks" })).toBeNull();
  });
});
