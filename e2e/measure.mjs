// Prints "start=<ms>" (second start to first page), "compare=<ms>" (slowest of 21) and, for each instrument of what is given as JSON,
// "paint.<lens>=<ms>" beside "bare.<lens>=<ms>" (pointer move to paint, 95th percentile, median of three turns): node measure.mjs '[{"lens", "family", "content"}]'.
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
  while (!(await fetch(`${url}/api/health`).then((answer) => answer.ok, () => false))) {
    if (server.exitCode !== null) throw new Error("The server did not start.");
    await new Promise((done) => setTimeout(done, 20));
  }
};
const stop = (server) => new Promise((done) => (server.once("exit", done), server.kill("SIGKILL")));

const browser = await chromium.launch(launchOptions);
let server = serve();
// Whatever breaks off leaves no server behind that the next run would meet.
process.on("exit", () => server.kill("SIGKILL"));
await ready();
await stop(server);

const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const begun = performance.now();
server = serve();
await ready();
await page.goto(`${url}/today`);
await page.locator(".layers .layer-name").first().waitFor();
console.log(`start=${Math.round(performance.now() - begun)}`);

// Four trials side by side, as a page asks for them some seconds after the start; the first time counts too.
await page.waitForTimeout(5000);
const compares = await page.evaluate(async () => {
  const times = [];
  for (let i = 0; i < 21; i++) {
    const begun = performance.now();
    const answer = await fetch("/api/trials/compare?id=4&id=5&id=6&id=7");
    await answer.arrayBuffer();
    if (!answer.ok) throw new Error(`Compare answered ${answer.status}.`);
    times.push(performance.now() - begun);
  }
  return times;
});
console.log(`compare=${Math.max(...compares).toFixed(1)}`);

/** From here on every move of the pointer is timed to the paint of what it changes under `target`. */
const watch = (on, target) =>
  on.evaluate((where) => {
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
    }).observe(document.querySelector(where), { subtree: true, attributes: true, childList: true, characterData: true });
  }, target);

const rounds = 60;
/** Turns of the bare page and the instrument: the median of their 95th percentiles counts, so that a guest of the machine spoils none. */
const turns = 3;
/** A hand lies on a thing before it presses, ms. */
const lies = 400;
const drag = async (on, { x, y }) => {
  await on.bringToFront();
  await on.evaluate(() => (window.moves = []));
  await on.mouse.move(x, y);
  await on.waitForTimeout(lies);
  await on.mouse.down();
  for (let i = 1; i <= rounds; i++) {
    await on.mouse.move(x, y + (i % 2 === 0 ? 3 : 12) + (i % 7));
    await on.waitForTimeout(75);
  }
  await on.keyboard.press("Escape");
  await on.mouse.up();
  const moves = (await on.evaluate(() => window.moves)).sort((a, b) => a - b);
  if (moves.length < rounds / 2) throw new Error(`Only ${moves.length} of ${rounds} moves were painted.`);
  return moves[Math.floor(moves.length * 0.95)];
};

// A page that does nothing but move one rectangle: what the machine itself takes.
const bare = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await bare.setContent('<svg width="1000" height="600"><rect width="40" height="40"/></svg>');
await bare.evaluate(() => {
  const rect = document.querySelector("rect");
  window.addEventListener("pointermove", (event) => requestAnimationFrame(() => rect.setAttribute("y", event.clientY)));
});
await watch(bare, "svg");

const call = async (method, path, body) => {
  const answer = await fetch(`${url}/api${path}`, { method, headers: { "content-type": "application/json" }, body: JSON.stringify(body) });
  if (!answer.ok) throw new Error(`${path} answered ${answer.status}: ${await answer.text()}`);
  return answer.json();
};
/** The boundaries in sight, the farthest from its neighbours first: thin layers share the place where they are taken hold of. */
const boundaries = () =>
  page.evaluate(() => {
    const boxes = [...document.querySelectorAll("[data-boundary]")].map((one) => {
      const { x, y, width, height } = one.getBoundingClientRect();
      const middle = { x: x + width / 2, y: y + height / 2 };
      return { ...middle, seen: document.elementFromPoint(middle.x, middle.y)?.closest("[data-boundary]") === one };
    });
    const alone = (box) => Math.min(...boxes.filter((other) => other !== box).map((other) => Math.abs(other.y - box.y)));
    const seen = boxes.filter((one) => one.seen);
    if (seen.length === 0) throw new Error("No boundary is in sight.");
    return seen.sort((a, b) => alone(b) - alone(a));
  });

/** One whose layers the instrument reads: two oils trade without a scent or a shade changing. */
const boundaryThatMoves = async () => {
  for (const box of await boundaries()) {
    await page.mouse.move(box.x, box.y);
    await page.mouse.down();
    for (const by of [9, 4, 12, 6]) {
      await page.mouse.move(box.x, box.y + by);
      await page.waitForTimeout(150);
    }
    await page.keyboard.press("Escape");
    await page.mouse.up();
    const painted = await page.evaluate(() => window.moves.splice(0).length);
    if (painted >= 3) return box;
  }
  throw new Error("No boundary in sight moves the instrument.");
};

for (const { lens, family, content } of JSON.parse(process.argv[2])) {
  // A cost moves with the mix only where its materials have one.
  for (const [i, { material }] of (lens === "cost" ? content.lines : []).entries())
    await call("PUT", "/materials/own", { name: material, basedOn: material, pricePerKg: 5 + i, material });
  const trial = await call("POST", "/formulas", { name: `Fourteen lines by ${lens}`, family, from: "mix", content });
  await page.goto(`${url}/bench/${trial.id}?by=${lens === "whip" ? "melt" : lens}`);
  await page.locator(".plate-instrument svg").first().waitFor();
  await page.waitForLoadState("networkidle");
  await page.bringToFront();
  await watch(page, ".plate-instrument");
  const box = await boundaryThatMoves();
  const times = { bare: [], paint: [] };
  for (let turn = 0; turn < turns; turn++) {
    times.bare.push(await drag(bare, { x: 400, y: 300 }));
    times.paint.push(await drag(page, box));
  }
  for (const [name, each] of Object.entries(times)) console.log(`${name}.${lens}=${each.sort((a, b) => a - b)[turns >> 1].toFixed(1)}`);
}
await browser.close();
await stop(server);
rmSync(home, { recursive: true, force: true });
