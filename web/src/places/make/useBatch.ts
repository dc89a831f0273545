import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect } from "react";
import { api, type Batch, type BatchCommand } from "../../api/client";
import { keys, take, touch } from "../../api/keys";
import { outbox, useWaiting } from "../../shell/outbox";

/** One batch with what has been done to it and not answered yet laid over it. */
export function useBatch(id: number) {
  const queries = useQueryClient();
  const query = useQuery({ queryKey: keys.batch(id), queryFn: () => api.batch(id) });
  const waiting = useWaiting(`batch ${id}`);

  // Answers of an earlier page's errands come here too.
  useEffect(
    () =>
      outbox.onAnswer((answer, errand) => {
        if ("batch" in errand && errand.batch === id && "batch" in answer) {
          take<Batch>(queries, keys.batch(id), answer);
          void touch(queries, "batch");
        }
      }),
    [id, queries],
  );

  /** Puts an act down; resolves when the server has answered, rejects with its refusal. */
  const act = useCallback(
    (command: BatchCommand) => outbox.put({ kind: "act", batch: id, command }) as Promise<Batch>,
    [id],
  );
  return { view: query.data, failure: query.error, waiting, act };
}

/** What was recorded at a step: what waits counts before what the server knows. */
export function recordedAt(view: Batch, waiting: { kind: string; command?: BatchCommand }[], step: string) {
  const late = waiting.flatMap((one) =>
    one.command?.kind === "record_step" && one.command.step === step ? [one.command] : [],
  );
  return late.at(-1) ?? view.batch.done.find((done) => done.step === step);
}

/** Where the batch stands: after the last step that waits, or where the server has it. */
export function placeOf(view: Batch, waiting: { kind: string; command?: BatchCommand }[]): number {
  const steps = view.batch.steps;
  let at = view.atIndex;
  for (const one of waiting) {
    const command = one.command;
    if (command?.kind === "record_step")
      at = Math.min(steps.findIndex((step) => step.id === command.step) + 1, steps.length - 1);
    if (command?.kind === "go_to_step") at = steps.findIndex((step) => step.id === command.step);
  }
  return Math.max(0, at);
}
