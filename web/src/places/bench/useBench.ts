import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { flushSync } from "react-dom";
import {
  api,
  type AssessAnswer,
  type Formula,
  type FormulaEdit,
  inWords,
  type Lens,
  type Part,
  Refused,
  type Trial,
} from "../../api/client";
import { keys, take, touch } from "../../api/keys";
import { outbox, useWaiting } from "../../shell/outbox";
import { upper } from "../../words/format";
import { type BenchEvent, type BenchState, reduceBench, resting, type Wonder } from "./benchState";
import { LiveAssessor } from "./LiveAssessor";

/** `back` takes back what undo does not know of: a finding set aside, a setting of the house. */
export type Said = { text: string; undo?: boolean; redo?: boolean; stop?: boolean; back?: () => Promise<unknown> };

type Question = { formula: Formula; edits?: FormulaEdit[]; probe?: Wonder; parts: Part[]; lens: Lens };
/** What is asked of the trial in hand, read by its lens. */
type Asked = Omit<Question, "formula" | "parts" | "lens">;
/** The trial as another window has made it, and the list that stands in this one. */
type Conflict = { theirs: Trial; mine: Formula };

type AssessBody = Parameters<typeof api.assess>[0];

const restMs = 700;

/** The places it must stand are told beside every lens. */
const readBy = (lens: Lens): { parts: Part[]; lens: Lens } => ({ parts: ["melt"], lens });

