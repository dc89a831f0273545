import { describe, expect, it } from "vitest";
import { type FormulaEdit, NoConnection, Refused } from "../api/client";
import { type Answer, Outbox, type Waiting } from "./outbox";

const edit: FormulaEdit[] = [];
const notes = { kind: "write_notes", notes: "poured well" } as never;

/** An outbox over a store in memory and a server that does what it is told. */
function stand(texts: string[] = []) {
  const stand = {
    kept: new Map(texts.map((text, at) => [String(at), text])),
    sent: [] as { errand: Waiting; revision: number }[],
    reply: (() => Promise.resolve({ revision: 1 } as Answer)) as (errand: Waiting) => Promise<Answer>,
    box: null as unknown as Outbox,
    made: 0,
    open: () => {
      stand.box = new Outbox(
        {
          all: () => [...stand.kept.values()].reverse(),
          put: (id, text) => stand.kept.set(id, text),
          drop: (id) => stand.kept.delete(id),
        },
        (errand, revision) => {
          stand.sent.push({ errand, revision });
          return stand.reply(errand);
        },
        () => new Date("2026-06-11T09:00:00Z"),
        () => `c${++stand.made}`,
      );
      return stand.box;
    },
  };
  stand.open();
  return stand;
}

const silent = () => Promise.reject(new NoConnection("no answer"));
const refused = (status: number) => Promise.reject(new Refused(status, "E_RANGE", "Too much.", "Type less.", "share"));

describe("the outbox", () => {
  it("keeps an errand before it is sent and lets it go when it is answered", async () => {
    const one = stand();
    let kept: string[] = [];
    one.reply = () => {
      kept = [...one.kept.keys()];
      return Promise.resolve({ revision: 3 } as Answer);
    };
    await one.box.put({ kind: "edit", trial: 7, edits: edit }, 2);
    expect(kept).toEqual(["c1"]);
    expect([...one.kept]).toEqual([]);
    expect(one.sent[0]?.revision).toBe(2);
  });

  it("sends what one trial waits for in order, each from the answer before", async () => {
    const one = stand();
    let revision = 2;
    one.reply = () => Promise.resolve({ revision: ++revision } as Answer);
    await Promise.all([
      one.box.put({ kind: "edit", trial: 7, edits: edit }, 2),
      one.box.put({ kind: "undo", trial: 7 }, 2),
      one.box.put({ kind: "redo", trial: 7 }, 2),
    ]);
    expect(one.sent.map((each) => [each.errand.kind, each.revision])).toEqual([
      ["edit", 2],
      ["undo", 3],
      ["redo", 4],
    ]);
  });

  it("holds on to everything while nobody answers, in a new tab too, under the same names", async () => {
    const one = stand();
    one.reply = silent;
    void one.box.put({ kind: "act", batch: 3, command: notes });
    void one.box.put({ kind: "act", batch: 3, command: notes });
    await one.box.flush();
    expect(one.box.waiting("batch 3").map((each) => each.id)).toEqual(["c1", "c2"]);

    const heard: string[] = [];
    const later = one.open();
    one.reply = () => Promise.resolve({ id: 3 } as Answer);
    one.sent = [];
    later.onAnswer((_, errand) => heard.push(errand.id));
    await later.flush();
    expect(one.sent.map((each) => each.errand.id)).toEqual(["c1", "c2"]);
    expect(heard).toEqual(["c1", "c2"]);
    expect(later.waiting()).toEqual([]);
  });

  it("takes a fault of the server for no answer", async () => {
    const one = stand();
    one.reply = () => refused(500);
    void one.box.put({ kind: "undo", trial: 7 }, 1);
    await one.box.flush();
    expect(one.box.waiting("trial 7")).toHaveLength(1);
  });

  it("drops what is refused, tells why, and goes on with the next", async () => {
    const one = stand();
    one.reply = (errand) => (errand.id === "c1" ? refused(400) : Promise.resolve({ revision: 5 } as Answer));
    const first = one.box.put({ kind: "edit", trial: 7, edits: edit }, 1);
    const second = one.box.put({ kind: "undo", trial: 7 }, 1);
    await expect(first).rejects.toBeInstanceOf(Refused);
    expect(await second).toEqual({ revision: 5 });
    expect(one.box.waiting()).toEqual([]);
  });

  it("lets one batch wait without holding up a trial", async () => {
    const one = stand();
    one.reply = (errand) => ("batch" in errand ? silent() : Promise.resolve({ revision: 2 } as Answer));
    void one.box.put({ kind: "act", batch: 3, command: notes });
    await one.box.put({ kind: "undo", trial: 7 }, 1);
    expect(one.box.waiting().map((each) => each.kind)).toEqual(["act"]);
  });

  it("starts empty over a store that somebody has scribbled in", () => {
    expect(stand(["not an errand", "null", '{"id":4}']).box.waiting()).toEqual([]);
    expect(stand(['{"id":"c1","batch":3,"kind":"act"}', "[]"]).box.waiting()).toHaveLength(1);
  });

  it("leaves alone what another tab has put down", async () => {
    const one = stand();
    one.reply = silent;
    const first = one.box;
    const second = one.open();
    void first.put({ kind: "act", batch: 3, command: notes });
    one.kept.set(
      "theirs",
      JSON.stringify({ id: "theirs", at: "2026-06-11T09:00:01Z", after: 0, batch: 4, kind: "act" }),
    );
    void second.put({ kind: "undo", trial: 7 }, 1);
    await Promise.all([first.flush(), second.flush()]);
    expect([...one.kept.keys()]).toEqual(["c1", "theirs", "c2"]);
  });

  it("tells a refusal to the page that stands when the one that put it down is gone", async () => {
    const one = stand();
    one.reply = silent;
    void one.box.put({ kind: "edit", trial: 7, edits: edit }, 2);
    await one.box.flush();
    const later = one.open();
    const told: string[] = [];
    const stop = later.onLateRefusal((error, errand) => told.push(`${errand.kind}: ${error.message}`));
    one.reply = () => refused(409);
    await later.flush();
    expect(told).toEqual(["edit: Too much."]);
    expect(later.waiting()).toEqual([]);
    stop();
    await later.put({ kind: "edit", trial: 7, edits: edit }, 2).catch(() => undefined);
    expect(told).toHaveLength(1);
  });

  it("tells a refusal once, to whoever waits for it", async () => {
    const one = stand();
    let late = 0;
    one.box.onLateRefusal(() => late++);
    one.reply = () => refused(400);
    await expect(one.box.put({ kind: "edit", trial: 7, edits: edit }, 2)).rejects.toThrow("Too much.");
    expect(late).toBe(0);
  });
});
