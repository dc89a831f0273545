import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { flushSync } from "react-dom";
import { Navigate, useNavigate, useParams } from "react-router";
import { api, type Assessment, type FormulaEdit, inWords, Refused } from "../../api/client";
import { type Hand, type Held, Strata } from "../../instruments/strata/Strata";
import { trade } from "../../instruments/strata/geometry";
import { type Moved, WarmthRuler } from "../../instruments/ruler/WarmthRuler";
import { useHouse } from "../../shell/HouseContext";
import { LiveRegion } from "../../shell/LiveRegion";
import { Plates } from "../../shell/Plates";
import { useKeys } from "../../shell/useKeys";
import { useMedia } from "../../shell/useMedia";
import { IntentDialog, TwoVersions } from "./dialogs";
import { countFindings, splitAside } from "./Findings";
import { AddLine, type TakeKeys } from "./AddLine";
import { BenchBar, BenchTitle } from "./BenchHead";
import { heldWords, shownWords } from "./benchWords";
import { toLayers, underShares } from "./layers";
import type { Panel } from "./panels/Frame";
import { PrintSheet } from "./PrintSheet";
import { RightPlate } from "./RightPlate";
import { type RowActs, Rows } from "./Rows";
import { StartFormula } from "./StartFormula";
import { useBench } from "./useBench";
import { useUnder } from "./useUnder";
import { WhatIf } from "./WhatIf";
import "./bench.css";

const lastTrial = "amber.bench.trial";

/** The bench without a trial named: the last one open, else the newest, else the first day. */
export function BenchDoor() {
  const formulas = useQuery({ queryKey: ["formulas"], queryFn: api.formulas });
  if (!formulas.data) return null;
  if (formulas.data.length === 0) return <StartFormula first />;
  const last = Number(localStorage.getItem(lastTrial));
  return <Navigate replace to={`/bench/${last > 0 ? last : formulas.data[0]?.trial}`} />;
}

export function BenchPage() {
  const id = Number(useParams().trial);
  return <Bench key={id} id={id} />;
}