/** Everything the bench knows of one trial, and every act on it. */
export function useBench(trialId: number, lensOf: (trial: Trial) => Lens, onFork: (id: number) => void) {
  const queries = useQueryClient();
  const trialQuery = useQuery({ queryKey: keys.trial(trialId), queryFn: () => api.trial(trialId) });
  const trial = trialQuery.data;
  const lens = trial ? lensOf(trial) : "melt";
  const judge = useCallback(
    (of: Trial) => ({
      queryKey: keys.assess(of, lensOf(of)) as readonly unknown[],
      queryFn: () =>
        api.assess({
          formula: of.content,
          remedies: true,
          ...readBy(lensOf(of)),
          aside: of.setAside.map((one) => ({ finding: one.finding, value: one.value ?? null })),
        } as AssessBody),
      staleTime: Number.POSITIVE_INFINITY,
    }),
    [lensOf],
  );
  const settledQuery = useQuery<AssessAnswer>({
    queryKey: trial ? judge(trial).queryKey : ["assess", "none"],
    queryFn: () => judge(trial as Trial).queryFn(),
    enabled: !!trial,
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
  });

  const waiting = useWaiting(`trial ${trialId}`);
  const [state, setState] = useState<BenchState>(resting);
  const [late, setLate] = useState(false);
  const [said, setSaid] = useState<Said>({ text: "" });
  const [asksIntent, setAsksIntent] = useState<FormulaEdit[] | null>(null);
  const [conflict, setConflict] = useState<Conflict | null>(null);
  const now = useRef({ state, trial, said, conflict });
  Object.assign(now.current, { trial, said, conflict });
  const lateTimer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const restTimer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const dispatchRef = useRef<(event: BenchEvent, atOnce?: boolean) => void>(() => undefined);

  const live = useMemo(
    () =>
      new LiveAssessor<Question, AssessAnswer>(
        (question) => api.assess(question as AssessBody),
        (answer) => {
          clearTimeout(lateTimer.current);
          flushSync(() => {
            setLate(false);
            dispatchRef.current({ kind: "answer", answer });
          });
        },
        (error) => {
          clearTimeout(lateTimer.current);
          setSaid({ text: inWords(error), stop: true });
        },
      ),
    [],
  );

  /** Takes a trial the server has kept: its judgement is fetched first, so that both change on the screen at once. */
  const settle = useCallback(
    async (kept: Trial) => {
      // Where the judgement cannot be had now, what was kept stands all the same, and the page asks for it again by itself.
      await queries.fetchQuery(judge(kept)).catch(() => undefined);
      take(queries, keys.trial(kept.id), kept);
      if (outbox.waiting(`trial ${kept.id}`).length === 0) dispatchRef.current({ kind: "settled" });
      void touch(queries, "formula");
    },
    [queries, judge],
  );

  /** Another window was first: both lists are laid side by side. What comes after goes on top of the list here. */
  const fallOut = useCallback(async (theirs: Trial, base: Formula, edits: FormulaEdit[]) => {
    const from = now.current.conflict?.mine ?? base;
    const mine = edits.length === 0 ? from : (await api.assess({ formula: from, edits } as AssessBody)).formula;
    now.current.conflict = { theirs, mine };
    setConflict(now.current.conflict);
  }, []);

  /** Does and keeps an edit. Answers the refusal when it was refused, so that a field can show it. */
  const keep = useCallback(
    async (edits: FormulaEdit[], words?: string): Promise<Refused | null> => {
      const from = now.current.trial;
      if (!from) return null;
      if (from.madeAt) {
        setAsksIntent(edits);
        return null;
      }
      try {
        const kept = (await outbox.put({ kind: "edit", trial: trialId, edits }, from.revision)) as Trial;
        await settle(kept);
        setSaid({ text: words ?? sentence(kept.undo), undo: true });
        return null;
      } catch (error) {
        dispatchRef.current({ kind: "settled" });
        if (!(error instanceof Refused)) throw error;
        if (error.theirs) {
          await fallOut(error.theirs as Trial, from.content, edits);
          return null;
        }
        if (error.error === "E_MADE") {
          // Begun as a batch in another window: the change starts the next trial, as it does here.
          await queries.invalidateQueries({ queryKey: keys.trial(trialId) });
          setAsksIntent(edits);
          return null;
        }
        setSaid({ text: error.line, stop: true });
        return error;
      }
    },
    [fallOut, queries, settle, trialId],
  );

  const questionOf = useCallback(
    (from: Trial, question: Asked): Question => {
      // What has been done and is on its way is part of what is asked about.
      const pending = outbox.waiting(`trial ${from.id}`).flatMap((one) => (one.kind === "edit" ? one.edits : []));
      const edits = [...pending, ...(question.edits ?? [])];
      return {
        formula: from.content,
        ...readBy(lensOf(from)),
        ...question,
        ...(edits.length > 0 ? { edits } : {}),
      };
    },
    [lensOf],
  );
  // An old verdict must not be read as new: after a quarter second without an answer the picture drops to its outline.
  const ask = useCallback(
    (question: Asked) => {
      const from = now.current.trial;
      if (!from) return;
      clearTimeout(lateTimer.current);
      lateTimer.current = setTimeout(() => setLate(true), 250);
      live.request(questionOf(from, question));
    },
    [live, questionOf],
  );

  /** Asks what the hand may do next, so that its answer is there when it does. */
  const ahead = useCallback(
    (all: readonly FormulaEdit[]) => {
      const from = now.current.trial;
      if (from) live.ahead(all.map((edit) => questionOf(from, { edits: [edit] })));
    },
    [live, questionOf],
  );

  const dispatch = useCallback(
    (event: BenchEvent) => {
      const next = reduceBench(now.current.state, event);
      now.current.state = next.state;
      setState(next.state);
      clearTimeout(restTimer.current);
      if (next.state.mode === "stepping")
        restTimer.current = setTimeout(() => dispatchRef.current({ kind: "rest" }), restMs);
      for (const effect of next.effects) {
        if (effect.kind === "ask") ask({ edits: effect.edits });
        else if (effect.kind === "wonder") ask({ probe: effect.wonder });
        else if (effect.kind === "keep") void keep(effect.edits);
        else if (effect.kind === "forget") {
          live.cancel();
          clearTimeout(lateTimer.current);
          setLate(false);
        }
      }
    },
    [ask, keep, live],
  );
  dispatchRef.current = dispatch;

  /** Any other act: what was being stepped is kept first. */
  const apply = useCallback(
    (edits: FormulaEdit[], words?: string) => {
      dispatch({ kind: "act" });
      return keep(edits, words);
    },
    [dispatch, keep],
  );

  const step = useCallback(
    async (way: "undo" | "redo") => {
      dispatch({ kind: "act" });
      const from = now.current.trial;
      if (!from) return;
      const { back } = now.current.said;
      if (way === "undo" && back) {
        try {
          await back();
          setSaid({ text: "Undone." });
        } catch (error) {
          setSaid({ ...now.current.said, text: inWords(error), stop: true });
        }
        return;
      }
      const words = way === "undo" ? from.undo : from.redo;
      if (!words && outbox.waiting(`trial ${trialId}`).length === 0) {
        setSaid({ text: nothingTo(way, from) });
        return;
      }
      try {
        await settle((await outbox.put({ kind: way, trial: trialId }, from.revision)) as Trial);
        setSaid({
          text: `${way === "undo" ? "Undone" : "Done again"}${words ? `: ${words}` : ""}.`,
          redo: way === "undo",
        });
      } catch (error) {
        if (error instanceof Refused && error.theirs) await fallOut(error.theirs as Trial, from.content, []);
        setSaid({ text: inWords(error), stop: true });
      }
    },
    [dispatch, fallOut, settle, trialId],
  );

  const fork = useCallback(
    async (intent: string, edits: FormulaEdit[], content?: Formula) => {
      dispatch({ kind: "act" });
      const begun = await api.forkTrial(trialId, intent, edits, content);
      setAsksIntent(null);
      setConflict(null);
      await queries.invalidateQueries({ queryKey: keys.trial(trialId) });
      await settle(begun);
      setSaid({ text: `Trial ${begun.number} begun: ${begun.intent}.` });
      onFork(begun.id);
    },
    [dispatch, onFork, queries, settle, trialId],
  );

  const resolve = useCallback(
    async (which: "mine" | "theirs") => {
      if (!conflict) return;
      const { theirs, mine } = conflict;
      setConflict(null);
      now.current.conflict = null;
      if (which === "theirs") return settle(theirs);
      try {
        await settle((await outbox.put({ kind: "replace", trial: trialId, content: mine }, theirs.revision)) as Trial);
        setSaid({ text: "Yours stands, as it was listed.", undo: true });
      } catch (error) {
        if (error instanceof Refused && error.theirs) await fallOut(error.theirs as Trial, mine, []);
        else setSaid({ text: inWords(error), stop: true });
      }
    },
    [conflict, fallOut, settle, trialId],
  );

  const setAside = useCallback(
    async (finding: string, reason: string, value: number | null) => {
      take(queries, keys.trial(trialId), await api.setAside(trialId, finding, reason, value));
      setSaid({
        text: `Set aside: ${reason.trim()}.`,
        back: async () => take(queries, keys.trial(trialId), await api.takeBack(trialId, finding)),
      });
    },
    [queries, trialId],
  );

  const takeBack = useCallback(
    async (finding: string) => {
      const aside = now.current.trial?.setAside.find((one) => one.finding === finding);
      try {
        take(queries, keys.trial(trialId), await api.takeBack(trialId, finding));
        setSaid({
          text: "It stands among the findings again.",
          ...(aside ? { back: () => setAside(finding, aside.reason, aside.value ?? null) } : {}),
        });
      } catch (error) {
        setSaid({ text: inWords(error), stop: true });
      }
    },
    [queries, setAside, trialId],
  );

  // A page that goes away keeps what was being stepped: the outbox has it before the page is gone.
  useEffect(() => {
    const leave = () => dispatchRef.current({ kind: "act" });
    window.addEventListener("pagehide", leave);
    document.addEventListener("visibilitychange", leave);
    return () => {
      window.removeEventListener("pagehide", leave);
      document.removeEventListener("visibilitychange", leave);
      leave();
      live.cancel();
    };
  }, [live]);

  // An edit of an earlier page may be answered while this one stands.
  useEffect(
    () =>
      outbox.onAnswer((answer, errand) => {
        if ("trial" in errand && errand.trial === trialId && "content" in answer)
          take(queries, keys.trial(trialId), answer);
      }),
    [queries, trialId],
  );

  // And refused: the hand that did it is told now.
  useEffect(
    () =>
      outbox.onLateRefusal((refused, errand) => {
        const from = now.current.trial;
        if (!("trial" in errand) || errand.trial !== trialId || !from) return;
        const edits = errand.kind === "edit" ? errand.edits : [];
        if (refused.theirs) void fallOut(refused.theirs as Trial, from.content, edits);
        else if (refused.error === "E_MADE" && edits.length > 0) setAsksIntent(edits);
        else setSaid({ text: refused.line, stop: true });
      }),
    [fallOut, trialId],
  );

  const acts = useMemo(
    () => ({
      say: setSaid,
      askIntent: (edits: FormulaEdit[] | null) => {
        dispatchRef.current({ kind: "act" });
        setAsksIntent(edits);
      },
      dispatch: (event: BenchEvent) => dispatchRef.current(event),
      /** What the hand is doing at this very moment. */
      now: () => now.current.state,
      putBack: () => dispatchRef.current({ kind: "put-back" }),
      ahead,
      /** What was asked ahead may have changed since. */
      forget: () => live.cancel(),
      apply,
      step,
      fork,
      setAside,
      takeBack,
    }),
    [ahead, live, apply, step, fork, setAside, takeBack],
  );

  return {
    trial,
    lens,
    settled: settledQuery.data,
    failure: trialQuery.error ?? settledQuery.error,
    state,
    late,
    said,
    waiting: waiting.length,
    asksIntent,
    conflict,
    resolve,
    acts,
  };
}

/** What can be done to a trial; stays the same while something is only being shown. */
export type BenchActs = ReturnType<typeof useBench>["acts"];

const sentence = (did: string | null | undefined) => (did ? `${upper(did)}.` : "Saved.");

const nothingTo = (way: "undo" | "redo", trial: Trial) =>
  trial.madeAt
    ? `Trial ${trial.number} has been made and stays as it is.`
    : way === "undo"
      ? "There is nothing left to undo."
      : "There is nothing to do again.";
