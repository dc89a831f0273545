import { screen, waitFor } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { afterEach, describe, expect, it } from "vitest";
import type { FormulaEdit, Trial } from "../../api/client";
import { outbox } from "../../shell/outbox";
import {
  assessment,
  finding,
  inBrowser,
  materials,
  Refusal,
  retype,
  show,
  trial,
  where,
  wire,
} from "../../test/workshop";
import { BenchPage } from "./BenchPage";

inBrowser();

/** A trial on the server: takes shares, counts revisions, refuses a stale one. */
function served(change: Partial<Trial> = {}) {
  let now = structuredClone(trial(change));
  now.content.family = "fizzy";
  const told = { undo: "beeswax 14 → 15 %" };
  const fizz = {
    lens: "fizz",
    says: "Of 54 % of soda 35 % meets acid.",
    instruments: [],
    column: { title: "Soda matched", lines: [{ line: "L1", text: "35.4 %" }], sum: "36 %" },
    steps: [{ says: "of gas from a piece", value: 5, unit: "l", source: "ideal gas" }],
    chips: [],
    layers: [],
    parts: [],
    order: [],
  };
  return {
    "GET /api/families": [{ family: "fizzy", name: "fizzy", lenses: ["fizz", "air"] }],
    "GET /api/trials/7": () => structuredClone(now),
    "GET /api/trials/7/plan": [],
    "GET /api/materials/find": materials,
    "POST /api/assess": ({ formula, edits = [] }: { formula: Trial["content"]; edits?: FormulaEdit[] }) => ({
      formula: edit(formula, edits),
      assessment: assessment({ reading: fizz as never, findings: [finding("holds-shape", "fix")] }),
    }),
    "POST /api/trials/7/edits": ({ revision, edits }: { revision: number; edits: FormulaEdit[] }) => {
      if (revision !== now.revision) return new Refusal("Changed in another window.", "revision", "", 409, now);
      now = { ...now, ...told, revision: now.revision + 1, content: edit(now.content, edits) } as Trial;
      return structuredClone(now);
    },
    "PUT /api/trials/7/content": ({ revision, content }: { revision: number; content: Trial["content"] }) => {
      if (revision !== now.revision) return new Refusal("Changed in another window.", "revision", "", 409, now);
      now = { ...now, ...told, revision: now.revision + 1, content };
      return structuredClone(now);
    },
    "POST /api/trials/7/set-aside": (one: Trial["setAside"][number]) => {
      now = { ...now, setAside: [...now.setAside, one] };
      return structuredClone(now);
    },
    "DELETE /api/trials/7/set-aside/holds-shape": () => {
      now = { ...now, setAside: [] };
      return structuredClone(now);
    },
    "POST /api/trials/7/undo": ({ revision }: { revision: number }) => {
      if (revision !== now.revision) return new Refusal("Changed in another window.", "revision", "", 409, now);
      now = { ...now, revision: now.revision + 1, content: trial().content, undo: null } as unknown as Trial;
      return structuredClone(now);
    },
  };
}

const edit = (content: Trial["content"], edits: FormulaEdit[]): Trial["content"] => ({
  ...content,
  lines: content.lines.map((line) => {
    const shares = edits.flatMap((one) =>
      one.kind === "set_share" && one.line === line.id ? [Number(one.share)] : [],
    );
    return { ...line, percent: shares.at(-1) ?? line.percent };
  }),
});

const open = async (routes: Record<string, unknown> = served()) => {
  const shown = await show(
    <Routes>
      <Route path="/bench/:trial" element={<BenchPage />} />
      <Route path="*" element={<p>elsewhere</p>} />
    </Routes>,
    routes,
    "/bench/7",
  );
  await screen.findByRole("heading", { name: "Slipway Hand Balm" });
  return shown;
};
const shares = () =>
  wire
    .bodies("POST /api/trials/7/edits")
    .flatMap((body) =>
      (body as { edits: { line: string; share: string }[] }).edits.map((one) => `${one.line} ${one.share}`),
    );
const share = (line: string) => document.querySelector<HTMLElement>(`[data-line="${line}"] .share`) as HTMLElement;