function Bench({ id }: { id: number }) {
  const { house, units, materials } = useHouse();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const bench = useBench(
    id,
    useCallback((to: number) => navigate(`/bench/${to}`), [navigate]),
  );
  const { trial, settled, preview, acts } = bench;
  const [panel, setPanel] = useState<Panel>(null);
  const [chosen, setChosen] = useState<string | null>(null);
  const [typing, setTyping] = useState<string | null>(null);
  const [takeKeys, setTakeKeys] = useState<TakeKeys | null>(null);
  const [held, setHeld] = useState<(Held & { by: number }) | null>(null);
  const [stepped, setStepped] = useState<{ line: string; to: number } | null>(null);
  const [rowsView, setRowsView] = useState({ top: 0, height: 400 });
  const heldRef = useRef(held);
  heldRef.current = held;
  const chosenRef = useRef(chosen);
  chosenRef.current = chosen;

  const { id: underId, mix, under, lay: layUnder } = useUnder();

  useEffect(() => {
    if (trial) localStorage.setItem(lastTrial, String(trial.id));
    if (bench.failure instanceof Refused && bench.failure.status === 404) localStorage.removeItem(lastTrial);
  }, [trial, bench.failure]);

  const lay = useCallback(
    (other: number | null) => {
      layUnder(other);
      setPanel(null);
    },
    [layUnder],
  );

  const { say, show } = acts;
  const make = useCallback(async () => {
    try {
      const batch = await api.beginBatch(id);
      await queries.invalidateQueries();
      navigate(`/make/${batch.id}`);
    } catch (refused) {
      say({ text: inWords(refused), stop: true });
    }
  }, [id, navigate, queries, say]);
  const typeAt = useCallback((line: string, take: TakeKeys) => {
    setChosen(line);
    setTakeKeys(() => take);
    setTyping(line);
  }, []);
  const leaveIntent = useCallback(() => acts.askIntent(null), [acts]);
  const rowActs = useMemo<RowActs>(
    () => ({
      choose: setChosen,
      open: (line) => setPanel({ kind: "material", line }),
      type: (line) => {
        setTyping(line);
        setTakeKeys(null);
        if (line) setChosen(line);
        else
          // The field that had the focus is gone; a hand that has moved on is left alone.
          requestAnimationFrame(() => {
            if (document.activeElement === document.body)
              document.querySelector<HTMLElement>(`[data-line="${chosenRef.current}"] .share`)?.focus();
          });
      },
      share: (line, share) => acts.apply([{ kind: "set-share", line, share, givesWay: "makeweight" }]),
      keep: (line, kept) => void acts.apply([{ kind: "keep-line", line, kept }]),
      reorder: (line, to) => void acts.apply([{ kind: "move-line", line, to }]),
    }),
    [acts],
  );
  const movePeg = useCallback((to: Moved) => show({ kind: "what-if", moved: to, answer: null }), [show]);

  const names = useMemo(
    () => new Map(trial?.content.lines.map((line) => [line.id, materials.get(line.material)?.name ?? line.material])),
    [trial, materials],
  );
  const layers = useMemo(() => toLayers(trial?.content.lines ?? [], materials), [trial, materials]);

  const answer = preview?.answer ?? null;
  const isHeld = preview?.kind === "held";
  const stepped100 = !held && isHeld ? answer?.formula.lines : undefined;
  const drawn = useMemo(
    () =>
      held
        ? trade(layers, held.upper, held.lower, held.by).lines
        : stepped100
          ? toLayers(stepped100, materials)
          : layers,
    [held, stepped100, layers, materials],
  );
  const underLayers = useMemo(
    () =>
      under && trial
        ? { name: under.short, lines: toLayers(under.formula.lines, materials, trial.content.lines) }
        : null,
    [under, trial, materials],
  );
  const hand = useMemo<Hand>(
    () => ({
      hold: (to) => setHeld({ ...to, by: 0 }),
      move: (by, onTop) => {
        const now = heldRef.current;
        if (!now) return;
        const total = trade(layers, now.upper, now.lower, onTop ? now.by + by : by).by;
        heldRef.current = { ...now, by: total };
        // Drawn in the frame of the hand's own movement, not in the one after.
        flushSync(() => {
          setHeld(heldRef.current);
          acts.show({
            kind: "held",
            edits: [{ kind: "move-boundary", above: now.upper, below: now.lower, byPercent: total }],
            answer: null,
          });
        });
      },
      drop: () => {
        const now = heldRef.current;
        setHeld(null);
        if (!now) return;
        const by = trade(layers, now.upper, now.lower, now.by).by;
        if (by === 0) return acts.putBack();
        void acts.apply([{ kind: "move-boundary", above: now.upper, below: now.lower, byPercent: by }]);
      },
      putBack: () => {
        setHeld(null);
        acts.putBack();
      },
    }),
    [layers, acts],
  );

  // A step with the keys is shown at once and kept when the hand rests.
  // Any other act keeps it first.
  const stepTimer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const commitStep = useRef<() => void>(() => undefined);
  commitStep.current = () => {
    if (!stepped || stepTimer.current === undefined) return;
    clearTimeout(stepTimer.current);
    stepTimer.current = undefined;
    const edit: FormulaEdit = {
      kind: "set-share",
      line: stepped.line,
      share: String(stepped.to),
      givesWay: "makeweight",
    };
    void acts.apply([edit]).finally(() => setStepped(null));
  };
  useEffect(() => {
    if (!stepped) return;
    stepTimer.current = setTimeout(() => commitStep.current(), 700);
    return () => clearTimeout(stepTimer.current);
  }, [stepped]);

  const rowHeight = useMedia("(pointer: coarse)") ? 52 : 36;

  const keys = {
    "Ctrl+z": (event: KeyboardEvent) => {
      event.preventDefault();
      commitStep.current();
      void acts.step("undo");
    },
    "Ctrl+Shift+z": (event: KeyboardEvent) => {
      event.preventDefault();
      void acts.step("redo");
    },
    Escape: () => {
      if (mix || underId) return lay(null);
      setPanel(null);
      setHeld(null);
      setStepped(null);
      acts.putBack();
    },
    ArrowDown: (event: KeyboardEvent) => choose(event, 1),
    ArrowUp: (event: KeyboardEvent) => choose(event, -1),
    ArrowRight: (event: KeyboardEvent) => stepShare(event, 0.1),
    ArrowLeft: (event: KeyboardEvent) => stepShare(event, -0.1),
    "Shift+ArrowRight": (event: KeyboardEvent) => stepShare(event, 1),
    "Shift+ArrowLeft": (event: KeyboardEvent) => stepShare(event, -1),
    "Shift+ArrowUp": (event: KeyboardEvent) => reorder(event, -1),
    "Shift+ArrowDown": (event: KeyboardEvent) => reorder(event, 1),
    Enter: (event: KeyboardEvent) => {
      if (
        chosen &&
        !(event.target instanceof HTMLElement && event.target.closest("button, a, [role=slider], summary"))
      ) {
        event.preventDefault();
        setTakeKeys(null);
        setTyping(chosen);
      }
    },
    " ": (event: KeyboardEvent) => {
      if (event.target instanceof HTMLElement && event.target.closest("button, a, [role=slider], summary, label"))
        return;
      event.preventDefault();
      document.querySelector<HTMLElement>(chosen ? `[data-boundary="${chosen}"]` : "[data-boundary]")?.focus();
    },
    Delete: () => {
      commitStep.current();
      if (chosen) void acts.apply([{ kind: "remove-line", line: chosen }]);
    },
    k: () => {
      commitStep.current();
      const line = trial?.content.lines.find((one) => one.id === chosen);
      if (line) void acts.apply([{ kind: "keep-line", line: line.id, kept: !line.kept }]);
    },
    u: () => (underId || mix ? lay(null) : layPrevious()),
    x: () => underId && navigate(`/bench/${underId}?under=${id}`),
    d: () => {
      const pegs = [...document.querySelectorAll<HTMLElement>("[data-peg]")];
      pegs[(pegs.indexOf(document.activeElement as HTMLElement) + 1) % pegs.length]?.focus();
    },
    f: () => document.querySelector<HTMLElement>(".finding [data-remedy]")?.focus(),
    n: () => acts.askIntent([]),
    a: (event: KeyboardEvent) => {
      event.preventDefault();
      document.querySelector<HTMLElement>(".add-line input")?.focus();
    },
    p: () => window.print(),
  };
  useKeys(keys, house.house.preferences.singleKeys);

  function choose(event: KeyboardEvent, by: number) {
    if (!trial || (event.target instanceof Element && event.target.closest("[role=slider], .finding"))) return;
    event.preventDefault();
    const at = trial.content.lines.findIndex((line) => line.id === chosen);
    const next = trial.content.lines[Math.max(0, Math.min(trial.content.lines.length - 1, at + by))];
    if (!next) return;
    setChosen(next.id);
    document.querySelector<HTMLElement>(`[data-line="${next.id}"] .share`)?.focus();
  }

  function stepShare(event: KeyboardEvent, by: number) {
    if (
      !trial ||
      !chosen ||
      (event.target instanceof Element && event.target.closest("[role=slider], .finding, [role=radiogroup]"))
    )
      return;
    event.preventDefault();
    const line = trial.content.lines.find((one) => one.id === chosen);
    if (!line) return;
    const from = stepped?.line === chosen ? stepped.to : line.percent;
    const to = Math.max(0, Math.round((from + by) * 10_000) / 10_000);
    setStepped({ line: chosen, to });
    acts.show({
      kind: "held",
      edits: [{ kind: "set-share", line: chosen, share: String(to), givesWay: "makeweight" }],
      answer: null,
    });
  }

  function reorder(event: KeyboardEvent, by: number) {
    if (!trial || !chosen) return;
    event.preventDefault();
    const at = trial.content.lines.findIndex((line) => line.id === chosen);
    void acts.apply([{ kind: "move-line", line: chosen, to: Math.max(0, at + by) }]);
  }

  function layPrevious() {
    const before =
      trial?.trials.filter((one) => one.number < trial.number).at(-1) ??
      trial?.trials.find((one) => one.id !== trial.id);
    if (before) lay(before.id);
    else acts.say({ text: "There is no other trial to lay under yet. N starts one." });
  }

  if (bench.failure && !trial) {
    return (
      <Plates name="Bench" title={<h1 className="title">Bench</h1>}>
        <p className="page-note">{bench.failure instanceof Refused ? bench.failure.line : bench.failure.message}</p>
      </Plates>
    );
  }
  if (!trial || !settled)
    return (
      <Plates name="Bench" title={<h1 className="title">Bench</h1>}>
        {null}
      </Plates>
    );

  const ghostLayers =
    preview?.kind === "remedy" && answer ? toLayers(answer.formula.lines, materials) : isHeld || held ? layers : null;
  const shown: Assessment = (isHeld || preview?.kind === "what-if") && answer ? answer.assessment : settled.assessment;
  const ghostCurve = preview?.kind === "remedy" ? answer?.assessment.curve : isHeld ? settled.assessment.curve : null;
  const after =
    preview && preview.kind !== "what-if"
      ? new Map(answer?.formula.lines.map((line) => [line.id, line.percent]))
      : null;
  const held100 = held ? new Map(drawn.map((layer) => [layer.id, layer.percent])) : null;
  const rows = trial.content.lines.map((line) => ({
    line,
    material: materials.get(line.material),
    was: held100 || after?.size ? line.percent : null,
    now: held100?.get(line.id) ?? after?.get(line.id) ?? line.percent,
    kept: line.kept,
  }));
  const pxPerPercent = under ? 2.88 : 3.52;
  const held2 = held ? heldWords(held, layers, names, pxPerPercent) : null;
  const { open } = splitAside(settled.assessment.findings, trial.setAside);
  const next = Math.max(...trial.trials.map((one) => one.number)) + 1;

  const taken = preview?.kind === "what-if" ? preview.moved : null;
  const movedMark = taken && settled.assessment.landmarks.find((landmark) => landmark.id === taken.id);
  const moved: Moved | null = taken && movedMark ? { ...taken, from: movedMark.temperatureC } : null;
  const foot =
    moved && movedMark ? (
      <WhatIf
        formula={trial.content}
        landmark={movedMark}
        moved={moved}
        answer={answer?.assessment ?? null}
        acts={acts}
        onFound={layUnder}
      />
    ) : undefined;
  const status = held2 ?? (preview?.kind === "remedy" && answer ? shownWords(rows, names) : null);
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
            unkept={bench.unkept}
            keeping={bench.keeping}
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
              onMake={make}
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
          <WarmthRuler
            name={`trial ${trial.number}`}
            assessment={shown}
            units={units}
            ghost={ghostCurve}
            under={under}
            moved={moved}
            late={bench.late}
            foot={bench.late ? "Still working it out." : foot}
            onMove={movePeg}
            onPutBack={acts.putBack}
          />
        }
      >
        <AddLine trial={trial} next={next} acts={acts} onAdded={typeAt} />
        {trial.content.lines.length === 0 ? (
          <p className="page-note">
            The pot is blank. Add a first material: it starts at 100 %, and everything after takes its share from the
            makeweight.
          </p>
        ) : (
          <div className="bench-body" style={{ ["--row" as string]: `${rowHeight}px` }}>
            <div className="strata-place">
              <Strata
                lines={drawn}
                names={names}
                ghost={ghostLayers}
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
              rows={rows}
              assessment={settled.assessment}
              shown={preview && preview.kind !== "what-if" ? (answer?.assessment ?? null) : null}
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
        <p className={bench.said.stop ? "status-line stop" : "status-line"} id="status">
          {status ?? bench.said.text}{" "}
          {!status && bench.said.undo && trial.undo && (
            <button type="button" className="link" onClick={() => void acts.step("undo")}>
              Undo
            </button>
          )}
          {!status && bench.said.text.startsWith("Undone") && trial.redo && (
            <button type="button" className="link" onClick={() => void acts.step("redo")}>
              Redo
            </button>
          )}
        </p>
      </Plates>
      <PrintSheet trial={trial} assessment={settled.assessment} />
      <LiveRegion landmarks={settled.assessment.landmarks} findings={countFindings(open)} />
      <IntentDialog
        trial={trial}
        edits={bench.asksIntent}
        content={mix?.formula}
        onFork={acts.fork}
        onClose={leaveIntent}
      />
      <TwoVersions conflict={bench.conflict} onKeep={(which) => void bench.resolve(which)} onFork={acts.fork} />
    </>
  );
}
