import { useMemo } from "react";
import type { Assessment, AssessAnswer, LensView, Material, Trial } from "../../api/client";
import type { PegMoved } from "../../instruments/axis/AxisInstrument";
import type { Moved } from "../../instruments/ruler/WarmthRuler";
import { trade } from "../../instruments/strata/geometry";
import { type BenchState, movesMix, type Wonder } from "./benchState";
import { toLayers } from "./layers";
import type { RowIn } from "./Rows";

export type BenchView = ReturnType<typeof useBenchView>;

/** What is drawn of a trial while the hand does something: layers, their shadow, rows old → new. */
export function useBenchView(
  trial: Trial,
  settled: AssessAnswer,
  state: BenchState,
  materials: ReadonlyMap<string, Material>,
) {
  const lines = trial.content.lines;
  const layers = useMemo(() => toLayers(lines, materials), [lines, materials]);
  const held = state.mode === "holding" ? state : null;
  const answer = state.mode === "resting" ? null : state.answer;
  const wondersOfMix = state.mode === "wondering" && movesMix.has(state.wonder.kind ?? "");
  const changes = state.mode === "holding" || state.mode === "stepping" || state.mode === "remedy" || wondersOfMix;
  const afterLines = changes ? answer?.formula.lines : undefined;
  const stepped = state.mode === "stepping" ? afterLines : undefined;
  const drawn = useMemo(
    () =>
      held
        ? trade(layers, held.held.upper, held.held.lower, held.by).lines
        : stepped
          ? toLayers(stepped, materials)
          : layers,
    [held, stepped, layers, materials],
  );
  const ghost =
    (state.mode === "remedy" || wondersOfMix) && afterLines
      ? toLayers(afterLines, materials)
      : state.mode === "holding" || state.mode === "stepping"
        ? layers
        : null;
  const shown: Assessment = state.mode !== "remedy" && answer ? answer.assessment : settled.assessment;
  const ghostCurve =
    state.mode === "remedy"
      ? answer?.assessment.parts.melt?.curve
      : changes
        ? settled.assessment.parts.melt?.curve
        : null;
  /** The reading that is drawn dashed: what a remedy would make of it, or what stands while something moves. */
  const ghostReading =
    state.mode === "remedy" ? (answer?.assessment.reading ?? null) : changes ? settled.assessment.reading : null;
  const heldShares = held ? new Map(drawn.map((layer) => [layer.id, layer.percent])) : null;
  const after = afterLines ? new Map(afterLines.map((line) => [line.id, line.percent])) : null;
  const rows: RowIn[] = lines.map((line) => ({
    line,
    material: materials.get(line.material),
    was: heldShares || after ? line.percent : null,
    now: heldShares ? (heldShares.get(line.id) ?? line.percent) : after ? (after.get(line.id) ?? 0) : line.percent,
    kept: line.kept,
  }));
  // What a shown change brings in stands where it would join.
  const had = new Set(lines.map((line) => line.id));
  afterLines?.forEach((line, i) => {
    if (heldShares || had.has(line.id)) return;
    const before = rows.findIndex((row) => row.line.id === afterLines[i - 1]?.id);
    rows.splice(before + 1, 0, {
      line,
      material: materials.get(line.material),
      was: 0,
      now: line.percent,
      kept: false,
    });
  });
  const wonder = state.mode === "wondering" ? state.wonder : null;
  // The room has a place on the ruler and a peg in the air: only one of them is moved.
  const mark =
    wonder?.kind === "landmark" &&
    settled.assessment.parts.melt?.landmarks.find((landmark) => landmark.id === wonder.id);
  const moved = useMemo<Moved | null>(
    () => (wonder && mark ? { id: wonder.id, celsius: wonder.value, from: mark.temperatureC } : null),
    [wonder, mark],
  );
  return {
    layers,
    drawn,
    ghost,
    shown,
    ghostCurve,
    ghostReading,
    /** A peg of the lens that is moved to see what would happen. */
    peg: wonder ? pegOf(settled.assessment.reading, wonder) : null,
    rows,
    answer,
    /** A landmark that is moved to see what would happen, and where it is put. */
    wondered: mark && moved ? { mark, moved } : null,
    weights: changes ? (answer?.assessment ?? null) : null,
  };
}

function pegOf(reading: LensView | null, wonder: Wonder): PegMoved | null {
  for (const instrument of reading?.instruments ?? []) {
    const stem = instrument.stems.find((one) => one.probe === wonder.kind && (one.probeId || one.id) === wonder.id);
    if (stem) return { instrument: instrument.id, stem, to: wonder.value };
  }
  return null;
}
