import { memo, useId, useState } from "react";
import type { LensView } from "../../api/client";
import { useWidth } from "../../shell/useWidth";
import { upper } from "../../words/format";
import { StatePatterns } from "../ruler/StatePatterns";
import { AxisInstrument, type PegMoved } from "./AxisInstrument";
import { BlendColumn, blendWidth } from "./BlendColumn";
import { rowsOf } from "./geometry";
import { captionHeight, heightOf, scaleHeight, wordsHeight } from "./heights";
import { LensTable } from "./LensTable";
import { ShortAxis, shortHeight } from "./ShortAxis";
import { ViewingCard } from "./ViewingCard";
import "../ruler/ruler.css";
import "./axis.css";

type Props = {
  name: string;
  view: LensView;
  /** What stands, while something else is shown. */
  before: LensView | null;
  under: { name: string; view: LensView } | null;
  held: PegMoved | null;
  late: boolean;
  foot: React.ReactNode;
  onMove: (moved: PegMoved) => void;
  onPutBack: () => void;
  /** Left out where there is no computation to tell. */
  onWhy?: (() => void) | undefined;
  /** What stands above it and has no foot of its own. */
  above?: ((asTable: boolean) => React.ReactNode) | undefined;
  /** An act of this lens, beside the reasons. */
  more?: { label: string; onDo: () => void } | undefined;
};

const margin = 25;
const gap = 58;
/** Share of the width that an instrument takes which has a viewing card beside it. */
const besideCard = 0.72;

/** The instrument of a lens: its axes in rows, what they say, and the same as a table. */
export const LensInstrument = memo(function LensInstrument(props: Props) {
  const { name, view, before, under, held, late, foot, onMove, onPutBack, onWhy, more, above } = props;
  const id = useId();
  const [ref, width] = useWidth<SVGSVGElement>(1280);
  const [asTable, setAsTable] = useState(false);
  const rows = rowsOf(view.instruments);
  const hangs = !!under && view.instruments.some((one) => one.hill.length > 0 && one.width > 0);
  const heights = rows.map((row) =>
    row[0]?.width === 0 ? shortHeight : Math.max(...row.map((one) => heightOf(one, hangs))),
  );
  const height = heights.reduce((sum, one) => sum + one, 0);
  const find = (from: LensView | null | undefined, instrument: string) =>
    from?.instruments.find((one) => one.id === instrument);
  let top = 0;
  return (
    <div className="ruler lens">
      {above?.(asTable)}
      {asTable ? (
        <LensTable name={name} view={view} under={under} height={height} />
      ) : (
        <svg ref={ref} className="ruler-picture" height={height} role="group" aria-label={`${view.lens}. ${view.says}`}>
          <StatePatterns id={id} />
          <defs>
            <pattern
              id={`${id}-left-over`}
              width="9"
              height="9"
              patternUnits="userSpaceOnUse"
              patternTransform="rotate(45)"
            >
              <path d="M4.5 0V9" stroke="var(--ink-3)" strokeWidth="2" />
            </pattern>
          </defs>
          {rows.map((row, r) => {
            const here = top;
            top += heights[r] ?? 0;
            const column = view.layers.length > 0 ? blendWidth : 0;
            const free = width - 2 * margin - column - gap * (row.length - 1);
            const shares = row.map((one) => (one.width === 0 ? 1 / row.length : one.width));
            const all = shares.reduce((sum, one) => sum + one, 0);
            let left = margin + column;
            return row.map((instrument, i) => {
              const wide = (free * (shares[i] ?? 0)) / (row.length > 1 ? all : Math.max(all, 1));
              const at = left;
              left += wide + gap;
              const common = {
                instrument,
                under: find(under?.view, instrument.id),
                patterns: id,
                left: at,
                width: wide,
                top: here,
              };
              return instrument.width === 0 ? (
                <ShortAxis key={instrument.id} {...common} />
              ) : (
                <AxisInstrument
                  key={instrument.id}
                  {...common}
                  ghost={before ? find(before, instrument.id)?.hill : undefined}
                  height={heights[r] ?? 0}
                  held={held}
                  late={late}
                  onMove={onMove}
                  onPutBack={onPutBack}
                />
              );
            });
          })}
          {view.layers.length > 0 && (
            <BlendColumn
              layers={view.layers}
              left={margin}
              top={captionHeight + 6}
              height={height - scaleHeight - wordsHeight - captionHeight - 6}
            />
          )}
          {view.chips.length > 0 && (
            <ViewingCard
              chips={view.chips}
              left={margin + (width - 2 * margin) * besideCard + gap / 2}
              right={width - margin}
              top={10}
              height={height - 40}
            />
          )}
        </svg>
      )}
      <div className="ruler-foot">
        <div>
          {foot ?? (under ? `${upper(name)}: ${view.says} ${upper(under.name)}: ${under.view.says}` : view.says)}
        </div>
        {more && (
          <button type="button" className="link" onClick={more.onDo}>
            {more.label}
          </button>
        )}
        {onWhy && (
          <button type="button" className="link" onClick={onWhy}>
            Why?
          </button>
        )}
        <button type="button" className="link" onClick={() => setAsTable(!asTable)} aria-pressed={asTable}>
          {asTable ? "Show the picture" : "Read as a table"}
        </button>
      </div>
    </div>
  );
});
