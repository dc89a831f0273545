import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { inBrowser, Refusal, show, wire } from "../../test/workshop";
import { Copy } from "./Copy";

inBrowser();

const id = "6f1a";
const work = (change: object) => ({
  id,
  state: "comparing",
  part: "trials",
  lines: 40,
  of: 100,
  counts: [],
  refusal: null,
  ...change,
});
const counts = [
  { part: "formulas", new: 2, same: 1, changed: 0, examples: ["Slipway", "Lamp Oil"] },
  { part: "batches", new: 0, same: 0, changed: 3, examples: ["SH-26-001"] },
  { part: "materials", new: 0, same: 8, changed: 0, examples: [] },
];
const said = vi.fn();
const file = new File(["zip"], "copy.zip", { type: "application/zip" });

async function bring(routes: Record<string, unknown>) {
  said.mockClear();
  const shown = await show(<Copy onSaid={said} />, { "GET /api/house/copies": [], ...routes });
  await shown.user.upload(screen.getByLabelText("A copy of a workshop"), file);
  return shown;
}

describe("a copy coming in", () => {
  it("is compared with progress, told, and kept only on the maker's word", async () => {
    const states = [work({ lines: 80 }), work({ state: "compared", lines: 100, counts })];
    const { user } = await bring({
      "POST /api/house/copy": work({}),
      [`GET /api/house/copy/incoming/${id}`]: () => states.shift() ?? work({ state: "kept" }),
      [`POST /api/house/copy/incoming/${id}/keep`]: work({ state: "keeping" }),
    });
    expect(await screen.findByText(/Comparing: trials, 40 of 100 records\./)).toBeTruthy();
    expect(await screen.findByText(/Comparing: trials, 80 of 100 records\./)).toBeTruthy();
    expect(await screen.findByText(/Nothing has been changed yet\./)).toBeTruthy();
    expect(screen.getByText(/2 new, 0 changed/).textContent).toContain("Slipway, Lamp Oil");
    expect(screen.queryByText(/materials/)).toBeNull();
    expect(wire.bodies(`POST /api/house/copy/incoming/${id}/keep`)).toEqual([]);
    await user.click(screen.getByRole("button", { name: "Take it all in" }));
    await waitFor(() => expect(said).toHaveBeenCalledWith("The copy is in."));
    expect(screen.queryByText(/Take it all in/)).toBeNull();
  });

  it("sends the file as it is", async () => {
    await bring({ "POST /api/house/copy": work({ state: "compared", counts }) });
    await screen.findByText("Take it all in");
    expect(wire.sent.map((one) => [one.call, one.type])).toEqual([["POST /api/house/copy", "application/zip"]]);
  });

  it("can be stopped while it is compared", async () => {
    const { user } = await bring({
      "POST /api/house/copy": work({}),
      [`GET /api/house/copy/incoming/${id}`]: work({}),
      [`DELETE /api/house/copy/incoming/${id}`]: work({ state: "stopped" }),
    });
    await user.click(await screen.findByRole("button", { name: "Stop: keep nothing of it" }));
    await waitFor(() => expect(screen.queryByText(/Comparing/)).toBeNull());
    expect(wire.sent.at(-1)?.call).toBe(`DELETE /api/house/copy/incoming/${id}`);
    expect(said).not.toHaveBeenCalled();
  });

  it("can be left after it was compared", async () => {
    const { user } = await bring({
      "POST /api/house/copy": work({ state: "compared", counts }),
      [`DELETE /api/house/copy/incoming/${id}`]: work({ state: "stopped" }),
    });
    await user.click(await screen.findByRole("button", { name: "Leave it" }));
    await waitFor(() => expect(screen.queryByText("Take it all in")).toBeNull());
  });

  it("offers nothing to take where nothing is new", async () => {
    await bring({ "POST /api/house/copy": work({ state: "compared", counts: [counts[2]] }) });
    expect(await screen.findByText(/All of it is here already\./)).toBeTruthy();
    expect(screen.queryByRole("button", { name: "Take it all in" })).toBeNull();
  });

  it("says why a spoilt one is not taken, with the place in it", async () => {
    await bring({
      "POST /api/house/copy": work({
        state: "refused",
        refusal: {
          error: "E_RANGE",
          field: "trials[3].number",
          value: "-5",
          detail: "−5 is no number of a trial.",
          remedy: "Give 1 to 9999.",
        },
      }),
    });
    const alert = await screen.findByRole("alert");
    expect(alert.textContent).toBe(
      "−5 is no number of a trial. Give 1 to 9999. (at trials[3].number) Nothing was changed.",
    );
  });

  it("says why a file is no copy at all", async () => {
    await bring({
      "POST /api/house/copy": new Refusal(
        "The file is no copy of a workshop.",
        "file",
        "Choose a copy made under House.",
      ),
    });
    expect((await screen.findByRole("alert")).textContent).toBe(
      "The file is no copy of a workshop. Choose a copy made under House. Nothing was changed.",
    );
  });

  it("says so when the server goes away in the middle", async () => {
    await bring({ "POST /api/house/copy": work({}), [`GET /api/house/copy/incoming/${id}`]: work({}) });
    await screen.findByText(/Comparing/);
    wire.gone = true;
    expect((await screen.findByRole("alert")).textContent).toContain("does not answer");
  });

  it("looks into a daily copy before it brings it back", async () => {
    const name = "workshop-2026-06-10.db";
    const { user } = await show(<Copy onSaid={said} />, {
      "GET /api/house/copies": [{ name, madeAt: "2026-06-10T08:00:00Z", bytes: 1 }],
      [`POST /api/house/copies/${name}/restore`]: work({ state: "compared", counts }),
    });
    await user.click(await screen.findByText("1 daily copy beside the data file"));
    await user.click(screen.getByRole("button", { name: "See what it brings back" }));
    expect(await screen.findByText(/Nothing has been changed yet\./)).toBeTruthy();
  });
});
