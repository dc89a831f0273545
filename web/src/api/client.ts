import createClient from "openapi-fetch";
import { learn } from "./materials";
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
type Word<T extends string> = T extends `FormulaEdit${infer Name}` ? Name : never;
type Kinds = {
  SetShare: "set_share";
  AddDrops: "add_drops";
  MoveBoundary: "move_boundary";
  AddLine: "add_line";
  RemoveLine: "remove_line";
  SwapMaterial: "swap_material";
  MoveLine: "move_line";
  KeepLine: "keep_line";
  ChooseMakeweight: "choose_makeweight";
  SetPhase: "set_phase";
  Trade: "trade";
  SetMix: "set_mix";
  SetBatch: "set_batch";
  SetPour: "set_pour";
  SetFamily: "set_family";
  SetUse: "set_use";
  SetMustStand: "set_must_stand";
  SetMethod: "set_method";
  SetColouredParts: "set_coloured_parts";
};
export type FormulaEdit = {
  [K in keyof Kinds]: { kind: Kinds[K] } & Omit<Schemas[`FormulaEdit${K}`], "kind">;
}[keyof Kinds & Word<keyof Schemas>];
type Acts = {
  RecordStep: "record_step";
  ChooseLot: "choose_lot";
  GoToStep: "go_to_step";
  RescalePot: "rescale_pot";
  AddToPot: "add_to_pot";
  FinishBatch: "finish";
  PlaceStock: "place_stock";
  CountStock: "count_stock";
  WriteNotes: "write_notes";
  Observe: "observe";
  Withdraw: "withdraw";
  GiveUpBatch: "give_up";
  TakeUpBatch: "take_up";
  ArchiveBatch: "archive";
  BringBackBatch: "bring_back";
  CorrectStep: "correct_step";
  CorrectObservation: "correct_observation";
  TakeStock: "take_stock";
  PutStockBack: "put_stock_back";
  ReadStep: "read_step";
  TakeReadingBack: "take_reading_back";
  AnswerDeviation: "answer_deviation";
  ShareParts: "share_parts";
};
/** Something done to a batch. */
export type BatchCommand = {
  [K in keyof Acts]: { kind: Acts[K] } & Omit<Schemas[`BatchCommand${K}`], "kind">;
}[keyof Acts];
export type Assessment = Full<Schemas["Assessment"]>;
export type AssessAnswer = Full<Schemas["AssessAnswer"]>;
export type DeviceState = Full<Schemas["DeviceState"]>;
export type Part = Schemas["Part"];
export type Probe = Full<NonNullable<Schemas["Probe"]>>;
export type Lens = NonNullable<Schemas["Lens"]>;
export type LensView = Full<Schemas["LensView"]>;
export type Instrument = Full<Schemas["Instrument"]>;
export type LensColumn = Full<Schemas["LensColumn"]>;
export type Chip = Full<Schemas["Chip"]>;
export type PastedList = Full<Schemas["PastedList"]>;
export type PastedRow = Full<Schemas["PastedRow"]>;
export type PastedAnswer = Schemas["PastedAnswer"];
export type PastedQuestion = Schemas["PastedQuestion"];
export type LabelList = Full<Schemas["LabelList"]>;
export type LabelRow = Full<Schemas["LabelRow"]>;
export type LabelAnswer = Schemas["LabelAnswer"];
export type LabelFelt = Schemas["LabelFelt"];
export type LabelQuestion = Schemas["LabelQuestion"];
export type Wish = Full<Schemas["Wish"]>;
export type WishKind = Schemas["WishKind"];
export type WishAnswer = Full<Schemas["WishAnswer"]>;
export type WishedMix = Full<Schemas["WishedMix"]>;
export type CompareView = Full<Schemas["CompareView"]>;
export type ParcelTrip = Full<Schemas["ParcelTrip"]>;
export type ParcelAnswer = Full<Schemas["ParcelAnswer"]>;
export type RescueKind = Schemas["RescueKind"];
export type RescueWish = Schemas["RescueWish"];
export type RescueAnswer = Full<Schemas["RescueAnswer"]>;
export type SwapBy = Schemas["SwapBy"];
export type SwapAnswer = Full<Schemas["SwapAnswer"]>;
export type SwapOption = Full<Schemas["SwapOption"]>;
export type StrengthAnswer = Full<Schemas["StrengthAnswer"]>;
export type StrengthRequest = Schemas["StrengthRequest"];
export type GroupsPart = Full<Schemas["GroupsPart"]>;
export type GivesWay = NonNullable<Schemas["GivesWay"]>;
export type ShadeAnswer = Full<Schemas["ShadeAnswer"]>;
export type WantedShade = Schemas["WantedShade"];
export type BlendLayer = Full<Schemas["BlendLayer"]>;
export type SniffTest = Schemas["SniffTest"];
export type SniffAnswer = Full<Schemas["SniffAnswer"]>;
export type SmellAnswer = Full<Schemas["SmellAnswer"]>;
export type ScentDrops = Full<Schemas["ScentDrops"]>;
export type Consistency = Schemas["Consistency"];
export type ColouredPart = Full<Schemas["ColouredPart"]>;
export type LeverAnswer = Full<Schemas["LeverAnswer"]>;
export type FeelLever = Schemas["FeelLever"];
export type HardenerAnswer = Full<Schemas["HardenerAnswer"]>;
export type HardenerOption = Full<Schemas["HardenerOption"]>;
export type LensStem = Full<Schemas["Stem"]>;
export type LensTank = Full<Schemas["Tank"]>;
export type HillPoint = Full<Schemas["HillPoint"]>;
export type MeltPart = Full<Schemas["MeltPart"]>;
export type ExplainStep = Full<Schemas["ExplainStep"]>;
export type Finding = Full<Schemas["Finding"]>;
export type Remedy = Full<Schemas["Remedy"]>;
export type WornOn = NonNullable<Schemas["WornOn"]>;
export type ForWhom = NonNullable<Schemas["ForWhom"]>;
export type Severity = Schemas["Severity"];
export type LandmarkReading = Full<Schemas["LandmarkReading"]>;
export type StateSpan = Full<Schemas["StateSpan"]>;
export type CurveView = Full<Schemas["CurveView"]>;
export type MatterState = Schemas["MatterState"];
export type Material = Full<Schemas["MaterialView"]>;
export type OwnMaterial = Full<Schemas["OwnMaterial"]>;
export type StockView = Full<Schemas["StockView"]>;
export type StockRow = Full<Schemas["StockRow"]>;
export type StockDetail = Full<Schemas["StockDetail"]>;
export type StockKind = Schemas["StockKind"];
export type ShelfGroup = Schemas["ShelfGroup"];
export type LotView = Full<Schemas["LotView"]>;
export type LotFacts = Full<Schemas["LotFacts"]>;
export type LotMove = Full<Schemas["LotMove"]>;
export type MoveKind = Schemas["MoveKind"];
export type CountedLot = Full<Schemas["CountedLot"]>;
export type LotFileView = Full<Schemas["LotFileView"]>;
export type TraceView = Full<Schemas["TraceView"]>;
export type ArrivalVerdict = Full<Schemas["ArrivalVerdict"]>;
export type Delivery = Schemas["Delivery"];
export type StepLots = Full<Schemas["StepLots"]>;
export type Container = Full<Schemas["Container"]>;
export type StockOut = Schemas["StockOut"];
export type House = Full<Schemas["HouseView"]>;
export type HouseSettings = Full<Schemas["HouseSettings"]>;
export type KitPiece = Full<Schemas["KitPiece"]>;
export type KitFileView = Full<Schemas["KitFileView"]>;
export type Room = Full<Schemas["Room"]>;
export type OwnStep = Full<Schemas["OwnStep"]>;
export type Landmark = Full<Schemas["Landmark"]>;
export type Batch = Full<Schemas["BatchView"]>;
export type StartView = Full<Schemas["StartView"]>;
export type WatchView = Full<Schemas["WatchView"]>;
export type WhipCoach = NonNullable<WatchView["whipping"]>;
export type WetCoach = NonNullable<WatchView["wetting"]>;
export type FillCoach = NonNullable<WatchView["filling"]>;
export type SplitCoach = NonNullable<WatchView["splitting"]>;
export type DryCoach = NonNullable<WatchView["drying"]>;
export type BowlTest = NonNullable<WatchView["bowl"]>;
export type CoolingWatch = NonNullable<WatchView["cooling"]>;
export type Clocks = Full<Schemas["ClocksView"]>;
export type UseTest = Full<Schemas["UseTest"]>;
export type Learnt = Full<Schemas["LearntQuantity"]>;
export type LearntProposal = Full<Schemas["LearntProposal"]>;
export type Observation = Full<Schemas["Observation"]>;
export type BatchBrief = Full<Schemas["BatchBrief"]>;
export type MakeStep = Full<Schemas["MakeStep"]>;
export type Today = Full<Schemas["TodayView"]>;
export type FormulaBrief = Full<Schemas["FormulaBrief"]>;
export type LibraryRow = Full<Schemas["LibraryRow"]>;
export type LibraryPage = Full<Schemas["LibraryPage"]>;
export type LibraryOrder = "changed" | "name" | "slump" | "cost" | "keeps";
export type FormulaFileView = Full<Schemas["FormulaFileView"]>;
export type TrialPart = Schemas["TrialPart"];
export type SplitView = Full<Schemas["SplitView"]>;
export type SplitCupAsked = Schemas["SplitCupAsked"];
export type FoundMix = Full<Schemas["MixAnswer"]>;
export type PourOverChoices = Full<Schemas["PourOverChoices"]>;
export type CopyWork = Full<Schemas["CopyWorkView"]>;
export type DailyCopy = Full<Schemas["DailyCopy"]>;
export type FamilyKind = Full<Schemas["FamilyView"]>;
export type Family = string;
/** A page of a list. */
export type Page<T> = { items: T[]; next: string | null; total: number };

