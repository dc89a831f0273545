import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { type Assessment, Refused } from "../../../api/client";
import {
  assessment,
  house,
  inBrowser,
  materials,
  Refusal,
  retype,
  show,
  trial,
  where,
  wire,
} from "../../../test/workshop";
import type { BenchActs } from "../useBench";
import { BatchPanel } from "./BatchPanel";
import { CostPanel } from "./CostPanel";
import { FormulasPanel } from "./FormulasPanel";
import { MaterialPanel } from "./MaterialPanel";
import { MyNames } from "./MyNames";
import { PourPanel } from "./PourPanel";
import { StandPanel } from "./StandPanel";
import { TrialsPanel } from "./TrialsPanel";
import { UsePanel } from "./UsePanel";

inBrowser();

const acts = (answer: Refused | null = null) => {
  const apply = vi.fn(async () => answer);
  return { apply, acts: { apply } as unknown as BenchActs };
};
const back = () => undefined;
const inOunces = {
  "GET /api/house": {
    ...house,
    house: { ...house.house, workshop: { ...house.house.workshop, weight: "ounces", temperature: "fahrenheit" } },
  },
};

describe("the batch panel", () => {
  const open = (bench: BenchActs, change = trial(), routes = {}) =>
    show(<BatchPanel acts={bench} trial={change} assessment={assessment()} onBack={back} />, routes);

  it("sets a batch by containers", async () => {
    const { apply, acts: bench } = acts();
    const { user } = await open(bench);
    await retype(user, screen.getByLabelText(/^How many/), "24");
    await retype(user, screen.getByLabelText(/^Net in each/), "48,5");
    await retype(user, screen.getByLabelText(/^Stays in pot/), "2");
    await retype(user, screen.getByLabelText(/^Your hands/), "45");
    await user.click(screen.getByRole("button", { name: "Set the batch" }));
    expect(apply).toHaveBeenCalledWith([
      {
        kind: "set_batch",
        batch: {
          grams: 0,
          units: 24,
          container: "tin-60",
          fillG: 48.5,
          lossPercent: 2,
          overrunPercent: null,
          handsMin: 45,
        },
      },
    ]);
  });

  it.each([
    [/^How many/, "many", "“many” is not a number"],
    [/^How many/, "2.5", "2.5 containers cannot be filled"],
    [/^Net in each/, "full", "“full” is not a weight"],
    [/^Stays in pot/, "some", "“some” is not a number"],
    [/^Your hands/, "long", "“long” is not a number"],
    [/^Your hands/, "4.5", "4.5 min are not whole minutes"],
  ])("names a slip in %s and sends nothing", async (label, text, says) => {
    const { apply, acts: bench } = acts();
    const { user } = await open(bench);
    const field = screen.getByLabelText<HTMLInputElement>(label);
    await retype(user, field, text);
    await user.click(screen.getByRole("button", { name: "Set the batch" }));
    expect(screen.getByRole("alert").textContent).toContain(says);
    expect(field.getAttribute("aria-invalid")).toBe("true");
    expect(field.value).toBe(text);
    expect(apply).not.toHaveBeenCalled();
  });

  it("shows a refusal at its field", async () => {
    const { acts: bench } = acts(new Refused(400, "E_RANGE", "0 tins cannot be.", "Type 1 or more.", "batch.units"));
    const { user } = await open(bench);
    await retype(user, screen.getByLabelText(/^How many/), "0");
    await user.click(screen.getByRole("button", { name: "Set the batch" }));
    expect((await screen.findByRole("alert")).textContent).toBe("0 tins cannot be. Type 1 or more.");
  });

  it("sets a batch by weight, read in ounces where the house weighs so", async () => {
    const { apply, acts: bench } = acts();
    const plain = trial();
    const { user } = await open(
      bench,
      { ...plain, content: { ...plain.content, batch: { ...plain.content.batch, units: null as never } } },
      inOunces,
    );
    await retype(user, screen.getByLabelText(/^Whole batch/), "16");
    await user.click(screen.getByRole("button", { name: "Set the batch" }));
    const sent = apply.mock.calls[0] as unknown as [[{ batch: { grams: number; units: null } }]];
    expect(sent[0][0].batch.grams).toBeCloseTo(453.59, 1);
    expect(sent[0][0].batch.units).toBeNull();
  });

  it("says from what size on the scale is fine enough", async () => {
    await open(acts().acts);
    expect(screen.getByText(/every line is within 2 % from/).textContent).toContain("40");
  });
});

