import { useCallback, useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { useSearchParams } from "react-router";
import type { PegMoved } from "../../instruments/axis/AxisInstrument";
import type { Moved } from "../../instruments/ruler/WarmthRuler";
import { useHouse } from "../../shell/HouseContext";
import { LiveRegion } from "../../shell/LiveRegion";
import { Plates } from "../../shell/Plates";
import { useMedia } from "../../shell/useMedia";
import { AddLine } from "./AddLine";
import { Archived } from "./Archived";
import { BenchBar, BenchTitle } from "./BenchHead";
import { BenchInstrument, type LensPanel } from "./BenchInstrument";
import { BenchPot } from "./BenchPot";
import { BenchStatus } from "./BenchStatus";
import { useBenchView } from "./benchView";
import { restingWords, whileWords } from "./benchWords";
import { IntentDialog, TwoVersions } from "./dialogs";
import { countFindings } from "./Findings";
import type { Panel } from "./panels/Frame";
import { PrintSheet } from "./PrintSheet";
import { ReadBy } from "./ReadBy";
import { RightPlate } from "./RightPlate";
import { outbox, scopeOf } from "../../shell/outbox";
import type { useBench } from "./useBench";
import { useBenchKeys } from "./useBenchKeys";
import { after, useLens } from "./useLens";
import { useLines } from "./useLines";
import { useUnder } from "./useUnder";
import { WhatIf } from "./WhatIf";
import { WhatIfPeg } from "./WhatIfPeg";
import "./bench.css";

type Ready = ReturnType<typeof useBench>;
type Props = { bench: Ready; trial: NonNullable<Ready["trial"]>; settled: NonNullable<Ready["settled"]> };

/** Layers, rows and findings of one trial, and its instrument: where each of them lies. */
export function Bench({ bench, trial, settled }: Props) {
  const { house, units, materials } = useHouse();
  const { acts, state } = bench;
  const { assessment } = settled;
  const toRescue = Number(useSearchParams()[0].get("rescue"));
  const navigate = useNavigate();
  const [panel, setPanel] = useState<Panel>(toRescue > 0 ? { kind: "rescue", batch: toRescue } : null);
  const { laid, mix, under, lay: layUnder } = useUnder(bench.lens);
  const { lenses, read } = useLens(trial.content.family);
  const lines = useLines(acts, setPanel);
  const view = useBenchView(trial, settled, state, materials);
  const rowHeight = useMedia("(pointer: coarse)") ? 52 : 36;
  const pxPerPercent = bench.lens !== "melt" ? 2.6 : under ? 2.88 : 3.52;
  const names = useMemo(
    () => new Map(trial.content.lines.map((line) => [line.id, materials.get(line.material)?.name ?? line.material])),
    [trial, materials],
  );
  const lay = useCallback(
    (other: number | null) => {
      layUnder(other);
      setPanel(null);
    },
    [layUnder],
  );
  const movePeg = useCallback(
    (to: Moved) => acts.dispatch({ kind: "wonder", wonder: { kind: "landmark", id: to.id, value: to.celsius } }),
    [acts],
  );
  const moveStem = useCallback(
    ({ stem, to }: PegMoved) =>
      stem.probe &&
      acts.dispatch({ kind: "wonder", wonder: { kind: stem.probe, id: stem.probeId || stem.id, value: to } }),
    [acts],
  );
  const make = useCallback(async () => {
    // What is on its way belongs to the trial that is made.
    acts.dispatch({ kind: "act" });
    if (outbox.waiting(scopeOf({ kind: "undo", trial: trial.id })).length > 0) await outbox.flush();
    navigate(`/make/of/${trial.id}`);
  }, [acts, navigate, trial.id]);
  const leaveIntent = useCallback(() => acts.askIntent(null), [acts]);
  const why = useCallback(() => setPanel({ kind: "why" }), []);
  const openPanel = useCallback((kind: LensPanel) => setPanel({ kind }), []);
  const hands = {
    trial,
    acts,
    under: laid,
    lay,
    closePanel: () => setPanel(null),
    balance: () => setPanel({ kind: "balance" }),
  };
  useBenchKeys(
    {
      ...hands,
      chosen: lines.chosen,
      setChosen: lines.choose,
      type: lines.type,
      way: lines.way,
      nextLens: () => read(after(lenses, bench.lens)),
    },
    house.house.preferences.singleKeys,
  );

  const open = assessment.findings.filter((finding) => !finding.rests);
  const next = Math.max(...trial.trials.map((one) => one.number)) + 1;
  const { wondered } = view;
  const title = {
    trial,
    assessment,
    underName: under?.name ?? null,
    waiting: bench.waiting,
    canGoBack: !!bench.said.back,
    acts,
    onOpen: setPanel,
  };
  const bar = { trial, under: under ? laid : null, next, acts, onPanel: setPanel, onLiftOff: lay };
  const foot = { formula: trial.content, answer: view.answer?.assessment.parts.melt, acts, onFound: layUnder };
  const instrument = {
    assessment: view.shown,
    lens: bench.lens,
    peg: view.peg,
    ghostReading: view.ghostReading,
    units,
    ghost: view.ghostCurve,
    under,
    late: bench.late,
  };
  const column = view.shown.reading?.column ?? null;
  const pot = { column, trial, assessment, state, view, names, under, lines, acts, rowHeight, pxPerPercent };
  return (
    <>
      <Plates
        name="Bench"
        page={`${trial.formulaName}, trial ${trial.number}`}
        fold={open.length === 0 ? "No findings" : countFindings(open)}
        title={<BenchTitle {...title} />}
        right={
          <>
            {/* Where mixes are looked for, the acts give way to them. */}
            {panel?.kind !== "balance" && <BenchBar {...bar} onMake={make} />}
            <div className="plate-right-scroll">
              <RightPlate {...{ trial, assessment, panel, setPanel, acts }} onUnder={lay} />
            </div>
          </>
        }
        instrument={
          <BenchInstrument
            name={`trial ${trial.number}`}
            {...instrument}
            moved={wondered?.moved ?? null}
            foot={
              wondered ? (
                <WhatIf {...foot} landmark={wondered.mark} moved={wondered.moved} onMove={movePeg} />
              ) : view.peg ? (
                <WhatIfPeg
                  peg={view.peg}
                  lines={trial.content.lines}
                  answer={view.answer}
                  acts={acts}
                  onMove={moveStem}
                />
              ) : undefined
            }
            onMove={movePeg}
            onPeg={moveStem}
            onWhy={why}
            onPanel={openPanel}
            onPutBack={acts.putBack}
          />
        }
      >
        <Archived trial={trial} />
        <div className="bench-tools">
          <ReadBy lens={bench.lens} lenses={lenses} onRead={read} />
          <AddLine trial={trial} acts={acts} way={lines.way} onAdded={lines.type} />
        </div>
        <BenchPot {...pot} />
        <BenchStatus
          trial={trial}
          words={whileWords(state, view, names, pxPerPercent)}
          rests={restingWords(trial, next)}
          said={bench.said}
          acts={acts}
        />
      </Plates>
      <PrintSheet trial={trial} assessment={assessment} />
      <LiveRegion landmarks={assessment.parts.melt?.landmarks ?? []} findings={countFindings(open)} />
      <IntentDialog
        trial={trial}
        edits={bench.asksIntent}
        content={mix ?? undefined}
        onFork={acts.fork}
        onClose={leaveIntent}
      />
      <TwoVersions conflict={bench.conflict} onKeep={(which) => void bench.resolve(which)} onFork={acts.fork} />
    </>
  );
}
