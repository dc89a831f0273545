import { screen, waitFor } from "@testing-library/react";
import { beforeEach, describe, expect, it } from "vitest";
import type { PastedList, PastedQuestion, PastedRow } from "../../../api/client";
import { assessment, inBrowser, Refusal, retype, show, trial, where, wire } from "../../../test/workshop";
import { PastePage } from "./PastePage";

inBrowser();
beforeEach(() => localStorage.clear());

const row = (change: Partial<PastedRow>): PastedRow => ({
  row: 1,
  text: "Beeswax 20 %",
  kind: "line",
  name: "Beeswax",
  amount: "20 %",
  percent: null,
  material: { id: "beeswax", name: "Beeswax", inci: "Cera Alba", colour: "#E5C26A" },
  candidates: [],
  asks: "",
  says: "",
  ...change,
});
const wax = { id: "candelilla wax", name: "Candelilla wax", inci: "Candelilla Cera", colour: "#D9C27A" };
const list = (change: Partial<PastedList>): PastedList => ({
  rows: [row({})],
  total: null,
  asks: [],
  says: "1 line read.",
  content: null,
  ...change,
});

/** A server that asks which wax is meant, and is content with the answer. */
const asking = ({ answers }: PastedQuestion): PastedList =>
  answers?.some((one) => one.material === wax.id)
    ? list({
        rows: [row({ percent: 20 }), row({ row: 2, name: "candelila", material: wax, percent: 80 })],
        content: trial().content,
      })
    : list({
        rows: [
          row({}),
          row({ row: 2, name: "candelila", material: null, candidates: [wax], asks: "Which of these is it?" }),
        ],
      });

const open = (read: unknown, address = "/bench/paste") =>
  show(
    <PastePage />,
    {
      "POST /api/formulas/read": read,
      "POST /api/assess": {
        assessment: assessment({ headline: "Firm at 20 °C." }),
        formula: trial().content,
        materials: [],
      },
      "POST /api/formulas": trial({ id: 31 }),
      "GET /api/trials/7": trial(),
      "POST /api/trials/7/fork": trial({ id: 32 }),
    },
    address,
  );

const questions = () => wire.bodies("POST /api/formulas/read") as PastedQuestion[];

describe("a pasted list", () => {
  it("asks what is not plain, shows what it makes, and starts a formula with it", async () => {
    const { user } = await open(asking);
    await user.type(screen.getByLabelText("What is it called?"), "Quay Balm");
    await user.type(screen.getByLabelText("As pasted"), "Beeswax 20 %");
    expect(await screen.findByText("Which of these is it?")).toBeDefined();
    const start = screen.getByRole("button", { name: "Start with these" });
    await user.click(start);
    expect(wire.bodies("POST /api/formulas")).toHaveLength(0);
    await user.click(screen.getByRole("button", { name: "Candelilla wax" }));
    expect(await screen.findByText("Firm at 20 °C.")).toBeDefined();
    expect(questions().at(-1)?.answers).toEqual([{ row: 2, material: wax.id }]);
    await user.click(start);
    await waitFor(() => expect(where()).toBe("/bench/31"));
    expect(wire.bodies("POST /api/formulas")[0]).toMatchObject({ name: "Quay Balm", family: "balm", from: "mix" });
    expect(localStorage.getItem("amber.paste")).toBeNull();
  });

  it("gives a row another amount or leaves it out, and asks about the whole list", async () => {
    const { user } = await open(list({ asks: ["bare", "total"], total: 104 }));
    await user.type(screen.getByLabelText("As pasted"), "x");
    await retype(user, await screen.findByLabelText("Amount of Beeswax"), "12 %");
    await user.tab();
    await waitFor(() => expect(questions().at(-1)?.answers).toEqual([{ row: 1, amount: "12 %" }]));
    await user.click(screen.getByRole("button", { name: "Parts" }));
    await waitFor(() => expect(questions().at(-1)?.bare).toBe("parts"));
    await user.click(screen.getByRole("button", { name: "Bring all to 100 alike" }));
    await waitFor(() => expect(questions().at(-1)?.scale).toBe(true));
  });

  it("keeps what was pasted and answered over a reload", async () => {
    const first = await open(asking);
    await first.user.type(screen.getByLabelText("As pasted"), "Beeswax 20 %");
    await first.user.click(await screen.findByRole("button", { name: "Candelilla wax" }));
    first.unmount();
    await open(asking);
    expect((screen.getByLabelText("As pasted") as HTMLTextAreaElement).value).toBe("Beeswax 20 %");
    expect(await screen.findByText("Firm at 20 °C.")).toBeDefined();
  });

  it("becomes the next trial of the formula it was pasted into", async () => {
    const { user } = await open(list({ content: trial().content }), "/bench/paste?into=7");
    expect(screen.queryByLabelText("What is it called?")).toBeNull();
    await user.type(screen.getByLabelText("As pasted"), "Beeswax 20 %");
    await screen.findByText("Firm at 20 °C.");
    await user.click(screen.getByRole("button", { name: "Make it the next trial" }));
    await waitFor(() => expect(where()).toBe("/bench/32"));
  });

  it("tells a refusal where it belongs and loses nothing", async () => {
    const { user } = await open(new Refusal("2.0 MB of text are more than one mix.", "text", "Paste at most 1 MB."));
    await user.type(screen.getByLabelText("As pasted"), "much");
    expect((await screen.findByRole("alert")).textContent).toContain("Paste at most 1 MB.");
    expect((screen.getByLabelText(/^As pasted/) as HTMLTextAreaElement).value).toBe("much");
  });
});
