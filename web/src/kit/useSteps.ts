import { useState } from "react";

/** Something that was done, with the way back and the way there again. */
export type Step = { words: string; back: () => Promise<unknown>; again: () => Promise<unknown> };

const most = 100;

/** Undo and redo of a place whose acts are kept at once: each is taken back by its opposite. */
export function useSteps() {
  const [done, setDone] = useState<Step[]>([]);
  const [undone, setUndone] = useState<Step[]>([]);
  const last = done.at(-1);
  const next = undone.at(-1);
  return {
    did: (step: Step) => {
      setDone((all) => [...all, step].slice(-most));
      setUndone([]);
    },
    undo: last && {
      words: last.words,
      act: async () => {
        await last.back();
        setDone((all) => all.slice(0, -1));
        setUndone((all) => [...all, last]);
      },
    },
    redo: next && {
      words: next.words,
      act: async () => {
        await next.again();
        setUndone((all) => all.slice(0, -1));
        setDone((all) => [...all, next]);
      },
    },
  };
}
