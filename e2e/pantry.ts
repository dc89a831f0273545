import { type ChildProcess, spawn } from "node:child_process";
import { cpSync, mkdtempSync, rmSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { test as base } from "@playwright/test";
import { launchOptions } from "./chromium.mjs";

export { launchOptions };

const root = resolve(import.meta.dirname, "..");

const freePort = () =>
  new Promise<number>((found) => {
    const probe = createServer();
    probe.listen(0, "127.0.0.1", () => {
      const address = probe.address();
      probe.close(() => found(typeof address === "object" && address ? address.port : 0));
    });
  });

/** Folders in which a workshop was begun once, for every story to begin with a copy. */
export const begunDemo = "AMBER_BEGUN_DEMO";
export const begunOwn = "AMBER_BEGUN_OWN";

/** A server of its own with a data folder of its own; it can be killed and started again. */
export class Pantry {
  private process: ChildProcess | undefined;
  private constructor(
    readonly home: string,
    readonly port: number,
    private readonly demo: boolean,
  ) {}

  static async open(demo: boolean): Promise<Pantry> {
    const pantry = new Pantry(mkdtempSync(join(tmpdir(), "amber-e2e-")), await freePort(), demo);
    const begun = process.env[demo ? begunDemo : begunOwn];
    if (begun) cpSync(begun, pantry.home, { recursive: true });
    await pantry.start();
    return pantry;
  }

  /** Leaves it as a maker would, with everything in its file. */
  async stop(): Promise<void> {
    const gone = new Promise((done) => this.process?.once("exit", done));
    this.process?.kill("SIGTERM");
    await gone;
  }

  get url(): string {
    return `http://localhost:${this.port}`;
  }

  async start(): Promise<void> {
    const { AMBER_DATA: _, XDG_DATA_HOME: __, ...rest } = process.env;
    this.process = spawn("dotnet", [join(root, ".amber/server/AmberPantry.Server.dll"), ...(this.demo ? ["--demo"] : [])], {
      env: { ...rest, HOME: this.home, AMBER_PORT: String(this.port), AMBER_WEB: join(root, ".amber/web"), DOTNET_CLI_HOME: this.home },
      stdio: "inherit",
    });
    for (const end = Date.now() + 60_000; Date.now() < end; ) {
      const ready = await fetch(`${this.url}/api/health`, { signal: AbortSignal.timeout(5000) }).then(
        (answer) => answer.ok,
        () => false,
      );
      if (ready) return;
      await new Promise((done) => setTimeout(done, 50));
    }
    throw new Error("The server did not start.");
  }

  async kill(): Promise<void> {
    const gone = new Promise((done) => this.process?.once("exit", done));
    this.process?.kill("SIGKILL");
    await gone;
  }

  async close(): Promise<void> {
    await this.kill();
    rmSync(this.home, { recursive: true, force: true });
  }

  async call<T>(method: string, path: string, body?: unknown): Promise<T> {
    const answer = await fetch(`${this.url}/api${path}`, {
      method,
      headers: { "content-type": "application/json" },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${await answer.text()}`);
    return (await answer.json()) as T;
  }
}

/** Tests with the made-up pantry (`demo`) or an empty workshop (`own`), and no page error left unseen. */
export const test = base.extend<{ demo: Pantry; own: Pantry; quiet: undefined }>({
  demo: async ({}, use) => {
    const pantry = await Pantry.open(true);
    await use(pantry);
    await pantry.close();
  },
  own: async ({}, use) => {
    const pantry = await Pantry.open(false);
    await use(pantry);
    await pantry.close();
  },
  quiet: [
    async ({ page }, use) => {
      const errors: string[] = [];
      page.on("pageerror", (error) => errors.push(error.message));
      await use(undefined);
      if (errors.length > 0) throw new Error(`The page threw: ${errors.join("; ")}`);
    },
    { auto: true },
  ],
});

export { expect } from "@playwright/test";
