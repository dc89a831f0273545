import { useNavigate } from "react-router";
import type { Trial } from "../../api/client";
import { outbox } from "../../shell/outbox";
import { type Keys, useKeys } from "../../shell/useKeys";
import { type Way, wayFor } from "./benchState";
import type { BenchActs } from "./useBench";

type Hands = {
  trial: Trial | undefined;
  chosen: string | null;
  setChosen: (line: string) => void;
  /** Opens a share for typing. */
  type: (line: string) => void;
  acts: BenchActs;
  way: Way;
  /** What lies under: another trial's id, a mix that was found, or nothing. */
  under: number | "mix" | null;
  lay: (other: number | null) => void;
  closePanel: () => void;
  balance: () => void;
  nextLens: () => void;
};

const on = (event: KeyboardEvent, where: string) =>
  event.target instanceof Element && event.target.closest(where) !== null;
const focus = (what: string) => document.querySelector<HTMLElement>(what)?.focus();

/** A key pressed while a panel or a finding is read is not meant for the chosen row. */
const elsewhere = (event: KeyboardEvent) => on(event, ".plate-right, dialog");

/** The keys of the bench; everything that can be dragged can be stepped. */
export function useBenchKeys(hands: Hands, singleKeys: boolean) {
  const navigate = useNavigate();
  const { trial, chosen, acts } = hands;
  const lines = trial?.content.lines ?? [];
  const line = lines.find((one) => one.id === chosen);

  const choose = (event: KeyboardEvent, by: number) => {
    if (elsewhere(event) || on(event, "[role=slider]")) return;
    event.preventDefault();
    const at = lines.findIndex((one) => one.id === chosen);
    const next = lines[Math.max(0, Math.min(lines.length - 1, at + by))];
    if (!next) return;
    hands.setChosen(next.id);
    focus(`[data-line="${next.id}"] .share`);
  };

  const stepShare = (event: KeyboardEvent, by: number) => {
    if (!line || elsewhere(event) || on(event, "[role=slider], [role=radiogroup]")) return;
    event.preventDefault();
    const state = acts.now();
    const from = state.mode === "stepping" && state.line === line.id ? state.to : line.percent;
    acts.dispatch({
      kind: "step",
      line: line.id,
      to: Math.max(0, Math.round((from + by) * 10_000) / 10_000),
      way: hands.way,
    });
  };

  const reorder = (event: KeyboardEvent, by: number) => {
    if (!trial || !line || elsewhere(event)) return;
    event.preventDefault();
    // A move that is still on its way counts: quick keys move on from where it goes.
    const onItsWay = outbox
      .waiting(`trial ${trial.id}`)
      .flatMap((one) => (one.kind === "edit" ? one.edits : []))
      .findLast((edit) => edit.kind === "move_line" && edit.line === line.id);
    const at = onItsWay?.kind === "move_line" ? onItsWay.to : lines.indexOf(line);
    const to = Math.max(0, Math.min(lines.length - 1, at + by));
    void acts.apply([{ kind: "move_line", line: line.id, to, takesPhase: true }]);
  };

  const drop = (event: KeyboardEvent, drops: number) =>
    line && !elsewhere(event) && void acts.apply([{ kind: "add_drops", line: line.id, drops }]);

  const layPrevious = () => {
    const before =
      trial?.trials.filter((one) => one.number < trial.number).at(-1) ??
      trial?.trials.find((one) => one.id !== trial.id);
    if (before) hands.lay(before.id);
    else acts.say({ text: "There is no other trial to lay under yet. N starts one." });
  };

  const keys: Keys = {
    "Ctrl+z": (event) => {
      event.preventDefault();
      void acts.step("undo");
    },
    "Ctrl+Shift+z": (event) => {
      event.preventDefault();
      void acts.step("redo");
    },
    Escape: () => {
      if (acts.now().mode !== "resting") return acts.putBack();
      if (hands.under !== null) return hands.lay(null);
      hands.closePanel();
    },
    ArrowDown: (event) => choose(event, 1),
    ArrowUp: (event) => choose(event, -1),
    ArrowRight: (event) => stepShare(event, 0.1),
    ArrowLeft: (event) => stepShare(event, -0.1),
    "Shift+ArrowRight": (event) => stepShare(event, 1),
    "Shift+ArrowLeft": (event) => stepShare(event, -1),
    "Shift+ArrowUp": (event) => reorder(event, -1),
    "Shift+ArrowDown": (event) => reorder(event, 1),
    Enter: (event) => {
      if (!chosen || elsewhere(event) || on(event, "button, a, [role=slider], summary")) return;
      event.preventDefault();
      hands.type(chosen);
    },
    " ": (event) => {
      if (on(event, "button, a, [role=slider], summary, label")) return;
      event.preventDefault();
      focus(chosen ? `[data-boundary="${chosen}"]` : "[data-boundary]");
    },
    Delete: (event) =>
      chosen &&
      !elsewhere(event) &&
      void acts.apply([
        {
          kind: "remove_line",
          line: chosen,
          givesWay: wayFor(chosen, hands.way).way,
          from: wayFor(chosen, hands.way).from,
        },
      ]),
    k: (event) =>
      line && !elsewhere(event) && void acts.apply([{ kind: "keep_line", line: line.id, kept: !line.kept }]),
    "+": (event) => drop(event, 1),
    "-": (event) => drop(event, -1),
    u: () => (hands.under !== null ? hands.lay(null) : layPrevious()),
    x: () => typeof hands.under === "number" && trial && navigate(`/bench/${hands.under}?under=${trial.id}`),
    d: () => {
      const pegs = [...document.querySelectorAll<HTMLElement>("[data-peg]")];
      pegs[(pegs.indexOf(document.activeElement as HTMLElement) + 1) % pegs.length]?.focus();
    },
    f: () => focus(".finding [data-remedy]"),
    l: () => hands.nextLens(),
    n: () => acts.askIntent([]),
    a: (event) => {
      event.preventDefault();
      focus(".add-line input");
    },
    b: () => hands.balance(),
    p: () => window.print(),
  };
  useKeys(keys, singleKeys);
}
