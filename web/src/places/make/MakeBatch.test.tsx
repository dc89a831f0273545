import { act, screen, waitFor } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { outbox } from "../../shell/outbox";
import { batchInHand, step } from "../../test/making";
import { house, inBrowser, Refusal, retype, show, where, wire } from "../../test/workshop";
import { MakeBatch } from "./MakeBatch";

inBrowser();

const steps = [
  step("s1", "gather", "Gather", { cautions: [{ id: "hot", message: "Hot fat burns.", fix: "Water bath only." }] }),
  step("s2", "weigh", "Beeswax", { targetG: 84, toleranceG: 0.8 }),
  step("s3", "melt", "Melt", { fromC: 70, toC: 75 }),
  step("s4", "finish", "Fill and count"),
];

/** A batch on the server: does what it is told, as far as the page can see. */
function served(
  at = 0,
  answer: (command: { kind: string; seen?: unknown }) => unknown = () => null,
  lots: object[] = [],
  taken: object[] = [],
) {
  const now = batchInHand(steps, at, lots, taken);
  return {
    "GET /api/batches/9": () => structuredClone(now),
    "POST /api/batches/9/commands": ({
      command,
    }: {
      command: { kind: string; step?: string; weighedG?: number | null; temperatureC?: number | null; seen?: unknown };
    }) => {
      const refused = answer(command);
      if (refused) return refused;
      now.revision++;
      const index = steps.findIndex((one) => one.id === command.step);
      if (command.kind === "record_step") {
        now.batch.done.push({
          step: command.step,
          doneAt: "2026-06-11T08:05:00Z",
          weighedG: command.weighedG,
          temperatureC: command.temperatureC,
          note: null,
        });
        now.atIndex = Math.min(index + 1, steps.length - 1);
      }
      if (command.kind === "go_to_step") now.atIndex = index;
      return structuredClone(now);
    },
  };
}

const open = (routes: Record<string, unknown> = served()) =>
  show(
    <Routes>
      <Route path="/make/:batch" element={<MakeBatch />} />
      <Route path="*" element={<p>elsewhere</p>} />
    </Routes>,
    routes,
    "/make/9",
  );
const commands = () =>
  wire.bodies("POST /api/batches/9/commands").map((body) => (body as { command: Record<string, unknown> }).command);
const next = () => screen.getByRole("button", { name: /^(Next|Finish)/ });
const weight = () => screen.getByLabelText<HTMLInputElement>(/^Weight of Beeswax/);

