import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { inBrowser, materials, Refusal, retype, show, trial, wire } from "../../../test/workshop";
import { SplitPanel } from "./SplitPanel";
import { TrialsPanel } from "./TrialsPanel";

inBrowser();

const view = (codes: string[]) => ({
  plan: {
    base: [{ material: "beeswax", name: "Beeswax, yellow", phase: "melt", grams: 28, doubt: null }],
    baseG: 188,
    partG: 94,
    cupG: 100,
    cups: [
      { name: "Trial 2", isControl: true, change: "", additions: [] },
      {
        name: "Arrowroot added",
        isControl: false,
        change: "arrowroot added at 6.0 %",
        additions: [{ material: "arrowroot", name: "Arrowroot", phase: "dry", grams: 6, doubt: "hard to weigh" }],
      },
    ],
    steps: ["Make 188.0 g of the base."],
    doubts: ["Trial 3 differs in more than one thing."],
  },
  codes,
  trials: [],
});
const noop = () => undefined;

describe("a split base", () => {
  it("plans cups of trials and of changes as they are chosen, and begins them with their codes", async () => {
    const { user } = await show(<SplitPanel trial={trial()} split={null} onBack={noop} />, {
      "POST /api/trials/7/split/plan": view([]),
      "POST /api/trials/7/split": view(["206", "431"]),
      "GET /api/materials/find": materials.map((one) => ({ ...one, isSure: true })),
    });
    const begin = screen.getByRole<HTMLButtonElement>("button", { name: "Begin it" });
    expect(begin.disabled).toBe(true);
    await user.type(screen.getByRole("combobox", { name: "A cup with a change of" }), "bees");
    await user.click(await screen.findByRole("option", { name: /Beeswax/ }));
    await user.type(screen.getByLabelText("Beeswax, yellow in this cup"), "16{Enter}");
    expect(await screen.findByText("hard to weigh")).toBeTruthy();
    expect(screen.getByText(/differs in more than one thing/)).toBeTruthy();
    expect(wire.bodies("POST /api/trials/7/split/plan").at(-1)).toEqual({
      arms: [
        {
          trial: null,
          intent: null,
          edits: [{ kind: "set_share", line: "L1", share: "16", givesWay: "makeweight", from: null }],
        },
      ],
      gramsPerArm: 100,
    });
    const cup = screen.getByLabelText("In each cup", { selector: "input" });
    await retype(user, cup, "lots");
    expect(screen.getByText("Type how much goes into each cup.")).toBeTruthy();
    await retype(user, cup, "80");
    await waitFor(() => expect(begin.disabled).toBe(false));
    wire.routes["GET " + "/api/trials/splits/x"] = view(["206", "431"]);
    const asked = { id: "" };
    wire.routes["POST /api/trials/7/split"] = (body: { id: string }) => {
      asked.id = body.id;
      wire.routes[`GET /api/trials/splits/${body.id}`] = view(["206", "431"]);
      return view(["206", "431"]);
    };
    await user.click(begin);
    // In the panel, and on the sheet that is only printed.
    expect(await screen.findAllByText("431")).toHaveLength(2);
    expect(wire.bodies("POST /api/trials/7/split")[0]).toMatchObject({ id: asked.id, gramsPerArm: 80 });
  });

  it("says why a base cannot be split and keeps the cups", async () => {
    const { user } = await show(<SplitPanel trial={trial()} split={null} onBack={noop} />, {
      "POST /api/trials/7/split/plan": new Refusal(
        "Nothing in common.",
        "arms",
        "Choose trials that differ in one thing.",
      ),
      "GET /api/materials/find": materials.map((one) => ({ ...one, isSure: true })),
    });
    await user.type(screen.getByRole("combobox", { name: "A cup with a change of" }), "bees");
    await user.click(await screen.findByRole("option", { name: /Beeswax/ }));
    await user.type(screen.getByLabelText("Beeswax, yellow in this cup"), "0{Enter}");
    expect((await screen.findByRole("alert")).textContent).toContain("Choose trials that differ in one thing.");
    expect(screen.getByText("Beeswax, yellow 0")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Take out Beeswax, yellow 0" }));
    expect(screen.queryByRole("alert")).toBeNull();
  });
});

describe("what a trial stands for", () => {
  it("is chosen, told in the list, and lays the other season under", async () => {
    const under = vi.fn();
    const some = trial();
    const paired = trial({
      trials: some.trials.map((one) => ({ ...one, standsFor: [one.id === 7 ? "summer" : "winter"] })) as never,
      splits: [
        { id: "s1", startedAt: "2026-06-01T08:00:00Z", cupG: 100, cups: [{ trial: 7, number: 2, code: "206" }] },
      ],
    });
    const open = vi.fn();
    const { user } = await show(<TrialsPanel trial={paired} onUnder={under} onSplit={open} onBack={noop} />, {
      "PUT /api/trials/7/stands-for": paired,
    });
    expect(screen.getByLabelText<HTMLInputElement>("the summer mix").checked).toBe(true);
    await user.click(screen.getByLabelText("the one you sell"));
    await waitFor(() => expect(wire.bodies("PUT /api/trials/7/stands-for")).toEqual([{ part: "sold", stands: true }]));
    await user.click(screen.getByRole("button", { name: "Lay the winter mix, trial 1, under" }));
    expect(under).toHaveBeenCalledWith(4);
    await user.click(screen.getByRole("button", { name: /1 Jun.*trials 2/ }));
    expect(open).toHaveBeenCalledWith("s1");
  });
});