/** A refusal as the server words it: what, where, and what to do instead. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly error: string,
    message: string,
    readonly remedy: string,
    readonly field: string,
    readonly theirs?: unknown,
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

/** How this page is told apart from the others: it knows what it has written itself. */
export const thisPage = Math.random().toString(36).slice(2);

const client = createClient<paths>({ baseUrl: "", headers: { "X-Amber-Page": thisPage } });

let seen: string | null = null;

/** Number of the last command that this page knows of; null before the first answer. */
export const seenUntil = () => seen;

/** This page knows of everything up to that command. */
export function saw(number: string | null) {
  seen = number ?? seen;
}

client.use({ onResponse: ({ response }) => void (seen ?? saw(response.headers.get("X-Amber-Written"))) });

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
  learn((answer.data as { materials?: Material[] } | null | undefined)?.materials);
  if (answer.response.ok) return answer.data as Full<T>;
  const problem = (answer.error ?? {}) as Record<string, unknown>;
  learn((problem.theirs as { materials?: Material[] } | null | undefined)?.materials);
  throw new Refused(
    answer.response.status,
    String(problem.error ?? "E_SERVER"),
    String(problem.detail ?? "That could not be worked out."),
    String(problem.remedy ?? "Try again."),
    String(problem.field ?? ""),
    problem.theirs,
  );
}

