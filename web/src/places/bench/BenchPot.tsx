import { useMemo, useState } from "react";
import type { Assessment, LensColumn, Trial } from "../../api/client";
import { Strata } from "../../instruments/strata/Strata";
import { useHouse } from "../../shell/HouseContext";
import type { BenchState } from "./benchState";
import type { BenchView } from "./benchView";
import { toLayers, underShares } from "./layers";
import { Rows } from "./Rows";
import type { BenchActs } from "./useBench";
import { useBenchHand } from "./useBenchHand";
import type { useLines } from "./useLines";
import type { Under } from "./useUnder";

type Props = {
  trial: Trial;
  assessment: Assessment;
  /** What the lens tells of each line; null for the one that tells the rounding. */
  column: LensColumn | null;
  state: BenchState;
  view: BenchView;
  names: Map<string, string>;
  under: Under | null;
  lines: ReturnType<typeof useLines>;
  acts: BenchActs;
  rowHeight: number;
  pxPerPercent: number;
};

/** What is in the pot: the layers, and a row for each beside them. */
export function BenchPot({
  trial,
  assessment,
  column,
  state,
  view,
  names,
  under,
  lines,
  acts,
  rowHeight,
  pxPerPercent,
}: Props) {
  const { units, materials } = useHouse();
  const [seen, setSeen] = useState({ top: 0, height: 400 });
  const hand = useBenchHand(view.layers, acts);
  const content = trial.content.lines;
  const underLayers = useMemo(
    () => (under ? { name: under.short, lines: toLayers(under.formula.lines, materials, content) } : null),
    [under, content, materials],
  );
  const donors = useMemo(
    () => content.filter((line) => !line.kept).map(({ id, material }) => ({ id, name: names.get(id) ?? material })),
    [content, names],
  );
  if (content.length === 0)
    return (
      <p className="page-note">
        The pot is blank. Add a first material: it starts at 100 %, and everything after takes its share from the
        makeweight.
      </p>
    );
  return (
    <div className="bench-body" style={{ ["--row" as string]: `${rowHeight}px` }}>
      <div className="strata-place">
        <Strata
          lines={view.drawn}
          names={names}
          ghost={view.ghost}
          under={underLayers}
          name={`T${trial.number}`}
          pxPerPercent={pxPerPercent}
          rowHeight={rowHeight}
          rowsTop={28}
          scrollTop={seen.top}
          rowsHeight={seen.height}
          held={state.mode === "holding" ? state.held : null}
          hand={hand}
        />
      </div>
      <Rows
        rows={view.rows}
        donors={donors}
        assessment={assessment}
        shown={view.weights}
        column={column}
        units={units}
        chosen={lines.chosen}
        typing={lines.typing}
        takeKeys={lines.takeKeys}
        under={under ? underShares(under.formula.lines) : null}
        frozen={!!trial.madeAt}
        rowHeight={rowHeight}
        acts={lines.rowActs}
        way={lines.way}
        onWay={lines.setWay}
        onView={setSeen}
      />
    </div>
  );
}
