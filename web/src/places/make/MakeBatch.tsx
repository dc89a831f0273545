import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState, useSyncExternalStore } from "react";
import { useNavigate, useParams } from "react-router";
import {
  api,
  type Batch,
  type BatchCommand,
  inWords,
  isConnected,
  onConnection,
  type MakeStep,
  type PourOverChoices,
} from "../../api/client";
import { keys, touch } from "../../api/keys";
import { useHouse } from "../../shell/HouseContext";
import { usePageTitle } from "../../shell/usePageTitle";
import { complaint, isBlank, type Quantity, quantity, shownIn, typed } from "../../kit/quantity";
import { day, inside, narrow, plural } from "../../words/format";
import { plain } from "../../words/Sentence";
import { type Answer, AskedOnce } from "./Asked";
import { reach } from "./gauge";
import { FinishForm, finishOf, nothingFilled } from "./FinishForm";
import { GiveUpDialog } from "./GiveUpDialog";
import { KitHere } from "./KitLine";
import { MakeKeys } from "./MakeKeys";
import { MakeNot } from "./MakeNot";
import { isRead, StepBody } from "./StepBody";
import type { CoolingAsks } from "./CoolingBody";
import { CupField } from "./CupField";
import { placeOf, recordedAt, useBatch } from "./useBatch";
import { liveNumber, useScale, type Weighing } from "./useScale";
import { StagesHere } from "./StageCards";
import { nothingTold, type Told, useWatch, type Watched } from "./useWatch";
import { WatchedActs } from "./WatchedActs";
import { WatchedBody } from "./WatchedBody";
import { WeighBody } from "./WeighBody";
import "./make.css";

const sleepMs = 600;
const wipeSeconds = 8;
const longest = 8;
/** A tap that bounces counts once. */
const deadMs = 250;

const spraysOf = (waiting: { kind: string; command?: BatchCommand }[], step: string) =>
  waiting.reduce(
    (sum, one) =>
      sum + (one.command?.kind === "read_step" && one.command.step === step ? (one.command.sprays ?? 0) : 0),
    0,
  );

const seenOf = (record: ReturnType<typeof recordedAt>) => ({
  weighedG: record?.weighedG ?? null,
  temperatureC: record?.temperatureC ?? null,
});