const at = (id: number) => ({ params: { path: { id } } });
const ofLot = (id: string) => ({ params: { path: { id } } });

/** The stamp of what is done now. */
const stampOf = (id: string) => {
  const now = new Date().toISOString();
  return { id, at: now, sentAt: now };
};

export type ListQuery = {
  search?: string;
  family?: string;
  order?: string;
  after?: string;
  take?: string;
  archived?: boolean;
  state?: string;
};

/** Every call the pages make, one line each. */
export const api = {
  assess: (body: Schemas["AssessRequest"], signal?: AbortSignal) =>
    data(client.POST("/api/assess", { body, signal })) as Promise<AssessAnswer>,
  mix: (formula: Formula, holdsAtC: number) => data(client.POST("/api/mix", { body: { formula, holdsAtC } })),
  shade: (formula: Formula, wanted: WantedShade, fromShelf: boolean) =>
    data(client.POST("/api/shade", { body: { formula, wanted, fromShelf } })) as Promise<ShadeAnswer>,
  wishes: async (formula: Formula, wishes: Wish[] | null, signal?: AbortSignal) =>
    (
      await (data(client.POST("/api/wishes", { body: { formula, wishes }, signal: signal ?? null })) as Promise<
        Full<Schemas["WishView"]>
      >)
    ).answer,
  parcel: (formula: Formula, trip: ParcelTrip) =>
    data(client.POST("/api/parcel", { body: { formula, trip } })) as Promise<ParcelAnswer>,
  rescue: (formula: Formula, wish: RescueWish | null, batch: number | null = null) =>
    data(client.POST("/api/rescue", { body: { formula, wish, batch } })) as Promise<RescueAnswer>,
  swaps: (formula: Formula, line: string, by: SwapBy, onlyMine: boolean) =>
    data(client.POST("/api/swaps", { body: { formula, line, by, onlyMine } })) as Promise<SwapAnswer>,
  sniff: async (formula: Formula, test: SniffTest | null) =>
    (await (data(client.POST("/api/scent/blend", { body: { formula, test } })) as Promise<Full<Schemas["SniffView"]>>))
      .answer,
  smell: async (text: string, onlyMine: boolean) =>
    (await (data(client.POST("/api/scent/match", { body: { text, onlyMine } })) as Promise<Full<Schemas["SmellView"]>>))
      .answer,
  cooling: (formula: Formula) =>
    data(client.POST("/api/cooling", { body: { formula } })) as Promise<Full<Schemas["CoolingAnswer"]>>,
  preservatives: async (formula: Formula) =>
    (
      await (data(client.POST("/api/preservatives", { body: { formula } })) as Promise<
        Full<Schemas["PreservativeView"]>
      >)
    ).answer,
  levers: async (formula: Formula, onlyMine: boolean) =>
    (await (data(client.POST("/api/levers", { body: { formula, onlyMine } })) as Promise<Full<Schemas["LeverView"]>>))
      .answer,
  hardeners: async (formula: Formula, consistency: Consistency, onlyMine: boolean) =>
    (
      await (data(client.POST("/api/hardeners", { body: { formula, consistency, onlyMine } })) as Promise<
        Full<Schemas["HardenerView"]>
      >)
    ).answer,
  strength: (body: StrengthRequest) => data(client.POST("/api/strength", { body })) as Promise<StrengthAnswer>,
  groups: async (formula: Formula) =>
    (await api.assess({ formula, parts: ["groups"] } as Schemas["AssessRequest"])).assessment.parts.groups,
  effect: async (formula: Formula, edits: FormulaEdit[]) =>
    (await api.assess({ formula, edits, parts: [], effect: true } as Schemas["AssessRequest"])).effect,
  families: () => data(client.GET("/api/families")),
  materials: async (ids: string[]) => {
    const named = (await data(client.GET("/api/materials/named", { params: { query: { id: ids } } }))) as Material[];
    learn(named);
    return named;
  },
  findMaterials: (text: string) => data(client.GET("/api/materials/find", { params: { query: { text } } })),
  callMaterial: (material: string, names: string[]) =>
    data(client.PUT("/api/materials/names", { body: { material, names } })),
  ownMaterials: () => data(client.GET("/api/materials/own")) as Promise<OwnMaterial[]>,
  keepMaterial: (body: Schemas["KeepMaterial"]) =>
    data(client.PUT("/api/materials/own", { body })) as Promise<OwnMaterial>,
  removeMaterial: (material: string) => data(client.DELETE("/api/materials/own", { params: { query: { material } } })),
  stock: () => data(client.GET("/api/stock")) as Promise<StockView>,
  stockOf: (kind: StockKind, key: string) =>
    data(client.GET("/api/stock/of", { params: { query: { kind, key } } })) as Promise<StockDetail>,
  countedLots: () => data(client.GET("/api/stock/lots")) as Promise<CountedLot[]>,
  findLot: (code: string) => data(client.GET("/api/stock/find", { params: { query: { code } } })),
  judgeArrival: (delivery: Delivery) =>
    data(client.POST("/api/stock/arrival", { body: delivery })) as Promise<ArrivalVerdict>,
  lotFile: (file: string, keep: boolean) =>
    data(client.POST("/api/stock/file", { body: { file, keep } })) as Promise<LotFileView>,
  bookIn: (book: Omit<Schemas["BookIn"], "stamp">, id: string) =>
    data(client.POST("/api/stock/lots", { body: { ...book, stamp: stampOf(id) } })) as Promise<LotView>,
  forgetLot: (id: string) => data(client.DELETE("/api/stock/lots/{id}", ofLot(id))),
  changeLot: (id: string, revision: number, facts: LotFacts) =>
    data(client.PUT("/api/stock/lots/{id}", { ...ofLot(id), body: { revision, facts } })) as Promise<LotView>,
  moveLot: (id: string, move: Schemas["HandMove"], command: string) =>
    data(
      client.POST("/api/stock/lots/{id}/moves", { ...ofLot(id), body: { stamp: stampOf(command), move } }),
    ) as Promise<LotView>,
  takeMoveBack: (id: string, move: string) =>
    data(
      client.POST("/api/stock/lots/{id}/take-back", {
        ...ofLot(id),
        body: { stamp: stampOf(crypto.randomUUID()), move },
      }),
    ) as Promise<LotView>,
  setLotApart: (id: string, reason: string | null) =>
    data(client.PUT("/api/stock/lots/{id}/set-apart", { ...ofLot(id), body: { reason } })) as Promise<LotView>,
  lot: (id: string) => data(client.GET("/api/stock/lots/{id}", ofLot(id))) as Promise<LotView>,
  pictures: (id: string) => data(client.GET("/api/stock/lots/{id}/pictures", ofLot(id))),
  addPicture: (id: string, base64: string, command: string) =>
    data(client.POST("/api/stock/lots/{id}/pictures", { ...ofLot(id), body: { stamp: stampOf(command), base64 } })),
  removePicture: (picture: string) =>
    data(client.DELETE("/api/stock/pictures/{picture}", { params: { path: { picture } } })),
  trace: (id: string) => data(client.GET("/api/stock/lots/{id}/trace", ofLot(id))) as Promise<TraceView>,
  formulas: (query: ListQuery = {}) =>
    data(client.GET("/api/formulas", { params: { query } })) as Promise<Page<FormulaBrief>>,
  library: (
    query: { search?: string; order?: LibraryOrder; archived?: boolean; skip?: string },
    signal?: AbortSignal,
  ) => data(client.GET("/api/formulas/library", { params: { query }, signal: signal ?? null })) as Promise<LibraryPage>,
  tagFormulas: (formulas: number[], add: string[], remove: string[]) =>
    data(client.PUT("/api/formulas/tags", { body: { formulas, add, remove } })),
  formulaFile: (file: string, keep: boolean) =>
    data(client.POST("/api/formulas/file", { body: { file, keep } })) as Promise<FormulaFileView>,
  readPasted: (question: PastedQuestion) =>
    data(client.POST("/api/formulas/read", { body: question })) as Promise<PastedList>,
  readLabel: (question: LabelQuestion) =>
    data(client.POST("/api/formulas/read-label", { body: question })) as Promise<LabelList>,
  startFormula: (body: Schemas["StartFormula"]) => data(client.POST("/api/formulas", { body })) as Promise<Trial>,
  renameFormula: (id: number, name: string) =>
    data(client.PUT("/api/formulas/{id}/name", { ...at(id), body: { name } })),
  archiveFormula: (id: number, archived: boolean) =>
    data(client.PUT("/api/formulas/{id}/archived", { ...at(id), body: { archived } })),
  archiveTrial: (id: number, archived: boolean) =>
    data(client.PUT("/api/trials/{id}/archived", { ...at(id), body: { archived } })) as Promise<Trial>,
  tellTrial: (id: number, body: Schemas["TellTrial"]) =>
    data(client.PUT("/api/trials/{id}/about", { ...at(id), body })) as Promise<Trial>,
  findTrials: (search: string) => data(client.GET("/api/trials", { params: { query: { search, take: "6" } } })),
  compare: (ids: number[]) =>
    data(client.GET("/api/trials/compare", { params: { query: { id: ids } } })) as Promise<CompareView>,
  trial: (id: number) => data(client.GET("/api/trials/{id}", at(id))) as Promise<Trial>,
  standFor: (id: number, part: TrialPart, stands: boolean) =>
    data(client.PUT("/api/trials/{id}/stands-for", { ...at(id), body: { part, stands } })) as Promise<Trial>,
  planSplit: (id: number, arms: SplitCupAsked[], gramsPerArm: number) =>
    data(client.POST("/api/trials/{id}/split/plan", { ...at(id), body: { arms, gramsPerArm } })) as Promise<SplitView>,
  startSplit: (id: number, command: string, arms: SplitCupAsked[], gramsPerArm: number) =>
    data(
      client.POST("/api/trials/{id}/split", { ...at(id), body: { id: command, arms, gramsPerArm } }),
    ) as Promise<SplitView>,
  split: (id: string) =>
    data(client.GET("/api/trials/splits/{id}", { params: { path: { id } } })) as Promise<SplitView>,
  editTrial: (id: number, revision: number, edits: FormulaEdit[], command: string) =>
    data(
      client.POST("/api/trials/{id}/edits", {
        ...at(id),
        body: { revision, edits, did: null, command } as Schemas["EditTrial"],
      }),
    ) as Promise<Trial>,
  replaceTrial: (id: number, revision: number, content: Formula, command: string) =>
    data(
      client.PUT("/api/trials/{id}/content", {
        ...at(id),
        body: { revision, content, did: "the list of this window kept", command } as Schemas["ReplaceTrial"],
      }),
    ) as Promise<Trial>,
  undo: (id: number, revision: number, command: string) =>
    data(client.POST("/api/trials/{id}/undo", { ...at(id), body: { revision, command } })) as Promise<Trial>,
  redo: (id: number, revision: number, command: string) =>
    data(client.POST("/api/trials/{id}/redo", { ...at(id), body: { revision, command } })) as Promise<Trial>,
  forkTrial: (id: number, intent: string, edits: FormulaEdit[], content?: Formula) =>
    data(
      client.POST("/api/trials/{id}/fork", {
        ...at(id),
        body: { intent, edits, content: content ?? null, command: crypto.randomUUID() } as Schemas["ForkTrial"],
      }),
    ) as Promise<Trial>,
  /** What changed from one trial to another, as it would be in a third. */
  carried: (id: number, since: number, into: number) =>
    data(client.GET("/api/trials/{id}/carried", { params: { path: { id }, query: { since, into } } })),
  plan: (id: number) => data(client.GET("/api/trials/{id}/plan", at(id))),
  setAside: (id: number, finding: string, reason: string, value: number | null) =>
    data(client.POST("/api/trials/{id}/set-aside", { ...at(id), body: { finding, reason, value } })) as Promise<Trial>,
  takeBack: (id: number, finding: string) =>
    data(
      client.DELETE("/api/trials/{id}/set-aside/{finding}", { params: { path: { id, finding } } }),
    ) as Promise<Trial>,
  openBatches: (query: ListQuery = {}) =>
    data(client.GET("/api/batches", { params: { query } })) as Promise<Page<BatchBrief>>,
  start: (trial: number) =>
    data(client.GET("/api/batches/start/{trial}", { params: { path: { trial } } })) as Promise<StartView>,
  beginBatch: (trial: number, signature: Schemas["Signature"] | null, id: string) =>
    data(
      client.POST("/api/batches", { body: { trial, signature, stamp: stampOf(id) } as Schemas["BeginBatch"] }),
    ) as Promise<Batch>,
  batch: (id: number) => data(client.GET("/api/batches/{id}", at(id))) as Promise<Batch>,
  act: (id: number, stamp: Schemas["Stamp"], command: BatchCommand) =>
    data(
      client.POST("/api/batches/{id}/commands", {
        ...at(id),
        body: { stamp, command } as Schemas["BatchAct"],
      }),
    ) as Promise<Batch>,
  pourOver: (id: number, step: string, weighedG: number) =>
    data(client.POST("/api/batches/{id}/over-pour", { ...at(id), body: { step, weighedG } })),
  watch: (id: number) => data(client.GET("/api/batches/{id}/watch", at(id))) as Promise<WatchView>,
  reserve: (trial: number, reserved: boolean) =>
    data(
      client.PUT("/api/batches/start/{trial}/reserved", { params: { path: { trial } }, body: { reserved } }),
    ) as Promise<StartView>,
  clocks: (planned = false) =>
    data(client.GET("/api/batches/clocks", { params: { query: planned ? { planned } : {} } })) as Promise<Clocks>,
  giveUpBatch: (id: number) => data(client.DELETE("/api/batches/{id}", at(id))),
  logbook: (query: ListQuery = {}) =>
    data(client.GET("/api/logbook", { params: { query } })) as Promise<Page<BatchBrief>>,
  learning: () => data(client.GET("/api/learning")) as Promise<Learnt[]>,
  agree: (body: Schemas["AgreeOffset"]) => data(client.POST("/api/learning/agree", { body })) as Promise<Learnt[]>,
  withdrawOffset: (id: string) =>
    data(client.DELETE("/api/learning/{id}", { params: { path: { id } } })) as Promise<Learnt[]>,
  today: () => data(client.GET("/api/today")) as Promise<Today>,
  readRoom: (workroomC: number, humidityPercent: number | null) =>
    data(client.PUT("/api/today/reading", { body: { workroomC, humidityPercent } })) as Promise<Today>,
  tomorrow: (temperatures: Record<string, number>) =>
    data(client.PUT("/api/today/tomorrow", { body: { temperatures } })) as Promise<Today>,
  /** Once for the same purpose, whichever page asks; null tares anyway. */
  tare: (purpose: string | null) =>
    data(client.POST("/api/devices/scale/tare", { body: { for: purpose } })) as Promise<DeviceState>,
  pour: (toG: number) => data(client.POST("/api/devices/scale/pour", { body: { toG } })) as Promise<DeviceState>,
  follow: (batch: number) =>
    data(client.POST("/api/devices/probe/follow", { body: { batch } })) as Promise<DeviceState>,
  house: () => data(client.GET("/api/house")) as Promise<House>,
  kitFile: (file: string, keep: boolean) =>
    data(client.POST("/api/house/kit", { body: { file, keep } })) as Promise<KitFileView>,
  setClock: (speed: number) => data(client.PUT("/api/house/clock", { body: { speed } })) as Promise<House>,
  saveHouse: (house: HouseSettings, revision: number) =>
    data(
      client.PUT("/api/house", { body: { house, revision } as Schemas["SaveHouse"], keepalive: true }),
    ) as Promise<House>,
  /** A whole file, sent as it is. */
  bringCopy: (file: Blob) =>
    data(
      client.POST("/api/house/copy", {
        body: file as never,
        bodySerializer: (body: unknown) => body as Blob,
        headers: { "Content-Type": "application/zip" },
      }),
    ) as Promise<CopyWork>,
  copyWork: (id: string) =>
    data(client.GET("/api/house/copy/incoming/{id}", { params: { path: { id } } })) as Promise<CopyWork>,
  keepCopy: (id: string) =>
    data(client.POST("/api/house/copy/incoming/{id}/keep", { params: { path: { id } } })) as Promise<CopyWork>,
  stopCopy: (id: string) =>
    data(client.DELETE("/api/house/copy/incoming/{id}", { params: { path: { id } } })) as Promise<CopyWork>,
  dailyCopies: () => data(client.GET("/api/house/copies")) as Promise<DailyCopy[]>,
  restoreCopy: (name: string) =>
    data(client.POST("/api/house/copies/{name}/restore", { params: { path: { name } } })) as Promise<CopyWork>,
};
