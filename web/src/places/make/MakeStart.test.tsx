import { screen, waitFor, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { describe, expect, it } from "vitest";
import { house, inBrowser, Refusal, retype, show, where, wire } from "../../test/workshop";
import { MakeStart } from "./MakeStart";

inBrowser();

const step = (id: string, title: string, change: object = {}) => ({
  id,
  title,
  kind: "melt",
  text: `Do ${title}.`,
  why: "Because.",
  doneWhen: "It is done.",
  says: [],
  cautions: [],
  line: null,
  targetG: null,
  toleranceG: null,
  fromC: null,
  toC: null,
  clock: null,
  ...change,
});

const start = (change: object = {}) => ({
  trial: 7,
  number: 2,
  formulaName: "Slack Tide",
  revision: 4,
  isMade: false,
  method: null,
  route: "whip_melt_all",
  routes: [
    { route: "whip_melt_all", name: "melt all, then whip" },
    { route: "whip_unmelted", name: "whip without melting" },
  ],
  reservedAt: null,
  leftOut: [],
  kit: [],
  procedure: [],
  procedureKey: "balm-pour",
  schools: [
    {
      school: {
        id: "powder",
        question: "When does the powder go in",
        options: [
          { id: "whip", words: "at soft peak" },
          { id: "portions", words: "into finished portions" },
        ],
        why: "At soft peak the air stays.",
      },
      chosen: "whip",
    },
  ],
  says: [{ id: "pour-hot", severity: "watch", sentence: "It dents.", blocks: false, pourC: 58 }],
  steps: [
    step("weigh-L1", "Shea butter", { targetG: 240, toleranceG: 1 }),
    step("melt", "Melt", {
      fromC: 45,
      toC: 50,
      clock: { fromMin: 28, toMin: 42, lateHurts: true, isWorkedOut: false },
    }),
    step("stand", "Stand", { clock: { fromMin: 720, toMin: 1440, lateHurts: false, isWorkedOut: false } }),
  ],
  vessels: 4,
  batchG: 600,
  roomC: 21,
  humidityPercent: 55,
  stock: [],
  check: {
    revision: "r1",
    stops: [{ id: "HEAT-01", sentence: "Hot wax.", because: "It burns.", fix: "Long sleeves.", blocks: false }],
    habits: [{ id: "hands", text: "Hands washed.", rules: ["GMP-09"] }],
  },
  ...change,
});

const open = (routes: Record<string, unknown>) =>
  show(
    <Routes>
      <Route path="/make/of/:trial" element={<MakeStart />} />
      <Route path="*" element={<p>elsewhere</p>} />
    </Routes>,
    routes,
    "/make/of/7",
  );

const begin = () => screen.getAllByRole("button", { name: "Begin the batch" })[0] as HTMLElement;

describe("before a batch", () => {
  it("shows the steps with weights, warmth and how long they take, and opens each", async () => {
    const { user } = await open({ "GET /api/batches/start/7": start() });
    const steps = await screen.findByRole("list", { name: "Steps" });
    expect(steps.textContent).toContain("240.0");
    expect(steps.textContent).toContain("45 to 50");
    expect(steps.textContent).toContain("28 to 42");
    expect(steps.textContent).toMatch(/12 to 24.h/);
    await user.click(within(steps).getByText("Melt"));
    expect(within(steps).getAllByText("It is done.").length).toBeGreaterThan(0);
  });

  it("asks for each tick and for a name, in words, and begins with all that was read", async () => {
    const { user } = await open({ "GET /api/batches/start/7": start(), "POST /api/batches": { id: 31 } });
    await screen.findByText("Read, tick and sign");
    await user.click(begin());
    expect(screen.getByRole("alert").textContent).toContain("2 of the list are not ticked");
    for (const box of screen.getAllByRole("checkbox")) await user.click(box);
    await user.click(begin());
    expect(screen.getByRole("alert").textContent).toBe("Type your name: it stands in the record.");
    expect(wire.bodies("POST /api/batches")).toEqual([]);
    await user.type(screen.getByLabelText("Your name"), "Marlo{Enter}");
    await waitFor(() => expect(where()).toBe("/make/31"));
    expect(wire.bodies("POST /api/batches")).toMatchObject([
      { trial: 7, signature: { by: "Marlo", revision: "r1", stops: ["HEAT-01"], ticked: ["hands"] } },
    ]);
  });

  it("keeps ticks and name where the server refuses, and sends the same id again", async () => {
    let refuse = true;
    const { user } = await open({
      "GET /api/batches/start/7": start(),
      "POST /api/batches": () =>
        refuse ? new Refusal("It has changed.", "signature", "Read it again.", 409) : { id: 31 },
    });
    for (const box of await screen.findAllByRole("checkbox")) await user.click(box);
    await user.type(screen.getByLabelText("Your name"), "Marlo{Enter}");
    expect((await screen.findByRole("alert")).textContent).toBe("It has changed. Read it again.");
    refuse = false;
    await user.click(begin());
    await waitFor(() => expect(where()).toBe("/make/31"));
    const ids = wire.bodies("POST /api/batches").map((body) => (body as { stamp: { id: string } }).stamp.id);
    expect(new Set(ids).size).toBe(1);
  });

  it("begins nothing while something has to be mended first", async () => {
    const blocked = { id: "container-cannot", sentence: "Choose metal.", because: "", fix: "", blocks: true };
    const { user } = await open({
      "GET /api/batches/start/7": start({ check: { revision: "r1", stops: [blocked], habits: [] } }),
    });
    await screen.findByText("Choose metal.");
    await user.click(begin());
    expect(screen.getByRole("alert").textContent).toContain("mended on the bench");
    expect(wire.bodies("POST /api/batches")).toEqual([]);
  });

  it("keeps another way of making with the trial, and a planned pour", async () => {
    const { user } = await open({ "GET /api/batches/start/7": start(), "POST /api/trials/7/edits": { id: 7 } });
    await user.click(await screen.findByRole("button", { name: /Where makers differ: all as usual/ }));
    await user.click(screen.getByRole("combobox", { name: "When does the powder go in" }));
    await user.click(await screen.findByTitle("into finished portions"));
    await user.click(screen.getByRole("button", { name: /Pour at 58/ }));
    await waitFor(() => expect(wire.bodies("POST /api/trials/7/edits")).toHaveLength(2));
    expect(wire.bodies("POST /api/trials/7/edits")).toMatchObject([
      { revision: 4, edits: [{ kind: "set_method", method: { route: null, choices: { powder: "portions" } } }] },
      { revision: 4, edits: [{ kind: "set_pour", pourC: 58 }] },
    ]);
  });

  const bowl = {
    kind: "whip_bowl",
    asks: "Bowl to whip in",
    taken: "steel",
    fits: "glass",
    options: [
      { id: "glass", name: "Glass bowl", says: "40 % full" },
      { id: "steel", name: "Steel bowl", says: "12 % full" },
    ],
  };

  it("keeps another bowl with the trial, and takes what fits again", async () => {
    const { user } = await open({
      "GET /api/batches/start/7": start({
        kit: [bowl],
        method: { route: null, choices: {}, steps: null, kit: ["jug", "steel"] },
      }),
      "POST /api/trials/7/edits": { id: 7 },
    });
    const pick = await screen.findByRole("combobox", { name: "Bowl to whip in" });
    for (const name of ["Glass bowl, 40 % full", "Bowl to whip in: Glass bowl fits"]) {
      await user.click(pick);
      await user.click(await screen.findByTitle(name));
    }
    await waitFor(() => expect(wire.bodies("POST /api/trials/7/edits")).toHaveLength(2));
    expect(wire.bodies("POST /api/trials/7/edits")).toMatchObject([
      { edits: [{ kind: "set_method", method: { kit: ["jug", "glass"] } }] },
      { edits: [{ kind: "set_method", method: { kit: ["jug"] } }] },
    ]);
  });

  it("begins the next trial where the one in hand has been made", async () => {
    const { user } = await open({
      "GET /api/batches/start/7": start({ isMade: true }),
      "GET /api/batches/start/8": start({ trial: 8, number: 3 }),
      "POST /api/trials/7/fork": { id: 8 },
    });
    await user.click(await screen.findByRole("combobox", { name: "Way of making" }));
    await user.click(await screen.findByTitle("whip without melting"));
    await waitFor(() => expect(where()).toBe("/make/of/8"));
    expect(wire.bodies("POST /api/trials/7/fork")).toMatchObject([
      { intent: "whip without melting", edits: [{ kind: "set_method", method: { route: "whip_unmelted" } }] },
    ]);
  });

  it("says in words why nothing can be made", async () => {
    await open({ "GET /api/batches/start/7": new Refusal("There is nothing in it.", "formula", "Add a wax.", 400) });
    expect(await screen.findByText(/There is nothing in it/)).toBeTruthy();
  });

  it("keeps a step in her own words, leaves one out and puts one in", async () => {
    const { user } = await open({
      "GET /api/batches/start/7": start(),
      "POST /api/trials/7/edits": { id: 7 },
    });
    const edits = () =>
      wire
        .bodies("POST /api/trials/7/edits")
        .map((body) => (body as { edits: { method: { steps: Record<string, unknown>[] } }[] }).edits[0]?.method.steps);
    const steps = await screen.findByRole("list", { name: "Steps" });
    const row = within(steps).getByText("Melt").closest("details") as HTMLElement;
    await user.click(within(row).getByText("Melt"));
    await user.click(within(row).getByRole("button", { name: "Say it your way" }));
    await retype(user, within(row).getByLabelText("What to do"), "In the blue pot.");
    await retype(user, within(row).getByLabelText("Minutes"), "soon");
    await user.click(within(row).getByRole("button", { name: "Keep these words" }));
    expect(within(row).getByText(/“soon” is not/)).toBeTruthy();
    await retype(user, within(row).getByLabelText("Minutes"), "40");
    await user.click(within(row).getByRole("button", { name: "Keep these words" }));
    await waitFor(() => expect(edits()).toHaveLength(1));
    expect(edits()[0]).toEqual([
      expect.objectContaining({ step: "melt", title: null, text: "In the blue pot.", doneWhen: null, minutes: 40 }),
    ]);
    await user.click(within(row).getByRole("button", { name: "Leave it out" }));
    await waitFor(() => expect(edits().at(-1)?.[0]).toMatchObject({ step: "melt", leftOut: true }));
    await user.click(within(row).getByRole("button", { name: "Add a step after it" }));
    await user.click(within(row).getByRole("button", { name: "Keep these words" }));
    expect(within(row).getByText("Say what is done.")).toBeTruthy();
    await user.type(within(row).getByLabelText(/^What it is called/), "Warm the jars");
    await user.click(within(row).getByRole("button", { name: "Keep these words" }));
    await waitFor(() => expect(edits().at(-1)?.[0]).toMatchObject({ title: "Warm the jars", after: "melt" }));
  });

  it("keeps a trial's steps as the house's way, and forgets it again", async () => {
    const own = [
      { step: "melt", title: "Our melt", text: null, doneWhen: null, minutes: null, leftOut: false, after: null },
    ];
    const saved = () =>
      (wire.bodies("PUT /api/house") as { house: { workshop: { procedures: object } } }[]).map(
        (body) => body.house.workshop.procedures,
      );
    const { user } = await open({
      "GET /api/batches/start/7": start({ method: { route: null, choices: {}, steps: own } }),
      "PUT /api/house": (body: { house: object; revision: number }) => ({ ...house, ...body }),
    });
    await user.click(await screen.findByRole("button", { name: /^Keep for every/ }));
    await waitFor(() => expect(saved()).toEqual([{ "balm-pour": own }]));
  });

  it("keeps what it takes from the pantry, and tells who else it is kept for", async () => {
    const need = {
      kind: "material",
      of: "shea",
      name: "Shea butter",
      wanted: 240,
      offer: { parts: [], missing: 0 },
      says: "SB-1",
      kept: "**300 g** of it is kept for Tide trial 1, planned.",
    };
    let since: string | null = null;
    const { user } = await open({
      "GET /api/batches/start/7": () => start({ stock: [need], reservedAt: since }),
      "PUT /api/batches/start/7/reserved": () => {
        since = "2026-06-11T09:00:00Z";
        return start({ stock: [need], reservedAt: since });
      },
    });
    expect((await screen.findByText(/kept for Tide trial 1/)).closest("li")?.textContent).toContain("300");
    await user.click(screen.getByRole("button", { name: "Keep it for this batch" }));
    expect(await screen.findByRole("button", { name: "Let it go again" })).toBeTruthy();
    expect(wire.bodies("PUT /api/batches/start/7/reserved")).toEqual([{ reserved: true }]);
  });
});