/** One batch, one step to the screen. Every step is put down before Next is believed. */
export function MakeBatch() {
  const id = Number(useParams().batch);
  const queries = useQueryClient();
  const navigate = useNavigate();
  const { units } = useHouse();
  const { view, failure, waiting, act } = useBatch(id);
  const connected = useSyncExternalStore(onConnection, isConnected);
  const [at, setAt] = useState<number | null>(null);
  const [typedNumber, setNumber] = useState(() => quantity("mass", null, units));
  // What was typed at each step: it is still there when the step comes back.
  const drafts = useRef(new Map<string, Quantity>());
  // The step whose record was refused: what was typed there goes before what another window has put down.
  const refusedAt = useRef("");
  const [asks, setAsks] = useState<string | null>(null);
  const [over, setOver] = useState<PourOverChoices | null>(null);
  const [refusal, setRefusal] = useState({ step: "", text: "" });
  const [coolingAsks, setCoolingAsks] = useState<CoolingAsks>(null);
  const [wiping, setWiping] = useState(0);
  const [givingUp, setGivingUp] = useState(false);
  const [ending, setEnding] = useState(() => nothingFilled(units));
  const sleepsUntil = useRef(0);
  const sprayedAt = useRef(0);
  // What stood for this step when it was opened: a record fetched since then has not been looked at.
  const seen = useRef(seenOf(undefined));

  const batch = view?.batch;
  usePageTitle(view ? `Making ${view.from.formulaName}, lot ${view.batch.lot}` : undefined);
  const index = at ?? (view ? placeOf(view, waiting) : 0);
  const step = batch?.steps[index];
  const watched = useWatch(id, step);
  const weighs = weighingOf(step, watched);
  const { scale, byHand } = useScale(
    id,
    weighs,
    view !== undefined && step?.kind === "weigh" && recordedAt(view, waiting, step.id)?.weighedG != null,
  );
  const number = scale?.follows ? liveNumber(scale, units) : typedNumber;
  const { whipping, wetting } = watched ?? {};
  const refused = refusal.step === step?.id ? refusal.text : "";
  const setRefused = (text: string) => setRefusal({ step: step?.id ?? "", text });

  useEffect(() => {
    if (view && at === null) setAt(placeOf(view, waiting));
  }, [view, at, waiting]);

  // A new step starts clean, or with what was recorded for it before.
  useEffect(() => {
    if (!view || !step) return;
    const before = recordedAt(view, waiting, step.id);
    const measure = weighs ? "mass" : "temperature";
    const known = measure === "mass" ? before?.weighedG : before?.temperatureC;
    const typedHere = known == null || refusedAt.current === step.id ? drafts.current.get(step.id) : undefined;
    setNumber(typedHere ?? quantity(measure, known ?? null, units));
    seen.current = seenOf(before);
    setAsks(null);
    setOver(null);
    setCoolingAsks(null);
    sleepsUntil.current = performance.now() + sleepMs;
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what was typed must survive an answer that only repeats the record
  }, [step?.id, weighs?.of]);

  useEffect(() => {
    const lock = navigator.wakeLock?.request("screen").catch(() => null);
    return () => void lock?.then((held) => held?.release());
  }, []);

  useEffect(() => {
    if (wiping === 0) return;
    const timer = setTimeout(() => setWiping(wiping - 1), 1000);
    return () => clearTimeout(timer);
  }, [wiping]);

  if (!view || !batch || !step) {
    return failure ? (
      <MakeNot title="There is no such batch">{inWords(failure)}</MakeNot>
    ) : (
      <main id="main" tabIndex={-1} className="make" />
    );
  }
  if (batch.finishedAt)
    return (
      <MakeNot title={`Lot ${batch.lot} is finished`} to={`/logbook/${id}`} toWords="Open its record">
        {view.from.formulaName}, trial {view.from.trialNumber}, {day(batch.finishedAt)}. What was weighed stays as it
        is; what you see of it goes into the logbook.
      </MakeNot>
    );
  const last = index === batch.steps.length - 1;
  const weighing = step.kind === "weigh";
  const value = number.exact;
  const target = weighs?.targetG ?? 0;
  const tolerance = weighs?.toleranceG ?? 0;
  const state = weighs ? reach(value ?? 0, target, tolerance) : null;
  if (over && state !== "over") setOver(null);
  const nextStep = batch.steps[index + 1];
  const outside =
    weighs || value === null
      ? ""
      : step.toC != null && value > (step.mostC ?? step.toC)
        ? `Wanted is ${units.temperature(step.mostC ?? step.toC)} or less.`
        : step.fromC != null && value < step.fromC
          ? `Wanted is ${units.temperature(step.fromC)} or more.`
          : "";

  const record = (weighedG: number | null, note: string | null, drops: number | null = null) => {
    refusedAt.current = "";
    setAt(Math.min(index + 1, batch.steps.length - 1));
    const temperatureC = weighs ? null : value;
    const how =
      drops !== null ? { drops } : scale?.follows ? { scale: scale.device.name, tareG: scale.device.tareG } : {};
    act({ kind: "record_step", step: step.id, weighedG, temperatureC, note, seen: seen.current, ...how }).catch(
      async (error: unknown) => {
        refusedAt.current = step.id;
        setAt(index);
        setRefused(inWords(error));
        // Another window may be further on: what it has put down is told now, and so is seen.
        await queries.invalidateQueries({ queryKey: keys.batch(id) });
        const stands = queries.getQueryData<Batch>(keys.batch(id));
        if (stands) seen.current = seenOf(recordedAt(stands, [], step.id));
      },
    );
  };

  const finish = async () => {
    const told = finishOf(ending, units);
    if (typeof told === "string") {
      setRefused(told);
      return;
    }
    act({ kind: "record_step", step: step.id, weighedG: null, temperatureC: null, note: null }).catch(
      () => undefined, // The finish that follows tells what is wrong.
    );
    try {
      await act(told);
      navigate(`/logbook/${id}`);
    } catch (error) {
      setRefused(inWords(error));
    }
  };

  const next = () => {
    if (performance.now() < sleepsUntil.current || wiping > 0) return;
    if (last) return void finish();
    const least = weighs ? 0 : -30;
    if (!isBlank(number) && (value === null || value < least)) {
      setRefused(complaint({ ...number, exact: null }, weighs ? target : 70, units));
      return;
    }
    if (!weighs) {
      if (whipping && !whipping.isEnough && asks === null) {
        setAsks(`Go on at ${whipping.airPercent}${narrow}%? ${plain(whipping.says)}`);
        sleepsUntil.current = performance.now() + sleepMs;
        return;
      }
      if (wetting && !wetting.isEnough && !wetting.isOver && asks === null) {
        setAsks(`Go on after ${wetting.sprays} ${plural("spray", wetting.sprays)}? No squeeze has held yet.`);
        sleepsUntil.current = performance.now() + sleepMs;
        return;
      }
      if (outside && asks === null) {
        setAsks(`Go on at ${units.temperature(value ?? 0)}? ${outside}`);
        sleepsUntil.current = performance.now() + sleepMs;
        return;
      }
      return record(null, outside ? "outside what was wanted" : null);
    }
    if (scale?.follows && !scale.settled) {
      setRefused(scale.says);
      return;
    }
    if (value === null) {
      setRefused(`Type what the scale shows for ${inside(weighs.title)}.`);
      return;
    }
    if (!weighing) {
      if (state !== "right" && asks === null) {
        setAsks(
          `Keep ${units.weight(value)}? ${units.weight(Math.abs(target - value))} ${state === "over" ? "too much" : "are missing"}; Next again keeps it.`,
        );
        sleepsUntil.current = performance.now() + sleepMs;
        return;
      }
      return void tell({ ...nothingTold, massG: value, part: weighs.part ?? null, colour: weighs.colour ?? null }).then(
        (kept) => kept && setAsks(null),
      );
    }
    if (state === "over" && !over) {
      api
        .pourOver(id, step.id, value)
        .then(setOver, (error: unknown) => setAsks(`Keep ${units.weight(value)}? ${inWords(error)}`));
      return;
    }
    if (state === "short" && asks === null) {
      setAsks(`Keep ${units.weight(value)}? Next again keeps it; ${units.weight(target - value)} are missing.`);
      sleepsUntil.current = performance.now() + sleepMs;
      return;
    }
    record(value, state === "over" ? "poured over and kept" : state === "short" ? "kept short" : null);
  };

  const back = () => {
    const before = batch.steps[index - 1];
    if (!before) return;
    goTo(before.id);
  };

  const tell = async (read: Told) => {
    try {
      await act({ kind: "read_step", step: step.id, ...read });
      if (read.temperatureC !== null) {
        drafts.current.delete(step.id);
        setNumber(quantity("temperature", null, units));
      }
      setRefused("");
      return true;
    } catch (error) {
      setRefused(inWords(error));
      return false;
    }
  };

  const spray = (times = 1) => {
    if (performance.now() - sprayedAt.current < deadMs || wetting?.isOver || wetting?.isEnough) return;
    sprayedAt.current = performance.now();
    void tell({ ...nothingTold, sprays: times });
  };

  const takeBack = (reading: string) =>
    void act({ kind: "take_reading_back", reading }).catch((error: unknown) => setRefused(inWords(error)));

  const share = async (shares: string) => {
    try {
      await act({ kind: "share_parts", shares });
      setRefused("");
      return true;
    } catch (error) {
      setRefused(inWords(error));
      return false;
    }
  };

  const question = watched?.asks ?? view.asks;
  const answer = (told: Answer) =>
    question &&
    void act({ kind: "answer_deviation", step: question.step, what: question.kind, ...told }).catch((error: unknown) =>
      setRefused(inWords(error)),
    );
  const goTo = (to: string) => {
    setAt(batch.steps.findIndex((one) => one.id === to));
    act({ kind: "go_to_step", step: to }).catch((error: unknown) => setRefused(inWords(error)));
  };

  const rescale = async () => {
    if (value === null) return;
    try {
      const now = await act({ kind: "rescale_pot", step: step.id, weighedG: value });
      setAt(now.atIndex);
    } catch (error) {
      setRefused(inWords(error));
    }
  };

  const throwAway = async () => {
    try {
      await api.giveUpBatch(id);
      await touch(queries, "made");
      navigate(`/bench/${view.from.trialId}`);
    } catch (error) {
      setRefused(inWords(error));
    }
  };

  // Whatever is typed is another number: what was asked of the last one no longer stands.
  const onType = (now: Quantity) => {
    byHand();
    drafts.current.set(step.id, now);
    setNumber(now);
    setAsks(null);
    setOver(null);
    setRefused("");
  };
  const shown = shownIn(number, units);
  const type = (character: string) => {
    // What the scale shows is not typed on: a digit begins a number of one's own.
    const text = scale?.follows ? character : character === "⌫" ? shown.text.slice(0, -1) : shown.text + character;
    if (text.length <= longest) onType(typed(shown, text, units));
  };

  return (
    <MakeKeys
      next={next}
      space={wetting ? () => spray() : undefined}
      back={(held) => (isBlank(number) || scale?.follows ? !held && back() : type("⌫"))}
      tare={scale?.tare}
      undo={back}
      wipe={() => setWiping(wipeSeconds)}
      type={(weighs || isRead(step)) && !last ? type : undefined}
    >
      <main id="main" tabIndex={-1} className="make" data-heir=".next">
        <header className="make-strip">
          <h1 className="make-where">
            {weighing ? weighWords(batch.steps, index) : `Step ${index + 1} of ${batch.steps.length}`}
          </h1>
          <p>
            {view.from.formulaName}, trial {view.from.trialNumber}, lot <span className="lot">{batch.lot}</span>
          </p>
          <button type="button" onClick={() => setWiping(wipeSeconds)}>
            Wipe the glass
          </button>
          <button type="button" onClick={() => navigate("/today")}>
            Leave
          </button>
        </header>
        <StagesHere value={view.stages[step.id] ?? []}>
          <KitHere
            value={{
              of: batch.atStep === step.id ? view.kit : null,
              onTake: (piece) => void tell({ ...nothingTold, piece }),
            }}
          >
            <section
              key={step.id}
              className="make-step"
              data-heir=".next"
              aria-label={step.title}
              onKeyDown={(event) => {
                // The hand stays on the number: Enter, Space and an empty Backspace mean Next and Back there too.
                if (!(event.target instanceof HTMLInputElement)) return;
                const isNumber = event.target.classList.contains("make-number");
                if (event.key === "Enter" || (event.key === " " && isNumber)) {
                  if (!event.repeat) next();
                } else if (event.key === "Backspace" && isNumber && isBlank(number)) {
                  if (!event.repeat) back();
                } else if (
                  isNumber &&
                  scale?.follows &&
                  /^[\d.,t]$/.test(event.key) &&
                  !event.ctrlKey &&
                  !event.metaKey
                ) {
                  if (event.key === "t") scale.tare();
                  else type(event.key === "," ? "." : event.key);
                } else return;
                event.preventDefault();
              }}
            >
              {weighing ? (
                <WeighBody
                  view={view}
                  step={step}
                  number={shown}
                  scale={scale}
                  state={state ?? "short"}
                  units={units}
                  onType={onType}
                  onKey={type}
                  onLot={(lot) => act({ kind: "choose_lot", step: step.id, lot })}
                  onDrops={(drops) => record(null, null, drops)}
                />
              ) : watched && isWatched(watched) && !last ? (
                <WatchedBody
                  batch={id}
                  step={step}
                  watched={watched}
                  number={shown}
                  scale={scale}
                  state={state ?? "short"}
                  units={units}
                  sprays={spraysOf(waiting, step.id)}
                  asks={coolingAsks}
                  onAsk={setCoolingAsks}
                  onType={onType}
                  onRead={tell}
                  onTakeBack={takeBack}
                  onSpray={spray}
                  onShare={share}
                />
              ) : (
                <StepBody
                  step={step}
                  number={shown}
                  units={units}
                  since={batch.done.find((one) => one.step === batch.steps[index - 1]?.id)?.doneAt ?? null}
                  onType={onType}
                >
                  {step.asksCup && (
                    <div className="cooling-log">
                      <CupField units={units} first={step.template === "cup-before"} onRead={tell} />
                    </div>
                  )}
                  {last && (
                    <FinishForm
                      of={ending}
                      unit={view.unit}
                      filling={watched?.filling}
                      units={units}
                      onChange={(now) => {
                        setEnding(now);
                        setRefused("");
                      }}
                    />
                  )}
                </StepBody>
              )}
              <div className="make-asks" role="alert">
                {refused && <p className="stop">{refused}</p>}
                {asks && <p>{asks}</p>}
                {over && (
                  <div className="make-over">
                    <p>
                      <b>{units.weight(over.overG)} over.</b> {over.doubt ?? ""} Scoop some out and type again, or:
                    </p>
                    {over.rescaledTotalG != null && (
                      <button type="button" onClick={() => void rescale()}>
                        Scale the rest up to {units.weight(over.rescaledTotalG)}
                        {over.topUps.length > 0 &&
                          `, topping up ${over.topUps.length} ${plural("line", over.topUps.length)}`}
                      </button>
                    )}
                    <button type="button" onClick={() => record(value, "poured over and kept")}>
                      Keep it: {over.keepSays}
                    </button>
                  </div>
                )}
                {!connected ? (
                  <p className="stop">
                    No connection. Go on: what you put down is saved here and sent when it is back.
                  </p>
                ) : (
                  waiting.length > 1 && (
                    <p className="quiet">
                      {waiting.length} steps wait for the workshop to answer. They are saved here.
                    </p>
                  )
                )}
              </div>
              <AskedOnce
                of={question}
                units={units}
                onAnswer={answer}
                folded={watched !== null && isWatched(watched)}
                onBack={question?.kind === "skipped" ? () => goTo(question.step) : undefined}
              />
              <div className="make-acts">
                <button type="button" onClick={back} disabled={index === 0}>
                  Back
                </button>
                <WatchedActs
                  watched={watched}
                  asks={coolingAsks}
                  onAsk={setCoolingAsks}
                  onRead={tell}
                  onTakeBack={takeBack}
                />
                {(weighs || (!(watched && isWatched(watched)) && isRead(step))) && !last && (
                  <button
                    type="button"
                    onClick={() => {
                      if (scale?.follows) onType(quantity("mass", null, units));
                      else byHand();
                      document.querySelector<HTMLInputElement>(".make-number")?.focus();
                    }}
                  >
                    Type it
                  </button>
                )}
                {scale?.follows && (
                  <button type="button" onClick={scale.tare}>
                    Tare
                  </button>
                )}
                {batch.done.every((one) => one.weighedG == null) && index === 0 ? (
                  <button type="button" onClick={() => void throwAway()}>
                    Throw this batch away
                  </button>
                ) : (
                  <>
                    <button type="button" onClick={() => navigate(`/bench/${view.from.trialId}?rescue=${id}`)}>
                      Rescue the pot
                    </button>
                    <button type="button" onClick={() => setGivingUp(true)}>
                      Give it up…
                    </button>
                  </>
                )}
              </div>
            </section>
          </KitHere>
        </StagesHere>
        <button type="button" className={state === "right" || !weighs ? "next ready" : "next"} onClick={next}>
          <b>{last ? "Finish" : "Next"}</b>
          <span>{last ? "into the logbook" : nextStep?.title}</span>
          {nextStep?.targetG != null && <strong>{units.weight(nextStep.targetG)}</strong>}
        </button>
        <div className="visually-hidden" role="status">
          {weighs && value !== null ? spoken(value, target, tolerance) : ""}
        </div>
        {givingUp && (
          <GiveUpDialog
            view={view}
            onAct={async (reason, putBack) => {
              await act({ kind: "give_up", reason, putBack });
              navigate(`/logbook/${id}`);
            }}
            onClose={() => setGivingUp(false)}
          />
        )}
        {wiping > 0 && (
          <div className="wipe" role="status">
            Wipe away. Touch sleeps for {wiping} s.
          </div>
        )}
      </main>
    </MakeKeys>
  );
}