describe("the pouring panel", () => {
  const open = (bench: BenchActs, routes = {}) =>
    show(<PourPanel acts={bench} trial={trial()} assessment={assessment()} onBack={back} />, routes);

  it("tells the window and sets a temperature", async () => {
    const { apply, acts: bench } = acts();
    const { user } = await open(bench);
    expect(screen.getByText(/It turns cloudy at/).textContent).toContain("58");
    await user.type(screen.getByLabelText(/^Pour at/), "62,5");
    await user.click(screen.getByRole("button", { name: "Set it" }));
    expect(apply).toHaveBeenCalledWith([{ kind: "set_pour", pourC: 62.5 }]);
  });

  it("reads °F and tells the window in °F", async () => {
    const { apply, acts: bench } = acts();
    const { user } = await open(bench, inOunces);
    expect(screen.getByText(/Pour between/).textContent).toContain("140");
    await user.type(screen.getByLabelText(/^Pour at/), "149");
    await user.click(screen.getByRole("button", { name: "Set it" }));
    expect(apply).toHaveBeenCalledWith([{ kind: "set_pour", pourC: 65 }]);
  });

  it("takes an empty field for no wish, and names what is no temperature", async () => {
    const { apply, acts: bench } = acts();
    const { user } = await open(bench);
    await user.click(screen.getByRole("button", { name: "Set it" }));
    expect(apply).toHaveBeenLastCalledWith([{ kind: "set_pour", pourC: null }]);
    await user.type(screen.getByLabelText(/^Pour at/), "hot");
    await user.click(screen.getByRole("button", { name: "Set it" }));
    expect(screen.getByRole("alert").textContent).toContain("“hot” is not a temperature");
    expect(apply).toHaveBeenCalledTimes(1);
  });
});

describe("the cost panel", () => {
  it("tells batch, container and the priced lines", async () => {
    await show(<CostPanel trial={trial()} assessment={assessment()} onBack={back} />);
    expect(screen.getByText(/The batch costs/).textContent).toContain("£5.21");
    expect(screen.getByText(/The batch costs/).textContent).toContain("£0.77 each");
    expect(screen.getByRole("list", { name: "Beside the materials" }).textContent).toContain("Containers £4.08");
    expect(screen.getByText("Time and labels are not counted.")).toBeTruthy();
    const rows = screen.getAllByRole("row").map((row) => row.textContent);
    expect(rows).toHaveLength(3);
    expect(rows[1]).toContain("£1.01");
  });

  it("names what has no price", async () => {
    const none = assessment({
      cost: {
        batchCost: null,
        unitCost: null,
        unpriced: ["Sunflower oil"],
        lines: [],
        beside: { containers: 0, labels: 0, time: 0 },
        counts: "",
      } as unknown as Assessment["cost"],
    });
    await show(<CostPanel trial={trial()} assessment={none} onBack={back} />);
    expect(screen.getByText("No price is known yet for Sunflower oil.")).toBeTruthy();
  });
});

