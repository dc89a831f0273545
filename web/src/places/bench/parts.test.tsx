import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { type LandmarkReading, type MeltPart, Refused, type Trial } from "../../api/client";
import { RulerTable } from "../../instruments/ruler/RulerTable";
import { Units } from "../../words/format";
import { assessment, house, inBrowser, materials, Refusal, show, trial, wire } from "../../test/workshop";
import { AddLine } from "./AddLine";
import { BenchStatus } from "./BenchStatus";
import { IntentDialog, TwoVersions } from "./dialogs";
import { Facts } from "./Facts";
import { PrintSheet } from "./PrintSheet";
import type { BenchActs } from "./useBench";
import { WhatIf } from "./WhatIf";

inBrowser();

const inF = {
  "GET /api/house": {
    ...house,
    house: { ...house.house, workshop: { ...house.house.workshop, temperature: "fahrenheit", weight: "ounces" } },
  },
};

describe("the line for adding", () => {
  const added = {
    ...trial(),
    content: {
      ...trial().content,
      lines: [
        ...trial().content.lines,
        { id: "L4", material: "tocopherol", percent: 0.5, phase: "cool_down", kept: false },
      ],
    },
  } as unknown as Trial;
  const open = async (refused: Refused | null, wait: Promise<void> = Promise.resolve()) => {
    const onAdded = vi.fn();
    const apply = vi.fn(async () => {
      await wait;
      if (!refused) shown.queries.setQueryData(["trial", 7], added);
      return refused;
    });
    const shown = await show(
      <AddLine
        trial={trial()}
        acts={{ apply } as unknown as BenchActs}
        way={{ way: "donor", from: "L2" }}
        onAdded={onAdded}
      />,
      {
        "GET /api/materials/find": [materials[3]],
      },
    );
    const { user } = shown;
    await user.click(screen.getByRole("combobox"));
    await user.click(await screen.findByText("Mixed tocopherols"));
    return { user, apply, onAdded };
  };

  it("adds an antioxidant at half a percent, out of the line that gives way", async () => {
    const { apply, onAdded } = await open(null);
    expect(apply).toHaveBeenCalledWith([
      { kind: "add_line", material: "tocopherol", share: "0.5", givesWay: "donor", from: "L2" },
    ]);
    await waitFor(() => expect(onAdded).toHaveBeenCalledWith("L4", expect.any(Function)));
  });

  it("holds the keys of quick hands until the new line's field takes them", async () => {
    let arrive: () => void = () => undefined;
    const { user, onAdded } = await open(null, new Promise((done) => (arrive = done)));
    await user.keyboard("0.8{Enter}");
    arrive();
    await waitFor(() => expect(onAdded).toHaveBeenCalled());
    const [, take] = onAdded.mock.calls[0] as [string, () => string];
    expect(take()).toBe("0.8\n");
    expect(take()).toBe("");
  });

  it("opens no field for what was refused", async () => {
    const { apply, onAdded } = await open(new Refused(400, "E_RANGE", "No room.", "", "share"));
    await waitFor(() => expect(apply).toHaveBeenCalled());
    expect(onAdded).not.toHaveBeenCalled();
  });
});

describe("a new trial", () => {
  it("asks what it is after and keeps the words where they are refused", async () => {
    let refuse = true;
    const fork = vi.fn(async () => {
      if (refuse) throw new Refused(400, "E_RANGE", "Say what it is after.", "Type a few words.", "intent");
    });
    const { user } = await show(<IntentDialog trial={trial()} edits={[]} onFork={fork} onClose={() => undefined} />);
    const field = screen.getByLabelText<HTMLInputElement>(/What is it after/);
    await user.type(field, "less greasy");
    await user.click(screen.getByRole("button", { name: "Start trial 3" }));
    expect((await screen.findByRole("alert")).textContent).toBe("Say what it is after. Type a few words.");
    expect(field.value).toBe("less greasy");
    refuse = false;
    await user.click(screen.getByRole("button", { name: "Start trial 3" }));
    await waitFor(() => expect(field.value).toBe(""));
    expect(fork).toHaveBeenLastCalledWith("less greasy", [], undefined);
  });

  it("tells why a made trial is not changed", async () => {
    const made = trial({ madeAt: "2026-06-10T08:00:00Z" as never });
    await show(
      <IntentDialog
        trial={made}
        edits={[{ kind: "keep_line", line: "L1", kept: true }]}
        onFork={async () => undefined}
        onClose={() => undefined}
      />,
    );
    expect(screen.getByText(/Trial 2 has been made and stays as it is\. Changing it starts trial 3\./)).toBeTruthy();
  });

  it("is one of three ways out when another window has changed the same trial", async () => {
    const keep = vi.fn();
    const fork = vi.fn(async () => undefined);
    const theirs = trial({ revision: 9 });
    const conflict = { theirs, mine: trial().content };
    const { user } = await show(<TwoVersions conflict={conflict} onKeep={keep} onFork={fork} />);
    expect(screen.getAllByText(/Beeswax, yellow 14.0 %/)).toHaveLength(2);
    await user.click(screen.getByRole("button", { name: /Keep yours/ }));
    await user.click(screen.getByRole("button", { name: "Keep the other" }));
    expect(keep.mock.calls).toEqual([["mine"], ["theirs"]]);
    await user.click(screen.getByRole("button", { name: "Make yours trial 3" }));
    expect(fork).toHaveBeenCalledWith("the version from this window", [], conflict.mine);
  });
});

