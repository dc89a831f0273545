import { screen, waitFor, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { batchInHand, step } from "../../test/making";
import { inBrowser, retype, show, wire } from "../../test/workshop";
import { MakeBatch } from "./MakeBatch";

inBrowser();

const steps = [
  step("hold", "hold", "Hold"),
  step("weigh", "weigh", "Vitamin E", { line: "L3", targetG: 0.8, toleranceG: 0.1, dropsPerG: 30 }),
  step("count", "record", "Count"),
];
const asks = {
  step: "hold",
  kind: "broken_off",
  says: "Hold: 6 min of 20 min",
  asks: "Was it cut short?",
  options: [
    { id: "whole", words: "It had its whole time", asksMinutes: false },
    { id: "short", words: "It was cut short", asksMinutes: true },
  ],
  asksLook: true,
};

const half = { id: "half-set", words: "half set", seen: "dull and even", felt: "a dent stays" };

const open = (question: object | null, change: object = {}, at = 1, watch: object | null = null) => {
  let now = { ...batchInHand(steps, at), asks: question, ...change };
  return show(
    <Routes>
      <Route path="/make/:batch" element={<MakeBatch />} />
    </Routes>,
    {
      "GET /api/batches/9": () => structuredClone(now),
      "GET /api/batches/9/watch": watch,
      "POST /api/batches/9/commands": () => {
        now = { ...now, asks: null };
        return structuredClone(now);
      },
    },
    "/make/9",
  );
};
const told = () =>
  wire.bodies("POST /api/batches/9/commands").map((body) => (body as { command: Record<string, unknown> }).command);

describe("a batch that left its sheet", () => {
  let clock = 0;
  beforeEach(() => {
    vi.spyOn(performance, "now").mockImplementation(() => (clock += 1000));
  });

  it("asks one thing, takes minutes and a look with it, and asks no more", async () => {
    const { user } = await open(asks);
    const question = await screen.findByRole("region", { name: "What happened" });
    expect(question.textContent).toContain("Hold: 6 min of 20 min. Was it cut short?");
    await user.click(screen.getByRole("button", { name: "Did not" }));
    await retype(user, screen.getByLabelText("Minutes it was so"), "soon");
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "It was cut short" }).disabled).toBe(true);
    await retype(user, screen.getByLabelText("Minutes it was so"), "6");
    await user.click(screen.getByRole("button", { name: "It was cut short" }));
    await waitFor(() =>
      expect(told()).toEqual([
        {
          kind: "answer_deviation",
          step: "hold",
          what: "broken_off",
          answer: "short",
          minutes: 6,
          lookedRight: false,
        },
      ]),
    );
    await waitFor(() => expect(screen.queryByRole("region", { name: "What happened" })).toBeNull());
  });

  it("waits when it is put off, and leads back to what was passed over", async () => {
    const { user } = await open({ ...asks, kind: "skipped" });
    await user.click(await screen.findByRole("button", { name: "Later" }));
    expect(screen.queryByRole("region", { name: "What happened" })).toBeNull();
    expect(told()).toEqual([]);
  });

  it("goes back to a step that was passed over", async () => {
    const { user } = await open({ ...asks, kind: "skipped" });
    await user.click(await screen.findByRole("button", { name: "Go back to it" }));
    await waitFor(() => expect(told()).toEqual([{ kind: "go_to_step", step: "hold" }]));
  });

  it("draws what may be seen at a step, and marks what is waited for", async () => {
    const cards = [
      { ...half, whatNext: "Best time to whip.", isWaitedFor: true },
      { ...half, id: "block", words: "a block", whatNext: "Warm the bowl.", isWaitedFor: false },
    ];
    await open(null, { stages: { count: cards } }, 2);
    const [first, second] = within(await screen.findByRole("list", { name: "What to look for" })).getAllByRole(
      "listitem",
    );
    expect(first?.textContent).toBe("Half setwait for thisdull and even; a dent staysBest time to whip.");
    expect(second?.textContent).not.toContain("wait for this");
    expect(first?.querySelector("svg")?.innerHTML).not.toBe(second?.querySelector("svg")?.innerHTML);
  });

  it("tells which piece of the kit is taken instead", async () => {
    const kit = {
      kind: "vessel",
      asks: "Vessel",
      taken: null,
      fits: "jug",
      options: [
        { id: "jug", name: "Jug", says: "55 % full" },
        { id: "pot", name: "Pot", says: "20 % full" },
      ],
    };
    const { user } = await open(null, { kit }, 2);
    expect(await screen.findByText("Jug, 55 % full")).toBeTruthy();
    await user.click(screen.getByRole("combobox", { name: "Vessel" }));
    await user.click(await screen.findByTitle("Pot, 20 % full"));
    await waitFor(() => expect(told()).toMatchObject([{ kind: "read_step", step: "count", piece: "pot" }]));
  });

  it("counts drops of what is too little for the scale, and keeps their number", async () => {
    const { user } = await open(null);
    await user.click(await screen.findByRole("button", { name: "Count them" }));
    const tap = screen.getByRole("button", { name: /of 24/ });
    for (let i = 0; i < 3; i++) await user.click(tap);
    await user.click(screen.getByRole("button", { name: "One less" }));
    await user.click(screen.getByRole("button", { name: /^Keep 2/ }));
    await waitFor(() =>
      expect(told()[0]).toMatchObject({ kind: "record_step", step: "weigh", weighedG: null, drops: 2 }),
    );
  });
});
