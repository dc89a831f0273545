import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { Today } from "../../api/client";
import { minutesFrom } from "../../test/making";
import { house, inBrowser, Refusal, retype, show, where, wire } from "../../test/workshop";
import { TodayPage } from "./Today";

inBrowser();

const today = (change: Partial<Today> = {}): Today =>
  ({
    now: "2026-06-11T08:00:00Z",
    isMadeUp: true,
    room: { workroomC: 21, humidityPercent: 62, readAt: "2026-06-11T07:30:00Z" },
    interrupted: [
      {
        id: 5,
        formulaName: "Lamp Oil",
        trialNumber: 1,
        lot: "LO-26-005",
        atStep: 2,
        atKind: "weigh",
        atTitle: "Beeswax",
        steps: 12,
        touchedAt: "2026-06-11T07:00:00Z",
        batchG: 300,
      },
    ],
    setting: [{ batch: 6, name: "Whipped Shea", says: "sets until noon", since: "2026-06-11T06:00:00Z" }],
    looks: [
      { id: "slump-3", severity: "fix", sentence: "9 tins slump at **44 °C**.", kind: "hold_back", batch: 3 },
      { id: "look-4", severity: "note", sentence: "After a week: grain.", kind: "evaluation", batch: 4 },
    ],
    places: [
      { id: "room", name: "workroom", kind: "workroom", todayC: 20, tomorrowC: 21, hours: null },
      { id: "van", name: "summer van", kind: "storage", todayC: 46, tomorrowC: 44, hours: 3 },
    ],
    stock: [
      {
        batch: 3,
        lot: "SH-26-003",
        name: "Slipway trial 4",
        units: 9,
        unit: "tin",
        slumpC: 41,
        place: "shelf",
        colour: "#EEDDAA",
        slumps: true,
      },
    ],
    sentence: "In a 44 °C summer van 9 of 9 slump.",
    weather: [],
    formulas: [{ id: 2, name: "Slipway Hand Balm", trial: 7, trialNumber: 2, changedAt: "2026-06-10T08:00:00Z" }],
    ...change,
  }) as unknown as Today;

const open = (routes: Record<string, unknown> = {}, page = today()) =>
  show(<TodayPage />, { "GET /api/today": page, ...routes }, "/today");

