import { screen, waitFor, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { describe, expect, it } from "vitest";
import { inBrowser, Refusal, retype, show, where, wire } from "../../test/workshop";
import { Logbook } from "./Logbook";

inBrowser();

const brief = (id: number, name: string, finishedAt: string | null) => ({
  id,
  lot: `SH-26-00${id}`,
  formulaName: name,
  trialNumber: 2,
  finishedAt,
  atStep: 3,
  steps: 12,
  batchG: 600,
});
const briefs = [brief(1, "Slipway Hand Balm", "2026-06-01T10:00:00Z"), brief(2, "Lamp Oil", null)];
const record = (id: number, change: object = {}) => ({
  id,
  revision: 4,
  atIndex: 3,
  potG: 600,
  unit: "tin",
  colour: "#EEDDAA",
  signedBy: "",
  workroomC: 19,
  humidityPercent: 55,
  from: {
    formulaName: id === 1 ? "Slipway Hand Balm" : "Lamp Oil",
    trialId: 7,
    trialNumber: 2,
    intent: "stands the van",
  },
  said: { sentence: "Holds its shape to 48 °C.", slumpC: 48, landmarks: [] },
  verdicts: { o1: "as said", o2: "**off by 2 °C**" },
  tried: {},
  tests: [],
  nextLook: null,
  lots: [],
  asks: null,
  took: "It took **3 h** from the start to the count: 40 min of your hands.",
  answered: ["Hold: 6 min of 20 min. It was cut short."],
  deviations: [
    { material: "Beeswax", plannedPercent: 14, truePercent: 14.21, plannedG: 84, weighedG: 85.3, offG: 1.3 },
    { material: "Shea butter", plannedPercent: 30, truePercent: 30, plannedG: 180, weighedG: null, offG: null },
  ],
  batch: {
    lot: `SH-26-00${id}`,
    startedAt: "2026-06-01T08:00:00Z",
    finishedAt: "2026-06-01T10:00:00Z",
    unitsMade: 12,
    unitsLeft: 9,
    notes: "poured well",
    givenUpFor: null,
    archivedAt: null,
    place: "held_back",
    lots: [],
    corrections: [],
    stockMoves: [],
    atStep: "s4",
    steps: [
      { id: "s1", title: "Gather and protect" },
      { id: "s2", title: "Beeswax", kind: "weigh", targetG: 84 },
    ],
    done: [
      { step: "s1", doneAt: "2026-06-01T08:05:00Z", weighedG: null, temperatureC: 71, note: null },
      { step: "s2", doneAt: "2026-06-01T08:09:00Z", weighedG: 85.3, temperatureC: null, note: "a little over" },
    ],
    observations: [
      { id: "o1", kind: "thumb_press", at: "2026-06-02T08:00:00Z", temperatureC: 20, value: 3, said: 3, text: "gives" },
      { id: "o2", kind: "slump", at: "2026-06-03T08:00:00Z", temperatureC: null, value: 46, said: 48, text: "" },
    ],
    ...change,
  },
});

const page = (items: unknown[]) => ({ items, next: null, total: items.length });
const routes = { "GET /api/logbook": page(briefs), "GET /api/batches/1": record(1), "GET /api/batches/2": record(2) };
const open = (more: Record<string, unknown> = {}, at = "/logbook") =>
  show(
    <Routes>
      <Route path="/logbook/:batch?" element={<Logbook />} />
      <Route path="*" element={<p>elsewhere</p>} />
    </Routes>,
    { ...routes, ...more },
    at,
  );

describe("the logbook", () => {
  it("lists batches, opens the newest, and another by its row", async () => {
    const { user } = await open();
    const list = await screen.findByRole("navigation", { name: "Batches" });
    await waitFor(() =>
      expect(
        within(list)
          .getAllByRole("button")
          .map((row) => row.getAttribute("aria-current")),
      ).toEqual(["true", null]),
    );
    expect(await screen.findByRole("article", { name: "Lot SH-26-001" })).toBeTruthy();
    expect(within(list).getByText("step 4 of 12")).toBeTruthy();
    await user.click(within(list).getByText("Lamp Oil"));
    expect(where()).toBe("/logbook/2");
    expect(await screen.findByRole("article", { name: "Lot SH-26-002" })).toBeTruthy();
  });

  it("searches and sorts on the server and remembers the order", async () => {
    const asked: string[] = [];
    const { user } = await open({
      "GET /api/logbook": (_: unknown, address: URL) => {
        asked.push(address.search);
        return address.searchParams.get("search") === "zzz" ? page([]) : page(briefs);
      },
    });
    await user.type(await screen.findByLabelText("Find a batch"), "zzz");
    expect(await screen.findByText("Nothing called “zzz”.")).toBeTruthy();
    expect(asked.at(-1)).toContain("search=zzz");
    await user.click(screen.getByRole("combobox", { name: "Sort" }));
    await user.click(await screen.findByText("By name"));
    await waitFor(() => expect(asked.at(-1)).toContain("order=name"));
    expect(localStorage.getItem("amber.logbook.order")).toBe("name");
  });

  it("says what will stand here while nothing has been made", async () => {
    await open({ "GET /api/logbook": page([]) });
    expect(await screen.findByText(/No batches yet/)).toBeTruthy();
    expect(screen.getByRole("link", { name: "Balance a trial on the bench" }).getAttribute("href")).toBe("/bench");
  });

  it("says why a batch cannot be shown", async () => {
    await open(
      { "GET /api/batches/9": new Refusal("There is no such batch.", "", "Look in the list.", 404) },
      "/logbook/9",
    );
    expect(await screen.findByText("There is no such batch. Look in the list.")).toBeTruthy();
  });
});

describe("a look at a finished product", () => {
  const tests = [
    {
      id: "grain",
      title: "Grain",
      how: "A pea between two fingers.",
      measure: "words",
      least: 1,
      most: 3,
      step: 1,
      words: ["smooth", "grainy", "sandy"],
    },
    {
      id: "fizz",
      title: "Fizz",
      how: "Until it is quiet.",
      measure: "seconds",
      least: 1,
      most: 3600,
      step: 30,
      words: [],
    },
  ];
  const due = { at: "2026-06-08T10:00:00Z", words: "after a week", tests: ["grain"], says: "grain", isDue: true };
  const post = "POST /api/batches/1/commands";
  const seen = () => wire.bodies(post).map((body) => (body as { command: object }).command);

  it("asks for what is due, and one tap logs its word", async () => {
    const { user } = await open({ "GET /api/batches/1": { ...record(1), tests, nextLook: due }, [post]: record(1) });
    const look = await screen.findByRole("region", { name: "Look at it" });
    expect(look.textContent).toContain("After a week, it is time: grain.");
    expect(within(look).queryByText("Fizz")).toBeNull();
    await user.click(within(look).getByRole("button", { name: "grainy" }));
    await waitFor(() => expect(seen()).toMatchObject([{ kind: "observe", what: "use_test", test: "grain", value: 2 }]));
  });

  it("takes a number, an earlier day, and says what is wrong with either", async () => {
    const answers: unknown[] = [
      new Refusal("Fizz cannot be 0.", "command.value", "Type 1 to 3600 seconds.", 400),
      record(1),
    ];
    const { user } = await open({
      "GET /api/batches/1": { ...record(1), tests, nextLook: { ...due, isDue: false } },
      [post]: () => answers.shift(),
    });
    const look = await screen.findByRole("region", { name: "Look at it" });
    await user.click(within(look).getByRole("button", { name: "All tests" }));
    const number = within(look).getByLabelText("Fizz in seconds");
    await retype(user, number, "long{Enter}");
    expect(within(look).getByRole("alert").textContent).toBe("“long” is not a number. Type seconds such as 31.");
    await retype(user, number, "0{Enter}");
    expect(await within(look).findByText(/Type 1 to 3600 seconds/)).toBeTruthy();
    await retype(user, within(look).getByLabelText("Seen on"), "Monday");
    await retype(user, number, "90{Enter}");
    expect(await within(look).findByText(/“Monday” is no date/)).toBeTruthy();
    await retype(user, within(look).getByLabelText("Seen on"), "2026-06-02");
    await user.click(number);
    await user.keyboard("{Enter}");
    await waitFor(() =>
      expect(seen().at(-1)).toMatchObject({ test: "fizz", value: 90, seenAt: expect.stringMatching(/^2026-06-0[12]/) }),
    );
  });
});

describe("a record", () => {
  it("holds what was said beside what happened, and how far off it was", async () => {
    await open();
    const article = await screen.findByRole("article");
    const said = within(article)
      .getAllByRole("listitem")
      .map((item) => item.textContent);
    expect(said.shift()).toBe("Hold: 6 min of 20 min. It was cut short.");
    expect(said[0]).toContain("3 → 3 of 5 as said");
    expect(said[0]).toContain("“gives”");
    expect(said[1]).toContain("48 → 46");
    expect(said[1]).toContain("off by 2");
    expect(within(article).getByText(/12 tins filled, 9 left/)).toBeTruthy();
    expect(within(article).getByText(/40 min of your hands/)).toBeTruthy();
    expect(within(article).getByText(/after 2/)).toBeTruthy();
  });

  it("tells planned against weighed, and what has not been weighed", async () => {
    await open();
    const rows = within(await screen.findByRole("article"))
      .getAllByRole("row")
      .map((row) => row.textContent);
    expect(rows[1]).toContain("+1.3");
    expect(rows[1]).toContain("14.21");
    expect(rows[2]).toContain("not yet");
  });

  it("keeps notes, and shows why not beside them", async () => {
    const answers: unknown[] = [
      new Refusal("The notes are too long.", "notes", "Keep them shorter."),
      record(1, { notes: "poured well, twice" }),
    ];
    const { user } = await open({ "POST /api/batches/1/commands": () => answers.shift() });
    const notes = await screen.findByLabelText<HTMLTextAreaElement>("Notes");
    const keep = screen.getByRole<HTMLButtonElement>("button", { name: "Save the notes" });
    expect(keep.disabled).toBe(true);
    await user.type(notes, ", twice");
    await user.click(keep);
    expect((await screen.findByRole("alert")).textContent).toBe("The notes are too long. Keep them shorter.");
    expect(notes.value).toBe("poured well, twice");
    await user.click(keep);
    await waitFor(() => expect(screen.queryByRole("alert")).toBeNull());
    expect(wire.bodies("POST /api/batches/1/commands").at(-1)).toMatchObject({
      command: { kind: "write_notes", notes: "poured well, twice" },
    });
  });

  it("withdraws an observation, or says why it stays", async () => {
    const { user } = await open({
      "POST /api/batches/1/commands": new Refusal("It has been withdrawn already.", "observation", "Reload.", 409),
    });
    await user.click((await screen.findAllByRole("button", { name: /^Withdraw: thumb press/ }))[0] as HTMLElement);
    expect((await screen.findByRole("alert")).textContent).toContain("It has been withdrawn already.");
    expect(wire.bodies("POST /api/batches/1/commands")).toMatchObject([
      { command: { kind: "withdraw", observation: "o1" } },
    ]);
  });

  it("can be carried on while it is not finished", async () => {
    const { user } = await open({
      "GET /api/batches/1": record(1, { finishedAt: null, unitsMade: null, unitsLeft: null, observations: [] }),
    });
    expect(await screen.findByText("Nothing has been observed yet.")).toBeTruthy();
    await user.click(await screen.findByRole("button", { name: "Carry on" }));
    expect(where()).toBe("/make/1");
  });

  it("takes stock out with a reason, puts it back, and releases what was held back", async () => {
    const taken = record(1, {
      unitsLeft: 6,
      stockMoves: [{ id: "m1", at: "2026-06-04T08:00:00Z", units: 3, for: "given", note: "the ferry" }],
    });
    const { user } = await open({ "POST /api/batches/1/commands": taken });
    const count = await screen.findByLabelText("Take out");
    expect(screen.getByText(/9 of 12 tins left, held back/)).toBeTruthy();
    await retype(user, count, "three");
    await user.click(screen.getByRole("button", { name: "Take out" }));
    expect(screen.getByRole("alert").textContent).toContain("“three” is not a count. Type 1 to 9.");
    await retype(user, count, "3");
    expect(screen.queryByRole("alert")).toBeNull();
    await user.click(screen.getByRole("combobox", { name: "Why they go" }));
    await user.click(await screen.findByText("given away", { selector: ".ant-select-item-option-content" }));
    await user.type(screen.getByLabelText("To whom, or why"), "the ferry");
    await user.click(screen.getByRole("button", { name: "Take out" }));
    await user.click(await screen.findByRole("button", { name: "Put 3 back that were given away" }));
    await user.click(screen.getByRole("button", { name: "Back on the shelf" }));
    await waitFor(() =>
      expect(wire.bodies("POST /api/batches/1/commands").map((one) => (one as { command: object }).command)).toEqual([
        { kind: "take_stock", units: 3, for: "given", note: "the ferry" },
        { kind: "put_stock_back", taken: "m1" },
        { kind: "place_stock", place: "shelf" },
      ]),
    );
  });

  it("puts a weight right with a reason and keeps what stood there", async () => {
    const answers: unknown[] = [
      new Refusal("A reason is missing.", "command.reason", "Say why in a few words."),
      record(1, {
        lots: [],
        corrections: [
          { id: "c1", at: "2026-06-05T08:00:00Z", of: "Beeswax", was: "85.3 g", now: "84.3 g", reason: "misread" },
        ],
      }),
    ];
    const { user } = await open({ "POST /api/batches/1/commands": () => answers.shift() });
    await user.click(await screen.findByRole("button", { name: "Put right: Beeswax" }));
    const form = screen.getByRole("form", { name: "Put right: Beeswax" });
    const weighed = within(form).getByLabelText<HTMLInputElement>(/Weighed/);
    expect(weighed.value).toBe("85.3");
    await retype(user, weighed, "heavy");
    await user.click(within(form).getByRole("button", { name: "Put it right" }));
    expect(within(form).getByRole("alert").textContent).toContain("“heavy” is not a weight");
    await retype(user, weighed, "84.3");
    await user.click(within(form).getByRole("button", { name: "Put it right" }));
    expect((await within(form).findByRole("alert")).textContent).toContain("A reason is missing");
    await user.type(within(form).getByLabelText(/Why/), "misread");
    await user.click(within(form).getByRole("button", { name: "Put it right" }));
    expect(await screen.findByText("85.3 g", { selector: "s" })).toBeTruthy();
    expect(screen.queryByRole("form", { name: "Put right: Beeswax" })).toBeNull();
    expect(wire.bodies("POST /api/batches/1/commands").at(-1)).toMatchObject({
      command: { kind: "correct_step", step: "s2", weighedG: 84.3, reason: "misread" },
    });
  });

  it("puts an observation right, and sends an unlikely one again as sure", async () => {
    const answers: unknown[] = [
      new Refusal(
        "It looks like a slip.",
        "command.value",
        "Send it again if it is right.",
        400,
        undefined,
        "E_UNLIKELY",
      ),
      record(1),
    ];
    const { user } = await open({ "POST /api/batches/1/commands": () => answers.shift() });
    await user.click(await screen.findByRole("button", { name: /^Put right: slump/ }));
    const form = screen.getByRole("form", { name: "Put right: slump" });
    await retype(user, within(form).getByLabelText(/Lost its shape at/), "80");
    await user.type(within(form).getByLabelText(/Why/), "it did");
    const put = within(form).getByRole("button", { name: "Put it right" });
    await user.click(put);
    expect((await within(form).findByRole("alert")).textContent).toContain("looks like a slip");
    await user.click(put);
    await waitFor(() => expect(screen.queryByRole("form", { name: "Put right: slump" })).toBeNull());
    expect(
      wire.bodies("POST /api/batches/1/commands").map((one) => (one as { command: { sure: boolean } }).command.sure),
    ).toEqual([false, true]);
  });

  it("closes the form of a correction with Esc", async () => {
    const { user } = await open();
    await user.click(await screen.findByRole("button", { name: "Put right: Beeswax" }));
    await user.keyboard("{Escape}");
    expect(screen.queryByRole("form", { name: "Put right: Beeswax" })).toBeNull();
  });

  it("archives a batch and brings it back; one given up can be taken up again", async () => {
    const given = record(1, { givenUpFor: "seized", unitsMade: 0, unitsLeft: 0, archivedAt: null });
    const away = record(1, { givenUpFor: "seized", unitsMade: 0, unitsLeft: 0, archivedAt: "2026-06-09T08:00:00Z" });
    const answers = [away, given, given];
    const { user } = await open({
      "GET /api/batches/1": given,
      "POST /api/batches/1/commands": () => answers.shift(),
    });
    expect(await screen.findByText(/given up 1 Jun 2026: seized/)).toBeTruthy();
    expect(screen.queryByRole("heading", { name: "Stock" })).toBeNull();
    await user.click(screen.getByRole("button", { name: "Archive" }));
    expect(await screen.findByText(/Archived 9 Jun 2026/)).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Bring it back" }));
    await user.click(await screen.findByRole("button", { name: "Take it up again" }));
    await waitFor(() =>
      expect(
        wire.bodies("POST /api/batches/1/commands").map((one) => (one as { command: { kind: string } }).command.kind),
      ).toEqual(["archive", "bring_back", "take_up"]),
    );
  });
});