/** What the scale is wanted for: the material of a step, or a part that is split off. */
function weighingOf(step: MakeStep | undefined, watched: Watched | null): Weighing | undefined {
  if (step?.kind === "weigh")
    return { of: step.id, title: step.title, targetG: step.targetG ?? 0, toleranceG: step.toleranceG ?? 0 };
  const part = watched?.splitting?.parts.find((one) => one.name === watched.splitting?.now);
  if (!step || !part) return undefined;
  const colour = part.colours.find((one) => one.material === watched?.splitting?.nowColour);
  const { targetG, toleranceG, name: title } = colour ?? part;
  const of = [step.id, part.name, ...(colour ? [colour.material] : [])].join("/");
  return { of, title, targetG, toleranceG, part: part.name, ...(colour && { colour: colour.material }) };
}

const isWatched = (watched: Watched) =>
  [
    watched.cooling,
    watched.whipping,
    watched.wetting,
    watched.filling,
    watched.splitting,
    watched.drying,
    watched.bowl,
  ].some((one) => one != null);

function spoken(grams: number, target: number, tolerance: number): string {
  const state = reach(grams, target, tolerance);
  if (state === "right") return "right";
  if (state === "over") return "over";
  return target - grams <= 1 ? "1 gram to go" : grams >= target / 2 ? "half" : "";
}

function weighWords(steps: MakeStep[], index: number): string {
  const weighs = steps.flatMap((step, i) => (step.kind === "weigh" ? [i] : []));
  return `Weigh ${weighs.indexOf(index) + 1} of ${weighs.length}`;
}
