import { useSyncExternalStore } from "react";
import {
  api,
  type Batch,
  type BatchCommand,
  type Formula,
  type FormulaEdit,
  NoConnection,
  onConnection,
  Refused,
  type Trial,
} from "../api/client";

/** What is to be done, and to what. */
export type Errand =
  | { kind: "edit"; trial: number; edits: FormulaEdit[] }
  | { kind: "undo" | "redo"; trial: number }
  /** The whole list, as it was shown. */
  | { kind: "replace"; trial: number; content: Formula }
  | { kind: "act"; batch: number; command: BatchCommand };

/** An errand put down: it outlives the tab until the server has answered it. */
export type Waiting = Errand & {
  id: string;
  /** When it was done by hand. */
  at: string;
  /** Its place among those of the same moment. */
  after: number;
  /** The revision of the trial that the hand saw. */
  revision?: number;
};

export type Answer = Trial | Batch;

/** One entry an errand: tabs that write beside each other leave each other's alone. */
type Store = { all: () => string[]; put: (id: string, text: string) => void; drop: (id: string) => void };
type Send = (errand: Waiting, revision: number) => Promise<Answer>;
type Told = { resolve: (answer: Answer) => void; reject: (error: unknown) => void };

const prefix = "amber.outbox.";

/** What one trial or batch waits for; each goes in its own order. */
export const scopeOf = (errand: Errand): string =>
  "trial" in errand ? `trial ${errand.trial}` : `batch ${errand.batch}`;

/**
 * Everything a hand has done and the server has not answered yet. Ordered within one trial or batch, kept in the
 * browser's own store before it is sent, sent again until it is answered, dropped only by an answer.
 */
export class Outbox {
  private list: Waiting[];
  private readonly listeners = new Set<() => void>();
  private readonly told = new Map<string, Told>();
  private readonly sending = new Set<string>();
  private readonly revisions = new Map<number, number>();
  private readonly answered = new Set<(answer: Answer, errand: Waiting) => void>();
  private readonly refusedLate = new Set<(refused: Refused, errand: Waiting) => void>();

  constructor(
    private readonly store: Store,
    private readonly send: Send,
    private readonly now: () => Date = () => new Date(),
    private readonly newId: () => string = () => crypto.randomUUID(),
  ) {
    this.list = store.all().flatMap(read).sort(byHand);
  }

  /** Puts an errand down, then sends it when its turn comes. Resolves with the answer, rejects with the refusal. */
  put(errand: Errand, revision?: number): Promise<Answer> {
    const waiting: Waiting = {
      ...errand,
      id: this.newId(),
      at: this.now().toISOString(),
      after: this.list.length,
      ...(revision === undefined ? {} : { revision }),
    };
    this.store.put(waiting.id, JSON.stringify(waiting));
    this.change([...this.list, waiting]);
    const answer = new Promise<Answer>((resolve, reject) => this.told.set(waiting.id, { resolve, reject }));
    void this.go(scopeOf(waiting));
    return answer;
  }

  /** Sends whatever waits: after a start, and when the server is back. */
  flush(): Promise<unknown> {
    return Promise.all([...new Set(this.list.map(scopeOf))].map((scope) => this.go(scope)));
  }

  waiting(scope?: string): Waiting[] {
    return scope === undefined ? this.list : this.list.filter((one) => scopeOf(one) === scope);
  }

  /** Hears of every change of what waits. */
  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Hears every answer, of errands of an earlier page too. */
  onAnswer(listener: (answer: Answer, errand: Waiting) => void): () => void {
    this.answered.add(listener);
    return () => this.answered.delete(listener);
  }

  /** Hears refusals of errands whose page is gone: nobody else waits for them. */
  onLateRefusal(listener: (refused: Refused, errand: Waiting) => void): () => void {
    this.refusedLate.add(listener);
    return () => this.refusedLate.delete(listener);
  }

  snapshot = (): Waiting[] => this.list;