describe("making a batch", () => {
  // A touch just after a change of step counts for nothing; here every look at the clock is a second later.
  let clock = 0;
  beforeEach(() => {
    vi.spyOn(performance, "now").mockImplementation(() => (clock += 1000));
  });
  afterEach(() => {
    vi.restoreAllMocks();
    expect(outbox.waiting()).toEqual([]);
  });

  it("shows one step with what can hurt, and puts it down before the next", async () => {
    const { user } = await open();
    expect(await screen.findByText("Hot fat burns.")).toBeTruthy();
    expect(screen.getByRole("heading", { level: 1 }).textContent).toBe("Step 1 of 4");
    await user.click(next());
    expect(await screen.findByText("Weigh 1 of 1")).toBeTruthy();
    await waitFor(() =>
      expect(commands()).toEqual([
        {
          kind: "record_step",
          step: "s1",
          weighedG: null,
          temperatureC: null,
          note: null,
          seen: { weighedG: null, temperatureC: null },
        },
      ]),
    );
  });

  it("stands by what an errand was answered with, though the question asked before it is answered later", async () => {
    const routes = served(1);
    const answers: (() => void)[] = [];
    let asked = 0;
    let ready: () => void = () => undefined;
    const isAsked = new Promise<void>((resolve) => (ready = resolve));
    const { user } = await open({
      ...routes,
      "GET /api/batches/9": () => {
        const then = routes["GET /api/batches/9"]();
        ready();
        return asked++ > 0 ? then : new Promise((resolve) => answers.push(() => resolve(then)));
      },
    });
    await isAsked;
    await outbox.put({
      kind: "act",
      batch: 9,
      command: { kind: "record_step", step: "s2", weighedG: 84, temperatureC: null, note: null, seen: null } as never,
    });
    answers[0]?.();
    expect(await screen.findByText("Step 3 of 4")).toBeTruthy();
    await new Promise((later) => setTimeout(later, 20));
    await user.click(screen.getByRole("button", { name: "Back" }));
    expect(weight().value).toBe("84");
  });

  it("takes a weight that is right at once", async () => {
    const { user } = await open(served(1));
    await user.type(await screen.findByLabelText(/^Weight of Beeswax/), "84,3");
    expect(screen.getByText("Right")).toBeTruthy();
    await user.keyboard("{Enter}");
    expect(await screen.findByText("Do Melt.")).toBeTruthy();
    await waitFor(() =>
      expect(commands().at(-1)).toMatchObject({ kind: "record_step", step: "s2", weighedG: 84.3, note: null }),
    );
  });

  it("reads ounces where the house weighs in ounces", async () => {
    const { user } = await open({
      ...served(1),
      "GET /api/house": {
        ...house,
        house: { ...house.house, workshop: { ...house.house.workshop, weight: "ounces" } },
      },
    });
    await user.type(await screen.findByLabelText("Weight of Beeswax in oz"), "2.96");
    await user.keyboard("{Enter}");
    await waitFor(() => expect(commands().at(-1)?.weighedG).toBeCloseTo(83.915, 2));
  });

  it("asks once before it keeps too little", async () => {
    const { user } = await open(served(1));
    await user.type(await screen.findByLabelText(/^Weight of Beeswax/), "80");
    await user.keyboard("{Enter}");
    expect(screen.getByRole("alert").textContent).toContain("Keep 80.0");
    expect(screen.getByRole("alert").textContent).toContain("4.0");
    expect(commands()).toEqual([]);
    await user.keyboard("{Enter}");
    await waitFor(() => expect(commands()).toMatchObject([{ weighedG: 80, note: "kept short" }]));
  });

  it("offers to scale the rest or to keep what was poured over", async () => {
    const choices = { overG: 6, rescaledTotalG: 642.9, topUps: [{}], keepSays: "15 % beeswax" };
    const { user } = await open({ ...served(1), "POST /api/batches/9/over-pour": choices });
    await user.type(await screen.findByLabelText(/^Weight of Beeswax/), "90");
    await user.keyboard("{Enter}");
    expect(await screen.findByText(/6.0.* over\./)).toBeTruthy();
    expect(commands()).toEqual([]);
    await user.click(screen.getByRole("button", { name: /Scale the rest up to 642.9.*topping up 1 line/ }));
    await waitFor(() => expect(commands().at(-1)).toEqual({ kind: "rescale_pot", step: "s2", weighedG: 90 }));
    await user.click(screen.getByRole("button", { name: "Keep it: 15 % beeswax" }));
    await waitFor(() => expect(commands().at(-1)).toMatchObject({ weighedG: 90, note: "poured over and kept" }));
  });

  it.each([
    ["much", "“much” is not a weight"],
    ["-4", "“-4” is not a weight"],
    ["", "Type what the scale shows for beeswax"],
  ])("names the slip “%s” and stays at the step", async (text, says) => {
    const { user } = await open(served(1));
    await retype(user, await screen.findByLabelText(/^Weight of Beeswax/), text);
    await user.click(next());
    expect(screen.getByRole("alert").textContent).toContain(says);
    expect(weight().value).toBe(text);
    expect(commands()).toEqual([]);
  });

  it("takes a temperature beside a step that wants one, and none too", async () => {
    const { user } = await open(served(2));
    const field = await screen.findByLabelText<HTMLInputElement>(/^Temperature in/);
    await user.type(field, "hot");
    await user.click(next());
    expect(screen.getByRole("alert").textContent).toContain("“hot” is not a temperature");
    await retype(user, field, "72,5");
    await user.click(next());
    await waitFor(() => expect(commands()).toMatchObject([{ step: "s3", temperatureC: 72.5, weighedG: null }]));
  });

  it("types by the keys on the glass, and wipes it", async () => {
    const { user } = await open(served(1));
    await screen.findByLabelText(/^Weight of Beeswax/);
    for (const name of ["8", "4", "1", "delete"]) await user.click(screen.getByRole("button", { name }));
    expect(weight().value).toBe("84");
    await user.click(screen.getByRole("button", { name: "Wipe the glass" }));
    expect(screen.getByText(/Touch sleeps for 8 s/)).toBeTruthy();
    await user.click(next());
    expect(commands()).toEqual([]);
  });

  it("goes back, keeps the number that was typed there, and comes forward again", async () => {
    const { user } = await open(served(1));
    await user.type(await screen.findByLabelText(/^Weight of Beeswax/), "84");
    await user.keyboard("{Enter}");
    await screen.findByText("Do Melt.");
    await user.click(screen.getByRole("button", { name: "Back" }));
    await waitFor(() => expect(weight().value).toBe("84"));
    expect(commands().at(-1)).toEqual({ kind: "go_to_step", step: "s2" });
  });

  it("comes back to the step with its words when the server refuses it", async () => {
    const { user } = await open(
      served(1, (command) =>
        command.kind === "record_step"
          ? new Refusal("The batch is finished.", "command", "Look in the logbook.", 409)
          : null,
      ),
    );
    await user.type(await screen.findByLabelText(/^Weight of Beeswax/), "84");
    await user.keyboard("{Enter}");
    expect(await screen.findByText("The batch is finished. Look in the logbook.")).toBeTruthy();
    expect(weight().value).toBe("84");
    await user.type(weight(), "1");
    expect(screen.queryByText("The batch is finished. Look in the logbook.")).toBeNull();
  });

  it("asks anew about every number: what was asked of the last one does not stand", async () => {
    const choices = { overG: 6, rescaledTotalG: 642.9, topUps: [], keepSays: "15 % beeswax", doubt: null };
    const { user } = await open({ ...served(1), "POST /api/batches/9/over-pour": choices });
    await user.type(await screen.findByLabelText(/^Weight of Beeswax/), "90");
    await user.keyboard("{Enter}");
    expect(await screen.findByRole("button", { name: /^Scale the rest up/ })).toBeTruthy();
    await user.keyboard("9");
    expect(screen.queryByRole("button", { name: /^Scale the rest up/ })).toBeNull();
    await user.keyboard("{Enter}");
    expect(await screen.findByRole("button", { name: /^Keep it/ })).toBeTruthy();
    expect(commands()).toEqual([]);
    await retype(user, weight(), "80");
    await user.keyboard("{Enter}");
    expect(screen.getByRole("alert").textContent).toContain("4.0");
    await retype(user, weight(), "8");
    await user.keyboard("{Enter}");
    expect(screen.getByRole("alert").textContent).toContain("Keep 8.0");
    expect(commands()).toEqual([]);
  });

  it("does not offer to scale up to what is out of all measure", async () => {
    const choices = {
      overG: 8316,
      rescaledTotalG: null,
      topUps: [],
      keepSays: "98 % beeswax",
      doubt: "Read the scale again.",
    };
    const { user } = await open({ ...served(1), "POST /api/batches/9/over-pour": choices });
    await user.type(await screen.findByLabelText(/^Weight of Beeswax/), "8400");
    await user.keyboard("{Enter}");
    expect(await screen.findByText(/Read the scale again/)).toBeTruthy();
    expect(screen.queryByRole("button", { name: /^Scale the rest up/ })).toBeNull();
  });

  it.each([
    ["80", "or less"],
    ["61", "or more"],
  ])("asks before it goes on at %s degrees, outside what is wanted", async (typed, says) => {
    const { user } = await open(served(2));
    await user.type(await screen.findByLabelText(/^Temperature in/), typed);
    await user.keyboard("{Enter}");
    expect(screen.getByRole("alert").textContent).toContain(says);
    expect(commands()).toEqual([]);
    await user.keyboard("{Enter}");
    await waitFor(() =>
      expect(commands()).toMatchObject([{ temperatureC: Number(typed), note: "outside what was wanted" }]),
    );
  });

  it("tells what another window has put down, and sends what it has seen of it", async () => {
    let first = true;
    const { user } = await open(
      served(1, (command) => {
        if (command.kind !== "record_step" || !first) return null;
        first = false;
        return new Refusal("In another window 83 g was put down.", "command.weighedG", "Next again keeps yours.", 409);
      }),
    );
    await user.type(await screen.findByLabelText(/^Weight of Beeswax/), "84");
    await user.keyboard("{Enter}");
    expect(await screen.findByText(/In another window 83 g/)).toBeTruthy();
    await user.keyboard("{Enter}");
    await waitFor(() => expect(commands()).toHaveLength(2));
    expect(commands()[0]).toMatchObject({ seen: { weighedG: null } });
  });

  it("has not seen what was fetched while a number was being typed, until it was told of it", async () => {
    const routes = served(1, (command) =>
      command.kind === "record_step" && (command.seen as { weighedG: number | null }).weighedG === null
        ? new Refusal("In another window 83 g was put down.", "command.weighedG", "Next again keeps yours.", 409)
        : null,
    );
    const other = routes["GET /api/batches/9"]();
    const step = other.batch.steps[1]?.id;
    let further = false;
    const { user, queries } = await open({
      ...routes,
      "GET /api/batches/9": () =>
        further ? { ...other, batch: { ...other.batch, done: [{ step, weighedG: 83, temperatureC: null }] } } : other,
    });
    await user.type(await screen.findByLabelText(/^Weight of Beeswax/), "84");
    further = true;
    await act(() => queries.invalidateQueries());
    await user.keyboard("{Enter}");
    expect(await screen.findByText(/In another window 83 g/)).toBeTruthy();
    await waitFor(async () => {
      await user.keyboard("{Enter}");
      expect(commands()).toHaveLength(2);
    });
    expect(commands().map((one) => (one as { seen: unknown }).seen)).toMatchObject([
      { weighedG: null },
      { weighedG: 83 },
    ]);
  });

  it("goes back once for a Backspace that is held", async () => {
    const { user } = await open(served(2));
    await screen.findByText("Do Melt.");
    await user.keyboard("{Backspace>6/}");
    expect(await screen.findByLabelText(/^Weight of Beeswax/)).toBeTruthy();
    await new Promise((done) => setTimeout(done, 30));
    expect(commands().filter((one) => one.kind === "go_to_step")).toHaveLength(1);
  });

  it("shows the record's address instead of the steps of a finished batch", async () => {
    const routes = served(1);
    const finished = routes["GET /api/batches/9"]();
    await open({
      "GET /api/batches/9": { ...finished, batch: { ...finished.batch, finishedAt: "2026-06-11T10:00:00Z" } },
    });
    expect(await screen.findByText("Lot SH-26-009 is finished")).toBeTruthy();
    expect(screen.getByRole("link", { name: "Open its record" }).getAttribute("href")).toBe("/logbook/9");
    expect(screen.queryByLabelText(/^Weight of/)).toBeNull();
  });

  it("asks for a count at the end, and goes to the logbook when it is there", async () => {
    const { user } = await open(served(3));
    const count = await screen.findByLabelText(/How many tins/);
    for (const slip of ["lots", "2.5"]) {
      await retype(user, count, slip);
      await user.click(next());
      expect(screen.getByRole("alert").textContent).toContain(`“${slip}” is not a count`);
    }
    await retype(user, count, "12");
    await user.type(screen.getByLabelText("Notes"), "poured well");
    await user.click(next());
    await waitFor(() => expect(where()).toBe("/logbook/9"));
    expect(commands().at(-1)).toEqual({
      kind: "finish",
      units: 12,
      notes: "poured well",
      others: null,
      sampleG: null,
      restG: null,
    });
  });

  it("stays at the end when finishing is refused, with count and notes", async () => {
    const { user } = await open(
      served(3, (command) =>
        command.kind === "finish" ? new Refusal("12,000 tins cannot be.", "command.units", "Type 0 to 5000.") : null,
      ),
    );
    await user.type(await screen.findByLabelText(/How many tins/), "12000");
    await user.click(next());
    expect(await screen.findByText("12,000 tins cannot be. Type 0 to 5000.")).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>(/How many tins/).value).toBe("12000");
  });

  it("can be given up while nothing is weighed", async () => {
    const { user } = await open({ ...served(), "DELETE /api/batches/9": {} });
    await user.click(await screen.findByRole("button", { name: "Throw this batch away" }));
    await waitFor(() => expect(where()).toBe("/bench/7"));
  });

  it("is given up with a reason once something is weighed, and says when it cannot be", async () => {
    const answers: unknown[] = [new Refusal("A reason is missing.", "command.reason", "Say why in a few words.")];
    const { user } = await open(served(0, (command) => (command.kind === "give_up" ? answers.shift() : undefined)));
    await user.click(await screen.findByRole("button", { name: /^Next/ }));
    await user.click(await screen.findByRole("button", { name: "Give it up…" }));
    expect(screen.queryByRole("button", { name: "Throw this batch away" })).toBeNull();
    const why = await screen.findByLabelText("Why?");
    await user.click(screen.getByRole("button", { name: "Give it up" }));
    expect((await screen.findByText(/A reason is missing/)).getAttribute("role")).toBe("alert");
    await user.type(why, "seized");
    expect(screen.queryByText(/A reason is missing/)).toBeNull();
    // What the server refuses is told in the same place, and the words stay.
    await user.keyboard("{Enter}");
    expect((await screen.findByText(/A reason is missing/)).getAttribute("role")).toBe("alert");
    await user.keyboard("{Enter}");
    await waitFor(() => expect(where()).toBe("/logbook/9"));
    expect(commands().at(-1)).toEqual({ kind: "give_up", reason: "seized", putBack: [] });
  });

  const choices = [
    { lot: "lot-1", code: "W-11", sticker: "L-0001", free: 200, useBy: "2027-10-31", isPast: false },
    { lot: "lot-2", code: "W-12", sticker: "L-0002", free: 90, useBy: null, isPast: true },
  ];
  const ofWax = [{ step: "s2", says: "lot W-11", chosen: "lot-1", choices }];

  it("weighs from another lot: tapped, scanned from its sticker, or says that there is none", async () => {
    const { user } = await open({ ...served(1, () => null, ofWax), "GET /api/stock/find": [] });
    expect(await screen.findByText("Lot W-11")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Other lot" }));
    expect(screen.getByRole("button", { name: /W-12.*past its date/ })).toBeTruthy();
    await user.type(screen.getByLabelText("Lot or sticker"), "nowhere{Enter}");
    expect((await screen.findByText(/No lot “nowhere” is booked in/)).getAttribute("role")).toBe("alert");
    await retype(user, screen.getByLabelText("Lot or sticker"), "l-0002{Enter}");
    await waitFor(() => expect(commands()).toEqual([{ kind: "choose_lot", step: "s2", lot: "lot-2" }]));
    await user.click(screen.getByRole("button", { name: "Other lot" }));
    await user.click(screen.getByRole("button", { name: /W-11/ }));
    await waitFor(() => expect(commands().at(-1)).toEqual({ kind: "choose_lot", step: "s2", lot: "lot-1" }));
  });

  it("asks what went back to its lot when it is given up", async () => {
    const taken = [{ step: "s2", material: "beeswax", lot: "lot-1", code: "W-11", grams: 84 }];
    const { user } = await open(served(1, () => null, ofWax, taken));
    await screen.findByText("Lot W-11");
    await user.type(weight(), "84");
    await user.click(next());
    await user.click(await screen.findByRole("button", { name: "Give it up…" }));
    await user.click(await screen.findByRole("checkbox", { name: /Beeswax, 84.0.g of lot W-11/ }));
    await user.type(screen.getByLabelText("Why?"), "seized{Enter}");
    await waitFor(() => expect(commands().at(-1)).toEqual({ kind: "give_up", reason: "seized", putBack: ["s2"] }));
  });

  it("says why there is no such batch", async () => {
    await open({ "GET /api/batches/9": new Refusal("There is no such batch.", "", "Look in the logbook.", 404) });
    expect(await screen.findByText("There is no such batch. Look in the logbook.")).toBeTruthy();
    expect(screen.getByRole("link", { name: "Batches in the making" }).getAttribute("href")).toBe("/make");
  });
});