describe("today", () => {
  it("carries on what was broken off and opens what is setting", async () => {
    const { user, unmount } = await open();
    expect((await screen.findByText(/stopped at step 3 of 12, weigh beeswax/)).textContent).toContain("LO-26-005");
    await user.click(screen.getByRole("button", { name: "Carry on" }));
    expect(where()).toBe("/make/5");
    unmount();
    const again = await open();
    await again.user.click((await screen.findAllByRole("button", { name: "Open" }))[0] as HTMLElement);
    expect(where()).toBe("/make/6");
  });

  it("lists what the hands do through the day, what is planned too", async () => {
    const { at, block } = minutesFrom(Date.parse("2026-06-11T08:00:00Z"));
    const act = (number: number, batch: number, title: string, says: string, from: number, to: number) => ({
      number,
      batch,
      trial: batch === 0 ? 9 : 2,
      title,
      says,
      from: at(from),
      to: at(to),
    });
    const clocks = {
      now: at(0),
      clocks: [],
      clashes: [],
      lane: [],
      day: { minutes: 60, from: at(0), to: at(170) },
      batches: [
        {
          batch: 5,
          trial: 2,
          formulaName: "Lamp Oil",
          colour: "#EEDDAA",
          says: "",
          blocks: [
            block("a", "Weigh", 0, 20),
            block("a", "Rest overnight", 50, 150, "none"),
            block("a", "Pour", 162, 170),
          ],
        },
        {
          batch: 0,
          trial: 9,
          formulaName: "Quay Balm",
          colour: "",
          says: "",
          blocks: [block("b", "Weigh 3 lines", 25, 45)],
        },
      ],
      acts: [
        act(1, 5, "Weigh", "Lamp Oil", 0, 20),
        act(2, 0, "Quay Balm", "trial 1, 600 g, kept for it in the pantry", 25, 45),
        act(3, 0, "Pour the tins", "Quay Balm", 151, 161),
        act(4, 5, "Pour", "Lamp Oil", 162, 170),
      ],
    };
    const { user } = await open({ "GET /api/batches/clocks": clocks });
    expect(await screen.findByRole("img", { name: "What your hands do" })).toBeTruthy();
    expect(screen.getByText("Rest overnight")).toBeTruthy();
    const rows = [...document.querySelectorAll(".today-row")].map((row) => row.textContent);
    expect(rows[0]).toMatch(/^1.*Lamp Oilstopped at step 3/);
    expect(rows[1]).toMatch(/^2.*Quay Balmtrial 1, 600 g, kept for it.*20.*Start$/);
    expect(rows[2]).toMatch(/^3.*Pour the tinsQuay Balm.*10.min$/);
    expect(rows[3]).toMatch(/^4.*PourLamp Oil.*Open$/);
    await user.click(screen.getByRole("button", { name: "Start" }));
    expect(where()).toBe("/make/of/9");
  });

  it("holds stock back through the outbox and says so", async () => {
    const { user } = await open({ "POST /api/batches/3/commands": { id: 3, batch: {} } });
    await user.click(await screen.findByRole("button", { name: "Hold back 9" }));
    expect(await screen.findByText("Held back. It stays in the workroom tomorrow.")).toBeTruthy();
    expect(wire.bodies("POST /api/batches/3/commands")).toMatchObject([
      { command: { kind: "place_stock", place: "held_back" } },
    ]);
  });

  it("says why stock stays where it is", async () => {
    const { user } = await open({
      "POST /api/batches/3/commands": new Refusal("It has no stock.", "place", "Finish it first.", 409),
    });
    await user.click(await screen.findByRole("button", { name: "Cool box" }));
    expect(await screen.findByText("It has no stock. Finish it first.")).toBeTruthy();
  });

  it("sends to the press test where one is due", async () => {
    const { user } = await open();
    await user.click(await screen.findByRole("button", { name: "Look at it" }));
    expect(where()).toBe("/logbook/4");
  });

  it("reads the stock as a table too", async () => {
    const { user } = await open();
    await user.click(await screen.findByRole("button", { name: "Read as a table" }));
    expect(screen.getByRole("region", { name: "Finished stock" }).textContent).toContain(
      "Slipway trial 4SH-26-0039 tins41",
    );
    await user.click(screen.getByRole("button", { name: "Show the ruler" }));
    expect(screen.queryByRole("region", { name: "Finished stock" })).toBeNull();
  });

  describe("the workroom's reading", () => {
    const form = async (routes = {}) => {
      const shown = await open(routes);
      await shown.user.click(await screen.findByRole("button", { name: "New reading" }));
      return shown;
    };

    it("is kept as typed", async () => {
      const { user } = await form({ "PUT /api/today/reading": today() });
      await retype(user, screen.getByLabelText(/^Workroom/), "18,5");
      await retype(user, screen.getByLabelText(/^Humidity/), "");
      await user.click(screen.getByRole("button", { name: "Save the reading" }));
      expect(await screen.findByText(/Workroom read: 18.5/)).toBeTruthy();
      expect(wire.bodies("PUT /api/today/reading")).toEqual([{ workroomC: 18.5, humidityPercent: null }]);
    });

    it.each([
      [/^Workroom/, "warm", "“warm” is not a temperature"],
      [/^Humidity/, "damp", "“damp” is not a number"],
    ])("names a slip in %s and keeps the form", async (label, text, says) => {
      const { user } = await form();
      await retype(user, screen.getByLabelText(label), text);
      await user.click(screen.getByRole("button", { name: "Save the reading" }));
      expect(screen.getByRole("alert").textContent).toContain(says);
      expect(screen.getByLabelText(label).getAttribute("aria-invalid")).toBe("true");
      expect(wire.sent).toEqual([]);
    });

    it("shows a refusal at the field it is about", async () => {
      const { user } = await form({
        "PUT /api/today/reading": new Refusal("160 % is no humidity.", "humidityPercent", "Type 0 to 100."),
      });
      await retype(user, screen.getByLabelText(/^Humidity/), "160");
      await user.click(screen.getByRole("button", { name: "Save the reading" }));
      expect((await screen.findByRole("alert")).textContent).toBe("160 % is no humidity. Type 0 to 100.");
      expect(screen.getByLabelText(/^Humidity/).getAttribute("aria-invalid")).toBe("true");
      expect(screen.getByLabelText(/^Workroom/).getAttribute("aria-invalid")).toBe("false");
    });
  });

  describe("tomorrow's heat", () => {
    it("is read in °F where the house reads so", async () => {
      const inF = {
        ...house,
        house: { ...house.house, workshop: { ...house.house.workshop, temperature: "fahrenheit" } },
      };
      const { user } = await open({ "GET /api/house": inF, "PUT /api/today/tomorrow": today() });
      await user.click(await screen.findByRole("button", { name: "Type tomorrow’s heat" }));
      const van = screen.getByLabelText<HTMLInputElement>(/^summer van/);
      expect(van.value).toBe("111");
      await retype(user, van, "122");
      await user.click(screen.getByRole("button", { name: "Set" }));
      expect(await screen.findByText("Tomorrow’s heat is set.")).toBeTruthy();
      const [sent] = wire.bodies("PUT /api/today/tomorrow") as { temperatures: Record<string, number> }[];
      expect(sent?.temperatures.van).toBeCloseTo(50, 6);
    });

    it("names the place of a slip", async () => {
      const { user } = await open();
      await user.click(await screen.findByRole("button", { name: "Type tomorrow’s heat" }));
      await retype(user, screen.getByLabelText(/^summer van/), "hot");
      await user.click(screen.getByRole("button", { name: "Set" }));
      expect(screen.getByRole("alert").textContent).toContain("summer van: “hot” is not a temperature");
      await user.click(screen.getByRole("button", { name: "Leave it" }));
      expect(screen.queryByRole("alert")).toBeNull();
    });
  });

  it("is the start of the first formula in an empty workshop", async () => {
    const { user } = await open(
      {
        "GET /api/families": [
          { family: "balm", name: "balm", title: "Balm", about: "set by wax", lenses: ["melt", "feel"] },
          { family: "fizzy", name: "fizzy", title: "Fizzy", about: "gas in the bath", lenses: ["fizz", "air"] },
        ],
        "POST /api/formulas": (body: { name: string }) =>
          body.name === "" ? new Refusal("A formula needs a name.", "name", "Type one.") : { id: 1 },
      },
      today({ formulas: [], interrupted: [] }),
    );
    expect(await screen.findByText("Your bench is empty")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Start from the usual balm" }));
    expect((await screen.findByRole("alert")).textContent).toBe("A formula needs a name. Type one.");
    await user.type(screen.getByLabelText(/What is it called/), "Lake Fizz");
    expect(screen.queryByRole("alert")).toBeNull();
    await user.click(screen.getByText("Fizzy"));
    await user.click(screen.getByRole("button", { name: "Start from a blank pot" }));
    await waitFor(() => expect(where()).toBe("/bench/1"));
    expect(wire.bodies("POST /api/formulas").at(-1)).toEqual({ name: "Lake Fizz", family: "fizzy", from: "blank" });
  });
});