describe("the bench's page", () => {
  afterEach(() => waitFor(() => expect(outbox.waiting()).toEqual([])));

  it("keeps what was stepped before it goes on to the next line", async () => {
    const { user } = await open();
    share("L1").focus();
    await user.keyboard("{ArrowRight}{ArrowRight}{ArrowDown}{ArrowRight}");
    await waitFor(() => expect(shares()).toEqual(["L1 14.2", "L2 30.1"]), { timeout: 3000 });
    await waitFor(() => expect([share("L1").textContent, share("L2").textContent].join()).toMatch(/14\.2.*30\.1/));
  });

  it("keeps what was stepped when the page is left", async () => {
    const { user, unmount } = await open();
    share("L1").focus();
    await user.keyboard("{ArrowRight}");
    unmount();
    await waitFor(() => expect(shares()).toEqual(["L1 14.1"]));
  });

  it("puts a step back on Escape and keeps nothing", async () => {
    const { user } = await open();
    share("L1").focus();
    await user.keyboard("{ArrowRight}{Escape}");
    await waitFor(() => expect(share("L1").textContent).toContain("14.0"));
    expect(shares()).toEqual([]);
  });

  it("takes back what was done, by its word and by keys", async () => {
    const { user } = await open();
    share("L1").focus();
    await user.keyboard("{ArrowRight}");
    await user.click(await screen.findByRole("button", { name: "Undo" }, { timeout: 3000 }));
    await waitFor(() => expect(wire.bodies("POST /api/trials/7/undo")).toHaveLength(1));
    await waitFor(() => expect(share("L1").textContent).toContain("14.0"));
  });

  it("leaves the chosen row alone while a panel is read", async () => {
    const { user } = await open(served());
    share("L1").focus();
    await user.keyboard("{ArrowDown}{ArrowUp}");
    const fact = document.querySelectorAll<HTMLElement>(".facts .openable")[1] as HTMLElement;
    await user.click(fact);
    await waitFor(() => expect(document.activeElement?.closest(".plate-right")).toBeTruthy());
    (document.querySelector(".plate-right h2") as HTMLElement).focus();
    await user.keyboard("{Delete}{ArrowRight}{ArrowDown}{Enter}k");
    expect(screen.queryByRole("textbox", { name: /share of/i })).toBeNull();
    await new Promise((done) => setTimeout(done, 900));
    expect(wire.bodies("POST /api/trials/7/edits")).toEqual([]);
  });

  it("shows a refused edit in words and keeps the formula as it was", async () => {
    const { user } = await open({
      ...served(),
      "POST /api/trials/7/edits": new Refusal("Beeswax at 60 % is above 40.", "edits[0].share", "Type 0 to 40."),
    });
    share("L1").focus();
    await user.keyboard("{Enter}");
    const field = await screen.findByRole<HTMLInputElement>("textbox", { name: /share of beeswax/i });
    await retype(user, field, "60");
    await user.keyboard("{Enter}");
    // Told once, at the field, with what was typed.
    expect((await screen.findAllByText(/Beeswax at 60 % is above 40\. Type 0 to 40\./)).length).toBe(1);
    expect(field.value).toBe("60");
  });

  /** Another window sets shea butter to 33 while this one shows 30. */
  const elsewhere = (routes: ReturnType<typeof served>) =>
    routes["POST /api/trials/7/edits"]({
      revision: 5,
      edits: [{ kind: "set_share", line: "L2", share: "33" } as FormulaEdit],
    });

  it("lays both lists side by side when another window was quicker, and keeps exactly the one chosen", async () => {
    const routes = served();
    const { user } = await open(routes);
    elsewhere(routes);
    share("L1").focus();
    await user.keyboard("{ArrowRight}");
    const keep = await screen.findByRole("button", { name: "Keep yours" }, { timeout: 3000 });
    const lists = [...document.querySelectorAll(".versions section")].map((one) => one.textContent);
    expect(lists[0]).toMatch(/^Yours.*yellow 14\.1 %.*Shea butter 30\.0 %/);
    expect(lists[1]).toMatch(/^The other.*yellow 14\.0 %.*Shea butter 33\.0 %/);
    await user.click(keep);
    await waitFor(() => expect(screen.queryByRole("button", { name: "Keep yours" })).toBeNull());
    const [sent] = wire.bodies("PUT /api/trials/7/content") as { revision: number; content: Trial["content"] }[];
    expect([sent?.revision, ...(sent?.content.lines.map((line) => line.percent) ?? [])]).toEqual([6, 14.1, 30, 56]);
    await waitFor(() => expect(share("L1").textContent).toContain("14.1"));
    expect(share("L2").textContent).toContain("30.0");
  });

  it("offers the same choice to an undo that comes too late", async () => {
    const routes = served({ undo: "shea butter 28 → 30 %" as never });
    const { user } = await open(routes);
    elsewhere(routes);
    await user.keyboard("{Control>}z{/Control}");
    await user.click(await screen.findByRole("button", { name: "Keep the other" }, { timeout: 3000 }));
    await waitFor(() => expect(share("L2").textContent).toContain("33.0"));
    expect(wire.bodies("PUT /api/trials/7/content")).toEqual([]);
  });

  it("starts the next trial where a batch was begun from it in another window", async () => {
    const { user } = await open();
    wire.routes["POST /api/trials/7/edits"] = new Refusal(
      "Trial 2 has been made.",
      "trial",
      "",
      409,
      undefined,
      "E_MADE",
    );
    wire.routes["GET /api/trials/7"] = served({ madeAt: "2026-06-01T08:00:00Z" as never })["GET /api/trials/7"];
    share("L1").focus();
    await user.keyboard("{ArrowRight}");
    expect(await screen.findByText(/has been made and stays as it is/, undefined, { timeout: 3000 })).toBeTruthy();
    expect(screen.getByLabelText("What is it after?")).toBeTruthy();
  });

  it("takes a finding set aside back by undo, and says why where it could not be set aside", async () => {
    const { user } = await open();
    await user.click((await screen.findAllByRole("button", { name: /^Why\?/ }))[0] as HTMLElement);
    await user.click(screen.getByRole("button", { name: "Set it aside" }));
    await user.type(screen.getByLabelText("Reason for setting it aside"), "we chill it");
    wire.gone = true;
    await user.click(screen.getByRole("button", { name: "Set aside" }));
    expect((await screen.findByRole("alert")).textContent).toContain("does not answer");
    wire.gone = false;
    await user.type(screen.getByLabelText("Reason for setting it aside"), "!");
    expect(screen.queryByRole("alert")).toBeNull();
    await user.click(screen.getByRole("button", { name: "Set aside" }));
    expect(await screen.findByText(/Set aside: we chill it!\./)).toBeTruthy();
    await user.keyboard("{Control>}z{/Control}");
    expect(await screen.findByText("Undone.")).toBeTruthy();
    expect(wire.sent.filter((one) => one.call.startsWith("DELETE"))).toHaveLength(1);
    expect(wire.bodies("POST /api/trials/7/undo")).toEqual([]);
  });

  it("says that nothing is lost while the server is away, and sends it when it is back", async () => {
    const { user } = await open();
    share("L1").focus();
    wire.gone = true;
    await user.keyboard("{ArrowRight}");
    expect(await screen.findByText("Not saved yet: 1 change", undefined, { timeout: 3000 })).toBeTruthy();
    expect(Object.keys(localStorage).filter((key) => key.startsWith("amber.outbox."))).toHaveLength(1);
    wire.gone = false;
    await outbox.flush();
    await waitFor(() => expect(shares().at(-1)).toBe("L1 14.1"));
  });

  it("starts a new trial where a made one is changed", async () => {
    const { user } = await open(served({ madeAt: "2026-06-01T08:00:00Z" as never }));
    share("L1").focus();
    await user.keyboard("{ArrowRight}");
    expect(await screen.findByText(/has been made and stays as it is/, undefined, { timeout: 3000 })).toBeTruthy();
    expect(shares()).toEqual([]);
  });

  it("opens a panel from the facts and closes it on Escape", async () => {
    const { user } = await open();
    await user.click(screen.getByRole("button", { name: "trial 2" }));
    expect(await screen.findByText("Trials of Slipway Hand Balm")).toBeTruthy();
    await user.keyboard("{Escape}");
    await waitFor(() => expect(screen.queryByText("Trials of Slipway Hand Balm")).toBeNull());
  });

  it("reads the mix by the lens of its kind, with a column of its own and the reasons behind it", async () => {
    const { user } = await open();
    expect(await screen.findByText("Of 54 % of soda 35 % meets acid.")).toBeTruthy();
    expect(screen.getByRole("columnheader", { name: "Soda matched" })).toBeTruthy();
    expect(document.querySelector('[data-line="L1"]')?.textContent).toContain("35.4 %");
    await user.click(screen.getByRole("button", { name: "Why?" }));
    expect(await screen.findByText("of gas from a piece", { exact: false })).toBeTruthy();
  });

  it("forgets a trial that is not there any more", async () => {
    localStorage.setItem("amber.bench.last", "7");
    await show(
      <Routes>
        <Route path="/bench/:trial" element={<BenchPage />} />
      </Routes>,
      { "GET /api/trials/7": new Refusal("There is no such trial.", "", "Choose another.", 404) },
      "/bench/7",
    );
    expect(await screen.findByText("There is no such trial. Choose another.")).toBeTruthy();
    expect(where()).toBe("/bench/7");
  });
});
