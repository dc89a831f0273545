import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { inBrowser, Refusal, retype, show, trial, wire } from "../../../test/workshop";
import type { BenchActs } from "../useBench";
import { ScentPanel } from "./ScentPanel";

inBrowser();

const bench = () => ({ apply: vi.fn(async () => null), dispatch: vi.fn(), putBack: vi.fn(), say: vi.fn() });
const edits = [{ kind: "set_mix", shares: [] }];
const scent = (material: string, name: string, drops: number) => ({
  material,
  name,
  drops,
  sharePercent: 50,
  percent: 0.5,
  grams: 2.5,
  note: "top",
});
type Asked = { test: { drops: { material: string; drops: number }[] } | null };
const answer = (body: unknown) => {
  const { test } = body as Asked;
  const drops = test?.drops ?? [
    { material: "orange", drops: 3 },
    { material: "cedar", drops: 1 },
  ];
  return {
    answer: {
      scents: drops.map((one) => scent(one.material, one.material === "orange" ? "Sweet orange" : "Cedar", one.drops)),
      notes: [{ note: "top", percent: 75, says: "heavy: usual is 15 to 40 %" }],
      percent: 1,
      says: "At 1.0 % it smells clear.",
      weigh: "Drops find the ratio; the grams are weighed.",
      edits,
    },
    materials: [],
  };
};
const open = async (routes: Record<string, unknown> = {}) => {
  const acts = bench();
  const shown = await show(
    <ScentPanel trial={trial()} acts={acts as unknown as BenchActs} onBack={() => undefined} />,
    { "POST /api/scent/blend": answer, ...routes },
  );
  return { ...shown, acts };
};
const asked = () => (wire.bodies("POST /api/scent/blend").at(-1) as Asked).test;

describe("a blend by drops", () => {
  it("counts a drop for each key, takes it away with Shift, and shows the grams before they are taken", async () => {
    const { user, acts } = await open();
    expect(await screen.findByLabelText("3 drops")).toBeTruthy();
    screen.getByRole("group", { name: /^Drops on the blotter/ }).focus();
    await user.keyboard("1");
    await user.keyboard("2{Shift>}2{/Shift}2");
    await waitFor(() =>
      expect(asked()?.drops).toEqual([
        { material: "orange", drops: 4 },
        { material: "cedar", drops: 2 },
      ]),
    );
    await user.click(screen.getByRole("button", { name: "One drop less of Cedar" }));
    expect(await screen.findByText("heavy: usual is 15 to 40 %", { exact: false })).toBeTruthy();
    const put = screen.getByRole("button", { name: "Put it into the mix" });
    put.focus();
    await waitFor(() => expect(acts.dispatch).toHaveBeenCalledWith({ kind: "show", edits, by: "keys" }));
    await user.click(put);
    expect(acts.apply).toHaveBeenCalledWith(edits, "The blend is in the mix.");
  });

  it("reads a ratio, and names one that is none while the drops stay", async () => {
    const { user } = await open();
    const ratio = await screen.findByLabelText<HTMLInputElement>("As a ratio");
    await retype(user, ratio, "5:x");
    expect(screen.getByText(/“5:x” is no ratio of 2 scents/)).toBeTruthy();
    await retype(user, ratio, "5 : 2");
    await waitFor(() =>
      expect(asked()?.drops).toEqual([
        { material: "orange", drops: 5 },
        { material: "cedar", drops: 2 },
      ]),
    );
  });

  it("finds a smell among the bottles and takes the blend it names, or says why not", async () => {
    const found = {
      answer: {
        bottles: [{ material: "fir", name: "Fir needle", likeness: 0.8, says: "like it: conifer", isOwn: true }],
        blend: [{ material: "fir", name: "Fir needle", drops: 3 }],
        says: "Read as forest.",
      },
      materials: [],
    };
    const replies = [
      new Refusal("None of “nice” says what it smells of here.", "text", "Use words such as citrus."),
      found,
    ];
    const { user } = await open({ "POST /api/scent/match": () => replies.shift() });
    const field = await screen.findByLabelText("Match a smell");
    await user.type(field, "nice{Enter}");
    expect((await screen.findByRole("alert")).textContent).toContain("Use words such as citrus.");
    await retype(user, field, "forest");
    await user.click(screen.getByRole("button", { name: "Look among the bottles" }));
    await user.click(await screen.findByRole("button", { name: "Take 3 Fir needle" }));
    await waitFor(() => expect(asked()?.drops).toEqual([{ material: "fir", drops: 3 }]));
    await user.click(screen.getByRole("button", { name: "Add Fir needle" }));
    await waitFor(() => expect(asked()?.drops).toEqual([{ material: "fir", drops: 4 }]));
  });
});
