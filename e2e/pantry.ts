import { type ChildProcess, spawn } from "node:child_process";
import { cpSync, mkdtempSync, rmSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { expect, type Page, test as base } from "@playwright/test";
import { launchOptions } from "./chromium.mjs";

export { launchOptions };

const root = resolve(import.meta.dirname, "..");
const web = join(root, ".amber/web");

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

/** A server with a data folder of its own that a story works in. */
export class Pantry {
  protected constructor(
    readonly home: string,
    readonly url: string,
  ) {}

  /** A folder of its own, with what was begun once. */
  protected static folder(demo: boolean): string {
    const home = mkdtempSync(join(tmpdir(), "amber-e2e-"));
    const begun = process.env[demo ? begunDemo : begunOwn];
    if (begun) cpSync(begun, home, { recursive: true });
    return home;
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

/** A process of its own, as a maker starts it; it can be killed and started again. */
export class LonePantry extends Pantry {
  private process: ChildProcess | undefined;
  private constructor(
    home: string,
    private readonly port: number,
    private readonly demo: boolean,
  ) {
    super(home, `http://localhost:${port}`);
  }

  static async open(demo: boolean): Promise<LonePantry> {
    const pantry = new LonePantry(Pantry.folder(demo), await freePort(), demo);
    await pantry.start();
    return pantry;
  }

  /** Leaves it as a maker would, with everything in its file. */
  async stop(): Promise<void> {
    const gone = new Promise((done) => this.process?.once("exit", done));
    this.process?.kill("SIGTERM");
    await gone;
  }

  async start(): Promise<void> {
    const { AMBER_DATA: _, XDG_DATA_HOME: __, ...rest } = process.env;
    this.process = spawn("dotnet", [join(root, ".amber/server/AmberPantry.Server.dll"), ...(this.demo ? ["--demo"] : [])], {
      env: { ...rest, HOME: this.home, AMBER_PORT: String(this.port), AMBER_WEB: web, DOTNET_CLI_HOME: this.home },
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
}

/** One process that gives each story a server of its own, one after another: a process for each would be slower by seconds. */
class StoryHost {
  private readonly process: ChildProcess;
  private heard = "";
  private waiting: ((line: string) => void) | undefined;

  constructor() {
    this.process = spawn("dotnet", [join(root, ".amber/stories/AmberPantry.StoryHost.dll")], {
      env: { ...process.env, AMBER_WEB: web },
      stdio: ["pipe", "pipe", "inherit"],
    });
    this.process.stdout?.on("data", (part: Buffer) => this.hear(part.toString()));
    this.process.once("exit", () => this.waiting?.("The host of the stories has ended."));
  }

  async begin(home: string, demo: boolean): Promise<string> {
    return this.ask(`begin ${home}${demo ? " --demo" : ""}`, /^ready (http\S+)$/);
  }

  async end(url: string): Promise<void> {
    await this.ask(`end ${url}`, /^ended (http\S+)$/);
  }

  close(): void {
    this.process.stdin?.end();
  }

  private async ask(line: string, answer: RegExp): Promise<string> {
    const told = new Promise<string>((done) => (this.waiting = done));
    this.process.stdin?.write(`${line}\n`);
    const word = answer.exec(await told)?.[1];
    if (word === undefined) throw new Error(`To “${line}”: ${await told}`);
    return word;
  }

  /** What is neither an answer nor asked for is the server's log. */
  private hear(part: string): void {
    const lines = (this.heard + part).split("\n");
    this.heard = lines.pop() ?? "";
    for (const line of lines) {
      if (/^(ready|ended) /.test(line)) this.waiting?.(line);
      else console.log(line);
    }
  }
}

/** A server among others of one process. */
class HostedPantry extends Pantry {
  private constructor(
    private readonly host: StoryHost,
    home: string,
    url: string,
  ) {
    super(home, url);
  }

  static async openIn(host: StoryHost, demo: boolean): Promise<HostedPantry> {
    const home = Pantry.folder(demo);
    return new HostedPantry(host, home, await host.begin(home, demo));
  }

  async close(): Promise<void> {
    await this.host.end(this.url);
    rmSync(this.home, { recursive: true, force: true });
  }
}

async function lent<T extends { close(): Promise<void> }>(opening: Promise<T>, use: (pantry: T) => Promise<void>): Promise<void> {
  const pantry = await opening;
  await use(pantry);
  await pantry.close();
}

/** Tests with the made-up pantry (`demo`) or an empty workshop (`own`), or such a one that can be killed (`loneDemo`, `loneOwn`), and
 * no page error left unseen. */
export const test = base.extend<{ demo: Pantry; own: Pantry; loneDemo: LonePantry; loneOwn: LonePantry; quiet: undefined }, { host: StoryHost }>({
  host: [
    async ({}, use) => {
      const host = new StoryHost();
      await use(host);
      host.close();
    },
    { scope: "worker" },
  ],
  demo: async ({ host }, use) => lent(HostedPantry.openIn(host, true), use),
  own: async ({ host }, use) => lent(HostedPantry.openIn(host, false), use),
  loneDemo: async ({}, use) => lent(LonePantry.open(true), use),
  loneOwn: async ({}, use) => lent(LonePantry.open(false), use),
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

/** Before a dialog is typed into: its first field has the focus. */
export const typedInto = (page: Page) => expect(page.getByRole("dialog").locator("input:focus, textarea:focus")).toBeVisible();

export { expect };