describe("the facts of a trial", () => {
  it("open their panels and tell batch, pour and cost", async () => {
    const open = vi.fn();
    const { user } = await show(<Facts trial={trial()} assessment={assessment()} underName="trial 1" onOpen={open} />);
    expect(screen.getByText(/over trial 1/)).toBeTruthy();
    for (const [name, kind] of [
      ["trial 2", "trials"],
      [/600.*= 12 tins of 50/, "batch"],
      ["pour when?", "pour"],
      ["£0.77 a tin", "cost"],
    ] as const) {
      await user.click(screen.getByRole("button", { name }));
      expect(open).toHaveBeenLastCalledWith({ kind });
    }
  });

  it.each([
    [{ batchCost: 5, unitCost: null, unpriced: [] }, "£5.00 a batch"],
    [{ batchCost: null, unitCost: null, unpriced: ["Sunflower oil"] }, "no price yet"],
  ])("tell what is known of the cost", async (cost, says) => {
    await show(
      <Facts
        trial={trial()}
        assessment={assessment({ cost: cost as never })}
        underName={null}
        onOpen={() => undefined}
      />,
    );
    expect(screen.getByRole("button", { name: says })).toBeTruthy();
  });
});

describe("the status line", () => {
  const undo = "beeswax 14 → 15 %";

  it("offers to take back what was done, and only that", async () => {
    const step = vi.fn(async () => undefined);
    const acts = { step } as unknown as BenchActs;
    const { user, rerender } = await show(
      <BenchStatus
        trial={trial({ undo })}
        words={null}
        rests="stand the van"
        said={{ text: "Beeswax 15 %.", undo: true }}
        acts={acts}
      />,
    );
    await user.click(screen.getByRole("button", { name: "Undo" }));
    expect(step).toHaveBeenCalledWith("undo");
    rerender(
      <BenchStatus
        trial={trial({ undo })}
        words="Held: beeswax."
        rests="stand the van"
        said={{ text: "", undo: true }}
        acts={acts}
      />,
    );
    expect(screen.queryByRole("button", { name: "Undo" })).toBeNull();
    rerender(
      <BenchStatus
        trial={trial()}
        words={null}
        rests="stand the van"
        said={{ text: "No.", stop: true, undo: true }}
        acts={acts}
      />,
    );
    expect(screen.queryByRole("button", { name: "Undo" })).toBeNull();
    expect(screen.getByText(/No\./).className).toContain("stop");
  });
});

