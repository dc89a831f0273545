import createClient from "openapi-fetch";
import type { components, paths } from "./schema.generated";

type Schemas = components["schemas"];

/** What the server answers holds every field; the document calls those with a default optional, as for requests. */
type Full<T> = T extends (infer U)[]
  ? Full<U>[]
  : T extends object
    ? { [K in keyof T]-?: Full<Exclude<T[K], undefined>> }
    : T;

export type Trial = Full<Schemas["TrialView"]>;
export type Formula = Full<Schemas["Formula"]>;
export type FormulaLine = Full<Schemas["FormulaLine"]>;
export type FormulaEdit =
  | ({ kind: "set-share" } & Omit<Schemas["FormulaEditSetShare"], "kind">)
  | ({ kind: "move-boundary" } & Omit<Schemas["FormulaEditMoveBoundary"], "kind">)
  | ({ kind: "add-line" } & Omit<Schemas["FormulaEditAddLine"], "kind">)
  | ({ kind: "remove-line" } & Omit<Schemas["FormulaEditRemoveLine"], "kind">)
  | ({ kind: "swap-material" } & Omit<Schemas["FormulaEditSwapMaterial"], "kind">)
  | ({ kind: "move-line" } & Omit<Schemas["FormulaEditMoveLine"], "kind">)
  | ({ kind: "keep-line" } & Omit<Schemas["FormulaEditKeepLine"], "kind">)
  | ({ kind: "choose-makeweight" } & Omit<Schemas["FormulaEditChooseMakeweight"], "kind">)
  | ({ kind: "set-phase" } & Omit<Schemas["FormulaEditSetPhase"], "kind">)
  | ({ kind: "trade" } & Omit<Schemas["FormulaEditTrade"], "kind">)
  | ({ kind: "set-batch" } & Omit<Schemas["FormulaEditSetBatch"], "kind">)
  | ({ kind: "set-pour" } & Omit<Schemas["FormulaEditSetPour"], "kind">);
export type Assessment = Full<Schemas["Assessment"]>;
export type AssessAnswer = Full<Schemas["AssessAnswer"]>;
export type Finding = Full<Schemas["Finding"]>;
export type Remedy = Full<Schemas["Remedy"]>;
export type Severity = Schemas["Severity"];
export type LandmarkReading = Full<Schemas["LandmarkReading"]>;
export type StateSpan = Full<Schemas["StateSpan"]>;
export type CurveView = Full<Schemas["CurveView"]>;
export type MatterState = Schemas["MatterState"];
export type Material = Full<Schemas["MaterialView"]>;
export type House = Full<Schemas["HouseView"]>;
export type HouseSettings = Full<Schemas["HouseSettings"]>;
export type Landmark = Full<Schemas["Landmark"]>;
export type Batch = Full<Schemas["BatchView"]>;
export type BatchBrief = Full<Schemas["BatchBrief"]>;
export type MakeStep = Full<Schemas["MakeStep"]>;
export type Today = Full<Schemas["TodayView"]>;
export type FormulaBrief = Full<Schemas["FormulaBrief"]>;
export type FoundMix = Full<Schemas["FoundMix"]>;
export type PourOverChoices = Full<Schemas["PourOverChoices"]>;
export type CopyPreview = Full<Schemas["CopyPreview"]>;
export type Family = Schemas["Family"];

/** A refusal as the server words it: what, where, and what to do instead. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly error: string,
    message: string,
    readonly remedy: string,
    readonly field: string,
    readonly theirs?: Trial,
  ) {
    super(message);
  }

  /** The whole of it in one line. */
  get line(): string {
    return `${this.message} ${this.remedy}`.trim();
  }
}

/** What went wrong, in one line for the maker. */
export const inWords = (error: unknown): string => (error instanceof Refused ? error.line : String(error));

/** The server did not answer at all. */
export class NoConnection extends Error {}

const client = createClient<paths>({ baseUrl: "" });

type Listener = (connected: boolean) => void;
const listeners = new Set<Listener>();
let connected = true;

/** Tells whenever the server goes away or comes back. */
export function onConnection(listener: Listener): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export function isConnected(): boolean {
  return connected;
}

function tell(now: boolean) {
  if (now !== connected) {
    connected = now;
    for (const listener of listeners) listener(now);
  }
}

/** Awaits a call of the typed client and answers its data, or throws {@link Refused} or {@link NoConnection}. */
async function data<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<Full<T>> {
  let answer: Awaited<typeof call>;
  try {
    answer = await call;
  } catch {
    tell(false);
    throw new NoConnection("The workshop’s server does not answer.");
  }
  tell(true);
  if (answer.response.ok) return answer.data as Full<T>;
  const problem = (answer.error ?? {}) as Record<string, unknown>;
  throw new Refused(
    answer.response.status,
    String(problem.error ?? "E_SERVER"),
    String(problem.detail ?? "That could not be worked out. Your change is kept."),
    String(problem.remedy ?? "Try again."),
    String(problem.field ?? ""),
    problem.theirs as Trial | undefined,
  );
}

const at = (id: number) => ({ params: { path: { id } } });

