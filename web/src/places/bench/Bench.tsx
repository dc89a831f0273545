import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { Navigate, useNavigate, useParams, useSearchParams } from "react-router";
import { type Assessment, api, type FormulaEdit, type FoundMix, type Material, Refused } from "../../api/client";
import { type Held, Strata } from "../../instruments/strata/Strata";
import { type LayerIn, neighbours, stack, trade } from "../../instruments/strata/geometry";
import { type Moved, WarmthRuler } from "../../instruments/ruler/WarmthRuler";
import { useHouse } from "../../shell/HouseContext";
import { LiveRegion } from "../../shell/LiveRegion";
import { MaterialCombobox } from "../../shell/MaterialCombobox";
import { Plates } from "../../shell/Plates";
import { useKeys } from "../../shell/useKeys";
import { useMedia } from "../../shell/useMedia";
import { narrow, percent, time } from "../../words/format";
import { IntentDialog, TwoVersions } from "./dialogs";
import { countFindings, Findings, splitAside } from "./Findings";
import {
  BatchPanel,
  CostPanel,
  Facts,
  FormulasPanel,
  MaterialPanel,
  type Panel,
  PourPanel,
  TrialsPanel,
} from "./panels";
import { PrintSheet } from "./PrintSheet";
import { Rows } from "./Rows";
import { StartFormula } from "./StartFormula";
import { useBench } from "./useBench";
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
  const [search, setSearch] = useSearchParams();
  const bench = useBench(
    id,
    useCallback((to: number) => navigate(`/bench/${to}`), [navigate]),
  );
  const { trial, settled, preview } = bench;
  const [panel, setPanel] = useState<Panel>(null);
  const [chosen, setChosen] = useState<string | null>(null);
  const [typing, setTyping] = useState<string | null>(null);
  const [held, setHeld] = useState<(Held & { by: number }) | null>(null);
  const [stepped, setStepped] = useState<{ line: string; to: number } | null>(null);
  const [rowsView, setRowsView] = useState({ top: 0, height: 400 });
  const [mix, setMix] = useState<FoundMix | null>(null);
  const heldRef = useRef(held);
  heldRef.current = held;

  const underId = Number(search.get("under")) || null;
  const underTrial = useQuery({
    queryKey: ["trial", underId],
    queryFn: () => api.trial(underId ?? 0),
    enabled: underId !== null,
  });
  const underFormula = mix?.formula ?? underTrial.data?.content;
  const underName = mix ? "a mix that holds" : underTrial.data ? `trial ${underTrial.data.number}` : "";
  const underAssessed = useQuery({
    queryKey: ["assess-under", mix ? JSON.stringify(mix.formula) : [underTrial.data?.id, underTrial.data?.revision]],
    queryFn: () => (underFormula ? api.assess({ formula: underFormula }) : Promise.reject(new Error("nothing under"))),
    enabled: !!underFormula,
  });
  const under =
    underFormula && underAssessed.data
      ? { name: underName, formula: underFormula, assessment: underAssessed.data.assessment }
      : null;

  useEffect(() => {
    if (trial) localStorage.setItem(lastTrial, String(trial.id));
    if (bench.failure instanceof Refused && bench.failure.status === 404) localStorage.removeItem(lastTrial);
  }, [trial, bench.failure]);

  const lay = useCallback(
    (other: number | null) => {
      setMix(null);
      setSearch(other ? { under: String(other) } : {}, { replace: true });
      setPanel(null);
    },
    [setSearch],
  );

  const names = useMemo(
    () => new Map(trial?.content.lines.map((line) => [line.id, materials.get(line.material)?.name ?? line.material])),
    [trial, materials],
  );
  const layers = useMemo<LayerIn[]>(
    () =>
      trial?.content.lines.map((line) => ({
        id: line.id,
        percent: line.percent,
        colour: materials.get(line.material)?.colour ?? "#ccc",
        kept: line.kept,
      })) ?? [],
    [trial, materials],
  );

  // A step with the keys is shown at once and kept when the hand rests.
  const commitStep = useRef<() => void>(() => undefined);
  commitStep.current = () => {
    if (!stepped) return;
    const edit: FormulaEdit = {
      kind: "set-share",
      line: stepped.line,
      share: String(stepped.to),
      givesWay: "makeweight",
    };
    void bench.apply([edit]).finally(() => setStepped(null));
  };
  useEffect(() => {
    if (!stepped) return;
    const timer = setTimeout(() => commitStep.current(), 700);
    return () => clearTimeout(timer);
  }, [stepped]);

  const rowHeight = useMedia("(pointer: coarse)") ? 52 : 36;

  const keys = {
    "Ctrl+z": (event: KeyboardEvent) => {
      event.preventDefault();
      void bench.step("undo");
    },
    "Ctrl+Shift+z": (event: KeyboardEvent) => {
      event.preventDefault();
      void bench.step("redo");
    },
    Escape: () => {
      if (mix || underId) return lay(null);
      setPanel(null);
      setHeld(null);
      setStepped(null);
      bench.putBack();
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
        setTyping(chosen);
      }
    },
    " ": (event: KeyboardEvent) => {
      if (event.target instanceof HTMLElement && event.target.closest("button, a, [role=slider], summary, label"))
        return;
      event.preventDefault();
      document.querySelector<HTMLElement>(chosen ? `[data-boundary="${chosen}"]` : "[data-boundary]")?.focus();
    },
    Delete: () => chosen && void bench.apply([{ kind: "remove-line", line: chosen }]),
    k: () => {
      const line = trial?.content.lines.find((one) => one.id === chosen);
      if (line) void bench.apply([{ kind: "keep-line", line: line.id, kept: !line.kept }]);
    },
    u: () => (underId || mix ? lay(null) : layPrevious()),
    x: () => underId && navigate(`/bench/${underId}?under=${id}`),
    d: () => {
      const pegs = [...document.querySelectorAll<HTMLElement>("[data-peg]")];
      pegs[(pegs.indexOf(document.activeElement as HTMLElement) + 1) % pegs.length]?.focus();
    },
    f: () => document.querySelector<HTMLElement>(".finding [data-remedy]")?.focus(),
    n: () => bench.askIntent([]),
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
    bench.show({
      kind: "held",
      edits: [{ kind: "set-share", line: chosen, share: String(to), givesWay: "makeweight" }],
      answer: null,
    });
  }

  function reorder(event: KeyboardEvent, by: number) {
    if (!trial || !chosen) return;
    event.preventDefault();
    const at = trial.content.lines.findIndex((line) => line.id === chosen);
    void bench.apply([{ kind: "move-line", line: chosen, to: Math.max(0, at + by) }]);
  }

  function layPrevious() {
    const before =
      trial?.trials.filter((one) => one.number < trial.number).at(-1) ??
      trial?.trials.find((one) => one.id !== trial.id);
    if (before) lay(before.id);
    else bench.say({ text: "There is no other trial to lay under yet. N starts one." });
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

  const answer = preview?.answer ?? null;
  const isHeld = preview?.kind === "held";
  const drawn = held
    ? trade(layers, held.upper, held.lower, held.by).lines
    : isHeld && answer
      ? toLayers(answer.formula.lines, materials)
      : layers;
  const ghostLayers =
    preview?.kind === "remedy" && answer ? toLayers(answer.formula.lines, materials) : isHeld || held ? layers : null;
  const shown: Assessment = (isHeld || preview?.kind === "what-if") && answer ? answer.assessment : settled.assessment;
  const ghostCurve =
    preview?.kind === "remedy"
      ? answer?.assessment.curve
      : isHeld
        ? settled.assessment.curve
        : preview?.kind === "what-if"
          ? null
          : null;
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

  const add = async (material: Material) => {
    const share = Math.min(
      material.role === "antioxidant" ? 0.5 : material.role === "scent" ? 1 : 5,
      material.useMaxPercent,
    );
    const refused = await bench.apply([
      { kind: "add-line", material: material.id, share: String(share), givesWay: "makeweight" },
    ]);
    if (refused) return;
    const now = queries.getQueryData<typeof trial>(["trial", id]);
    const line = now?.content.lines.find((one) => one.material === material.id);
    if (line) {
      setChosen(line.id);
      setTyping(line.id);
    }
  };

  const drop = () => {
    const now = heldRef.current;
    setHeld(null);
    if (!now) return;
    const by = trade(layers, now.upper, now.lower, now.by).by;
    if (by === 0) return bench.putBack();
    void bench.apply([{ kind: "move-boundary", above: now.upper, below: now.lower, byPercent: by }]);
  };

  const moveTo = (by: number, onTop: boolean) => {
    const now = heldRef.current;
    if (!now) return;
    const total = trade(layers, now.upper, now.lower, onTop ? now.by + by : by).by;
    setHeld({ ...now, by: total });
    heldRef.current = { ...now, by: total };
    bench.show({
      kind: "held",
      edits: [{ kind: "move-boundary", above: now.upper, below: now.lower, byPercent: total }],
      answer: null,
    });
  };

  const taken = preview?.kind === "what-if" ? preview.moved : null;
  const movedMark = taken && settled.assessment.landmarks.find((landmark) => landmark.id === taken.id);
  const moved: Moved | null = taken && movedMark ? { ...taken, from: movedMark.temperatureC } : null;
  const foot =
    moved && movedMark ? (
      <span className="what-if">
        <span>
          What if the {movedMark.name} is <b>{units.temperature(moved.celsius)}</b>?{" "}
          {answer ? <b>{whatHappens(answer.assessment, moved.id)}</b> : ""}
        </span>
        <Button size="small" onClick={bench.putBack}>
          Put back
        </Button>
        <Button size="small" onClick={() => void keepLandmark(moved)}>
          Keep {units.bareTemperature(moved.celsius)}°
        </Button>
        {movedMark.kind === "storage" && (
          <Button size="small" onClick={() => void findMix(moved.celsius)}>
            Find a mix that holds here
          </Button>
        )}
      </span>
    ) : undefined;

  async function keepLandmark(to: Moved) {
    try {
      const workshop = house.house.workshop;
      await api.saveHouse({
        ...house.house,
        workshop: {
          ...workshop,
          landmarks: workshop.landmarks.map((one) => (one.id === to.id ? { ...one, temperatureC: to.celsius } : one)),
        },
      });
      await queries.invalidateQueries({ queryKey: ["house"] });
      await queries.invalidateQueries({ queryKey: ["assess"] });
      bench.putBack();
      bench.say({ text: `The ${movedMark?.name} is now at ${units.temperature(to.celsius)}.` });
    } catch (refused) {
      bench.say({ text: refused instanceof Refused ? refused.line : String(refused), stop: true });
    }
  }

  async function findMix(celsius: number) {
    if (!trial) return;
    try {
      const found = await api.mix(trial.content, celsius);
      setSearch({}, { replace: true });
      setMix(found);
      bench.putBack();
      bench.say({ text: found.says });
    } catch (refused) {
      bench.say({ text: refused instanceof Refused ? refused.line : String(refused), stop: true });
    }
  }

  const status = held2 ?? (preview?.kind === "remedy" && answer ? shownWords(rows, names) : null);
  return (
    <>
      <Plates
        name="Bench"
        fold={open.length === 0 ? "No findings" : countFindings(open)}
        title={
          <>
            <h1 className="title">
              <button type="button" className="openable plain" onClick={() => setPanel({ kind: "formulas" })}>
                {trial.formulaName}
              </button>
            </h1>
            <Facts
              trial={trial}
              assessment={settled.assessment}
              under={under ? { name: under.name } : null}
              onOpen={setPanel}
            />
            <span className={`kept-line ${bench.unkept ? "stop" : ""}`} role="status">
              {bench.unkept
                ? `Not kept yet: ${bench.unkept} ${bench.unkept === 1 ? "change" : "changes"}`
                : bench.keeping
                  ? "Keeping…"
                  : trial.madeAt
                    ? ""
                    : `Kept ${time(trial.changedAt)}`}
            </span>
          </>
        }
        right={
          <>
            <div className="acts">
              {under ? (
                <>
                  {mix ? (
                    <Button onClick={() => bench.askIntent([])}>Take it as trial {next}</Button>
                  ) : (
                    <Button onClick={() => navigate(`/bench/${underId}?under=${id}`)}>Swap</Button>
                  )}
                  <Button onClick={() => lay(null)}>Lift off</Button>
                </>
              ) : (
                <>
                  <Button onClick={() => setPanel({ kind: "trials" })}>Lay a trial under</Button>
                  <Button onClick={() => bench.askIntent([])}>New trial</Button>
                </>
              )}
              <Button type="primary" disabled={trial.content.lines.length === 0} onClick={() => void make()}>
                Make this
              </Button>
            </div>
            <div className="plate-right-scroll">{rightPlate()}</div>
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
            onMove={(to) => bench.show({ kind: "what-if", moved: to, answer: null })}
            onPutBack={bench.putBack}
          />
        }
      >
        <div className="bench-tools">
          <span className="quiet" id="add-label">
            Add
          </span>
          <div className="add-line">
            <MaterialCombobox
              label="Add a material"
              placeholder="a material, any spelling"
              exclude={trial.content.lines.map((line) => line.material)}
              onChoose={(material) => void add(material)}
            />
          </div>
          <span className="hint">
            {trial.madeAt ? `Made on the record: a change starts trial ${next}.` : trial.intent}
          </span>
        </div>
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
                under={
                  under
                    ? {
                        name: mix ? "mix" : `T${underTrial.data?.number}`,
                        lines: toLayers(under.formula.lines, materials, trial.content.lines),
                      }
                    : null
                }
                name={`T${trial.number}`}
                pxPerPercent={pxPerPercent}
                rowHeight={rowHeight}
                rowsTop={28}
                scrollTop={rowsView.top}
                rowsHeight={rowsView.height}
                held={held}
                frozen={false}
                onHold={(to) => setHeld({ ...to, by: 0 })}
                onMove={moveTo}
                onDrop={drop}
                onPutBack={() => {
                  setHeld(null);
                  bench.putBack();
                }}
              />
            </div>
            <Rows
              rows={rows}
              assessment={settled.assessment}
              shown={preview && preview.kind !== "what-if" ? (answer?.assessment ?? null) : null}
              units={units}
              chosen={chosen}
              typing={typing}
              under={under ? underShares(under.formula.lines) : null}
              frozen={!!trial.madeAt}
              rowHeight={rowHeight}
              onChoose={setChosen}
              onOpen={(line) => setPanel({ kind: "material", line })}
              onType={(line) => {
                setTyping(line);
                if (line) setChosen(line);
                else
                  requestAnimationFrame(() =>
                    document.querySelector<HTMLElement>(`[data-line="${chosen}"] .share`)?.focus(),
                  );
              }}
              onShare={(line, share) => bench.apply([{ kind: "set-share", line, share, givesWay: "makeweight" }])}
              onKeep={(line, kept) => void bench.apply([{ kind: "keep-line", line, kept }])}
              onReorder={(line, to) => void bench.apply([{ kind: "move-line", line, to }])}
              onView={setRowsView}
            />
          </div>
        )}
        <p className={bench.said.stop ? "status-line stop" : "status-line"} id="status">
          {status ?? bench.said.text}{" "}
          {!status && bench.said.undo && trial.undo && (
            <button type="button" className="link" onClick={() => void bench.step("undo")}>
              Undo
            </button>
          )}
          {!status && bench.said.text.startsWith("Undone") && trial.redo && (
            <button type="button" className="link" onClick={() => void bench.step("redo")}>
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
        {...(mix ? { content: mix.formula } : {})}
        onFork={async (intent, edits, content) => {
          await bench.fork(intent, edits, content);
          setMix(null);
        }}
        onClose={() => bench.askIntent(null)}
      />
      <TwoVersions conflict={bench.conflict} onKeep={(which) => void bench.resolve(which)} onFork={bench.fork} />
    </>
  );

  async function make() {
    try {
      const batch = await api.beginBatch(id);
      await queries.invalidateQueries();
      navigate(`/make/${batch.id}`);
    } catch (refused) {
      bench.say({ text: refused instanceof Refused ? refused.line : String(refused), stop: true });
    }
  }

  function rightPlate() {
    if (!trial || !settled) return null;
    const back = () => setPanel(null);
    switch (panel?.kind) {
      case "material": {
        const index = trial.content.lines.findIndex((line) => line.id === panel.line);
        const line = trial.content.lines[index];
        return line ? (
          <MaterialPanel
            bench={bench}
            line={line}
            material={materials.get(line.material)}
            assessment={settled.assessment}
            index={index}
            count={trial.content.lines.length}
            onBack={back}
          />
        ) : null;
      }
      case "trials":
        return <TrialsPanel trial={trial} onUnder={lay} onBack={back} />;
      case "batch":
        return <BatchPanel bench={bench} trial={trial} assessment={settled.assessment} onBack={back} />;
      case "pour":
        return <PourPanel bench={bench} trial={trial} assessment={settled.assessment} onBack={back} />;
      case "cost":
        return <CostPanel trial={trial} assessment={settled.assessment} onBack={back} />;
      case "formulas":
        return <FormulasPanel trial={trial} onBack={back} onRenamed={() => void queries.invalidateQueries()} />;
      default:
        return (
          <Findings
            assessment={settled.assessment}
            setAside={trial.setAside}
            onShow={(remedy) => bench.show({ kind: "remedy", edits: remedy.edits as FormulaEdit[], answer: null })}
            onHide={bench.putBack}
            onApply={(remedy) => void bench.apply(remedy.edits as FormulaEdit[], `${remedy.label}: done.`)}
            onSetAside={async (finding, reason) => {
              queries.setQueryData(
                ["trial", id],
                await api.setAside(id, finding.id, reason, finding.numbers[0]?.value ?? null),
              );
            }}
            onTakeBack={async (finding) => queries.setQueryData(["trial", id], await api.takeBack(id, finding))}
          />
        );
    }
  }
}

