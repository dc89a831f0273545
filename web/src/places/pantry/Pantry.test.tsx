import { screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { house, inBrowser, Refusal, retype, show, wire } from "../../test/workshop";
import { Pantry } from "./Pantry";

inBrowser();

const quay = {
  id: "quay beeswax",
  name: "Quay beeswax",
  basedOn: "beeswax",
  basedOnName: "Beeswax, yellow",
  inci: null,
  pricePerKg: 18.5,
  useMaxPercent: null,
  usedIn: ["Slipway Hand Balm"],
};
type Own = { id: string; name: string; pricePerKg: number };
const line = (kind: string, of: string, name: string, more: Record<string, unknown> = {}) => ({
  line: {
    kind,
    of,
    name,
    group: kind === "container" ? "containers" : "waxes",
    have: 0,
    spokenFor: 0,
    free: 0,
    apart: 0,
    lots: 0,
    useFirst: null,
    useBy: null,
    worth: null,
    buy: null,
    supplier: null,
    findings: [],
    ...more,
  },
  colour: kind === "container" ? null : "#e0b84c",
  own: kind === "container" ? null : of,
  searched: kind === "container" ? [] : ["Beeswax, yellow", "W-11"],
});
const booked = {
  have: 130,
  spokenFor: 144,
  free: -14,
  lots: 2,
  useFirst: "W-11",
  useBy: "2027-10-31",
  worth: 4,
  buy: 500,
  supplier: "Made-up Wax Barn",
  findings: [{ severity: "fix", sentence: "**130 g** here, **144 g** wanted by Slipway trial 7." }],
};
const lotOf = (id: string, code: string, left: number, more: Record<string, unknown> = {}) => ({
  lot: {
    id,
    number: 1,
    kind: "material",
    of: "quay beeswax",
    received: 500,
    left,
    setApartFor: null,
    arrival: null,
    letter: null,
    allowed: [],
    facts: {
      code,
      receivedOn: "2026-03-01",
      supplier: "Made-up Wax Barn",
      price: 9,
      bestBefore: "2027-10-31",
      openedOn: "2026-03-02",
      monthsOnceOpen: null,
      place: "shelf 1",
      meltShiftK: null,
      certificate: null,
      note: "",
    },
    ...more,
  },
  revision: 3,
  says: "use first, best before Oct 2027",
  isPast: false,
  inPots: 40,
  sticker: "L-0001",
  useBy: "2027-10-31",
  moves: [
    {
      id: "m2",
      lot: id,
      kind: "waste",
      amount: -20,
      at: "2026-06-01T08:00:00Z",
      batch: null,
      step: null,
      reason: "spilt",
      takesBack: null,
    },
    {
      id: id,
      lot: id,
      kind: "receive",
      amount: 500,
      at: "2026-03-01T08:00:00Z",
      batch: null,
      step: null,
      reason: "",
      takesBack: null,
    },
  ],
});
const lots = [lotOf("lot-1", "W-11", 130), lotOf("lot-2", "W-12", 380, { setApartFor: "smoky" })];
const wax = (more: Record<string, unknown> = {}) => line("material", "quay beeswax", "Quay beeswax", more);
/** The pantry as it follows from what is the maker's own and from the house. */
const stockView = (own: Own[], more: Record<string, unknown>) => ({
  today: "2026-06-11",
  worth: 0,
  rows: [
    ...own.map((one) => line("material", one.id, one.name, more)),
    ...((wire.bodies("PUT /api/house").at(-1) as typeof house | undefined) ?? house).house.workshop.containers.map(
      (one) => line("container", one.id, one.name),
    ),
  ],
});
const detail = (row: unknown) => ({
  row,
  today: "2026-06-11",
  inci: "Cera Alba",
  facts: "use up to 30 % · £18.50 a kg",
  isScent: false,
  takesUpOil: false,
  lots: (row as ReturnType<typeof line>).line.lots === 0 ? [] : lots,
  spokenFor: [],
});
const open = (more: Record<string, unknown> = {}, at = "/pantry", booking: Record<string, unknown> = {}) => {
  const own = () => {
    const told = more["GET /api/materials/own"];
    return (typeof told === "function" ? (told as () => Own[])() : (told ?? [quay])) as Own[];
  };
  return show(
    <Pantry />,
    {
      "GET /api/materials/own": [quay],
      "GET /api/materials/find": [],
      "GET /api/stock": () => stockView(own(), booking),
      "GET /api/stock/of": () => detail(wax(booking)),
      "GET /api/stock/lots/lot-1": lots[0],
      "GET /api/stock/lots/lot-2": lots[1],
      ...more,
    },
    at,
  );
};
const choose = async (user: Awaited<ReturnType<typeof open>>["user"], name: string) =>
  user.click(await screen.findByRole("button", { name }));
const found = [
  {
    id: "shea",
    name: "Shea butter",
    basedOn: "shea",
    basedOnName: "Shea butter",
    inci: "Butyrospermum Parkii Butter",
    isSure: true,
    myNames: [],
  },
];

describe("the pantry", () => {
  it("lists what is in the house, what is promised and what to use first, and opens a row", async () => {
    const { user } = await open({}, "/pantry", booked);
    await screen.findByText("Quay beeswax");
    const rows = (await screen.findAllByRole("row")).map((row) => row.textContent?.replaceAll("\u202f", " "));
    expect(rows.find((row) => row?.includes("Quay beeswax"))).toMatch(/130 g144 g−14 gW-11Oct 2027Fix/);
    expect(screen.getByText(/1 material, 1 container/)).toBeTruthy();
    await choose(user, "Quay beeswax");
    expect(await screen.findByText("INCI Cera Alba")).toBeTruthy();
    expect(screen.getByText("Used in Slipway Hand Balm")).toBeTruthy();
    expect(screen.getByText(/wanted by Slipway trial 7/)).toBeTruthy();
    expect(screen.getAllByRole("listitem").filter((one) => one.textContent?.includes("W-1"))).toHaveLength(2);
    await screen.findByText(/thrown away: spilt/);
    expect(screen.getByRole("table", { name: "Book of lot W-11" }).textContent).toMatch(
      /−20.*thrown away: spilt.*Take back.*\+500.*received/,
    );
  });

  it("takes some of a lot, refuses what is no weight, and takes that back by the same id", async () => {
    const moved = "POST /api/stock/lots/lot-1/moves";
    const { user } = await open(
      { [moved]: lots[0], "POST /api/stock/lots/lot-1/take-back": lots[0] },
      "/pantry?at=material/quay%20beeswax",
      booked,
    );
    await choose(user, "Use some");
    const form = await screen.findByRole("form", { name: "Use some" });
    await user.type(within(form).getByLabelText(/^Used, of lot W-11/), "much");
    await user.click(within(form).getByRole("button", { name: "Use some" }));
    expect(within(form).getByRole("alert").textContent).toContain("“much” is not a weight");
    await retype(user, within(form).getByLabelText(/^Used, of lot W-11/), "25");
    await user.type(within(form).getByLabelText(/^Why/), "a try-out{Enter}");
    expect(await screen.findByText(/Lot W-11: 25.g used\./)).toBeTruthy();
    const sent = wire.bodies(moved)[0] as { move: unknown; stamp: { id: string } };
    expect(sent.move).toEqual({ kind: "use", amount: 25, reason: "a try-out" });
    await user.click(screen.getAllByRole("button", { name: "Undo" })[0] as HTMLElement);
    await waitFor(() =>
      expect(wire.bodies("POST /api/stock/lots/lot-1/take-back")).toMatchObject([{ move: sent.stamp.id }]),
    );
  });

  it("changes what is told of a lot where it stands, by keys, and keeps what was refused", async () => {
    const put = "PUT /api/stock/lots/lot-1";
    const answers: unknown[] = [new Refusal("It came later.", "facts.openedOn", "Type another day.", 400), lots[0]];
    const { user } = await open({ [put]: () => answers.shift() }, "/pantry?at=material/quay%20beeswax", booked);
    const opened = await screen.findByLabelText<HTMLInputElement>("Opened on");
    await retype(user, opened, "soon{Enter}");
    expect(await screen.findByText(/“soon” is no date/)).toBeTruthy();
    await retype(user, screen.getByLabelText("Months once open"), "1.5{Enter}");
    expect(await screen.findByText("“1.5” is not a whole number. Type one such as 12.")).toBeTruthy();
    await user.click(screen.getByLabelText("Months once open"));
    await user.keyboard("{Escape}");
    await retype(user, opened, "2025-01-01{Enter}");
    expect(await screen.findByText("It came later. Type another day.")).toBeTruthy();
    expect(opened.value).toBe("2025-01-01");
    await retype(user, opened, "2026-04-01{Enter}");
    expect(document.activeElement).toBe(screen.getByLabelText("Months once open"));
    expect(await screen.findByText("Opened on of lot W-11 changed.")).toBeTruthy();
    expect(wire.bodies(put).at(-1)).toMatchObject({ revision: 3, facts: { openedOn: "2026-04-01", code: "W-11" } });
  });

  it("opens where a lot came from, where its address was told", async () => {
    const told = {
      ...lots[0],
      lot: {
        ...lots[0]?.lot,
        facts: { ...lots[0]?.lot.facts, supplier: "Made-up Wax Barn https://wax-barn.example/shop" },
      },
    };
    await open(
      { "GET /api/stock/of": { ...detail(line("material", "quay beeswax", "Quay beeswax", booked)), lots: [told] } },
      "/pantry?at=material/quay%20beeswax",
      booked,
    );
    const link = await screen.findByRole("link", { name: "Open where it came from" });
    expect(link.getAttribute("href")).toBe("https://wax-barn.example/shop");
    expect(link.getAttribute("rel")).toBe("noreferrer");
  });

  it("sets a lot apart with a reason and takes it up again", async () => {
    const put = "PUT /api/stock/lots/lot-1/set-apart";
    const { user } = await open(
      { [put]: lots[0], "PUT /api/stock/lots/lot-2/set-apart": lots[1] },
      "/pantry?at=material/quay%20beeswax",
      booked,
    );
    await choose(user, "Set apart…");
    const dialog = await screen.findByRole("dialog");
    await user.click(within(dialog).getByRole("button", { name: "Set it apart" }));
    expect((await within(dialog).findByRole("alert")).textContent).toContain("Say why");
    await user.type(within(dialog).getByLabelText(/^Why\?/), "smoky{Enter}");
    await waitFor(() => expect(wire.bodies(put)).toEqual([{ reason: "smoky" }]));
    await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
    await user.click(await screen.findByRole("button", { name: /W-12/ }));
    await choose(user, "Take it up again");
    await waitFor(() => expect(wire.bodies("PUT /api/stock/lots/lot-2/set-apart")).toEqual([{ reason: null }]));
  });

  it("counts by keys from lot to lot", async () => {
    const counted = ["lot-1", "lot-2"].map((id, i) => ({
      id,
      kind: "material",
      of: "quay beeswax",
      name: "Quay beeswax",
      code: `W-1${i + 1}`,
      sticker: `L-000${i + 1}`,
      place: i === 0 ? "shelf 1" : null,
      left: 130,
      inPots: i === 0 ? 40 : 0,
    }));
    const moved = "POST /api/stock/lots/lot-1/moves";
    const { user } = await open({ "GET /api/stock/lots": counted, [moved]: lots[0] }, "/pantry", booked);
    await choose(user, "Count stock");
    const first = await screen.findByLabelText<HTMLInputElement>("There is of Quay beeswax, lot W-11");
    await user.type(first, "x{Enter}");
    expect(await screen.findByText(/“x” is not a weight/)).toBeTruthy();
    await retype(user, first, "128{Enter}");
    expect(document.activeElement).toBe(screen.getByLabelText("There is of Quay beeswax, lot W-12"));
    expect(await screen.findByText(/counted 128/)).toBeTruthy();
    expect(wire.bodies(moved)).toMatchObject([{ move: { kind: "count", amount: 128 } }]);
    expect(screen.getByText("No place told")).toBeTruthy();
  });

  it("opens a lot by its sticker, and shows what is to be bought", async () => {
    const { user } = await open(
      {
        "GET /api/stock/find": [
          { lot: "lot-2", kind: "material", of: "quay beeswax", code: "W-12", sticker: "L-0002" },
        ],
      },
      "/pantry",
      booked,
    );
    await user.type(await screen.findByLabelText("Find in the pantry"), "l-0002{Enter}");
    expect(await screen.findByRole("table", { name: "Book of lot W-12" })).toBeTruthy();
    await user.click(screen.getByText("To buy 1"));
    const row = (await screen.findAllByRole("row")).find((one) => one.textContent?.includes("Quay beeswax"));
    expect(row?.textContent?.replaceAll("\u202f", " ")).toMatch(/500 gMade-up Wax Barn/);
  });

  it("brings lots in from a file: looked at first, refused by line and column, taken whole", async () => {
    const seen = {
      at: "line 2",
      kind: "material",
      name: "Cocoa butter",
      code: "CB-1",
      amount: 500,
      becomes: "new",
      warns: ["Not coconut butter."],
    };
    const answers: unknown[] = [
      {
        lots: [],
        refused: [
          { at: "line 3", field: "amount", value: "much", message: "“much” is not a number.", remedy: "Write digits." },
        ],
        says: "No lot can be read; 1 place must be put right before anything is taken.",
        kept: [],
      },
      { lots: [seen], refused: [], says: "1 new lot.", kept: [] },
      { lots: [seen], refused: [], says: "1 new lot: taken in.", kept: ["x"] },
    ];
    const { user } = await open({ "POST /api/stock/file": () => answers.shift() }, "/pantry", booked);
    await choose(user, "Bring lots in…");
    const dialog = await screen.findByRole("dialog");
    const file = within(dialog).getByLabelText<HTMLInputElement>("File of lots");
    await user.upload(file, new File(["a"], "lots.csv", { type: "text/csv" }));
    expect(await within(dialog).findByText(/is not a number/)).toBeTruthy();
    expect(within(dialog).getByRole<HTMLButtonElement>("button", { name: /^Take/ }).disabled).toBe(true);
    await user.upload(file, new File(["b"], "lots.csv", { type: "text/csv" }));
    expect(await within(dialog).findByText(/Easily mixed up: Not coconut butter/)).toBeTruthy();
    await user.click(within(dialog).getByRole("button", { name: "Take it in" }));
    expect(await screen.findByText("1 new lot: taken in.")).toBeTruthy();
    expect(wire.bodies("POST /api/stock/file")).toEqual([
      { file: "a", keep: false },
      { file: "b", keep: false },
      { file: "b", keep: true },
    ]);
    expect(screen.getByRole("link", { name: "Lots as a table" }).getAttribute("href")).toBe("/api/stock/file");
  });

  it("traces a lot to its batches", async () => {
    const { user } = await open(
      {
        "GET /api/stock/lots/lot-1/trace": {
          lot: lots[0]?.lot,
          name: "Quay beeswax",
          sentence: "Lot W-11 reached **1** batch and **12** tins, **9** of them still here.",
          batches: [
            {
              batch: 4,
              lot: "SH-26-004",
              name: "Slipway Hand Balm trial 4",
              amount: 33,
              isInPot: false,
              unit: "tin",
              out: [{ id: "o", at: "2026-06-01T08:00:00Z", units: 3, for: "sold", note: "to Ama" }],
              startedAt: "2026-03-20T08:00:00Z",
              finishedAt: "2026-03-20T18:00:00Z",
              unitsMade: 12,
              unitsLeft: 9,
              givenUpFor: null,
            },
          ],
        },
      },
      "/pantry?at=material/quay%20beeswax",
      booked,
    );
    await choose(user, "Trace");
    expect(await screen.findByText(/reached/)).toBeTruthy();
    expect(screen.getByText(/12 tins, 9 still here/)).toBeTruthy();
    expect(screen.getByText(/3 sold, to Ama/)).toBeTruthy();
    expect(screen.getByRole("link", { name: "Recall list as a table" }).getAttribute("href")).toContain("recall.csv");
    await choose(user, "‹ Lots");
    expect(await screen.findByRole("table", { name: "Book of lot W-11" })).toBeTruthy();
  });

  it("finds by several words, and says so where nothing is called so", async () => {
    const { user } = await open();
    await screen.findByText("Quay beeswax");
    const find = screen.getByLabelText("Find in the pantry");
    await user.type(find, "yellow quay");
    expect(screen.queryByText("Tin, 60 ml")).toBeNull();
    expect(screen.getByText("Quay beeswax")).toBeTruthy();
    await user.type(find, " zzz");
    expect(await screen.findByText("Nothing called “yellow quay zzz”.")).toBeTruthy();
  });

  it("shows the known materials that are called so, and copies one with a price", async () => {
    const { user } = await open(
      { "GET /api/materials/find": found, "PUT /api/materials/own": quay },
      "/pantry?find=shea",
    );
    expect(screen.getByLabelText<HTMLInputElement>("Find in the pantry").value).toBe("shea");
    await user.click(await screen.findByRole("button", { name: "Copy Shea butter" }));
    const dialog = await screen.findByRole("dialog");
    await user.type(within(dialog).getByLabelText(/^Price/), "9");
    await user.click(within(dialog).getByRole("button", { name: "Add it" }));
    await waitFor(() =>
      expect(wire.bodies("PUT /api/materials/own")).toMatchObject([
        { name: "Shea butter", basedOn: "shea", pricePerKg: 9 },
      ]),
    );
  });

  it("says what stands here while there is nothing", async () => {
    await open({ "GET /api/materials/own": [], "GET /api/stock": { today: "2026-06-11", worth: 0, rows: [] } });
    expect(await screen.findByText(/Nothing is in the house yet\. Book in a delivery/)).toBeTruthy();
  });

  it("adds a material as a copy of a known one, and names what is no price", async () => {
    const { user } = await open({
      "GET /api/materials/find": found,
      "PUT /api/materials/own": { ...quay, name: "Village shea" },
    });
    await user.click(screen.getByRole("button", { name: "Add a material" }));
    const dialog = await screen.findByRole("dialog");
    await user.click(within(dialog).getByRole("button", { name: "Add it" }));
    expect(within(dialog).getByRole("alert").textContent).toContain("Choose the known material");
    await user.type(within(dialog).getByRole("combobox"), "shea");
    await user.click(await within(dialog).findByRole("option", { name: /Shea butter/ }));
    const name = within(dialog).getByLabelText<HTMLInputElement>(/^Name$/);
    expect(name.value).toBe("Shea butter");
    await retype(user, name, "Village shea");
    await user.type(within(dialog).getByLabelText(/^Price/), "a lot");
    await user.click(within(dialog).getByRole("button", { name: "Add it" }));
    expect(within(dialog).getByRole("alert").textContent).toContain("“a lot” is not a price");
    await retype(user, within(dialog).getByLabelText(/^Price/), "11,5");
    await retype(user, within(dialog).getByLabelText("Lot in use"), "SF-88");
    await retype(user, within(dialog).getByLabelText(/^Its best before/), "Nov 26");
    await user.click(within(dialog).getByRole("button", { name: "Add it" }));
    expect(within(dialog).getByRole("alert").textContent).toContain("“Nov 26” is no date");
    await retype(user, within(dialog).getByLabelText(/^Its best before/), "2026-11-30");
    await retype(user, within(dialog).getByLabelText(/^Its lot melts higher by/), "lower");
    await user.click(within(dialog).getByRole("button", { name: "Add it" }));
    expect(within(dialog).getByRole("alert").textContent).toContain("“lower” is not a number of degrees");
    await retype(user, within(dialog).getByLabelText(/^Its lot melts higher by/), "-1,5");
    await retype(user, within(dialog).getByLabelText(/^Twenty drops weigh/), "0.8");
    await user.click(within(dialog).getByRole("button", { name: "Add it" }));
    expect(await screen.findByText("Village shea is on your shelf.")).toBeTruthy();
    expect(wire.bodies("PUT /api/materials/own")).toEqual([
      {
        name: "Village shea",
        basedOn: "shea",
        inci: null,
        pricePerKg: 11.5,
        useMaxPercent: null,
        material: null,
        lot: "SF-88",
        bestBefore: "2026-11-30",
        meltShiftK: -1.5,
        dropsG: 0.8,
        strokesG: null,
      },
    ]);
  });

  it("keeps what was typed where the name is taken", async () => {
    const { user } = await open({
      "PUT /api/materials/own": new Refusal("Quay beeswax is used.", "name", "Its name stays.", 409),
    });
    await choose(user, "Quay beeswax");
    await user.click(await screen.findByRole("button", { name: "Edit Quay beeswax" }));
    const dialog = await screen.findByRole("dialog");
    const name = within(dialog).getByLabelText<HTMLInputElement>(/^Name$/);
    await retype(user, name, "Shed wax");
    await user.click(within(dialog).getByRole("button", { name: "Save" }));
    expect((await within(dialog).findByRole("alert")).textContent).toBe("Quay beeswax is used. Its name stays.");
    expect(name.value).toBe("Shed wax");
    expect(wire.bodies("PUT /api/materials/own")).toMatchObject([{ material: "quay beeswax", name: "Shed wax" }]);
  });

  it("removes a material and takes that back, or says why it stays", async () => {
    const answers: unknown[] = [{}, new Refusal("It is used in Slipway Hand Balm.", "material", "Swap it there.", 409)];
    const { user } = await open({
      "DELETE /api/materials/own": () => answers.shift(),
      "PUT /api/materials/own": quay,
    });
    await choose(user, "Quay beeswax");
    await user.click(await screen.findByRole("button", { name: "Remove Quay beeswax" }));
    expect(await screen.findByText(/Quay beeswax is off your shelf/)).toBeTruthy();
    await user.click(screen.getAllByRole("button", { name: "Undo" })[0] as HTMLElement);
    expect(await screen.findByText("Undone: Quay beeswax is off your shelf.")).toBeTruthy();
    expect(wire.bodies("PUT /api/materials/own")).toMatchObject([{ name: "Quay beeswax", pricePerKg: 18.5 }]);
    await user.click(screen.getByRole("button", { name: "Remove Quay beeswax" }));
    expect(await screen.findByText("It is used in Slipway Hand Balm. Swap it there.")).toBeTruthy();
  });

  it("adds, changes and removes a container, and takes that back", async () => {
    const { user } = await open({
      "PUT /api/house": (body: object) => ({ ...house, ...body }),
      "GET /api/stock/of": () => detail(line("container", "amber-jar", "Amber jar")),
    });
    await user.click(await screen.findByRole("button", { name: "Add a container" }));
    const dialog = await screen.findByRole("dialog");
    await user.type(within(dialog).getByLabelText(/^Name$/), "Amber jar");
    await user.type(within(dialog).getByLabelText(/One of it is a/), "jar");
    await user.click(within(dialog).getByRole("button", { name: "Add it" }));
    expect(within(dialog).getByRole("alert").textContent).toContain("Type a number such as 60.");
    await user.type(within(dialog).getByLabelText(/Holds, brimful/), "50");
    await user.click(within(dialog).getByRole("button", { name: "Add it" }));
    expect(await screen.findByText("The Amber jar is on the shelf.")).toBeTruthy();
    const sent = () =>
      (wire.bodies("PUT /api/house").at(-1) as typeof house).house.workshop.containers.map((one) => one.name);
    expect(sent()).toEqual(["Tin, 60 ml", "Amber jar"]);
    await choose(user, "Amber jar");
    await user.click(await screen.findByRole("button", { name: "Remove Amber jar" }));
    await waitFor(() => expect(sent()).toEqual(["Tin, 60 ml"]));
    await user.click(screen.getAllByRole("button", { name: "Undo" })[0] as HTMLElement);
    await waitFor(() => expect(sent()).toEqual(["Tin, 60 ml", "Amber jar"]));
  });

  it("goes back over several acts and forward again, by its words and by keys", async () => {
    let now = { ...quay, usedIn: [] as string[] };
    const { user } = await open({
      "GET /api/materials/own": () => [now],
      "PUT /api/materials/own": (body: { name: string; pricePerKg: number }) => (now = { ...now, ...body }),
    });
    await choose(user, "Quay beeswax");
    const price = async (to: string) => {
      await user.click(await screen.findByRole("button", { name: "Edit Quay beeswax" }));
      const dialog = await screen.findByRole("dialog");
      await retype(user, within(dialog).getByLabelText(/^Price/), to);
      await user.click(within(dialog).getByRole("button", { name: "Save" }));
      await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
    };
    const prices = () => wire.bodies("PUT /api/materials/own").map((one) => (one as { pricePerKg: number }).pricePerKg);
    await price("20");
    await price("25");
    const title = (name: string) => screen.getAllByRole("button", { name })[0] as HTMLElement;
    expect(title("Redo").getAttribute("aria-disabled")).toBe("true");
    await user.click(title("Undo"));
    await waitFor(() => expect(prices()).toEqual([20, 25, 20]));
    await user.keyboard("{Control>}z{/Control}");
    await waitFor(() => expect(prices()).toEqual([20, 25, 20, 18.5]));
    await user.keyboard("{Control>}z{/Control}");
    expect(await screen.findByText("There is nothing left to undo.")).toBeTruthy();
    await user.click(title("Redo"));
    await user.keyboard("{Control>}{Shift>}z{/Shift}{/Control}");
    await waitFor(() => expect(prices()).toEqual([20, 25, 20, 18.5, 20, 25]));
  });
});
