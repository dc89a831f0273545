import { useCallback, useEffect, useMemo, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { inWords, type Part, Refused, type Trial } from "../../api/client";
import { Strata } from "../../instruments/strata/Strata";
import type { Moved } from "../../instruments/ruler/WarmthRuler";
import { useHouse } from "../../shell/HouseContext";
import { LiveRegion } from "../../shell/LiveRegion";
import { Plates } from "../../shell/Plates";
import { remembered } from "../../shell/remembered";
import { useMedia } from "../../shell/useMedia";
import { AddLine, type TakeKeys } from "./AddLine";
import { lastTrial } from "./BenchDoor";
import { BenchBar, BenchTitle } from "./BenchHead";
import { BenchInstrument } from "./BenchInstrument";
import { BenchStatus } from "./BenchStatus";
import { useBenchView } from "./benchView";
import { heldWords, shownWords } from "./benchWords";
import { IntentDialog, TwoVersions } from "./dialogs";
import { countFindings } from "./Findings";
import { toLayers, underShares } from "./layers";
import type { Panel } from "./panels/Frame";
import { PrintSheet } from "./PrintSheet";
import { RightPlate } from "./RightPlate";
import { type RowActs, Rows } from "./Rows";
import { StartBatch } from "./StartBatch";
import { useBench } from "./useBench";
import { useBenchHand } from "./useBenchHand";
import { useBenchKeys } from "./useBenchKeys";
import { useUnder } from "./useUnder";
import { WhatIf } from "./WhatIf";
import "./bench.css";

export function BenchPage() {
  const id = Number(useParams().trial);
  return <Loaded key={id} id={id} />;
}

/** Waits for the trial and its judgement, then lays the bench. */
function Loaded({ id }: { id: number }) {
  const navigate = useNavigate();
  const { families } = useHouse();
  const partsOf = useCallback(
    (trial: Trial): Part[] => {
      const fit = families.get(trial.content.family)?.instruments ?? [];
      return fit[0] === "melt" ? ["melt"] : [...fit];
    },
    [families],
  );
  const bench = useBench(
    id,
    partsOf,
    useCallback((to: number) => navigate(`/bench/${to}`), [navigate]),
  );
  const { trial, settled, failure } = bench;
  useEffect(() => {
    if (trial) remembered.set(lastTrial, String(trial.id));
    if (failure instanceof Refused && failure.status === 404) remembered.set(lastTrial, null);
  }, [trial, failure]);
  if (trial && settled) return <Bench bench={bench} trial={trial} settled={settled} />;
  return (
    <Plates name="Bench" title={<h1 className="title">Bench</h1>}>
      {failure ? <p className="page-note">{inWords(failure)}</p> : null}
    </Plates>
  );
}

type Ready = ReturnType<typeof useBench>;
type Props = { bench: Ready; trial: NonNullable<Ready["trial"]>; settled: NonNullable<Ready["settled"]> };

/** Layers, rows and findings of one trial, and its instrument. */
function Bench({ bench, trial, settled }: Props) {
  const { house, units, materials } = useHouse();
  const { acts, state } = bench;
  const [panel, setPanel] = useState<Panel>(null);
  const [chosen, setChosen] = useState<string | null>(null);
  const [typing, setTyping] = useState<string | null>(null);
  const [takeKeys, setTakeKeys] = useState<TakeKeys | null>(null);
  const [starting, setStarting] = useState(false);
  const [rowsView, setRowsView] = useState({ top: 0, height: 400 });
  const { id: underId, mix, under, lay: layUnder } = useUnder();
  const view = useBenchView(trial, settled, state, materials);
  const hand = useBenchHand(view.layers, acts);
  const rowHeight = useMedia("(pointer: coarse)") ? 52 : 36;
  const pxPerPercent = under ? 2.88 : 3.52;

  const lay = useCallback(
    (other: number | null) => {
      layUnder(other);
      setPanel(null);
    },
    [layUnder],
  );
  const type = useCallback((line: string | null, take: TakeKeys | null = null) => {
    setTyping(line);
    setTakeKeys(() => take);
    if (line) setChosen(line);
  }, []);
  const rowActs = useMemo<RowActs>(
    () => ({
      choose: setChosen,
      open: (line) => setPanel({ kind: "material", line }),
      type: (line) => {
        const left = chosen;
        type(line);
        // The field that had the focus is gone; a hand that has moved on is left alone.
        if (!line)
          requestAnimationFrame(() => {
            if (document.activeElement === document.body)
              document.querySelector<HTMLElement>(`[data-line="${left}"] .share`)?.focus();
          });
      },
      share: (line, share) => acts.apply([{ kind: "set_share", line, share, givesWay: "makeweight" }]),
      keep: (line, kept) => void acts.apply([{ kind: "keep_line", line, kept }]),
      reorder: (line, to) => void acts.apply([{ kind: "move_line", line, to }]),
    }),
    [acts, chosen, type],
  );
  const movePeg = useCallback(
    (to: Moved) => acts.dispatch({ kind: "wonder", wonder: { kind: "landmark", id: to.id, value: to.celsius } }),
    [acts],
  );
  useBenchKeys(
    {
      trial,
      chosen,
      setChosen,
      type,
      acts,
      under: mix ? "mix" : underId,
      lay,
      closePanel: () => setPanel(null),
    },
    house.house.preferences.singleKeys,
  );

  const names = useMemo(
    () => new Map(trial.content.lines.map((line) => [line.id, materials.get(line.material)?.name ?? line.material])),
    [trial, materials],
  );
  const underLayers = useMemo(
    () => (under ? { name: under.short, lines: toLayers(under.formula.lines, materials, trial.content.lines) } : null),
    [under, trial, materials],
  );
  const open = settled.assessment.findings.filter((finding) => !finding.rests);
  const next = Math.max(...trial.trials.map((one) => one.number)) + 1;
  const wonder = state.mode === "wondering" ? state.wonder : null;
  const mark = wonder && settled.assessment.parts.melt?.landmarks.find((landmark) => landmark.id === wonder.id);
  const moved = useMemo<Moved | null>(
    () => (wonder && mark ? { id: wonder.id, celsius: wonder.value, from: mark.temperatureC } : null),
    [wonder, mark],
  );
  const held = state.mode === "holding" ? state.held : null;
  const words = held
    ? heldWords(held, view.layers, names, pxPerPercent)
    : state.mode === "remedy" && state.answer
      ? shownWords(view.rows, names)
      : null;
  return (
    <>
      <Plates
        name="Bench"
        fold={open.length === 0 ? "No findings" : countFindings(open)}
        title={
          <BenchTitle
            trial={trial}
            assessment={settled.assessment}
            underName={under?.name ?? null}
            waiting={bench.waiting}
            onOpen={setPanel}
          />
        }
        right={
          <>
            <BenchBar
              trial={trial}
              under={!under ? null : mix ? "mix" : underId}
              next={next}
              acts={acts}
              onPanel={setPanel}
              onLiftOff={lay}
              onMake={() => setStarting(true)}
            />
            <div className="plate-right-scroll">
              <RightPlate
                trial={trial}
                assessment={settled.assessment}
                panel={panel}
                setPanel={setPanel}
                acts={acts}
                onUnder={lay}
              />
            </div>
          </>
        }
        instrument={
          <BenchInstrument
            name={`trial ${trial.number}`}
            assessment={view.shown}
            parts={bench.parts}
            units={units}
            ghost={view.ghostCurve}
            under={under}
            moved={moved}
            late={bench.late}
            foot={
              moved && mark ? (
                <WhatIf
                  formula={trial.content}
                  landmark={mark}
                  moved={moved}
                  answer={view.answer?.assessment.parts.melt}
                  acts={acts}
                  onFound={layUnder}
                />
              ) : undefined
            }
            onMove={movePeg}
            onPutBack={acts.putBack}
          />
        }
      >
        <AddLine trial={trial} next={next} acts={acts} onAdded={type} />
        {trial.content.lines.length === 0 ? (
          <p className="page-note">
            The pot is blank. Add a first material: it starts at 100 %, and everything after takes its share from the
            makeweight.
          </p>
        ) : (
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
                scrollTop={rowsView.top}
                rowsHeight={rowsView.height}
                held={held}
                frozen={false}
                hand={hand}
              />
            </div>
            <Rows
              rows={view.rows}
              assessment={settled.assessment}
              shown={view.weights}
              units={units}
              chosen={chosen}
              typing={typing}
              takeKeys={takeKeys}
              under={under ? underShares(under.formula.lines) : null}
              frozen={!!trial.madeAt}
              rowHeight={rowHeight}
              acts={rowActs}
              onView={setRowsView}
            />
          </div>
        )}
        <BenchStatus trial={trial} words={words} said={bench.said} acts={acts} />
      </Plates>
      <PrintSheet trial={trial} assessment={settled.assessment} />
      <LiveRegion landmarks={settled.assessment.parts.melt?.landmarks ?? []} findings={countFindings(open)} />
      <IntentDialog
        trial={trial}
        edits={bench.asksIntent}
        content={mix?.formula}
        onFork={acts.fork}
        onClose={() => acts.askIntent(null)}
      />
      <TwoVersions conflict={bench.conflict} onKeep={(which) => void bench.resolve(which)} onFork={acts.fork} />
      {starting && <StartBatch trial={trial} acts={acts} onClose={() => setStarting(false)} />}
    </>
  );
}