/** Layers of another formula, matched to the lines in hand by material so that links can be drawn. */
function toLayers(
  lines: { id: string; material: string; percent: number; kept: boolean }[],
  materials: Map<string, Material>,
  like?: { id: string; material: string }[],
): LayerIn[] {
  return lines.map((line) => ({
    id: like?.find((one) => one.material === line.material)?.id ?? (like ? `under-${line.id}` : line.id),
    percent: line.percent,
    colour: materials.get(line.material)?.colour ?? "#ccc",
    kept: line.kept,
  }));
}

function underShares(lines: { material: string; percent: number }[]): Map<string, number> {
  const shares = new Map<string, number>();
  for (const line of lines) shares.set(line.material, (shares.get(line.material) ?? 0) + line.percent);
  return shares;
}

function heldWords(held: Held, layers: LayerIn[], names: Map<string, string>, px: number): string {
  const short = (id: string) => names.get(id)?.split(",")[0]?.toLowerCase() ?? id;
  const column = stack(layers, px).layers.filter((layer) => !layer.inTray);
  const passed = neighbours(column, held.upper)?.passed ?? [];
  const over = passed.length
    ? ` ${names.get(passed[0]?.id ?? "")?.split(",")[0]} is kept, so the bar passes over it.`
    : "";
  return `Held: ${short(held.upper)} against ${short(held.lower)}.${over} Esc puts it back.`;
}

function shownWords(
  rows: { line: { id: string }; was: number | null; now: number }[],
  names: Map<string, string>,
): string {
  const changes = rows
    .filter((row) => row.was !== null && row.was !== row.now)
    .map(
      (row) =>
        `${names.get(row.line.id)?.split(",")[0]?.toLowerCase()} ${percent(row.was ?? 0)} → ${percent(row.now)}${narrow}%`,
    );
  return `Shown, not done${changes.length ? `: ${changes.join(", ")}` : ""}. Enter applies.`;
}

function whatHappens(assessment: Assessment, landmark: string): string {
  const reading = assessment.landmarks.find((one) => one.id === landmark);
  if (!reading) return "";
  return `${reading.says.charAt(0).toUpperCase()}${reading.says.slice(1)}, ${reading.firmnessKPa.toFixed(reading.firmnessKPa < 10 ? 1 : 0)}${narrow}kPa.`;
}
