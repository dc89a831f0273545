import type { AssessAnswer, FormulaEdit, GivesWay, Probe } from "../../api/client";
import type { Held } from "../../instruments/strata/Strata";

/** A thing moved to see what would happen: a landmark, or a peg of an instrument. */
export type Wonder = { kind: Probe["kind"]; id: string; value: number };

/** Who gives way to a share that is typed or stepped, and the line that is named for it. */
export type Way = { way: GivesWay; from: string | null };

export const makeweight: Way = { way: "makeweight", from: null };

/** A line cannot give way to itself: then the makeweight does. */
export const wayFor = (line: string, way: Way): Way => (way.from === line ? makeweight : way);

/** What the hand is doing on the bench. Everything but resting shows something that is not done. */
export type BenchState =
  | { mode: "resting" }
  | { mode: "holding"; held: Held; by: number; answer: AssessAnswer | null; dropped?: true }
  | { mode: "stepping"; line: string; to: number; way: Way; answer: AssessAnswer | null }
  | { mode: "remedy"; edits: FormulaEdit[]; by: "keys" | "pointer"; answer: AssessAnswer | null }
  | { mode: "wondering"; wonder: Wonder; answer: AssessAnswer | null };

export type BenchEvent =
  /** A boundary is taken. */
  | { kind: "hold"; held: Held }
  /** It has been moved by so much in all. */
  | { kind: "move"; by: number }
  | { kind: "drop" }
  /** A share stepped by a key to a new value. */
  | { kind: "step"; line: string; to: number; way: Way }
  /** The hand has rested on the keys long enough. */
  | { kind: "rest" }
  | { kind: "show"; edits: FormulaEdit[]; by: "keys" | "pointer" }
  | { kind: "wonder"; wonder: Wonder }
  /** Esc: what is shown goes back. */
  | { kind: "put-back" }
  /** Any other act, a change of place, or the page going away. */
  | { kind: "act" }
  | { kind: "answer"; answer: AssessAnswer }
  /** What was kept has been judged. */
  | { kind: "settled" };

/** What has to happen beside the change of state. */
export type BenchEffect =
  | { kind: "ask"; edits: FormulaEdit[] }
  | { kind: "wonder"; wonder: Wonder }
  | { kind: "keep"; edits: FormulaEdit[] }
  | { kind: "forget" };

export type BenchStep = { state: BenchState; effects: BenchEffect[] };

export const resting: BenchState = { mode: "resting" };

/** Pegs that change the mix itself, not only where it is read. */
export const movesMix: ReadonlySet<string> = new Set(["share", "room", "acid", "scent"]);

export const setShare = (line: string, to: number | string, way: Way = makeweight): FormulaEdit => ({
  kind: "set_share",
  line,
  share: String(to),
  givesWay: wayFor(line, way).way,
  from: wayFor(line, way).from,
});

export const moveBoundary = (held: Held, by: number): FormulaEdit => ({
  kind: "move_boundary",
  above: held.upper,
  below: held.lower,
  byPercent: by,
});

/** Pure: the same state and event always lead to the same place. What was being stepped is kept before anything else. */
export function reduceBench(state: BenchState, event: BenchEvent): BenchStep {
  if (state.mode === "stepping" && endsStepping(state, event)) {
    const after = reduceBench(resting, event);
    return {
      state: after.state,
      effects: [{ kind: "keep", edits: [setShare(state.line, state.to, state.way)] }, ...after.effects],
    };
  }
  switch (event.kind) {
    case "hold":
      return { state: { mode: "holding", held: event.held, by: 0, answer: null }, effects: [] };
    case "move":
      return state.mode === "holding" && !state.dropped
        ? { state: { ...state, by: event.by }, effects: [{ kind: "ask", edits: [moveBoundary(state.held, event.by)] }] }
        : stay(state);
    case "drop":
      if (state.mode !== "holding" || state.dropped) return stay(state);
      return state.by === 0
        ? { state: resting, effects: [{ kind: "forget" }] }
        : {
            state: { ...state, dropped: true },
            effects: [{ kind: "keep", edits: [moveBoundary(state.held, state.by)] }],
          };
    case "step": {
      const answer = state.mode === "stepping" && state.line === event.line ? state.answer : null;
      return {
        state: { mode: "stepping", line: event.line, to: event.to, way: event.way, answer },
        effects: [{ kind: "ask", edits: [setShare(event.line, event.to, event.way)] }],
      };
    }
    case "rest":
      return stay(state);
    case "show":
      return {
        state: { mode: "remedy", edits: event.edits, by: event.by, answer: null },
        effects: [{ kind: "ask", edits: event.edits }],
      };
    case "wonder":
      return {
        state: { mode: "wondering", wonder: event.wonder, answer: state.mode === "wondering" ? state.answer : null },
        effects: [{ kind: "wonder", wonder: event.wonder }],
      };
    case "put-back":
      return state.mode === "resting" ? stay(state) : { state: resting, effects: [{ kind: "forget" }] };
    case "act":
      return stay(state);
    case "answer":
      return state.mode === "resting" ? stay(state) : { state: { ...state, answer: event.answer }, effects: [] };
    case "settled":
      return settled(state);
  }
}

/** An earlier act has been kept: what the hand has begun since goes on, asked about anew on what stands now. */
function settled(state: BenchState): BenchStep {
  switch (state.mode) {
    case "stepping":
      return { state, effects: [{ kind: "ask", edits: [setShare(state.line, state.to, state.way)] }] };
    case "wondering":
      return { state, effects: [{ kind: "wonder", wonder: state.wonder }] };
    case "holding":
      if (!state.dropped)
        return { state, effects: state.by === 0 ? [] : [{ kind: "ask", edits: [moveBoundary(state.held, state.by)] }] };
  }
  return state.mode === "resting" ? stay(state) : { state: resting, effects: [{ kind: "forget" }] };
}

/** What ends stepping by keeping it: all but another step of the same line, an answer, and Esc. */
function endsStepping(state: BenchState & { mode: "stepping" }, event: BenchEvent): boolean {
  if (event.kind === "step") return event.line !== state.line;
  return !["answer", "put-back", "settled", "move", "drop"].includes(event.kind);
}

const stay = (state: BenchState): BenchStep => ({ state, effects: [] });
