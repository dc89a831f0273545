import { useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { inWords } from "../../api/client";
import { touch } from "../../api/keys";
import type { SaidBack } from "../../kit/SaidLine";
import { type Step, useSteps } from "../../kit/useSteps";
import { useKeys } from "../../shell/useKeys";

/** Acts of the pantry: done at once, said in one line, taken back one by one. */
export function useStock() {
  const queries = useQueryClient();
  const [said, setSaid] = useState<SaidBack>({ words: "" });
  const steps = useSteps();
  const latest = useRef(steps);
  latest.current = steps;

  const fresh = () => touch(queries, "stock");
  const say = (words: string) => setSaid({ words });
  const failed = (refused: unknown) => say(inWords(refused));
  const go = async (way: "undo" | "redo") => {
    const step = latest.current[way];
    if (!step) return say(way === "undo" ? "There is nothing left to undo." : "There is nothing to do again.");
    try {
      await step.act();
      await fresh();
      say(`${way === "undo" ? "Undone" : "Done again"}: ${step.words}`);
    } catch (refused) {
      failed(refused);
    }
  };
  const did = (step: Step) => {
    steps.did(step);
    setSaid({ words: step.words, undo: () => void go("undo") });
  };
  /** Does it and remembers how it is taken back; throws what was refused. */
  const act = async (step: Step) => {
    await step.again();
    await fresh();
    did(step);
  };
  useKeys({
    "Ctrl+z": (event) => (event.preventDefault(), void go("undo")),
    "Ctrl+Shift+z": (event) => (event.preventDefault(), void go("redo")),
  });
  return { said, say, failed, steps, did, go, fresh, act, attempt: (step: Step) => void act(step).catch(failed) };
}

export type Stock = ReturnType<typeof useStock>;
