import { chromium } from "@playwright/test";
import { launchOptions } from "./chromium.mjs";
export const base = process.env.BASE ?? "http://localhost:5391";
export const j = async (method, path, body) => {
  const r = await fetch(base + path, { method, headers: { "content-type": "application/json", origin: base }, body: body && JSON.stringify(body) });
  const t = await r.text();
  if (!r.ok) throw new Error(`${method} ${path} ${r.status} ${t.slice(0, 600)}`);
  return t ? JSON.parse(t) : null;
};
export const stamp = async () => { const now = (await j("GET", "/api/today")).now; return { id: crypto.randomUUID(), at: now, sentAt: now }; };
export const command = async (id, c) => j("POST", `/api/batches/${id}/commands`, { stamp: await stamp(), command: c });
export const begin = async (trial) => {
  const s = await j("GET", `/api/batches/start/${trial}`);
  return j("POST", "/api/batches", { trial, signature: { by: "Ada", revision: s.check.revision, stops: s.check.stops.map((x) => x.id), ticked: s.check.habits.map((x) => x.id) } });
};
export const upTo = async (batch, template) => {
  let v = batch;
  for (const s of v.batch.steps) {
    if (s.template === template || s.id === template) break;
    v = await command(batch.id, { kind: "record_step", step: s.id, weighedG: s.targetG ?? null, temperatureC: s.targetG ? null : (s.fromC ?? null), note: null });
  }
  return v;
};
export const browser = async () => chromium.launch(launchOptions);
