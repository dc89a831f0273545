import { api, type Batch, NoConnection } from "../../api/client";

export type Recorded = {
  batch: number;
  step: number;
  weighedG: number | null;
  temperatureC: number | null;
  note: string | null;
};

const key = "amber.make.outbox";

/** Steps that the server has not confirmed yet, oldest first. They outlive the tab. */
export function waiting(): Recorded[] {
  try {
    return JSON.parse(localStorage.getItem(key) ?? "[]") as Recorded[];
  } catch {
    return [];
  }
}

function keep(list: Recorded[]) {
  localStorage.setItem(key, JSON.stringify(list));
}

/** Puts a step down safely before it is sent; a later word on the same step replaces the earlier. */
export function put(step: Recorded): void {
  keep([...waiting().filter((one) => one.batch !== step.batch || one.step !== step.step), step]);
}

/** Sends everything that waits, in order. Stops where the server does not answer; answers the last batch sent and how many went. */
export async function send(): Promise<{ sent: number; last: Batch | null }> {
  let sent = 0;
  let last: Batch | null = null;
  for (const step of waiting()) {
    try {
      last = await api.recordStep(step.batch, step.step, {
        weighedG: step.weighedG,
        temperatureC: step.temperatureC,
        note: step.note,
      });
      sent++;
    } catch (error) {
      if (error instanceof NoConnection) return { sent, last };
      keep(waiting().filter((one) => one.batch !== step.batch || one.step !== step.step));
      throw error;
    }
    keep(waiting().filter((one) => one.batch !== step.batch || one.step !== step.step));
  }
  return { sent, last };
}
