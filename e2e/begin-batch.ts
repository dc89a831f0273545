export type Step = { id: string; template: string | null; kind: string; targetG: number | null; toC: number | null };

type Wire = { call: <T>(method: string, path: string, body?: object) => Promise<T> };

/** Tells a batch something as if it had been done so many minutes ago. */
export async function tell(demo: Wire, batch: number, command: object, minutesAgo: number): Promise<void> {
  const sentAt = new Date();
  const at = new Date(sentAt.getTime() - minutesAgo * 60_000).toISOString();
  await demo.call("POST", `/batches/${batch}/commands`, { stamp: { id: crypto.randomUUID(), at, sentAt: sentAt.toISOString() }, command });
}

/** Begins a batch by the wire, with all read, ticked and signed. */
export async function beginBatch<T = { id: number; batch: { steps: Step[] } }>(demo: Wire, trial: number): Promise<T> {
  const { check } = await demo.call<{ check: { revision: string; stops: { id: string }[]; habits: { id: string }[] } }>("GET", `/batches/start/${trial}`);
  const signature = { by: "Marlo", revision: check.revision, stops: check.stops.map((one) => one.id), ticked: check.habits.map((one) => one.id) };
  return demo.call<T>("POST", "/batches", { trial, signature });
}

/** Begins a batch by the wire and does its steps up to one, as if they had been done so long ago. */
export async function beginUpTo(demo: Wire, trial: number, template: string, minutesAgo: number, celsius: number): Promise<number> {
  const { id, batch } = await beginBatch(demo, trial);
  for (const step of batch.steps) {
    if (step.template === template) break;
    const temperatureC = ["melt", "hold", "cool", "add"].includes(step.kind) ? celsius : null;
    await tell(demo, id, { kind: "record_step", step: step.id, weighedG: step.targetG, temperatureC }, minutesAgo);
  }
  return id;
}
