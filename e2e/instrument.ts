import { type ChildProcess, spawn } from "node:child_process";
import { join, resolve } from "node:path";

const program = join(resolve(import.meta.dirname, ".."), ".amber/server/AmberPantry.Devices.dll");

/** A pretend instrument in a process of its own, as it comes with the program. */
export class Instrument {
  private constructor(
    private readonly process: ChildProcess,
    readonly port: string,
  ) {}

  static async start(kind: "scale" | "probe" | "weather"): Promise<Instrument> {
    const process = spawn("dotnet", [program, kind, "--port", "0"], { stdio: ["ignore", "pipe", "inherit"] });
    const port = await new Promise<string>((found, none) => {
      process.once("exit", () => none(new Error(`The ${kind} has ended.`)));
      process.stdout?.on("data", (said: Buffer) => {
        const told = /on port (\d+)/.exec(said.toString())?.[1];
        if (told) found(told);
      });
    });
    return new Instrument(process, port);
  }

  async stop(): Promise<void> {
    if (this.process.exitCode !== null || this.process.signalCode !== null) return;
    const gone = new Promise((done) => this.process.once("exit", done));
    this.process.kill("SIGKILL");
    await gone;
  }
}