describe("what if", () => {
  const melt = assessment().parts.melt as MeltPart;
  const van = melt.landmarks[0] as LandmarkReading;
  const open = async (routes: Record<string, unknown>) => {
    const acts = { putBack: vi.fn(), say: vi.fn() };
    const found = vi.fn();
    const moved = vi.fn();
    const shown = await show(
      <WhatIf
        formula={trial().content}
        landmark={van}
        moved={{ id: "van", celsius: 52, from: 46 }}
        answer={melt}
        acts={acts as unknown as BenchActs}
        onFound={found}
        onMove={moved}
      />,
      routes,
    );
    return { ...shown, acts, found, moved };
  };

  it("says what happens there, and puts the peg back", async () => {
    const { user, acts } = await open({});
    expect(screen.getByText("Holds its shape.")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Put back" }));
    expect(acts.putBack).toHaveBeenCalledOnce();
  });

  it("moves the peg to what is typed, and no further than the ruler", async () => {
    const { user, moved } = await open({});
    const field = screen.getByLabelText("What if the summer van is");
    const type = async (text: string) => {
      await user.clear(field);
      await user.paste(text);
    };
    await type("48,5");
    expect(moved).toHaveBeenLastCalledWith({ id: "van", celsius: 48.5, from: 46 });
    await type("900");
    expect(moved).toHaveBeenLastCalledWith({ id: "van", celsius: 95, from: 46 });
  });

  it("keeps the temperature for the house", async () => {
    const { user, acts } = await open({
      "PUT /api/house": (body: { house: object }) => ({ ...house, house: body.house }),
    });
    await user.click(screen.getByRole("button", { name: "Keep 52°" }));
    await waitFor(() => expect(acts.say).toHaveBeenCalledOnce());
    const said = acts.say.mock.lastCall?.[0] as { text: string; back: () => Promise<void> };
    expect(said.text).toBe("The summer van is now at 52\u202f°C.");
    const [sent] = wire.bodies("PUT /api/house") as {
      house: { workshop: { landmarks: { id: string; temperatureC: number }[] } };
    }[];
    expect(sent?.house.workshop.landmarks.map((one) => one.temperatureC)).toEqual([20, 52]);
    await said.back();
    const [, undone] = wire.bodies("PUT /api/house") as (typeof sent)[];
    expect(undone?.house.workshop.landmarks.map((one) => one.temperatureC)).toEqual([20, 46]);
  });

  it("finds a mix that holds there, or says that there is none", async () => {
    const mix = { says: "With 3 % more wax it holds.", formula: trial().content };
    const { user, acts, found, unmount } = await open({ "POST /api/mix": mix });
    await user.click(screen.getByRole("button", { name: "Find a mix that holds here" }));
    await waitFor(() => expect(found).toHaveBeenCalledWith(mix.formula));
    expect(acts.say).toHaveBeenCalledWith({ text: mix.says });
    unmount();
    const none = await open({
      "POST /api/mix": new Refusal("No mix of these holds.", "holdsAtC", "Add a harder wax."),
    });
    await none.user.click(screen.getByRole("button", { name: "Find a mix that holds here" }));
    await waitFor(() =>
      expect(none.acts.say).toHaveBeenCalledWith({ text: "No mix of these holds. Add a harder wax.", stop: true }),
    );
  });
});

describe("the bench sheet", () => {
  const plan = [
    { id: "s1", kind: "gather", title: "Gather and protect", text: "Wipe all.", fromC: null, toC: null },
    { id: "s2", kind: "weigh", title: "Beeswax", text: "", fromC: null, toC: null },
    { id: "s3", kind: "pour", title: "Pour", text: "Slowly.", fromC: 60, toC: 66 },
  ];

  it("lists every weight with a box, and every step that is no weighing in the degrees of the house", async () => {
    await show(<PrintSheet trial={trial()} assessment={assessment()} />, { "GET /api/trials/7/plan": plan });
    await screen.findByText("Pour");
    const rows = [...document.querySelectorAll(".print-lines tbody tr")].map((row) => row.textContent);
    expect(rows).toHaveLength(4);
    expect(rows[0]).toContain("Beeswax, yellow");
    expect(rows[0]).toContain("84.0");
    expect(rows[3]).toContain("600.0");
    const steps = [...document.querySelectorAll(".print-steps li")].map((step) => step.textContent);
    expect(steps).toHaveLength(2);
    expect(steps[1]).toContain("60 to 66\u202f°C");
    expect(document.querySelector(".print-foot")?.textContent).toContain("Hot fat burns");
  });

  it("weighs in ounces where the house does", async () => {
    await show(<PrintSheet trial={trial()} assessment={assessment()} />, { "GET /api/trials/7/plan": plan, ...inF });
    expect(document.querySelector(".print-lines tbody tr")?.textContent).toContain("2.963\u202foz");
  });
});

describe("instruments read as tables", () => {
  const units = new Units(house.house.workshop);

  it("lay two trials side by side at every landmark", async () => {
    const melt = assessment().parts.melt as MeltPart;
    const other = { ...melt, landmarks: melt.landmarks.map((one) => ({ ...one, says: "slumps", firmnessKPa: 12.3 })) };
    await show(<RulerTable melt={melt} under={{ name: "T1", melt: other }} name="T2" units={units} height={100} />);
    const rows = screen.getAllByRole("row").map((row) => row.textContent);
    const van = rows.find((row) => row?.startsWith("must: summer van"));
    expect(van).toContain("holds its shape 2.4 kPa");
    expect(van).toContain("slumps 12 kPa");
    expect(rows.at(-1)).toMatch(/^winter porch/);
    expect(screen.getByText("T2, states")).toBeTruthy();
    expect(screen.getByText("T1, states")).toBeTruthy();
  });
});
