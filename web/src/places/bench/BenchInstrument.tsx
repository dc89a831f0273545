import { memo, useState } from "react";
import type { Assessment, CurveView, Lens, LensView } from "../../api/client";
import type { PegMoved } from "../../instruments/axis/AxisInstrument";
import { LensInstrument } from "../../instruments/axis/LensInstrument";
import { type Moved, WarmthRuler } from "../../instruments/ruler/WarmthRuler";
import type { Units } from "../../words/format";
import type { Under } from "./useUnder";

type Props = {
  name: string;
  assessment: Assessment;
  lens: Lens;
  units: Units;
  ghost: CurveView | null | undefined;
  ghostReading: LensView | null;
  under: Under | null;
  moved: Moved | null;
  peg: PegMoved | null;
  late: boolean;
  foot: React.ReactNode;
  onMove: (moved: Moved) => void;
  onPeg: (moved: PegMoved) => void;
  onPutBack: () => void;
  onWhy: () => void;
  /** Opens the panel of a lens that has one. */
  onPanel: (kind: LensPanel) => void;
};

export type LensPanel = "shade" | "scent" | "levers" | "order" | "cooling";

/** What a lens offers beside its reasons. */
const panels: Partial<Record<Lens, { kind: LensPanel; label: string }>> = {
  melt: { kind: "cooling", label: "Heat" },
  feel: { kind: "levers", label: "Change the feel" },
  sponge: { kind: "order", label: "What goes in first" },
  fizz: { kind: "order", label: "Wet it, dose by dose" },
  shade: { kind: "shade", label: "Wanted shade" },
  scent: { kind: "scent", label: "Blend by drops" },
};

/** The instrument of the lens: the warmth ruler for what melts, axes of the same grammar for all else. */
export const BenchInstrument = memo(function BenchInstrument(props: Props) {
  const { name, assessment, lens, units, ghost, ghostReading, under, moved, peg, late, onPutBack } = props;
  const foot = late ? "Still working it out." : props.foot;
  const { melt } = assessment.parts;
  const view = assessment.reading;
  const [byAir, setByAir] = useState(false);
  // What is whipped has its air below the ruler; where another trial takes the height, in its place on demand.
  const beside = lens === "melt" && !under ? view : null;
  const airAlone = lens === "melt" && !!under && !!view && byAir;
  const panel = panels[lens];
  const opens = panel && { label: panel.label, onDo: () => props.onPanel(panel.kind) };
  const ruler = (asTable?: boolean) =>
    melt && (
      <WarmthRuler
        {...{ name, melt, units, ghost, moved, late, foot, onPutBack }}
        low={asTable === undefined ? null : { asTable }}
        under={under?.melt ? { name: under.name, melt: under.melt } : null}
        onMove={props.onMove}
        onWhy={props.onWhy}
        more={under && view ? { label: "Read the air", onDo: () => setByAir(true) } : opens}
      />
    );
  if (lens === "melt" && !beside && !airAlone) return ruler() || null;
  const more = airAlone ? { label: "Back to the warmth", onDo: () => setByAir(false) } : opens;
  if (!view)
    return (
      <p className="page-note lens-empty">
        There is nothing in this mix to read by it. Add a material.{" "}
        {more && (
          <button type="button" className="link" onClick={more.onDo}>
            {more.label}
          </button>
        )}
      </p>
    );
  return (
    <LensInstrument
      {...{ name, view, late, foot, onPutBack }}
      above={beside ? ruler : undefined}
      before={ghostReading}
      under={under?.reading ? { name: under.name, view: under.reading } : null}
      held={peg}
      onMove={props.onPeg}
      onWhy={props.onWhy}
      more={more}
    />
  );
});
