import { describe, expect, it } from "vitest";
import type { AssessAnswer } from "../../api/client";
import {
  type BenchEvent,
  type BenchState,
  makeweight,
  moveBoundary,
  reduceBench,
  resting,
  setShare,
} from "./benchState";

const held = { upper: "L1", lower: "L2" };
const answer = { formula: { lines: [] } } as unknown as AssessAnswer;
const stepping: BenchState = { mode: "stepping", line: "L1", to: 12.1, way: makeweight, answer: null };
const holding: BenchState = { mode: "holding", held, by: 0.4, answer: null };
const remedy: BenchState = { mode: "remedy", by: "keys", edits: [setShare("L1", 9)], answer: null };
const wonder = { kind: "landmark", id: "van", value: 50 } as const;
const wondering: BenchState = { mode: "wondering", wonder, answer: null };

const run = (state: BenchState, ...events: BenchEvent[]) =>
  events.reduce(
    (so, event) => {
      const next = reduceBench(so.state, event);
      return { state: next.state, effects: [...so.effects, ...next.effects] };
    },
    { state, effects: [] as ReturnType<typeof reduceBench>["effects"] },
  );

describe("the bench, one event after another", () => {
  it.each<[string, BenchState, BenchEvent, string, string[]]>([
    ["a boundary is taken", resting, { kind: "hold", held }, "holding", []],
    ["a move asks", holding, { kind: "move", by: 1 }, "holding", ["ask"]],
    ["a drop keeps", holding, { kind: "drop" }, "holding", ["keep"]],
    ["a drop where it was forgets", { ...holding, by: 0 }, { kind: "drop" }, "resting", ["forget"]],
    ["Esc puts a boundary back", holding, { kind: "put-back" }, "resting", ["forget"]],
    ["a move without a hand does nothing", resting, { kind: "move", by: 1 }, "resting", []],
    ["a drop without a hand does nothing", resting, { kind: "drop" }, "resting", []],
    [
      "a first step asks and waits",
      resting,
      { kind: "step", line: "L1", to: 12.1, way: makeweight },
      "stepping",
      ["ask"],
    ],
    ["the next step goes on", stepping, { kind: "step", line: "L1", to: 12.2, way: makeweight }, "stepping", ["ask"]],
    ["a rest keeps the step", stepping, { kind: "rest" }, "resting", ["keep"]],
    ["Esc puts a step back", stepping, { kind: "put-back" }, "resting", ["forget"]],
    [
      "a step of another line keeps the first",
      stepping,
      { kind: "step", line: "L2", to: 4, way: makeweight },
      "stepping",
      ["keep", "ask"],
    ],
    ["any act keeps the step", stepping, { kind: "act" }, "resting", ["keep"]],
    ["taking a boundary keeps the step", stepping, { kind: "hold", held }, "holding", ["keep"]],
    ["showing a remedy keeps the step", stepping, { kind: "show", edits: [], by: "keys" }, "remedy", ["keep", "ask"]],
    ["wondering keeps the step", stepping, { kind: "wonder", wonder }, "wondering", ["keep", "wonder"]],
    ["a rest of nothing is nothing", resting, { kind: "rest" }, "resting", []],
    ["an act at rest is nothing", resting, { kind: "act" }, "resting", []],
    ["a shown remedy goes back", remedy, { kind: "put-back" }, "resting", ["forget"]],
    ["a moved peg goes back", wondering, { kind: "put-back" }, "resting", ["forget"]],
    ["what is kept is shown no more", remedy, { kind: "settled" }, "resting", ["forget"]],
    [
      "a dropped boundary rests when it is kept",
      { ...holding, dropped: true },
      { kind: "settled" },
      "resting",
      ["forget"],
    ],
    ["a boundary held meanwhile is asked about anew", holding, { kind: "settled" }, "holding", ["ask"]],
    ["a boundary just taken goes on", { ...holding, by: 0 }, { kind: "settled" }, "holding", []],
    ["a line stepped meanwhile is asked about anew", stepping, { kind: "settled" }, "stepping", ["ask"]],
    ["a peg moved meanwhile is asked about anew", wondering, { kind: "settled" }, "wondering", ["wonder"]],
    ["a dropped boundary moves no more", { ...holding, dropped: true }, { kind: "move", by: 2 }, "holding", []],
    ["a dropped boundary is kept once", { ...holding, dropped: true }, { kind: "drop" }, "holding", []],
    ["settling at rest is nothing", resting, { kind: "settled" }, "resting", []],
    ["an answer at rest is dropped", resting, { kind: "answer", answer }, "resting", []],
  ])("%s", (_, state, event, mode, effects) => {
    const next = reduceBench(state, event);
    expect(next.state.mode).toBe(mode);
    expect(next.effects.map((effect) => effect.kind)).toEqual(effects);
  });

  it("keeps the first share when another is stepped within the pause", () => {
    const { state, effects } = run(
      resting,
      { kind: "step", line: "L1", to: 12.1, way: makeweight },
      { kind: "step", line: "L1", to: 12.2, way: makeweight },
      { kind: "step", line: "L2", to: 7, way: makeweight },
      { kind: "act" },
    );
    expect(state).toEqual(resting);
    expect(effects.filter((effect) => effect.kind === "keep")).toEqual([
      { kind: "keep", edits: [setShare("L1", 12.2)] },
      { kind: "keep", edits: [setShare("L2", 7)] },
    ]);
  });

  it("lets the line that was named give way, but never to itself", () => {
    const way = { way: "donor" as const, from: "L3" };
    const { effects } = run(
      resting,
      { kind: "step", line: "L1", to: 12.1, way },
      { kind: "step", line: "L3", to: 7, way },
      { kind: "act" },
    );
    expect(effects.filter((effect) => effect.kind === "keep").map((effect) => effect.edits)).toEqual([
      [{ kind: "set_share", line: "L1", share: "12.1", givesWay: "donor", from: "L3" }],
      [{ kind: "set_share", line: "L3", share: "7", givesWay: "makeweight", from: null }],
    ]);
  });

  it("keeps what a boundary was moved by in all", () => {
    const { effects } = run(
      resting,
      { kind: "hold", held },
      { kind: "move", by: 0.3 },
      { kind: "move", by: 0.7 },
      { kind: "drop" },
    );
    expect(effects.at(-1)).toEqual({ kind: "keep", edits: [moveBoundary(held, 0.7)] });
  });

  it("shows an answer with what it was asked for, and keeps it while the same line is stepped on", () => {
    const first = reduceBench(stepping, { kind: "answer", answer }).state;
    expect(first).toMatchObject({ answer });
    expect(reduceBench(first, { kind: "step", line: "L1", to: 13, way: makeweight }).state).toMatchObject({ answer });
    expect(reduceBench(first, { kind: "step", line: "L2", to: 13, way: makeweight }).state).toMatchObject({
      answer: null,
    });
  });

  it("loses no step whatever comes between", () => {
    const kinds: BenchEvent[] = [
      { kind: "hold", held },
      { kind: "move", by: 1 },
      { kind: "drop" },
      { kind: "step", line: "L1", to: 5, way: makeweight },
      { kind: "step", line: "L2", to: 6, way: makeweight },
      { kind: "rest" },
      { kind: "show", edits: [], by: "keys" },
      { kind: "wonder", wonder },
      { kind: "act" },
      { kind: "answer", answer },
      { kind: "settled" },
    ];
    let seed = 11;
    const dice = () => (seed = (seed * 1103515245 + 12345) % 2147483648);
    for (let round = 0; round < 300; round++) {
      const events = Array.from({ length: 12 }, () => kinds[dice() % kinds.length] as BenchEvent);
      const { effects } = run(resting, ...events, { kind: "act" });
      // Each run of steps of one line ends in one keep of its last share.
      const runs: string[] = [];
      let open: string | null = null;
      for (const event of [...events, { kind: "act" } as BenchEvent]) {
        if (event.kind === "step") {
          if (open !== null && open !== `${event.line} ${event.to}`) runs.push(open);
          open = `${event.line} ${event.to}`;
        } else if (open !== null && !["answer", "move", "drop", "settled"].includes(event.kind)) {
          runs.push(open);
          open = null;
        }
      }
      const kept = effects.flatMap((effect) =>
        effect.kind === "keep" && effect.edits[0]?.kind === "set_share"
          ? [`${effect.edits[0].line} ${effect.edits[0].share}`]
          : [],
      );
      expect(kept).toEqual(runs);
    }
  });
});
