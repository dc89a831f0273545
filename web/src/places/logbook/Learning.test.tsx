import { screen, waitFor, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { describe, expect, it } from "vitest";
import { inBrowser, Refusal, show, wire } from "../../test/workshop";
import { Learning } from "./Learning";

inBrowser();

const point = (lot: string, off: number, isSlip = false) => ({
  batch: 4,
  lot,
  off,
  says: `said 26, was ${26 + off} °C`,
  isSlip,
});
const slump = (change: object = {}) => ({
  id: "slumpC",
  title: "Slump",
  says: "Fair. Of your last 3 batches **3** lay inside the doubt.",
  next: "",
  unit: "°C",
  word: "fair",
  creeps: "",
  axis: { asSaid: 0, within: 0.3, less: "softer than said", more: "firmer" },
  points: [point("ST-26-008", -1), point("PL-26-003", -0.9), point("PL-26-005", -0.8, true)],
  agreed: [],
  proposals: [
    {
      level: "lot",
      group: "M-17",
      status: "propose",
      offset: -0.54,
      mean: -0.9,
      at: -0.54,
      says: "Three batches with lot M-17 came out softer than said, by **0.9 °C** on average.",
      act: "Correct lot M-17 by −0.5 °C",
      doubts: "Three batches are few: give or take 0.6 °C.",
      inForce: null,
      points: [point("ST-26-008", -1), point("PL-26-003", -0.9), point("PL-26-005", -0.8)],
    },
  ],
  ...change,
});
const air = {
  ...slump({ proposals: [], points: [], axis: null }),
  id: "overrun",
  title: "Air",
  says: "Nothing is recorded yet.",
  next: "Weigh the same cup before and after whipping.",
};
const agreed = [{ id: "own-1", says: "Lot M-17 by −0.5 °C, agreed 1 Jun 2026 from ST-26-008", isInForce: true }];

const open = (routes: Record<string, unknown> = {}, at = "/logbook/learning") =>
  show(
    <Routes>
      <Route path="/logbook/learning" element={<Learning />} />
    </Routes>,
    { "GET /api/learning": [air, slump()], ...routes },
    at,
  );

describe("how good it is", () => {
  it("opens what there is to look at, with each batch on the axis", async () => {
    await open();
    expect(await screen.findByRole("heading", { name: "Slump" })).toBeTruthy();
    const axes = screen.getAllByRole("img", { name: /^Slump, batch by batch: ST-26-008 said 26/ });
    expect(axes).toHaveLength(2);
    expect(screen.getAllByText(/looks like a slip/)).toHaveLength(1);
    // The mean has a peg of its own only where a correction is looked at.
    expect(axes.map((axis) => axis.querySelectorAll(".learnt-peg").length)).toEqual([1, 2]);
  });

  it("agrees to a correction and withdraws it", async () => {
    const { user } = await open({
      "POST /api/learning/agree": [air, slump({ proposals: [], agreed })],
      "DELETE /api/learning/own-1": [air, slump({ proposals: [], agreed: [{ ...agreed[0], isInForce: false }] })],
    });
    await user.click(await screen.findByRole("button", { name: "Correct lot M-17 by −0.5 °C" }));
    expect(await screen.findByText("Agreed: what is said stands beside it from now on.")).toBeTruthy();
    expect(wire.bodies("POST /api/learning/agree")).toMatchObject([
      { quantity: "slumpC", level: "lot", group: "M-17", notYet: false },
    ]);
    await user.click(screen.getByRole("button", { name: /^Withdraw: Lot M-17/ }));
    await waitFor(() => expect(screen.queryByRole("button", { name: /^Withdraw/ })).toBeNull());
    expect(screen.getByText("Withdrawn: it is said without it again.")).toBeTruthy();
  });

  it("withdraws one that told the last batches worse", async () => {
    const [worse] = slump().proposals;
    const { user } = await open({
      "GET /api/learning": [
        air,
        slump({ agreed, proposals: [{ ...worse, status: "withdraw", inForce: "own-1", act: "Withdraw it" }] }),
      ],
      "DELETE /api/learning/own-1": [air, slump({ proposals: [] })],
    });
    await user.click(await screen.findByRole("button", { name: "Withdraw it" }));
    expect(await screen.findByText("Withdrawn: it is said without it again.")).toBeTruthy();
    expect(wire.bodies("POST /api/learning/agree")).toEqual([]);
  });

  it("puts it off, and says in words what was refused", async () => {
    const answers: unknown[] = [
      new Refusal("This correction is not proposed any more.", "group", "Look at the page again.", 409),
      [air, slump({ proposals: [] })],
    ];
    const { user } = await open({ "POST /api/learning/agree": () => answers.shift() });
    await user.click(await screen.findByRole("button", { name: "Not yet" }));
    expect((await screen.findByRole("alert")).textContent).toContain("not proposed any more");
    await user.click(screen.getByRole("button", { name: "Not yet" }));
    expect(await screen.findByText("Not asked again until one batch more has told.")).toBeTruthy();
    expect(screen.queryByRole("button", { name: "Not yet" })).toBeNull();
  });

  it("says what to record next where nothing is known", async () => {
    const { user } = await open();
    await user.click(await screen.findByRole("button", { name: /^Air/ }));
    const article = screen.getByRole("article", { name: "Air" });
    expect(within(article).getByText("Weigh the same cup before and after whipping.")).toBeTruthy();
    expect(within(article).queryByRole("img")).toBeNull();
  });
});
