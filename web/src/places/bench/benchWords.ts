import type { MeltPart, Trial } from "../../api/client";
import type { Held } from "../../instruments/strata/Strata";
import { type LayerIn, neighbours, stack } from "../../instruments/strata/geometry";
import { brief, narrow, percent, upper } from "../../words/format";
import type { BenchState } from "./benchState";
import type { BenchView } from "./benchView";

/** What the status line says while something is in hand; null when nothing is. */
export function whileWords(
  state: BenchState,
  view: Pick<BenchView, "layers" | "rows">,
  names: Map<string, string>,
  px: number,
): string | null {
  if (state.mode === "holding") return heldWords(state.held, view.layers, names, px);
  return state.mode === "remedy" && state.answer ? shownWords(view.rows, names, state.by) : null;
}

/** What the status line says while a boundary is held. */
export function heldWords(held: Held, layers: LayerIn[], names: Map<string, string>, px: number): string {
  const short = (id: string) => brief(names.get(id) ?? id);
  const column = stack(layers, px).layers.filter((layer) => !layer.inTray);
  const passed = neighbours(column, held.upper)?.passed ?? [];
  const over = passed.length
    ? ` ${names.get(passed[0]?.id ?? "")?.split(",")[0]} is kept, so the bar passes over it.`
    : "";
  return `Held: ${short(held.upper)} against ${short(held.lower)}.${over} Esc puts it back.`;
}

/** Changes told by name; the rows show them all. */
const mostTold = 3;

/** What a remedy that is only shown would change, the largest first. */
export function shownWords(
  rows: { line: { id: string }; material?: { name: string } | undefined; was: number | null; now: number }[],
  names: Map<string, string>,
  by: "keys" | "pointer",
): string {
  const moved = (row: { was: number | null; now: number }) => Math.abs(row.now - (row.was ?? row.now));
  const changed = rows.filter((row) => row.was !== null && row.was !== row.now);
  const told =
    changed.length <= mostTold ? changed : [...changed].sort((a, b) => moved(b) - moved(a)).slice(0, mostTold);
  const changes = told.map(
    (row) =>
      `${brief(names.get(row.line.id) ?? row.material?.name ?? row.line.id)} ${percent(row.was ?? 0)} → ${percent(row.now)}${narrow}%`,
  );
  if (changed.length > told.length) changes.push(`${changed.length - told.length} more`);
  return `Shown, not done${changes.length ? `: ${changes.join(", ")}` : ""}. ${by === "keys" ? "Enter" : "A click"} applies.`;
}

/** What the product does at a landmark. */
export function whatHappens(melt: MeltPart | null | undefined, landmark: string): string {
  const says = melt?.landmarks.find((one) => one.id === landmark)?.says;
  return says ? `${upper(says)}.` : "";
}

/** What the trial is after, or that it has been made. */
export const restingWords = (trial: Trial, next: number): string =>
  trial.madeAt ? `Made on the record: a change starts trial ${next}.` : trial.intent;
