import { useSyncExternalStore } from "react";
import { type DeviceState, saw, seenUntil, thisPage } from "../api/client";
import { fetched } from "./page";

type Kind = DeviceState["kind"];

const againMs = 1000;
/** What moves is drawn at most so often: a scale that tells more than an eye can follow would only keep the page busy. */
const drawnMs = 50;

/** What the workshop tells without being asked: what the devices of the bench say, and that another page has written something. */
class Devices {
  private states = new Map<Kind, DeviceState>();
  private listeners = new Set<() => void>();
  private heeds = new Set<() => void>();
  private opened = false;
  private toldAt = 0;
  private later: ReturnType<typeof setTimeout> | undefined;

  subscribe = (changed: () => void) => {
    this.listeners.add(changed);
    // Where pages have no live line, everything is typed.
    if (!this.opened && "WebSocket" in globalThis) {
      this.opened = true;
      void this.open();
    }
    return () => void this.listeners.delete(changed);
  };

  /** Tells whenever another page has written something, or may have while the line was broken. */
  onWritten(heed: () => void): () => void {
    this.heeds.add(heed);
    const stop = this.subscribe(() => {});
    return () => {
      this.heeds.delete(heed);
      stop();
    };
  }

  get(kind: Kind): DeviceState | undefined {
    return this.states.get(kind);
  }

  take(state: DeviceState) {
    // A device that is at rest, or away, says the same again and again: no page is drawn anew for it.
    if (JSON.stringify(state) === JSON.stringify(this.states.get(state.kind))) return;
    this.states.set(state.kind, state);
    const since = performance.now() - this.toldAt;
    if (state.standing !== "moving" || since >= drawnMs) this.tell();
    else this.later ??= setTimeout(() => this.tell(), drawnMs - since);
  }

  /** What was last said no longer counts. */
  forget() {
    this.states.clear();
    this.tell();
  }

  /** Something was written by that page. */
  written(page: string, number: number) {
    saw(String(number));
    if (page === thisPage) return;
    for (const heed of this.heeds) heed();
  }

  private tell() {
    clearTimeout(this.later);
    this.later = undefined;
    this.toldAt = performance.now();
    for (const changed of this.listeners) changed();
  }

  /** Keeps a line to the workshop open while anybody looks; a page that nobody looks at any more lets it go. */
  private async open() {
    const { HubConnectionBuilder, HttpTransportType, LogLevel } = await fetched(() => import("@microsoft/signalr"));
    while (this.listeners.size > 0) {
      const line = new HubConnectionBuilder()
        .withUrl(`/live?page=${thisPage}&since=${seenUntil() ?? ""}`, {
          skipNegotiation: true,
          transport: HttpTransportType.WebSockets,
        })
        .configureLogging(LogLevel.None)
        .build();
      line.on("device", (state: DeviceState) => this.take(state));
      line.on("changed", (page: string, number: number) => this.written(page, number));
      try {
        const closed = new Promise<void>((done) => line.onclose(() => done()));
        await line.start();
        await Promise.race([closed, this.deserted()]);
        if (this.listeners.size === 0) await line.stop();
      } catch {
        // The workshop is away, which the shelf says; the line is tried again.
      }
      this.forget();
      if (this.listeners.size > 0) await new Promise((done) => setTimeout(done, againMs));
    }
    this.opened = false;
  }

  private deserted(): Promise<void> {
    return new Promise((done) => {
      const timer = setInterval(() => {
        if (this.listeners.size > 0) return;
        clearInterval(timer);
        done();
      }, againMs);
    });
  }
}

export const devices = new Devices();

/** A device as it stands now; undefined while there is none. */
export function useDevice(kind: Kind): DeviceState | undefined {
  const state = useSyncExternalStore(devices.subscribe, () => devices.get(kind));
  return state?.standing === "none" ? undefined : state;
}
