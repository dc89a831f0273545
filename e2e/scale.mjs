// Measures a weight on its way from the scale to the screen, and a batch taken up after a kill; prints name=number: node scale.mjs
import { spawn } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { chromium } from "@playwright/test";
import { launchOptions } from "./chromium.mjs";

const program = join(resolve(import.meta.dirname, ".."), ".amber/server/AmberPantry.Server.dll");
const web = join(resolve(import.meta.dirname, ".."), ".amber/web");
const home = mkdtempSync(join(tmpdir(), "amber-scale-"));
const lagReadings = Number(process.env.READINGS ?? 600);
const lagHz = 10;
const lines = Number(process.env.LINES ?? 36_000);
const fastHz = 100;

// A scale that tells another weight with each line, and when it told it.
const sentAt = new Map();
let seq = 0;
let line;
const scale = createServer((socket) => {
  line = socket;
  socket.on("error", () => {});
  socket.write(`${JSON.stringify({ type: "hello", kind: "scale", name: "Measured scale", unit: "g", step: 0.1, capacity: 3000 })}\n`);
});
await new Promise((ready) => scale.listen(0, "127.0.0.1", ready));
const shown = () => Math.round((seq % 20_000) + 1) / 10;
const tell = () => {
  seq++;
  const value = shown();
  sentAt.set(value.toFixed(1), Date.now());
  line?.write(`${JSON.stringify({ type: "reading", seq, value, stable: true })}\n`);
};
const run = async (count, hz) => {
  const begun = Date.now();
  for (let i = 0; i < count; i++) {
    const due = begun + (1000 * i) / hz;
    if (due > Date.now()) await new Promise((done) => setTimeout(done, due - Date.now()));
    tell();
  }
};

let server;
const start = async (port) => {
  server = spawn("dotnet", [program, "--demo"], {
    env: { ...process.env, HOME: home, AMBER_DATA: home, AMBER_WEB: web, AMBER_PORT: String(port), AMBER_SCALE: String(scale.address().port) },
    stdio: ["ignore", "pipe", "inherit"],
  });
  return await new Promise((ready, broke) => {
    server.once("exit", () => broke(new Error("The server has ended.")));
    server.stdout.on("data", (said) => {
      const told = /http:\/\/\S+:(\d+)/.exec(said.toString());
      if (told) ready(Number(told[1]));
    });
  });
};
const memoryMb = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, "utf8"))[1]) / 1000;

const port = await start(0);
const browser = await chromium.launch(launchOptions);
const page = await browser.newPage();
const cdp = await page.context().newCDPSession(page);
const heapMb = async () => {
  await cdp.send("HeapProfiler.collectGarbage");
  return (await cdp.send("Runtime.getHeapUsage")).usedSize / 1e6;
};
await page.goto(`http://localhost:${port}/make/7`);
await page.waitForSelector(".scale-line");
await run(30, lagHz);
// When each weight was drawn: looked at before every frame.
await page.evaluate(() => {
  window.drawn = [];
  let last = "";
  const look = () => {
    const now = document.querySelector(".make-number")?.value ?? "";
    if (now !== last) window.drawn.push([(last = now), Date.now()]);
    requestAnimationFrame(look);
  };
  requestAnimationFrame(look);
});
await run(lagReadings, lagHz);
const drawn = await page.evaluate(() => window.drawn.splice(0));
const lags = drawn.flatMap(([text, at]) => {
  const told = sentAt.get(Number(text.replace(",", "")).toFixed(1));
  return told === undefined ? [] : [at - told];
});
lags.sort((a, b) => a - b);
if (lags.length < lagReadings / 2) throw new Error(`Only ${lags.length} of ${lagReadings} weights were seen.`);
console.log(`median=${lags[lags.length >> 1]}`);
console.log(`p95=${lags[Math.floor(lags.length * 0.95)]}`);

await run(Math.min(lines, fastHz * 20), fastHz);
await page.evaluate(() => window.drawn.splice(0));
const [heapBefore, serverBefore] = [await heapMb(), memoryMb()];
for (let told = 0; told < lines; told += fastHz * 10) {
  await run(fastHz * 10, fastHz);
  await page.evaluate(() => window.drawn.splice(0));
}
console.log(`lines=${lines}`);
console.log(`heapBefore=${heapBefore.toFixed(2)}`);
console.log(`heapAfter=${(await heapMb()).toFixed(2)}`);
console.log(`serverBefore=${serverBefore.toFixed(1)}`);
console.log(`serverAfter=${memoryMb().toFixed(1)}`);

server.removeAllListeners("exit");
const killed = Date.now();
server.kill("SIGKILL");
await start(port);
const back = Date.now();
// The page notes itself in which frame the step stands there: who asks it from outside asks only now and then.
await page.addInitScript(() => {
  const look = () => (document.querySelector(".make-title") ? (window.shownAt = Date.now()) : requestAnimationFrame(look));
  requestAnimationFrame(look);
});
await page.goto(`http://localhost:${port}/make/7`);
await page.waitForSelector(".make-title");
const at = await page.evaluate(() => window.shownAt);
console.log(`resume=${at - back}`);
console.log(`resumeWhole=${at - killed}`);
await browser.close();
server.removeAllListeners("exit");
server.kill("SIGKILL");
scale.close();
rmSync(home, { recursive: true, force: true });
process.exit(0);
