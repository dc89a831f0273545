// Prints "paint=<ms>" (pointer move to painted ruler, 95th percentile) and "start=<ms>" (second start to first page).
import { spawn } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { chromium } from "@playwright/test";
import { launchOptions } from "./chromium.mjs";

const root = resolve(import.meta.dirname, "..");
const home = mkdtempSync(join(tmpdir(), "amber-measure-"));
const port = 5400 + (process.pid % 300);
const url = `http://localhost:${port}`;
const serve = () => spawn("dotnet", [join(root, ".amber/server/AmberPantry.Server.dll"), "--demo"], { env: { ...process.env, AMBER_DATA: home, AMBER_PORT: String(port), AMBER_WEB: join(root, ".amber/web") }, stdio: "ignore" });
const ready = async () => {
  while (!(await fetch(`${url}/api/health`).then((answer) => answer.ok, () => false))) await new Promise((done) => setTimeout(done, 20));
};
const stop = (server) => new Promise((done) => (server.once("exit", done), server.kill("SIGKILL")));

const browser = await chromium.launch(launchOptions);
let server = serve();
await ready();
await stop(server);

const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const begun = performance.now();
server = serve();
await ready();
await page.goto(`${url}/today`);
await page.locator(".layers .layer-name").first().waitFor();
console.log(`start=${Math.round(performance.now() - begun)}`);

await page.goto(`${url}/bench/7`);
await page.locator(".hill-line").waitFor();
const box = await page.locator('[data-boundary="L3"]').boundingBox();
await page.evaluate(() => {
  window.moves = [];
  window.addEventListener("pointermove", () => (window.movedAt = performance.now()), true);
  new MutationObserver(() => {
    const moved = window.movedAt;
    if (moved === undefined) return;
    window.movedAt = undefined;
    // The frame's callbacks run before it is painted; a message posted from one arrives after.
    requestAnimationFrame(() => {
      const painted = new MessageChannel();
      painted.port1.onmessage = () => window.moves.push(performance.now() - moved);
      painted.port2.postMessage(0);
    });
  }).observe(document.querySelector(".ruler-picture"), { subtree: true, attributes: true, attributeFilter: ["d"] });
});
await page.mouse.move(box.x + box.width / 2, box.y + 14);
await page.mouse.down();
for (let i = 1; i <= 120; i++) {
  await page.mouse.move(box.x + box.width / 2, box.y + 14 + (i % 2 === 0 ? 4 : 40) + (i % 23));
  await page.waitForTimeout(75);
}
await page.keyboard.press("Escape");
await page.mouse.up();
const moves = (await page.evaluate(() => window.moves)).sort((a, b) => a - b);
if (moves.length < 60) throw new Error(`Only ${moves.length} of 120 moves reached the ruler.`);
console.log(`paint=${moves[Math.floor(moves.length * 0.95)].toFixed(1)}`);
console.error(`median ${moves[moves.length >> 1].toFixed(1)} ms of ${moves.length} moves`);
await browser.close();
await stop(server);
rmSync(home, { recursive: true, force: true });
