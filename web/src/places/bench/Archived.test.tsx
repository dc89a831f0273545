import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { inBrowser, Refusal, show, trial, wire } from "../../test/workshop";
import { Archived } from "./Archived";

inBrowser();

const day = "2026-06-09T08:00:00Z";

describe("what is archived", () => {
  it("says nothing of a trial that stands in the lists", async () => {
    await show(<Archived trial={trial()} />);
    expect(screen.queryByText(/archived/)).toBeNull();
  });

  it.each([
    ["Trial 2", trial({ archivedAt: day }), "PUT /api/trials/7/archived"],
    ["Slipway Hand Balm", trial({ archivedAt: day, formulaArchivedAt: day }), "PUT /api/formulas/2/archived"],
  ])("is named, %s, and brought back", async (name, one, call) => {
    const { user } = await show(<Archived trial={one} />, { [call]: {} });
    expect(screen.getByText(new RegExp(`^${name} was archived on 9 Jun 2026`))).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Bring it back" }));
    await waitFor(() => expect(wire.bodies(call)).toEqual([{ archived: false }]));
  });

  it("says why it stays where it is", async () => {
    const { user } = await show(<Archived trial={trial({ archivedAt: day })} />, {
      "PUT /api/trials/7/archived": new Refusal("The disk is full.", "", "Make room on it.", 507),
    });
    await user.click(screen.getByRole("button", { name: "Bring it back" }));
    expect(await screen.findByText("The disk is full. Make room on it.")).toBeTruthy();
  });
});
