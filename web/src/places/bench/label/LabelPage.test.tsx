import { fireEvent, screen, waitFor } from "@testing-library/react";
import { beforeEach, describe, expect, it } from "vitest";
import type { LabelList, LabelQuestion, LabelRow } from "../../../api/client";
import { assessment, inBrowser, Refusal, show, trial, where, wire } from "../../../test/workshop";
import { LabelPage } from "./LabelPage";

inBrowser();
beforeEach(() => localStorage.clear());

const wax = { id: "beeswax", name: "Beeswax", inci: "Cera Alba", colour: "#E5C26A" };
const row = (number: number, change: Partial<LabelRow> = {}): LabelRow => ({
  row: number,
  name: `Name ${number}`,
  material: { ...wax, id: `m${number}`, name: `Material ${number}` },
  candidates: [],
  from: 1,
  to: 40,
  middle: 20,
  mostInUse: 30,
  says: "",
  ...change,
});

/** A server that asks which wax is meant until it is told. */
const asking = ({ answers, onePercentAfter }: LabelQuestion): LabelList => {
  const told = answers?.some((one) => one.material === wax.id) ?? false;
  return {
    rows: [
      row(1),
      row(2, told ? {} : { material: null, candidates: [wax] }),
      row(3, { from: 0, to: 0.5, middle: 0.25 }),
      row(4, { material: null, from: null, to: null, middle: null, mostInUse: null, says: "counted with name 3" }),
    ],
    onePercentAfter: onePercentAfter ?? 2,
    shares: 3,
    says: "2 names matched, 1 asked.",
    cannotKnow: ["How it was cooled is on no list."],
    content: told ? trial().content : null,
  };
};

const open = (read: unknown = asking) =>
  show(<LabelPage />, {
    "POST /api/formulas/read-label": read,
    "POST /api/assess": {
      assessment: assessment({ headline: "Firm at 20 °C." }),
      formula: trial().content,
      materials: [],
    },
    "POST /api/formulas": trial({ id: 41 }),
  });
const questions = () => wire.bodies("POST /api/formulas/read-label") as LabelQuestion[];

describe("the list of a label", () => {
  it("asks what is not plain and starts a trial from the middle", async () => {
    const { user } = await open();
    await user.type(screen.getByLabelText("As pasted"), "Cera");
    expect(await screen.findByText("Beeswax?")).toBeDefined();
    expect(screen.getByText("How it was cooled is on no list.")).toBeDefined();
    await user.click(screen.getByRole("button", { name: "Start a trial from the middle" }));
    expect(wire.bodies("POST /api/formulas")).toHaveLength(0);
    await user.click(screen.getByRole("button", { name: "Yes" }));
    expect(await screen.findByText("Firm at 20 °C.")).toBeDefined();
    await user.type(screen.getByLabelText("What will yours be called?"), "Mine");
    await user.click(screen.getByRole("button", { name: "Start a trial from the middle" }));
    await waitFor(() => expect(where()).toBe("/bench/41"));
    expect(wire.bodies("POST /api/formulas")[0]).toMatchObject({ name: "Mine", from: "mix" });
  });

  it("moves the 1 % line by keys, never past the names that have a share", async () => {
    const { user } = await open();
    await user.type(screen.getByLabelText("As pasted"), "Cera");
    const line = await screen.findByRole("slider", { name: "1 % line" });
    expect(line.getAttribute("aria-valuetext")).toBe("after name 2, Name 2");
    fireEvent.keyDown(line, { key: "ArrowDown" });
    await waitFor(() => expect(questions().at(-1)?.onePercentAfter).toBe(3));
    await waitFor(() => expect(screen.getByRole("slider").getAttribute("aria-valuenow")).toBe("3"));
    fireEvent.keyDown(screen.getByRole("slider"), { key: "ArrowDown" });
    await waitFor(() => expect(questions().at(-1)?.onePercentAfter).toBe(3));
  });

  it("asks again with how it felt, and forgets it", async () => {
    const { user } = await open();
    await user.type(screen.getByLabelText("As pasted"), "Cera");
    await user.click(await screen.findByRole("button", { name: "It was so" }));
    await waitFor(() => expect(questions().at(-1)?.felt).toEqual({ state: "scoopable", atC: 20 }));
    await user.click(screen.getByRole("button", { name: "Forget it" }));
    await waitFor(() => expect(screen.getByRole("button", { name: "It was so" })).toBeDefined());
  });

  it("tells a refusal and keeps the text, over a reload too", async () => {
    const first = await open(new Refusal("There is no name to read yet.", "text", "Paste the list of a label."));
    await first.user.type(screen.getByLabelText("As pasted"), "1");
    expect((await screen.findByRole("alert")).textContent).toContain("There is no name to read yet.");
    first.unmount();
    await open();
    expect((screen.getByLabelText(/^As pasted/) as HTMLTextAreaElement).value).toBe("1");
  });
});