describe("a step that cools", () => {
  const start = "2026-06-11T08:00:00Z";
  const at = (minutes: number) => new Date(Date.parse(start) + minutes * 60_000).toISOString();
  const chill = step("s3", "chill", "Chill", { fromC: 19, toC: 29 });
  const watch = (readings: object[] = []) => ({
    step: "s3",
    now: at(10),
    cooling: {
      startedAt: start,
      run: [0, 10, 20, 40].map((min) => ({
        min,
        c: 40 - min / 2,
        lowC: 39 - min / 2,
        highC: 41 - min / 2,
        state: "soft",
      })),
      readings,
      band: { words: "whip window", fromC: 19, toC: 29 },
      times: [
        { id: "opens", words: "opens", at: at(22), earlyAt: at(19), lateAt: at(25), callsAt: at(19) },
        { id: "closes", words: "closes", at: at(38), earlyAt: at(35), lateAt: at(41), callsAt: at(35) },
      ],
      nowC: 35,
      fallsPerMin: 0.5,
      state: "soft",
      learnt: readings.length > 0 ? "It cools as said." : "",
      stirAt: at(16),
      places: [
        {
          id: "fridge",
          words: "in the fridge",
          waits: "whip from 22 min",
          grain: "hardly any grain",
          sweats: "",
          isBest: true,
          isHere: true,
        },
        {
          id: "freezer",
          words: "in the freezer",
          waits: "whip from 12 min",
          grain: "hardly any grain",
          sweats: "",
          isBest: false,
          isHere: false,
        },
      ],
      words: [
        {
          id: "half-set",
          words: "half set",
          seen: "dull",
          felt: "a dent stays",
          low: 0.14,
          high: 0.22,
          whatNext: "Whip.",
          photoHint: "",
          quantity: "phi",
        },
      ],
      says: "35 °C by now; opens in **12 min**.",
    },
    whipping: null,
    wetting: null,
  });

  const open = async (
    answer: () => unknown = () => null,
    wall: object | null = null,
    asks: object | null = null,
    rounds: object | null = null,
  ) => {
    const readings: object[] = [];
    const routes = served(2, answer) as Record<string, unknown>;
    const batch = routes["GET /api/batches/9"] as () => { batch: { steps: object[] } };
    const withChill = () => {
      const view = batch();
      view.batch.steps = [steps[0], steps[1], chill, steps[3]] as object[];
      return { ...view, asks };
    };
    const post = routes["POST /api/batches/9/commands"] as (body: unknown) => unknown;
    return show(
      <Routes>
        <Route path="/make/:batch" element={<MakeBatch />} />
      </Routes>,
      {
        ...routes,
        "GET /api/batches/9": withChill,
        "GET /api/batches/9/watch": () => {
          const now = watch(readings);
          return { ...now, cooling: { ...now.cooling, wall, rounds } };
        },
        "POST /api/batches/9/commands": (body: { command: { kind: string; temperatureC?: number | null } }) => {
          const answered = post(body);
          if (answered instanceof Refusal) return answered;
          if (body.command.temperatureC != null) readings.push({ id: "r1", min: 10, c: body.command.temperatureC });
          return withChill();
        },
      },
      "/make/9",
    );
  };

  it("shows the run and when to come back, and takes a reading without leaving the step", async () => {
    const { user } = await open();
    expect(await screen.findByRole("img", { name: "Cooling curve" })).toBeTruthy();
    expect(screen.getByText(/12.min/)).toBeTruthy();
    await user.type(screen.getByLabelText(/Temperature in/), "34.5");
    await user.click(screen.getByRole("button", { name: "Log the reading" }));
    expect(await screen.findByText("It cools as said.")).toBeTruthy();
    expect(wire.bodies("POST /api/batches/9/commands")).toMatchObject([
      { command: { kind: "read_step", step: "s3", temperatureC: 34.5 } },
    ]);
    expect(screen.getByLabelText<HTMLInputElement>(/Temperature in/).value).toBe("");
    await user.click(screen.getByRole("button", { name: /Take 34.5/ }));
    await waitFor(() => expect(wire.bodies("POST /api/batches/9/commands")).toHaveLength(2));
  });

  it("tells the wall from the middle, and keeps a question to a line beside the run", async () => {
    const { user } = await open(
      () => null,
      { says: "9 °C at the wall, 30 °C in the middle: **scrape**." },
      { step: "s2", kind: "broken_off", says: "Hold: 6 min", asks: "Was it cut short?", options: [], asksLook: true },
    );
    expect(await screen.findByText(/in the middle/)).toBeTruthy();
    const question = screen.getByRole("region", { name: "What happened" });
    expect(question.textContent).toBe("Hold: 6 min. Was it cut short?AnswerLater");
    expect(screen.getByLabelText(/Temperature in/)).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Answer" }));
    expect(screen.getByRole("button", { name: "Looked right" })).toBeTruthy();
  });

  it("counts the rounds by what was stirred, and takes one back", async () => {
    const { user } = await open(() => null, null, null, {
      now: 2,
      most: 6,
      isWritten: false,
      lastStir: "stir-1",
      says: "Round **2**, at most 6.",
    });
    expect((await screen.findByLabelText("Rounds")).textContent).toBe("Round 2, at most 6.");
    await user.click(screen.getByRole("button", { name: "Stirred: round 2 done" }));
    await user.click(screen.getByRole("button", { name: "Take round 1 back" }));
    await waitFor(() =>
      expect(wire.bodies("POST /api/batches/9/commands")).toMatchObject([
        { command: { kind: "read_step", stirred: true } },
        { command: { kind: "take_reading_back", reading: "stir-1" } },
      ]),
    );
  });

  it("has no act for rounds that the sheet writes out", async () => {
    await open(() => null, null, null, { now: 2, most: 3, isWritten: true, lastStir: null, says: "Round **2 of 3**." });
    expect((await screen.findByLabelText("Rounds")).textContent).toBe("Round 2 of 3.");
    expect(screen.queryByRole("button", { name: /^Stirred/ })).toBeNull();
    expect(screen.queryByRole("button", { name: /^Take round/ })).toBeNull();
  });

  it("compares the places, and moves the bowl", async () => {
    const { user } = await open();
    await user.click(await screen.findByRole("button", { name: "Another place" }));
    await user.click(screen.getByRole("button", { name: /In the freezer/ }));
    await waitFor(() =>
      expect(wire.bodies("POST /api/batches/9/commands")).toMatchObject([
        { command: { kind: "read_step", place: "freezer" } },
      ]),
    );
    expect(await screen.findByRole("img", { name: "Cooling curve" })).toBeTruthy();
  });

  it("trusts the hand over the run", async () => {
    const { user } = await open();
    await user.click(await screen.findByRole("button", { name: "Thick already" }));
    await user.click(screen.getByRole("button", { name: /Half set/ }));
    await waitFor(() =>
      expect(wire.bodies("POST /api/batches/9/commands")).toMatchObject([
        { command: { kind: "read_step", word: "half-set" } },
      ]),
    );
  });

  it("keeps what was typed where a reading is refused", async () => {
    const { user } = await open(
      () => new Refusal("400 °C is outside.", "command.temperatureC", "Type −30 to 150 °C.", 400),
    );
    await user.type(await screen.findByLabelText(/Temperature in/), "400");
    await user.click(screen.getByRole("button", { name: "Log the reading" }));
    expect(await screen.findByText(/400 °C is outside/)).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>(/Temperature in/).value).toBe("400");
  });
});

