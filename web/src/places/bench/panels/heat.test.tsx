import { screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { inBrowser, Refusal, show, trial, wire } from "../../../test/workshop";
import { CarryPart } from "./CarryPart";
import { CoolingPanel } from "./CoolingPanel";
import type { BenchActs } from "../useBench";
import { OrderPanel } from "./OrderPanel";
import { WaterPanel } from "./WaterPanel";

inBrowser();

describe("heat and cooling", () => {
  it("tells what goes in, where to cool it and what each fat asks for", async () => {
    await show(<CoolingPanel trial={trial()} onBack={vi.fn()} />, {
      "POST /api/cooling": {
        steps: [{ name: "The oils", says: "424 g at 20 °C: cloudy. Warm them to 54 °C first.", warns: true }],
        places: [
          { name: "in the fridge", waits: "stands after 20 min", grain: "hardly any grain", sweats: "", isBest: true },
          {
            name: "in the freezer",
            waits: "stands after 9 min",
            grain: "hardly any grain",
            sweats: "sweats",
            isBest: false,
          },
        ],
        fats: ["Shea butter: hold 75 °C for 20 min."],
        says: "Cool it in the fridge.",
      },
    });
    expect(await screen.findByText("Cool it in the fridge.")).toBeTruthy();
    expect(within(screen.getByRole("region", { name: "What goes in" })).getByRole("listitem").className).toBe("warns");
    const places = within(screen.getByRole("region", { name: "Where to cool it" })).getAllByRole("listitem");
    expect(places.map((place) => place.textContent)).toEqual([
      "In the fridge stands after 20 min, hardly any grain.",
      "In the freezer stands after 9 min, hardly any grain; sweats.",
    ]);
    expect(screen.getByText(/Hot fat burns/)).toBeTruthy();
  });

  it("says why it cannot be told", async () => {
    await show(<CoolingPanel trial={trial()} onBack={vi.fn()} />, {
      "POST /api/cooling": new Refusal("The shares total 99 %.", "formula.lines", "Let one take up the rest."),
    });
    expect((await screen.findByRole("alert")).textContent).toContain("total 99 %");
  });
});

describe("the order of wetting", () => {
  it("is called by what it is", async () => {
    const reading = { lens: "fizz", order: [{ do: "Spray 1.8 g", else: "It still crumbles.", lines: [] }] };
    await show(<OrderPanel reading={reading as never} onBack={vi.fn()} />, {});
    expect(await screen.findByRole("heading", { name: "Wet it, dose by dose" })).toBeTruthy();
  });
});

describe("a change carried into a variant", () => {
  const sibling = (id: number, number: number, standsFor: string[] = []) => ({
    ...(trial().trials[0] as object),
    id,
    number,
    intent: `intent ${number}`,
    standsFor,
    archivedAt: null,
  });
  const three = () => trial({ number: 9, trials: [sibling(5, 3, ["winter"]), sibling(6, 8), sibling(7, 9)] } as never);

  it("is shown first, and begins a trial from the variant", async () => {
    const edits = [{ kind: "set_mix", shares: [{ material: "beeswax", percent: 100 }] }];
    const { user } = await show(<CarryPart trial={three()} />, {
      "GET /api/trials/7/carried": { edits, says: "Beeswax 8 → 10." },
      "POST /api/trials/5/fork": trial({ id: 12 } as never),
    });
    await user.click(await screen.findByText("Carry its change into another trial"));
    expect(await screen.findByText("Beeswax 8 → 10.")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Begin a trial from trial 3 with it" }));
    await waitFor(() =>
      expect(wire.bodies("POST /api/trials/5/fork")).toMatchObject([{ intent: "in step with trial 9", edits }]),
    );
  });

  it("that cannot be taken over says why and does nothing", async () => {
    const { user } = await show(<CarryPart trial={three()} />, {
      "GET /api/trials/7/carried": new Refusal("The two trials hold the same mix.", "since", "Choose two that differ."),
    });
    await user.click(await screen.findByText("Carry its change into another trial"));
    expect((await screen.findByText(/hold the same mix/)).textContent).toContain("Choose two that differ");
    expect(screen.getByRole<HTMLButtonElement>("button", { name: /Begin a trial/ }).disabled).toBe(true);
  });
});

describe("the waterless lamp", () => {
  it("gives its reasons and the preservatives that fit", async () => {
    const acts = { apply: vi.fn(async () => null), dispatch: vi.fn(), putBack: vi.fn(), say: vi.fn() };
    const onBack = vi.fn();
    const edits = [{ kind: "add_line", material: "phenoxyethanol", share: "0.8" }];
    const { user } = await show(
      <WaterPanel
        trial={trial()}
        lamp={{ state: "contains_water", says: "contains water", reasons: ["25 % is water."] } as never}
        acts={acts as unknown as BenchActs}
        onBack={onBack}
      />,
      {
        "POST /api/preservatives": {
          answer: {
            says: "25 % of it is water: a preservative is required.",
            options: [
              {
                material: "p",
                name: "Phenoxyethanol blend 0.8 %",
                says: "holds it",
                effect: "",
                label: "",
                edits,
                isOwn: false,
                holds: true,
              },
            ],
          },
          materials: [],
        },
      },
    );
    expect(screen.getByText("25 % is water.")).toBeTruthy();
    await user.click(await screen.findByRole("button", { name: /Phenoxyethanol blend/ }));
    await waitFor(() => expect(onBack).toHaveBeenCalled());
    expect(acts.apply).toHaveBeenCalledWith(edits);
  });
});
