import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { describe, expect, it } from "vitest";
import { inBrowser, Refusal, show, where, wire } from "../../../test/workshop";
import { LibraryPage } from "./LibraryPage";

inBrowser();

const row = (id: number, name: string, change: object = {}) => ({
  id,
  name,
  family: "balm",
  trial: 10 + id,
  trialNumber: 1,
  intent: "first idea",
  trials: 1,
  changedAt: "2026-06-11T08:00:00Z",
  archivedAt: null,
  standsFor: [],
  tags: [],
  slump: "49.5 °C",
  each: "£0.84",
  keeps: "12 months",
  ...change,
});
const rows = [
  row(1, "Slipway Hand Balm", { standsFor: ["sold"], trialNumber: 7, trials: 7, tags: ["gift"] }),
  row(2, "Salt Pan Soak", { slump: "" }),
];
const page = (items = rows, understood: string[] = []) => ({
  items,
  next: null,
  total: items.length,
  understood,
  tags: ["gift"],
});

const open = (routes: Record<string, unknown>, at = "/bench/all") =>
  show(
    <Routes>
      <Route path="/bench/all" element={<LibraryPage />} />
      <Route path="*" element={<p>elsewhere</p>} />
    </Routes>,
    routes,
    at,
  );

describe("the library", () => {
  it("keeps what is looked for in the address, tells how it was understood, and leaves the list where it was refused", async () => {
    const asked: string[] = [];
    const { user } = await open({
      "GET /api/formulas/library": (_: unknown, address: URL) => {
        const search = address.searchParams.get("search") ?? "";
        asked.push(`${search}|${address.searchParams.get("order")}`);
        return search.includes("crunch")
          ? new Refusal("“crunch” is nothing that can be compared with a number.", "search", "Compare slump.")
          : page(rows, search ? ["slump above 45 °C"] : []);
      },
    });
    await screen.findByRole("link", { name: "Slipway Hand Balm" });
    expect(screen.getByText(/trial 7, one of 7, sold: first idea/)).toBeTruthy();
    const field = screen.getByLabelText("Find formulas");
    await user.type(field, "slump > 45");
    expect(await screen.findByText(/Found by: slump above 45 °C/)).toBeTruthy();
    expect(where()).toBe("/bench/all?find=slump+%3E+45");
    await user.click(screen.getByRole("button", { name: "Slumps" }));
    await waitFor(() => expect(asked.at(-1)).toBe("slump > 45|slump"));
    await user.type(field, " crunch > 4");
    expect((await screen.findByRole("alert")).textContent).toContain("Compare slump.");
    expect(screen.getByRole("link", { name: "Slipway Hand Balm" })).toBeTruthy();
  });

  it("tags, takes out and archives what is chosen, each with a way back", async () => {
    const { user } = await open({
      "GET /api/formulas/library": page(),
      "PUT /api/formulas/tags": [],
      "PUT /api/formulas/1/archived": {},
    });
    await user.click(await screen.findByLabelText("Choose Slipway Hand Balm"));
    const chosen = screen.getByRole("group", { name: "What is chosen" });
    expect(within(chosen).getByRole("link", { name: "Take out as CSV" }).getAttribute("href")).toBe(
      "/api/formulas/file?format=csv&id=1",
    );
    await user.type(within(chosen).getByLabelText("Tag them"), "winter{Enter}");
    expect(await screen.findByText(/1 formula tagged winter/)).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Undo" }));
    await waitFor(() =>
      expect(wire.bodies("PUT /api/formulas/tags")).toEqual([
        { formulas: [1], add: ["winter"], remove: [] },
        { formulas: [1], add: [], remove: ["winter"] },
      ]),
    );
    await user.click(within(chosen).getByRole("button", { name: "Archive" }));
    expect(await screen.findByText(/1 formula archived/)).toBeTruthy();
    expect(wire.bodies("PUT /api/formulas/1/archived")).toEqual([{ archived: true }]);
  });

  it("names what is wrong with a tag and keeps it in the field", async () => {
    const { user } = await open({
      "GET /api/formulas/library": page(),
      "PUT /api/formulas/tags": new Refusal("That is too long for a tag.", "add", "Keep it to 30 letters."),
    });
    await user.click(await screen.findByLabelText("Choose all that are shown"));
    await user.type(screen.getByLabelText("Tag them"), "long{Enter}");
    expect((await screen.findByRole("alert")).textContent).toContain("Keep it to 30 letters.");
    expect(screen.getByLabelText<HTMLInputElement>("Tag them").value).toBe("long");
  });

  it("shows a file before it is taken, and takes none while a place is wrong", async () => {
    const view = (refused: object[], kept: number[]) => ({
      formulas: [{ at: "line 2", name: "Brought", family: "balm", lines: 2, becomes: "new" }],
      refused,
      says: "1 new formula.",
      kept,
    });
    const wrong = {
      at: "line 3",
      field: "material",
      value: "beezwacks",
      message: "It is not sure.",
      remedy: "Write beeswax.",
    };
    const { user } = await open({
      "GET /api/formulas/library": page(),
      "POST /api/formulas/file": (body: { file: string; keep: boolean }) =>
        view(body.file.includes("beezwacks") ? [wrong] : [], body.keep ? [5] : []),
    });
    await user.click(await screen.findByRole("button", { name: "Bring in a file…" }));
    const choose = (text: string) =>
      fireEvent.change(screen.getByLabelText("File of formulas"), {
        target: { files: [new File([text], "formulas.csv", { type: "text/csv" })] },
      });
    choose("beezwacks");
    expect(await screen.findByText("line 3")).toBeTruthy();
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Take it in" }).disabled).toBe(true);
    choose("beeswax");
    await waitFor(() => expect(screen.queryByText("line 3")).toBeNull());
    expect(wire.bodies("POST /api/formulas/file").every((body) => !(body as { keep: boolean }).keep)).toBe(true);
    await user.click(await screen.findByRole("button", { name: "Take it in" }));
    expect(await screen.findByText("1 new formula.")).toBeTruthy();
    expect(wire.bodies("POST /api/formulas/file").at(-1)).toEqual({ file: "beeswax", keep: true });
  });

  it("says how to begin where there is nothing", async () => {
    await open({ "GET /api/formulas/library": page([]) });
    expect(await screen.findByText(/No formula yet/)).toBeTruthy();
  });
});