  private async go(scope: string): Promise<void> {
    if (this.sending.has(scope)) return;
    this.sending.add(scope);
    try {
      for (let next = this.waiting(scope)[0]; next; next = this.waiting(scope)[0]) {
        if (!(await this.deliver(next))) return;
      }
    } finally {
      this.sending.delete(scope);
    }
  }

  /** Whether it was answered; the errand stays where it is until it was. */
  private async deliver(errand: Waiting): Promise<boolean> {
    const told = this.told.get(errand.id);
    try {
      const answer = await this.send(errand, this.revisionOf(errand));
      if ("trial" in errand && "revision" in answer) this.revisions.set(errand.trial, answer.revision);
      this.drop(errand);
      for (const listener of this.answered) listener(answer, errand);
      told?.resolve(answer);
      return true;
    } catch (error) {
      // Only an answer ends an errand: silence and a fault of the server leave it where it is.
      if (error instanceof NoConnection || (error instanceof Refused && error.status >= 500)) return false;
      if (!(error instanceof Refused)) throw error;
      if ("trial" in errand) this.revisions.delete(errand.trial);
      this.drop(errand);
      if (told) told.reject(error);
      else for (const listener of this.refusedLate) listener(error, errand);
      return true;
    }
  }

  /** The first errand goes on from what its hand saw, each after it from the answer before. */
  private revisionOf(errand: Waiting): number {
    const after = "trial" in errand ? this.revisions.get(errand.trial) : undefined;
    return Math.max(after ?? -1, errand.revision ?? -1);
  }

  private drop(errand: Waiting): void {
    this.told.delete(errand.id);
    this.store.drop(errand.id);
    this.change(this.list.filter((one) => one.id !== errand.id));
  }

  private change(list: Waiting[]): void {
    this.list = list;
    for (const listener of this.listeners) listener();
  }
}

const byHand = (one: Waiting, other: Waiting) =>
  one.at < other.at ? -1 : one.at > other.at ? 1 : one.after - other.after;

function read(text: string): Waiting[] {
  try {
    const one = JSON.parse(text) as Waiting | null;
    return one && typeof one.id === "string" && ("trial" in one || "batch" in one) ? [one] : [];
  } catch {
    return [];
  }
}

/** Sends one errand by the typed client. */
export async function sendErrand(errand: Waiting, revision: number): Promise<Answer> {
  if (errand.kind === "act") {
    return api.act(errand.batch, { id: errand.id, at: errand.at, sentAt: new Date().toISOString() }, errand.command);
  }
  const from = revision >= 0 ? revision : (await api.trial(errand.trial)).revision;
  if (errand.kind === "replace") return api.replaceTrial(errand.trial, from, errand.content, errand.id);
  return errand.kind === "edit"
    ? api.editTrial(errand.trial, from, errand.edits, errand.id)
    : api[errand.kind](errand.trial, from, errand.id);
}

/** The browser's own store. Without one an errand still goes while its page stands. */
const browserStore: Store = {
  all: () =>
    inStore(() =>
      Object.keys(localStorage)
        .filter((key) => key.startsWith(prefix))
        .map((key) => localStorage.getItem(key) ?? ""),
    ) ?? [],
  put: (id, text) => inStore(() => localStorage.setItem(prefix + id, text)),
  drop: (id) => inStore(() => localStorage.removeItem(prefix + id)),
};

function inStore<T>(act: () => T): T | undefined {
  try {
    return act();
  } catch {
    return undefined;
  }
}

export const outbox = new Outbox(browserStore, sendErrand);

onConnection((connected) => connected && void outbox.flush());

/** Keeps trying while something waits: the server may be back before anybody asks it something. */
export function startOutbox(everyMs = 2000): () => void {
  void outbox.flush();
  const timer = setInterval(() => {
    if (outbox.waiting().length > 0) void outbox.flush();
  }, everyMs);
  return () => clearInterval(timer);
}

/** What a trial or batch waits for. */
export function useWaiting(scope: string): Waiting[] {
  const all = useSyncExternalStore(outbox.subscribe, outbox.snapshot);
  return all.filter((one) => scopeOf(one) === scope);
}
