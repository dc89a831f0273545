import { type ChildProcess, spawn } from "node:child_process";
import { connect } from "node:net";
import { join, resolve } from "node:path";

const program = join(resolve(import.meta.dirname, ".."), ".amber/server/AmberPantry.Devices.dll");

/** A pretend instrument in a process of its own, as it comes with the program. */
export class Instrument {
  private constructor(
    private readonly process: ChildProcess,
    readonly port: string,
  ) {}

  /** @param speed Seconds of the instrument in one on the wall. */
  static async start(kind: "scale" | "probe" | "weather", speed = 1): Promise<Instrument> {
    const process = spawn("dotnet", [program, kind, "--port", "0", "--speed", String(speed)], { stdio: ["ignore", "pipe", "inherit"] });
    const port = await new Promise<string>((found, none) => {
      process.once("exit", () => none(new Error(`The ${kind} has ended.`)));
      process.stdout?.on("data", (said: Buffer) => {
        const told = /on port (\d+)/.exec(said.toString())?.[1];
        if (told) found(told);
      });
    });
    return new Instrument(process, port);
  }

  /** What the day does to it from now on. */
  async behave(as: "well" | "drifting" | "unplugged" | "silent" | "garbled"): Promise<void> {
    await new Promise<void>((done, broke) => {
      const line = connect(Number(this.port), "127.0.0.1", () => line.end(`${JSON.stringify({ do: "behave", as })}\n`));
      line.once("error", broke).once("close", () => done()).resume();
    });
  }

  async stop(): Promise<void> {
    if (this.process.exitCode !== null || this.process.signalCode !== null) return;
    const gone = new Promise((done) => this.process.once("exit", done));
    this.process.kill("SIGKILL");
    await gone;
  }
}