/** Every call the pages make, one line each. */
export const api = {
  /** The bench draws melting: the science beside it is left out of the answer. */
  assess: (body: Schemas["AssessRequest"], signal?: AbortSignal) =>
    data(client.POST("/api/assess", { body: { whole: false, ...body }, signal })),
  mix: (formula: Formula, holdsAtC: number) => data(client.POST("/api/mix", { body: { formula, holdsAtC } })),
  materials: () => data(client.GET("/api/materials")),
  findMaterials: (text: string) => data(client.GET("/api/materials/find", { params: { query: { text } } })),
  formulas: () => data(client.GET("/api/formulas")),
  startFormula: (body: Schemas["StartFormula"]) => data(client.POST("/api/formulas", { body })),
  renameFormula: (id: number, name: string) =>
    data(client.PUT("/api/formulas/{id}/name", { ...at(id), body: { name } })),
  trial: (id: number) => data(client.GET("/api/trials/{id}", at(id))),
  editTrial: (id: number, revision: number, edits: FormulaEdit[], did?: string) =>
    data(
      client.POST("/api/trials/{id}/edits", {
        ...at(id),
        body: { revision, edits, did: did ?? null } as Schemas["EditTrial"],
      }),
    ),
  replaceTrial: (id: number, revision: number, content: Formula) =>
    data(client.PUT("/api/trials/{id}/content", { ...at(id), body: { revision, content } })),
  undo: (id: number, revision: number) => data(client.POST("/api/trials/{id}/undo", { ...at(id), body: { revision } })),
  redo: (id: number, revision: number) => data(client.POST("/api/trials/{id}/redo", { ...at(id), body: { revision } })),
  forkTrial: (id: number, intent: string, edits: FormulaEdit[], content?: Formula) =>
    data(
      client.POST("/api/trials/{id}/fork", {
        ...at(id),
        body: { intent, edits, content: content ?? null } as Schemas["ForkTrial"],
      }),
    ),
  plan: (id: number) => data(client.GET("/api/trials/{id}/plan", at(id))),
  setAside: (id: number, finding: string, reason: string, value: number | null) =>
    data(client.POST("/api/trials/{id}/set-aside", { ...at(id), body: { finding, reason, value } })),
  takeBack: (id: number, finding: string) =>
    data(client.DELETE("/api/trials/{id}/set-aside/{finding}", { params: { path: { id, finding } } })),
  openBatches: () => data(client.GET("/api/batches")),
  beginBatch: (trial: number) => data(client.POST("/api/batches", { body: { trial } })),
  batch: (id: number) => data(client.GET("/api/batches/{id}", at(id))),
  recordStep: (id: number, step: number, body: Schemas["RecordStep"]) =>
    data(client.PUT("/api/batches/{id}/steps/{step}", { params: { path: { id, step } }, body })),
  goToStep: (id: number, step: number) => data(client.PUT("/api/batches/{id}/at", { ...at(id), body: { step } })),
  pourOver: (id: number, step: number, weighedG: number) =>
    data(client.POST("/api/batches/{id}/over-pour", { ...at(id), body: { step, weighedG } })),
  rescale: (id: number, step: number, weighedG: number) =>
    data(client.POST("/api/batches/{id}/rescale", { ...at(id), body: { step, weighedG } })),
  finishBatch: (id: number, units: number | null, notes: string) =>
    data(client.PUT("/api/batches/{id}/finish", { ...at(id), body: { units, notes } })),
  placeStock: (id: number, place: Schemas["StockPlace"]) =>
    data(client.PUT("/api/batches/{id}/place", { ...at(id), body: { place } })),
  giveUpBatch: (id: number) => data(client.DELETE("/api/batches/{id}", at(id))),
  logbook: () => data(client.GET("/api/logbook")),
  observe: (id: number, body: Schemas["Observe"]) =>
    data(client.POST("/api/logbook/{id}/observations", { ...at(id), body })),
  withdraw: (id: number, observation: number) =>
    data(client.DELETE("/api/logbook/{id}/observations/{observation}", { params: { path: { id, observation } } })),
  keepNotes: (id: number, notes: string) => data(client.PUT("/api/logbook/{id}/notes", { ...at(id), body: { notes } })),
  today: () => data(client.GET("/api/today")),
  readRoom: (workroomC: number, humidityPercent: number | null) =>
    data(client.PUT("/api/today/reading", { body: { workroomC, humidityPercent } })),
  tomorrow: (temperatures: Record<string, number>) =>
    data(client.PUT("/api/today/tomorrow", { body: { temperatures } })),
  house: () => data(client.GET("/api/house")),
  saveHouse: (body: HouseSettings) => data(client.PUT("/api/house", { body })),
  previewCopy: (body: unknown) =>
    data(
      client.POST("/api/house/copy/preview", {
        body: body as never,
        bodySerializer: (text) => text as never,
        headers: { "Content-Type": "application/json" },
      }),
    ),
  takeCopy: (body: unknown) =>
    data(
      client.POST("/api/house/copy", {
        body: body as never,
        bodySerializer: (text) => text as never,
        headers: { "Content-Type": "application/json" },
      }),
    ),
};
