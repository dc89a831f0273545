import { screen, waitFor, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { describe, expect, it } from "vitest";
import { inBrowser, Refusal, retype, show, where, wire } from "../../test/workshop";
import { BookIn } from "./BookIn";
import { Pantry } from "./Pantry";

inBrowser();

const shea = {
  id: "shea butter",
  name: "Shea butter",
  inci: "Butyrospermum Parkii Butter",
  isSure: true,
  isOwn: false,
};
const questions = [
  {
    key: "melted",
    question: "Melted on the way",
    options: [
      { answer: "no", word: "no" },
      { answer: "edges", word: "edges" },
    ],
  },
];
type Asked = { check: { seen: Record<string, string>; thumb: number | null } };
const judge = ({ check }: Asked) => {
  const ran = check.seen.melted === "edges";
  return {
    questions: questions.map((one) => ({
      ...one,
      answer: check.seen[one.key] ?? null,
      meaning: ran ? "A rim has run: it passed **31 °C** somewhere." : "not looked at",
    })),
    thumbSays: check.thumb ? `Press **${check.thumb}**; its kind gives **3**.` : "not pressed",
    uses: [
      {
        use: "whip",
        name: "Whipping unmelted",
        verdict: ran ? "no" : "unknown",
        word: ran ? "no" : "not looked at",
        reason: "grain",
      },
      { use: "back", name: "Sending it back", verdict: "if_you_like", word: "if you like", reason: "ground enough" },
    ],
    letter: ran ? ["To Imaginary Oil Loft.", "Its rim had **melted**."] : [],
    lookAlikes: ["Shea butter is no shea oil."],
    supplierSays: "Imaginary Oil Loft: **2 of 5** deliveries.",
    melt: null,
  };
};
const open = (more: Record<string, unknown> = {}) =>
  show(
    <Routes>
      <Route path="/pantry/book-in" element={<BookIn />} />
      <Route path="*" element={<p>elsewhere</p>} />
    </Routes>,
    {
      "GET /api/stock": { today: "2026-06-11", rows: [], worth: 0 },
      "GET /api/materials/named": [shea],
      "GET /api/materials/find": [shea],
      "POST /api/stock/arrival": judge,
      ...more,
    },
    "/pantry/book-in?of=shea%20butter",
  );
const book = () => screen.getByRole("button", { name: /^Book in( |$)/ });

describe("booking a delivery in", () => {
  it("names each field that is missing or wrong and keeps the rest", async () => {
    const { user } = await open();
    await screen.findByText("Melted on the way");
    expect(screen.getByText(/Easily mixed up: Shea butter is no shea oil/)).toBeTruthy();
    const alert = async () => (await screen.findByRole("alert")).textContent;
    await user.click(book());
    expect(await alert()).toContain("Type the lot as it stands on the bag");
    await user.type(screen.getByLabelText(/^Lot on the bag/), "SB-0604");
    await user.click(book());
    expect(await alert()).toContain("Type a weight");
    await user.type(screen.getByLabelText(/^On the bag/), "much");
    await user.click(book());
    expect(await alert()).toContain("“much” is not a weight");
    await retype(user, screen.getByLabelText(/^On the bag/), "1500");
    await user.type(screen.getByLabelText(/^Paid/), "dear");
    await user.click(book());
    expect(await alert()).toContain("“dear” is not a number");
    await retype(user, screen.getByLabelText(/^Paid/), "13.5");
    await user.type(screen.getByLabelText(/^Best before/), "June");
    await user.click(book());
    expect(await alert()).toContain("“June” is no date");
    expect(screen.getByLabelText<HTMLInputElement>(/^Lot on the bag/).value).toBe("SB-0604");
    expect(wire.bodies("POST /api/stock/lots")).toEqual([]);
  });

  it("judges by keys, allows a use with a reason, and books in with check, verdict and words", async () => {
    const { user } = await open({
      "POST /api/stock/lots": (body: { stamp: { id: string } }) => ({ lot: { id: body.stamp.id } }),
    });
    const melted = await screen.findByRole("radiogroup", { name: "Melted on the way" });
    within(melted).getByRole("radio", { name: "no" }).focus();
    await user.keyboard("2");
    expect(await screen.findByText("31 °C")).toBeTruthy();
    await user.keyboard("{ArrowDown}4");
    expect(await screen.findByText(/its kind gives/)).toBeTruthy();
    expect(screen.getByLabelText<HTMLTextAreaElement>("Words for the supplier").value).toBe(
      "To Imaginary Oil Loft.\n\nIts rim had melted.",
    );
    expect(screen.getByText("2 of 5")).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Allow it" }));
    await user.type(await screen.findByLabelText("Why?"), "a try-out{Enter}");
    expect(await screen.findByText(/Allowed: a try-out/)).toBeTruthy();
    await user.type(screen.getByLabelText(/^Lot on the bag/), "SB-0604");
    await user.type(screen.getByLabelText(/^On the bag/), "1500{Enter}");
    await waitFor(() => expect(where()).toContain("/pantry?at=material"));
    expect(wire.bodies("POST /api/stock/lots")).toMatchObject([
      {
        kind: "material",
        of: "shea butter",
        amount: 1500,
        facts: { code: "SB-0604", receivedOn: "2026-06-11" },
        check: { thumb: 4, seen: { melted: "edges" } },
        letter: "To Imaginary Oil Loft.\n\nIts rim had melted.",
        allowed: [{ use: "whip", reason: "a try-out" }],
      },
    ]);
  });

  it("loses a sentence when its row is cleared, and keeps what was typed over until it is written anew", async () => {
    const { user } = await open();
    const edges = await screen.findByRole("radio", { name: "edges" });
    await user.click(edges);
    const words = await screen.findByLabelText<HTMLTextAreaElement>("Words for the supplier");
    await retype(user, words, "Dear Loft");
    await user.click(screen.getByRole("button", { name: "Write it anew" }));
    await waitFor(() => expect(words.value).toContain("Its rim had melted."));
    await user.click(edges);
    expect(await screen.findByText("Nothing that was looked at is worth a letter.")).toBeTruthy();
  });

  it("is said in the pantry, and taken back and done again there", async () => {
    const back = { calls: 0 };
    const { user } = await show(
      <Routes>
        <Route path="/pantry/book-in" element={<BookIn />} />
        <Route path="/pantry" element={<Pantry />} />
      </Routes>,
      {
        "GET /api/stock": { today: "2026-06-11", rows: [], worth: 0 },
        "GET /api/materials/own": [],
        "GET /api/materials/named": [shea],
        "GET /api/materials/find": [shea],
        "POST /api/stock/arrival": judge,
        "POST /api/stock/lots": () => ({ lot: { id: "lot-9" } }),
        "DELETE /api/stock/lots/lot-9": () => {
          back.calls++;
          return {};
        },
      },
      "/pantry/book-in?of=shea%20butter",
    );
    await user.type(await screen.findByLabelText(/^Lot on the bag/), "SB-0604");
    await user.type(screen.getByLabelText(/^On the bag/), "1500{Enter}");
    expect(await screen.findByText(/Booked in 1,500.g of shea butter, lot SB-0604\./)).toBeTruthy();
    await user.click(screen.getAllByRole("button", { name: "Undo" })[0] as HTMLElement);
    expect(await screen.findByText(/^Undone: Booked in/)).toBeTruthy();
    expect(back.calls).toBe(1);
    await user.click(screen.getAllByRole("button", { name: "Redo" })[0] as HTMLElement);
    await waitFor(() => expect(wire.bodies("POST /api/stock/lots")).toHaveLength(2));
  });

  it("sends the same delivery under one id, and says what the server refuses", async () => {
    const answers: unknown[] = [
      new Refusal("Lot SB-0604 is booked in already.", "facts.code", "Count that one.", 400),
      { lot: { id: "x" } },
    ];
    const { user } = await open({ "POST /api/stock/lots": () => answers.shift() });
    await user.type(await screen.findByLabelText(/^Lot on the bag/), "SB-0604");
    await user.type(screen.getByLabelText(/^On the bag/), "1500{Enter}");
    expect(await screen.findByText("Lot SB-0604 is booked in already. Count that one.")).toBeTruthy();
    // The button is its own again a moment later.
    await user.click(await waitFor(book));
    await waitFor(() => expect(where()).toContain("/pantry?at="));
    const ids = wire.bodies("POST /api/stock/lots").map((body) => (body as { stamp: { id: string } }).stamp.id);
    expect(new Set(ids).size).toBe(1);
  });
});
