import { screen, waitFor } from "@testing-library/react";
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

const open = (question: object | null) => {
  let now = { ...batchInHand(steps, 1), asks: question };
  return show(
    <Routes>
      <Route path="/make/:batch" element={<MakeBatch />} />
    </Routes>,
    {
      "GET /api/batches/9": () => structuredClone(now),
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