describe("whipping", () => {
  const whip = step("s3", "whip", "Whip on", { fromC: 19, toC: 29, asksCup: true, template: "whip" });
  const coach = (change: object = {}) => ({
    step: "s3",
    now: "2026-06-11T08:10:00Z",
    cooling: null,
    wetting: null,
    whipping: {
      beforeG: 184.8,
      cups: [{ id: "c1", grams: 158, airPercent: 17 }],
      airPercent: 17,
      wantedPercent: 30,
      mostPercent: 100,
      words: [
        { id: "mounds", words: "mounds", fromPercent: 9, whatNext: "Go up." },
        { id: "stiff-peak", words: "stiff peak", fromPercent: 35, whatNext: "Stop." },
      ],
      hill: [0, 20, 40, 60].map((airPercent) => ({ airPercent, height: airPercent / 100 })),
      state: "mounds",
      fullHolds: "a full jar holds 199 g",
      fills: "1,080 g fills 6 jars, 0 g over",
      hands: "",
      breaks: false,
      isEnough: false,
      says: "17 % air, **13 % to go**, to 30 %.",
      ...change,
    },
  });
  const open = (change: object = {}) => {
    const routes = served(2) as Record<string, unknown>;
    const batch = routes["GET /api/batches/9"] as () => { batch: { steps: object[] } };
    const withWhip = () => {
      const view = batch();
      view.batch.steps = [steps[0], steps[1], whip, steps[3]] as object[];
      return view;
    };
    const post = routes["POST /api/batches/9/commands"] as (body: unknown) => unknown;
    return show(
      <Routes>
        <Route path="/make/:batch" element={<MakeBatch />} />
      </Routes>,
      {
        ...routes,
        "GET /api/batches/9": withWhip,
        "GET /api/batches/9/watch": () => coach(change),
        "POST /api/batches/9/commands": (body: unknown) => {
          const answered = post(body);
          return answered instanceof Refusal ? answered : withWhip();
        },
      },
      "/make/9",
    );
  };
  const told = () =>
    wire.bodies("POST /api/batches/9/commands").map((body) => (body as { command: Record<string, unknown> }).command);
  let clock = 0;
  beforeEach(() => {
    vi.spyOn(performance, "now").mockImplementation(() => (clock += 1000));
  });
  afterEach(() => {
    vi.restoreAllMocks();
  });

  it("shows the air and what is to go, takes a cup, a word and the bowl, and takes a cup back", async () => {
    const { user } = await open();
    expect(await screen.findByRole("img", { name: "Air" })).toBeTruthy();
    expect(screen.getByText(/13.%? to go/)).toBeTruthy();
    await user.type(screen.getByLabelText("The cup weighs"), "150");
    await user.click(screen.getByRole("button", { name: "Weigh a cup" }));
    await waitFor(() => expect(told()).toMatchObject([{ kind: "read_step", cupG: 150 }]));
    await user.click(screen.getByRole("button", { name: "mounds" }));
    await user.type(screen.getByLabelText(/^Bowl in/), "23");
    await user.click(screen.getByRole("button", { name: "Log the bowl" }));
    await user.click(screen.getByRole("button", { name: "It breaks" }));
    await user.click(screen.getByRole("button", { name: "Take it back" }));
    await waitFor(() =>
      expect(told().slice(1)).toMatchObject([
        { word: "mounds" },
        { temperatureC: 23 },
        { word: "breaking" },
        { kind: "take_reading_back", reading: "c1" },
      ]),
    );
  });

  it("asks before it goes on with too little air, and not where it is enough", async () => {
    const { user, unmount } = await open();
    await screen.findByRole("img", { name: "Air" });
    await user.click(next());
    expect(await screen.findByText(/Go on at 17/)).toBeTruthy();
    expect(told()).toEqual([]);
    await user.click(next());
    await waitFor(() => expect(told()).toMatchObject([{ kind: "record_step", step: "s3" }]));
    unmount();
    const enough = await open({ isEnough: true });
    await screen.findByRole("img", { name: "Air" });
    await enough.user.click(next());
    await waitFor(() => expect(told()).toMatchObject([{ kind: "record_step", step: "s3" }]));
  });
});