describe("the trials panel", () => {
  it("lists the newest first and lays another under", async () => {
    const under = vi.fn();
    const { user } = await show(
      <TrialsPanel
        onSplit={() => undefined}
        trial={trial({ lots: ["SH-26-001"] as never })}
        onUnder={under}
        onBack={back}
      />,
    );
    expect(screen.getAllByText(/^Trial \d$/).map((one) => one.textContent)).toEqual(["Trial 2", "Trial 1"]);
    expect(screen.getByText("Lots of trial 2: SH-26-001.")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Lay trial 1 under" }));
    expect(under).toHaveBeenCalledWith(4);
    await user.click(screen.getByRole("link", { name: "Open trial 1" }));
    expect(where()).toBe("/bench/4");
  });

  it("keeps what the trial is after and its notes, and says when another window was first", async () => {
    const answers: unknown[] = [
      new Refusal("In another window it says “glossier” meanwhile.", "intent", "Saving again keeps yours.", 409),
      trial({ intent: "firm in the van", notes: "soft at 30" }),
    ];
    const { user } = await show(
      <TrialsPanel trial={trial()} onSplit={() => undefined} onUnder={vi.fn()} onBack={back} />,
      {
        "PUT /api/trials/7/about": () => answers.shift(),
      },
    );
    const intent = screen.getByLabelText<HTMLInputElement>(/Trial 2 is after/);
    const save = screen.getByRole<HTMLButtonElement>("button", { name: "Save" });
    expect(save.disabled).toBe(true);
    await retype(user, intent, "firm in the van");
    await user.type(screen.getByLabelText("Notes"), "soft at 30");
    await user.click(save);
    expect((await screen.findByRole("alert")).textContent).toContain("glossier");
    expect(intent.value).toBe("firm in the van");
    await user.type(intent, "!");
    expect(screen.queryByRole("alert")).toBeNull();
    await user.click(save);
    await waitFor(() => expect(wire.bodies("PUT /api/trials/7/about")).toHaveLength(2));
    expect(wire.bodies("PUT /api/trials/7/about")[0]).toEqual({
      intent: "firm in the van",
      notes: "soft at 30",
      seen: { intent: "stands the van", notes: "" },
    });
  });

  it("archives the trial, or says why it stays; archived ones stand apart", async () => {
    const some = trial();
    const [first, second] = some.trials;
    if (!first || !second) throw new Error("two trials are needed");
    const { user } = await show(
      <TrialsPanel
        onSplit={() => undefined}
        trial={trial({ trials: [{ ...first, archivedAt: "2026-06-01T08:00:00Z" }, second] })}
        onUnder={vi.fn()}
        onBack={back}
      />,
      { "PUT /api/trials/7/archived": new Refusal("Trial 2 is the only one.", "archived", "Archive the formula.") },
    );
    expect(screen.getByRole("heading", { name: "Archived" })).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Archive trial 2" }));
    expect((await screen.findByRole("alert")).textContent).toBe("Trial 2 is the only one. Archive the formula.");
    expect(wire.bodies("PUT /api/trials/7/archived")).toEqual([{ archived: true }]);
  });
});

describe("the formulas panel", () => {
  const list = {
    items: [{ id: 2, name: "Slipway Hand Balm", trial: 7, trialNumber: 2, changedAt: "2026-06-11T08:00:00Z" }],
    next: null,
    total: 1,
  };
  const open = (more: Record<string, unknown> = {}) =>
    show(<FormulasPanel trial={trial()} acts={acts().acts} onBack={back} />, { "GET /api/formulas": list, ...more });

  it("renames, and keeps what was typed where the name is taken", async () => {
    const { user } = await open({
      "PUT /api/formulas/2/name": (body: { name: string }) =>
        body.name === "Taken" ? new Refusal("Another formula has that name.", "name", "Choose another.", 409) : {},
    });
    const field = screen.getByLabelText<HTMLInputElement>(/^Name/);
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Rename" }).disabled).toBe(true);
    await retype(user, field, "Taken");
    await user.click(screen.getByRole("button", { name: "Rename" }));
    expect((await screen.findByRole("alert")).textContent).toBe("Another formula has that name. Choose another.");
    expect(field.value).toBe("Taken");
    await retype(user, field, "Slipway Winter");
    expect(screen.queryByRole("alert")).toBeNull();
    await user.click(screen.getByRole("button", { name: "Rename" }));
    await waitFor(() => expect(wire.bodies("PUT /api/formulas/2/name").at(-1)).toEqual({ name: "Slipway Winter" }));
  });

  it("copies the trial into a formula of its own and goes there", async () => {
    const { user } = await open({ "POST /api/formulas": { ...trial(), id: 31 } });
    await user.click(screen.getByRole("button", { name: "Copy it…" }));
    await retype(user, screen.getByLabelText(/A copy of trial 2/), "Winter Balm");
    await user.click(screen.getByRole("button", { name: "Copy it" }));
    await waitFor(() => expect(where()).toBe("/bench/31"));
    expect(wire.bodies("POST /api/formulas")).toEqual([{ name: "Winter Balm", family: "balm", from: "copy", of: 7 }]);
  });

  it("archives the formula and lists the archived ones", async () => {
    const asked: string[] = [];
    const { user } = await open({
      "PUT /api/formulas/2/archived": {},
      "GET /api/formulas": (_: unknown, address: URL) => {
        asked.push(address.search);
        return address.searchParams.get("archived") ? { items: [], next: null, total: 0 } : list;
      },
    });
    await user.click(screen.getByRole("button", { name: "Archive it" }));
    await waitFor(() => expect(wire.bodies("PUT /api/formulas/2/archived")).toEqual([{ archived: true }]));
    await user.click(screen.getByText("Archived", { exact: true }));
    expect(await screen.findByText("No formula is archived.")).toBeTruthy();
    expect(asked.at(-1)).toContain("archived=true");
  });

  it("makes it another kind, like any other edit", async () => {
    const { apply, acts: bench } = acts();
    const { user } = await show(<FormulasPanel trial={trial()} acts={bench} onBack={back} />, {
      "GET /api/formulas": list,
    });
    await user.click(screen.getByRole("combobox", { name: "Kind of product" }));
    await user.click(await screen.findByText("Stick", { selector: ".ant-select-item-option-content" }));
    expect(apply).toHaveBeenCalledWith([{ kind: "set_family", family: "stick" }]);
  });
});

describe("the material panel", () => {
  const open = (bench: BenchActs, index = 1, onBack = vi.fn()) => {
    const line = trial().content.lines[index];
    if (!line) throw new Error("no such line");
    const one = materials[index];
    return show(
      <MaterialPanel
        acts={bench}
        trial={trial()}
        line={line}
        material={one}
        assessment={assessment()}
        index={index}
        count={3}
        onBack={onBack}
      />,
    );
  };

  it("tells what a material is", async () => {
    await open(acts().acts);
    expect(screen.getByText("Shea butter INCI")).toBeTruthy();
    expect(screen.getByText("karite")).toBeTruthy();
    expect(screen.getByText("nut")).toBeTruthy();
    expect(screen.getByText("£8.00 a kg")).toBeTruthy();
  });

  it.each([
    ["Keep it", { kind: "keep_line", line: "L2", kept: true }],
    ["Make it the makeweight", { kind: "choose_makeweight", line: "L2" }],
    ["Move up", { kind: "move_line", line: "L2", to: 0 }],
    ["Move down", { kind: "move_line", line: "L2", to: 2 }],
  ])("%s sends its edit", async (name, edit) => {
    const { apply, acts: bench } = acts();
    const { user } = await open(bench);
    await user.click(screen.getByRole("button", { name }));
    expect(apply).toHaveBeenCalledWith([edit]);
  });

  it("goes back after removing, and stays where that was refused", async () => {
    const onBack = vi.fn();
    const { user, unmount } = await open(acts().acts, 1, onBack);
    await user.click(screen.getByRole("button", { name: "Remove it" }));
    await waitFor(() => expect(onBack).toHaveBeenCalledOnce());
    unmount();
    const stays = vi.fn();
    const refused = acts(new Refused(400, "E_RANGE", "The last line.", "", "line"));
    await open(refused.acts, 1, stays);
    await user.click(screen.getByRole("button", { name: "Remove it" }));
    await waitFor(() => expect(refused.apply).toHaveBeenCalled());
    expect(stays).not.toHaveBeenCalled();
  });

  it("has no way beyond the ends of the list", async () => {
    await open(acts().acts, 0);
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Move up" }).disabled).toBe(true);
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Move down" }).disabled).toBe(false);
  });
});

describe("names of the maker's own", () => {
  it("are kept as a list without blanks, and a refusal keeps what was typed", async () => {
    const one = materials[1];
    if (!one) throw new Error("no material");
    const { user } = await show(<MyNames material={one} />, {
      "PUT /api/materials/names": (body: { names: string[] }) =>
        body.names.includes("beeswax")
          ? new Refusal("That name means beeswax.", "names[0]", "Choose another.", 409)
          : materials,
    });
    const field = screen.getByLabelText<HTMLInputElement>(/^I call it/);
    await user.type(field, "village butter, , the soft one");
    await user.click(screen.getByRole("button", { name: "Save the name" }));
    await waitFor(() =>
      expect(wire.bodies("PUT /api/materials/names")).toEqual([
        { material: "shea", names: ["village butter", "the soft one"] },
      ]),
    );
    await retype(user, field, "beeswax");
    await user.click(screen.getByRole("button", { name: "Save the name" }));
    expect((await screen.findByRole("alert")).textContent).toBe("That name means beeswax. Choose another.");
    expect(field.value).toBe("beeswax");
  });
});

describe("where it must stand", () => {
  it("asks for one place more, lets one go, and goes back to the usual", async () => {
    const { acts: bench, apply } = acts();
    const { user } = await show(
      <StandPanel
        acts={bench}
        trial={trial({ content: { ...trial().content, mustStand: ["van"] } })}
        assessment={assessment()}
        onBack={back}
      />,
    );
    const places = screen.getAllByRole<HTMLInputElement>("checkbox");
    expect(places.map((place) => place.checked)).toEqual([true, false]);
    expect(screen.getByText(/1 of 2/)).toBeTruthy();
    await user.click(screen.getByRole("checkbox", { name: /winter porch.*4.*hard: holds/ }));
    expect(apply).toHaveBeenLastCalledWith([{ kind: "set_must_stand", places: ["van", "porch"] }]);
    await user.click(screen.getByRole("checkbox", { name: /summer van, 3 h/ }));
    expect(apply).toHaveBeenLastCalledWith([{ kind: "set_must_stand", places: [] }]);
    await user.click(screen.getByRole("button", { name: "As usual for its kind" }));
    expect(apply).toHaveBeenLastCalledWith([{ kind: "set_must_stand", places: null }]);
  });

  it("says why a place could not be asked for", async () => {
    const { acts: bench } = acts(new Refused(409, "E_KEPT", "That trial was made.", "Start a new one.", "trial"));
    const { user } = await show(<StandPanel acts={bench} trial={trial()} assessment={assessment()} onBack={back} />);
    await user.click(screen.getByRole("checkbox", { name: /winter porch/ }));
    expect((await screen.findByRole("alert")).textContent).toBe("That trial was made. Start a new one.");
  });
});

describe("use", () => {
  it("is set by part of the body and by people, and set back", async () => {
    const { acts: bench, apply } = acts();
    const asked = trial({ content: { ...trial().content, wornOn: "hands", forWhom: null } });
    const { user } = await show(<UsePanel acts={bench} trial={asked} assessment={assessment()} onBack={back} />);
    await user.click(screen.getByRole("combobox", { name: "Worn on" }));
    await user.click(await screen.findByText("Near the eyes"));
    expect(apply).toHaveBeenLastCalledWith([{ kind: "set_use", wornOn: "near_eyes", forWhom: null }]);
    await user.click(screen.getByRole("combobox", { name: "For whom" }));
    await user.click(await screen.findByText("Children under three"));
    expect(apply).toHaveBeenLastCalledWith([{ kind: "set_use", wornOn: "hands", forWhom: "child_under3" }]);
    await user.click(screen.getByRole("button", { name: "As usual for its kind" }));
    expect(apply).toHaveBeenLastCalledWith([{ kind: "set_use", wornOn: null, forWhom: null }]);
  });
});

describe("air of a whipped product", () => {
  const whipped = assessment({ use: { ...assessment().use, overrunPercent: 25 } });

  it("is typed with the batch, and empty means the usual", async () => {
    const { acts: bench, apply } = acts();
    const { user } = await show(<BatchPanel acts={bench} trial={trial()} assessment={whipped} onBack={back} />);
    const air = screen.getByLabelText(/^Air beaten in/);
    await retype(user, air, "40");
    await user.click(screen.getByRole("button", { name: "Set the batch" }));
    expect(apply.mock.lastCall).toMatchObject([[{ kind: "set_batch", batch: { units: 12, overrunPercent: 40 } }]]);
    await user.clear(air);
    await user.click(screen.getByRole("button", { name: "Set the batch" }));
    expect(apply.mock.lastCall).toMatchObject([[{ batch: { overrunPercent: null } }]]);
    await user.type(air, "plenty");
    const calls = apply.mock.calls.length;
    await user.click(screen.getByRole("button", { name: "Set the batch" }));
    expect((await screen.findByRole("alert")).textContent).toContain("plenty");
    expect(apply.mock.calls.length).toBe(calls);
  });
});
