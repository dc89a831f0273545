import type { QueryClient } from "@tanstack/react-query";
import type { Lens, ListQuery, Trial } from "./client";

/** Keys of everything that is asked and remembered: one place, so that what is forgotten after an act is what was asked. */
export const keys = {
  house: ["house"] as const,
  families: ["families"] as const,
  material: (id: string) => ["materials", "named", id] as const,
  ownMaterials: ["materials", "own"] as const,
  find: (text: string) => ["materials", "find", text] as const,
  today: ["today"] as const,
  formulas: (query: ListQuery = {}) => ["formulas", query] as const,
  library: (query: unknown) => ["formulas", "library", query] as const,
  splitPlan: (trial: number, question: unknown) => ["trial", trial, "split", question] as const,
  split: (id: string) => ["trial", "split", id] as const,
  pasted: (question: unknown) => ["pasted", question] as const,
  groups: (formula: unknown) => ["assess", "groups", formula] as const,
  effect: (question: unknown) => ["assess", "effect", question] as const,
  wishes: (question: unknown) => ["assess", "wishes", question] as const,
  parcel: (question: unknown) => ["assess", "parcel", question] as const,
  rescue: (question: unknown) => ["assess", "rescue", question] as const,
  swaps: (question: unknown) => ["assess", "swaps", question] as const,
  strength: (question: unknown) => ["strength", question] as const,
  sniff: (question: unknown) => ["assess", "sniff", question] as const,
  preservatives: (formula: unknown) => ["assess", "preservatives", formula] as const,
  carried: (question: unknown) => ["assess", "carried", question] as const,
  cooling: (formula: unknown) => ["assess", "cooling", formula] as const,
  levers: (question: unknown) => ["assess", "levers", question] as const,
  hardeners: (question: unknown) => ["assess", "hardeners", question] as const,
  smell: (question: unknown) => ["assess", "smell", question] as const,
  shade: (question: unknown) => ["shade", question] as const,
  label: (question: unknown) => ["label", question] as const,
  findTrials: (search: string) => ["trial", "find", search] as const,
  compare: (ids: number[]) => ["trial", "compare", ids] as const,
  trial: (id: number) => ["trial", id] as const,
  start: (trial: number) => ["trial", trial, "start"] as const,
  plan: (trial: Trial) => ["trial", trial.id, "plan", trial.revision] as const,
  assess: (trial: Trial, lens: Lens) => ["assess", trial.id, trial.revision, trial.setAside, lens] as const,
  under: (what: unknown) => ["assess", "under", what] as const,
  openBatches: (query: ListQuery = {}) => ["batches", query] as const,
  learning: ["learning"] as const,
  logbook: (query: ListQuery = {}) => ["logbook", query] as const,
  batch: (id: number) => ["batch", id] as const,
  watch: (id: number, step: string | undefined) => ["watch", id, step] as const,
  clocks: (planned: boolean) => ["clocks", planned] as const,
  copies: ["copies"] as const,
  stock: ["stock"] as const,
  stockOf: (kind: string, key: string) => ["stock", "of", kind, key] as const,
  countedLots: ["stock", "lots"] as const,
  lot: (lot: string, revision: number) => ["stock", "lot", lot, revision] as const,
  pictures: (lot: string) => ["pictures", lot] as const,
  trace: (lot: string) => ["stock", "trace", lot] as const,
  arrival: (delivery: unknown) => ["arrival", delivery] as const,
};

/** What each kind of act makes old. */
const touches = {
  formula: [["formulas"], ["today"]],
  batch: [["batches"], ["logbook"], ["learning"], ["today"], ["watch"], ["clocks"], ["stock"]],
  made: [["batches"], ["logbook"], ["today"], ["formulas"], ["trial"], ["clocks"], ["stock"]],
  room: [["house"], ["assess"], ["trial"], ["watch"], ["clocks"]],
  house: [["assess"], ["today"], ["trial"], ["batch"], ["stock"], ["learning"]],
  materials: [["materials"], ["assess"], ["trial"], ["stock"]],
  stock: [["stock"], ["materials"], ["assess"], ["trial"], ["batch"], ["today"], ["clocks"]],
  everything: [
    ["house"],
    ["materials"],
    ["today"],
    ["formulas"],
    ["trial"],
    ["assess"],
    ["batches"],
    ["logbook"],
    ["learning"],
    ["batch"],
    ["watch"],
    ["clocks"],
    ["stock"],
    ["pictures"],
  ],
} as const;

/** Forgets what an act has made old. */
export function touch(queries: QueryClient, what: keyof typeof touches): Promise<unknown> {
  return Promise.all(touches[what].map((queryKey) => queries.invalidateQueries({ queryKey })));
}

/** Takes what an act was answered with: a question asked before it and still on its way no longer overwrites it. */
export function take<T>(queries: QueryClient, queryKey: readonly unknown[], answer: T): void {
  void queries.cancelQueries({ queryKey, exact: true });
  queries.setQueryData<T>(queryKey, answer);
}
