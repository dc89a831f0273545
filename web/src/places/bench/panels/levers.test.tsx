import { screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { assessment, inBrowser, Refusal, retype, show, trial, wire } from "../../../test/workshop";
import type { BenchActs } from "../useBench";
import { ColourPartsPanel } from "./ColourPartsPanel";
import { LeversPanel } from "./LeversPanel";
import { OrderPanel } from "./OrderPanel";

inBrowser();

const bench = () => ({ apply: vi.fn(async () => null as unknown), dispatch: vi.fn(), putBack: vi.fn(), say: vi.fn() });
const as = (acts: ReturnType<typeof bench>) => acts as unknown as BenchActs;

describe("levers of feel", () => {
  const option = (lever: string, dose: string) => ({
    lever,
    material: "arrowroot starch",
    dose,
    says: `grease 5.0 → ${dose}`,
    effect: "slumps 40 → 41 °C",
    label: "The label stays as it is.",
    edits: [{ kind: "add_line", material: "arrowroot starch", share: dose }],
    isOwn: false,
    grease: 4,
    dressMin: 9,
  });

  it("stand under what they do, and the one with the focus stands in the mix until it is taken", async () => {
    const acts = bench();
    const onBack = vi.fn();
    const options = [option("powder", "5 %"), option("powder", "10 %"), option("cascade", "2 : 2 : 1")];
    const { user } = await show(<LeversPanel trial={trial()} acts={as(acts)} onBack={onBack} />, {
      "POST /api/levers": { answer: { options, says: "Now: grease 5.0 of 10." }, materials: [] },
    });
    const powders = await screen.findByRole("region", { name: "Powder takes grease up" });
    expect(within(powders).getAllByRole("button")).toHaveLength(2);
    const second = within(powders).getByRole("button", { name: /^10 %/ });
    second.focus();
    await waitFor(() =>
      expect(acts.dispatch).toHaveBeenCalledWith({ kind: "show", edits: options[1]?.edits, by: "keys" }),
    );
    expect(screen.getAllByText("Slumps 40 → 41 °C")).toHaveLength(1);
    await user.keyboard("{Enter}");
    await waitFor(() => expect(onBack).toHaveBeenCalled());
    expect(acts.apply).toHaveBeenCalledWith(options[1]?.edits);
    await user.click(screen.getByLabelText("only with what I have"));
    await waitFor(() => expect(wire.bodies("POST /api/levers").at(-1)).toMatchObject({ onlyMine: true }));
  });

  it("say why there are none", async () => {
    await show(<LeversPanel trial={trial()} acts={as(bench())} onBack={vi.fn()} />, {
      "POST /api/levers": new Refusal("Bath salts are not rubbed into skin.", "formula", "Choose another kind."),
    });
    expect((await screen.findByRole("alert")).textContent).toContain("not rubbed into skin");
  });
});

describe("the order of adding", () => {
  it("tells what goes in first and what happens else", async () => {
    const reading = {
      order: [{ do: "12 g jojoba onto the starch", else: "Stirred in anyhow it is damp.", lines: ["L1"] }],
    };
    await show(<OrderPanel reading={reading as never} onBack={vi.fn()} />, {});
    expect((await screen.findByRole("listitem")).textContent).toBe(
      "12 g jojoba onto the starch. Stirred in anyhow it is damp.",
    );
  });
});

describe("colour in parts", () => {
  it("starts from a pattern, names a slip, and keeps what is there", async () => {
    const acts = bench();
    acts.apply.mockResolvedValueOnce({ line: "The parts come to 90 %, not 100. Change one of them." });
    const { user } = await show(
      <ColourPartsPanel trial={trial()} assessment={assessment()} acts={as(acts)} onBack={vi.fn()} />,
      {},
    );
    await user.click(await screen.findByRole("button", { name: "An accent" }));
    const share = screen.getByLabelText("Share of accent");
    await retype(user, share, "some");
    await user.click(screen.getByRole("button", { name: "Keep the parts" }));
    expect((await screen.findByRole("alert")).textContent).toContain("“some” is not a number");
    expect(acts.apply).not.toHaveBeenCalled();
    await retype(user, share, "5");
    await user.click(screen.getByRole("button", { name: "Keep the parts" }));
    expect((await screen.findByRole("alert")).textContent).toContain("come to 90 %");
    await retype(user, share, "15");
    expect(screen.queryByRole("alert")).toBeNull();
    await user.click(screen.getByRole("button", { name: "Keep the parts" }));
    await waitFor(() => expect(acts.apply).toHaveBeenCalledTimes(2));
    expect(acts.apply.mock.lastCall).toMatchObject([
      [
        {
          kind: "set_coloured_parts",
          parts: [
            { name: "ground", sharePercent: 85, colours: [] },
            { name: "accent", sharePercent: 15, colours: [] },
          ],
        },
      ],
      "2 coloured parts kept.",
    ]);
  });

  it("shows the parts as they come out, with what to weigh and its doubt", async () => {
    const parts = [
      {
        name: "rose",
        sharePercent: 50,
        hex: "#C08080",
        says: "Light red",
        baseG: 98,
        weights: [{ material: "pink clay", name: "Pink clay", g: 2, doubt: "little for a scale of 0.1 g" }],
      },
    ];
    const reading = { ...assessment().reading, parts } as never;
    const whole = trial();
    const split = {
      ...whole,
      content: {
        ...whole.content,
        colouredParts: [
          { name: "rose", sharePercent: 50, colours: [{ material: "pink clay", percent: 2 }] },
          { name: "plain", sharePercent: 50, colours: [] },
        ],
      },
    };
    const acts = bench();
    const { user } = await show(
      <ColourPartsPanel trial={split} assessment={{ ...assessment(), reading }} acts={as(acts)} onBack={vi.fn()} />,
      {},
    );
    const list = await screen.findByRole("list", { name: "The parts as they come out" });
    expect(list.textContent).toContain("Pink clay (little for a scale of 0.1 g)");
    await user.click(screen.getByRole("button", { name: /^Take .* out of rose/ }));
    await user.click(screen.getByRole("button", { name: "Keep the parts" }));
    await waitFor(() =>
      expect(acts.apply.mock.lastCall?.at(0)).toMatchObject([{ parts: [{ colours: [] }, { colours: [] }] }]),
    );
    await user.click(screen.getByRole("button", { name: "Leave it whole" }));
    await waitFor(() => expect(acts.apply.mock.lastCall?.at(0)).toMatchObject([{ parts: null }]));
  });
});