describe("wetting", () => {
  const wet = step("s3", "wet", "Wet by sprays", { toC: 25, template: "wet" });
  const open = () => {
    const state = { sprays: 4, words: [] as string[] };
    const view = () => ({
      step: "s3",
      now: "2026-06-11T08:10:00Z",
      cooling: null,
      whipping: null,
      wetting: {
        binder: "isopropyl alcohol",
        sprayG: 0.1,
        sprays: state.sprays,
        grams: state.sprays / 10,
        stopG: 3,
        fromG: 2,
        toG: 4,
        rhPct: 48,
        words: [
          { id: "sand-clumps", words: "clumps", fromG: 0, whatNext: "Go on." },
          { id: "sand-holds", words: "holds and just crumbles", fromG: 2.5, whatNext: "Press." },
        ],
        squeezes: state.words.map((words, i) => ({ id: `q${i}`, grams: 1, words })),
        hill: [0, 2, 4].map((grams) => ({ grams, height: 0.5 })),
        squeezeAfter: Math.max(0, 6 - state.sprays),
        isEnough: state.words.includes("sand-holds"),
        isOver: false,
        lastSpray: "r4",
        says: state.words.includes("sand-holds") ? "**It holds.**" : "About **20 sprays** more.",
      },
    });
    const routes = served(2) as Record<string, unknown>;
    const batch = routes["GET /api/batches/9"] as () => { batch: { steps: object[] } };
    const withWet = () => {
      const now = batch();
      now.batch.steps = [steps[0], steps[1], wet, steps[3]] as object[];
      return now;
    };
    const post = routes["POST /api/batches/9/commands"] as (body: unknown) => unknown;
    return show(
      <Routes>
        <Route path="/make/:batch" element={<MakeBatch />} />
      </Routes>,
      {
        ...routes,
        "GET /api/batches/9": withWet,
        "GET /api/batches/9/watch": view,
        "POST /api/batches/9/commands": (body: { command: { sprays?: number; word?: string } }) => {
          post(body);
          state.sprays += body.command.sprays ?? 0;
          if (body.command.word) state.words.push(body.command.word);
          return withWet();
        },
      },
      "/make/9",
    );
  };
  const told = () =>
    wire.bodies("POST /api/batches/9/commands").map((body) => (body as { command: Record<string, unknown> }).command);
  let clock = 0;
  beforeEach(() => {
    vi.spyOn(performance, "now").mockImplementation(() => (clock += 1000));
  });
  afterEach(() => {
    vi.restoreAllMocks();
  });

  it("counts by tap and by Space, asks for the squeeze, and stops where it holds", async () => {
    const { user } = await open();
    expect(await screen.findByRole("heading", { name: "Sprays so far" })).toBeTruthy();
    expect(screen.getByText("Squeeze after 2 sprays")).toBeTruthy();
    await user.keyboard(" ");
    expect(await screen.findByText("Squeeze after 1 spray")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: /Sprayed once/ }));
    expect(await screen.findByText("Squeeze now")).toBeTruthy();
    expect(told()).toMatchObject([{ kind: "read_step", sprays: 1 }, { sprays: 1 }]);
    await user.click(next());
    expect(await screen.findByText(/No squeeze has held yet/)).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "holds and just crumbles" }));
    expect(await screen.findByText("It holds.")).toBeTruthy();
    await user.keyboard(" ");
    expect(told().filter((one) => one.sprays)).toHaveLength(2);
  });

  it("takes one back, and tells that it fizzed", async () => {
    const { user } = await open();
    await user.click(await screen.findByRole("button", { name: "Take one back" }));
    await user.click(screen.getByRole("button", { name: "It fizzed" }));
    await waitFor(() =>
      expect(told()).toMatchObject([
        { kind: "take_reading_back", reading: "r4" },
        { kind: "read_step", word: "fizz-starts" },
      ]),
    );
  });
});
