import { screen, waitFor } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { inBrowser, Refusal, show, trial, where, wire } from "../../test/workshop";
import { StartBatch } from "./StartBatch";
import type { BenchActs } from "./useBench";

inBrowser();

const stops = [
  { id: "alkali", sentence: "Washing soda at **9 %** burns.", advice: "Wear gloves." },
  { id: "uv", sentence: "It is a regulated product.", advice: "" },
];

async function open(routes: Record<string, unknown>) {
  const acts = { say: vi.fn(), dispatch: vi.fn() };
  const onClose = vi.fn();
  const shown = await show(
    <StartBatch trial={trial()} acts={acts as unknown as BenchActs} onClose={onClose} />,
    routes,
    "/bench/7",
  );
  return { ...shown, acts, onClose };
}

const asks = { "GET /api/batches/start/7": { revision: "r1", stops }, "POST /api/batches": { id: 31 } };
const nothing = { ...asks, "GET /api/batches/start/7": { revision: "r1", stops: [] } };

describe("the start of a batch", () => {
  it("begins at once where no rule says stop, and goes to its first step", async () => {
    const { acts } = await open(nothing);
    await waitFor(() => expect(where()).toBe("/make/31"));
    expect(acts.dispatch).toHaveBeenCalledWith({ kind: "act" });
    expect(wire.bodies("POST /api/batches")).toMatchObject([{ trial: 7, signature: null }]);
    expect(screen.queryByText("Read before you begin")).toBeNull();
  });

  it("asks for each stop to be read and for a name, in words, before it begins", async () => {
    const { user } = await open(asks);
    expect(await screen.findByText(/2 findings say stop/)).toBeTruthy();
    const sign = screen.getByRole("button", { name: "Signed: begin the batch" });
    await user.click(sign);
    expect(screen.getByRole("alert").textContent).toBe("Tick each stop once you have read it.");
    const boxes = screen.getAllByRole("checkbox");
    await user.click(boxes[0] as HTMLElement);
    await user.click(sign);
    expect(screen.getByRole("alert").textContent).toBe("Tick each stop once you have read it.");
    await user.click(boxes[1] as HTMLElement);
    await user.click(sign);
    expect(screen.getByRole("alert").textContent).toBe("Type your name: it stands in the record.");
    expect(wire.bodies("POST /api/batches")).toEqual([]);
    await user.type(screen.getByLabelText("Your name"), "Marlo");
    await user.click(sign);
    await waitFor(() => expect(where()).toBe("/make/31"));
    expect(wire.bodies("POST /api/batches")).toMatchObject([
      { trial: 7, signature: { by: "Marlo", revision: "r1", stops: ["alkali", "uv"] } },
    ]);
  });

  it("remembers the name for the next batch, and unticks a stop again", async () => {
    localStorage.setItem("amber.make.signer", "Marlo");
    const { user } = await open(asks);
    expect((await screen.findByLabelText<HTMLInputElement>("Your name")).value).toBe("Marlo");
    const [first] = screen.getAllByRole("checkbox");
    await user.click(first as HTMLElement);
    await user.click(first as HTMLElement);
    await user.click(screen.getByRole("button", { name: "Signed: begin the batch" }));
    expect(screen.getByRole("alert").textContent).toContain("Tick each stop");
  });

  it("keeps the ticks and the name where the server refuses, and sends the same id again", async () => {
    let refuse = true;
    const { user } = await open({
      ...asks,
      "POST /api/batches": () =>
        refuse ? new Refusal("The trial has changed.", "signature", "Read it again.", 409) : { id: 31 },
    });
    for (const box of await screen.findAllByRole("checkbox")) await user.click(box);
    await user.type(screen.getByLabelText("Your name"), "Marlo");
    await user.click(screen.getByRole("button", { name: "Signed: begin the batch" }));
    expect((await screen.findByRole("alert")).textContent).toBe("The trial has changed. Read it again.");
    refuse = false;
    await user.click(screen.getByRole("button", { name: "Signed: begin the batch" }));
    await waitFor(() => expect(where()).toBe("/make/31"));
    const ids = wire.bodies("POST /api/batches").map((body) => (body as { stamp: { id: string } }).stamp.id);
    expect(ids).toHaveLength(2);
    expect(ids[0]).toBe(ids[1]);
  });

  it("goes back to the bench with a word when the trial cannot be made", async () => {
    const { acts, onClose } = await open({
      "GET /api/batches/start/7": new Refusal("The shares miss 100.", "lines", "Mend them."),
    });
    await waitFor(() => expect(onClose).toHaveBeenCalledOnce());
    expect(acts.say).toHaveBeenCalledWith({ text: "The shares miss 100. Mend them.", stop: true });
    expect(where()).toBe("/bench/7");
  });

  it("can be left", async () => {
    const { user, onClose } = await open(asks);
    await user.click(await screen.findByRole("button", { name: "Back to the bench" }));
    expect(onClose).toHaveBeenCalledOnce();
    expect(wire.bodies("POST /api/batches")).toEqual([]);
  });
});
