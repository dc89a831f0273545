import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { flushSync } from "react-dom";
import {
  api,
  type AssessAnswer,
  type Formula,
  type FormulaEdit,
  inWords,
  isConnected,
  NoConnection,
  onConnection,
  Refused,
  type Trial,
} from "../../api/client";
import type { Moved } from "../../instruments/ruler/WarmthRuler";
import { LiveAssessor } from "./LiveAssessor";

/** What is shown but not done: a boundary that is held, a remedy with focus, a landmark that was moved. */
export type Preview =
  | { kind: "held" | "remedy"; edits: FormulaEdit[]; answer: AssessAnswer | null }
  | { kind: "what-if"; moved: Moved; answer: AssessAnswer | null };

export type Said = { text: string; undo?: boolean; stop?: boolean };

type Question = { formula: Formula; edits?: FormulaEdit[]; whatIf?: { landmark: string; temperatureC: number } };

/** Everything the bench knows of one trial, and every act on it. */
export function useBench(trialId: number, onFork: (id: number) => void) {
  const queries = useQueryClient();
  const trialQuery = useQuery({ queryKey: ["trial", trialId], queryFn: () => api.trial(trialId) });
  const trial = trialQuery.data;
  const assessKey = (of: Trial) => ["assess", of.id, of.revision];
  const settledQuery = useQuery({
    queryKey: trial ? assessKey(trial) : ["assess", "none"],
    queryFn: () => api.assess({ formula: (trial as Trial).content, withRemedies: true }),
    enabled: !!trial,
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
  });

  const [preview, setPreview] = useState<Preview | null>(null);
  const [late, setLate] = useState(false);
  const [said, setSaid] = useState<Said>({ text: "" });
  const [unkept, setUnkept] = useState<FormulaEdit[][]>([]);
  const [keeping, setKeeping] = useState(false);
  const [asksIntent, setAsksIntent] = useState<FormulaEdit[] | null>(null);
  const [conflict, setConflict] = useState<{ theirs: Trial; edits: FormulaEdit[]; base: Formula } | null>(null);
  const lateTimer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const saving = useRef(Promise.resolve());

  const live = useMemo(
    () =>
      new LiveAssessor<Question, AssessAnswer>(
        (question) => api.assess(question),
        (answer) => {
          clearTimeout(lateTimer.current);
          flushSync(() => {
            setLate(false);
            setPreview((now) => now && { ...now, answer });
          });
        },
        (error) => {
          clearTimeout(lateTimer.current);
          setSaid({
            text: error instanceof Refused ? error.line : "That could not be worked out. Your change is kept.",
            stop: true,
          });
        },
      ),
    [],
  );

  // An old verdict must not be read as new: after a quarter second without an answer the hill drops to its outline.
  const ask = useCallback(
    (question: Question) => {
      clearTimeout(lateTimer.current);
      lateTimer.current = setTimeout(() => setLate(true), 250);
      live.request(question);
    },
    [live],
  );

  const show = useCallback(
    (next: Preview) => {
      if (!trial) return;
      setPreview((now) => ({ ...next, answer: now?.kind === next.kind ? now.answer : null }));
      ask(
        next.kind === "what-if"
          ? { formula: trial.content, whatIf: { landmark: next.moved.id, temperatureC: next.moved.celsius } }
          : { formula: trial.content, edits: next.edits },
      );
    },
    [trial, ask],
  );

  const putBack = useCallback(() => {
    live.cancel();
    clearTimeout(lateTimer.current);
    setLate(false);
    setPreview(null);
  }, [live]);

  /** Takes a trial the server has kept: its judgement is fetched first, so that both change on the screen at once. */
  const settle = useCallback(
    async (kept: Trial) => {
      await queries.fetchQuery({
        queryKey: ["assess", kept.id, kept.revision],
        queryFn: () => api.assess({ formula: kept.content, withRemedies: true }),
        staleTime: Number.POSITIVE_INFINITY,
      });
      queries.setQueryData(["trial", kept.id], kept);
      putBack();
      queries.invalidateQueries({ queryKey: ["formulas"] });
    },
    [queries, putBack],
  );

  const current = useCallback(() => queries.getQueryData<Trial>(["trial", trialId]), [queries, trialId]);

  /** One change after another: each starts from what the one before it has kept. */
  const inTurn = useCallback(<T>(work: () => Promise<T>): Promise<T> => {
    const done = saving.current.then(work);
    saving.current = done.then(
      () => undefined,
      () => undefined,
    );
    return done;
  }, []);

  /** Does and keeps an edit. Answers the refusal when it was refused, so that a field can show it. */
  const apply = useCallback(
    (edits: FormulaEdit[], words?: string): Promise<Refused | null> =>
      inTurn(async () => {
        const now = current();
        if (!now) return null;
        if (now.madeAt) {
          setAsksIntent(edits);
          return null;
        }
        setKeeping(true);
        try {
          const kept = await api.editTrial(trialId, now.revision, edits);
          await settle(kept);
          setSaid({ text: words ?? sentence(kept.undo), undo: true });
          return null;
        } catch (error) {
          putBack();
          if (error instanceof NoConnection) {
            setUnkept((list) => [...list, edits]);
            setSaid({ text: "Not kept yet: no connection. It is sent as soon as the workshop answers.", stop: true });
            return null;
          }
          if (error instanceof Refused && error.theirs) {
            setConflict({ theirs: error.theirs, edits, base: now.content });
            return null;
          }
          const refused = error instanceof Refused ? error : new Refused(0, "E_SERVER", String(error), "", "");
          setSaid({ text: refused.line, stop: true });
          return refused;
        } finally {
          setKeeping(false);
        }
      }),
    [current, inTurn, putBack, settle, trialId],
  );

  const step = useCallback(
    (way: "undo" | "redo") =>
      inTurn(async () => {
        const now = current();
        if (!now) return;
        const words = way === "undo" ? now.undo : now.redo;
        if (!words) {
          setSaid({
            text: now.madeAt
              ? `Trial ${now.number} has been made and stays as it is.`
              : way === "undo"
                ? "There is nothing left to undo."
                : "There is nothing to do again.",
          });
          return;
        }
        try {
          await settle(await api[way](trialId, now.revision));
          setSaid({ text: `${way === "undo" ? "Undone" : "Done again"}: ${words}.` });
        } catch (error) {
          if (error instanceof Refused && error.theirs) queries.setQueryData(["trial", trialId], error.theirs);
          setSaid({ text: inWords(error), stop: true });
        }
      }),
    [current, inTurn, queries, settle, trialId],
  );

  const fork = useCallback(
    async (intent: string, edits: FormulaEdit[], content?: Formula) => {
      const begun = await api.forkTrial(trialId, intent, edits, content);
      setAsksIntent(null);
      setConflict(null);
      await queries.invalidateQueries({ queryKey: ["trial", trialId] });
      await settle(begun);
      setSaid({ text: `Trial ${begun.number} begun: ${begun.intent}.` });
      onFork(begun.id);
    },
    [onFork, queries, settle, trialId],
  );

  const resolve = useCallback(
    async (keep: "mine" | "theirs") => {
      if (!conflict) return;
      const { theirs, edits } = conflict;
      setConflict(null);
      await settle(theirs);
      if (keep === "mine") await apply(edits);
    },
    [apply, conflict, settle],
  );

  // What could not be sent is sent when the server is back, in order.
  useEffect(() => {
    if (unkept.length === 0) return;
    const send = () => {
      const all = unkept;
      setUnkept([]);
      for (const edits of all) void apply(edits);
    };
    const poll = setInterval(() => void api.house().catch(() => undefined), 2000);
    const stop = onConnection((connected) => connected && send());
    if (isConnected()) send();
    return () => {
      clearInterval(poll);
      stop();
    };
  }, [apply, unkept]);

  useEffect(() => () => live.cancel(), [live]);

  const acts = useMemo(
    () => ({ say: setSaid, askIntent: setAsksIntent, show, putBack, apply, step, fork }),
    [show, putBack, apply, step, fork],
  );

  return {
    trial,
    settled: settledQuery.data,
    failure: trialQuery.error ?? settledQuery.error,
    preview,
    late,
    said,
    keeping,
    unkept: unkept.length,
    asksIntent,
    conflict,
    resolve,
    acts,
  };
}

/** What can be done to a trial; stays the same while something is only being shown. */
export type BenchActs = ReturnType<typeof useBench>["acts"];

const sentence = (did: string | null | undefined) => (did ? `${did.charAt(0).toUpperCase()}${did.slice(1)}.` : "Kept.");
