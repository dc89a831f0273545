// Prints the median latency in ms, as a page in chromium sees it, of an empty JSON echo and of POST /api/assess: node latency.mjs <address>.
import { chromium } from "@playwright/test";
import { launchOptions } from "./chromium.mjs";

const browser = await chromium.launch(launchOptions);
const page = await browser.newPage();
await page.goto(`${process.argv[2]}/today`);
await page.waitForLoadState("networkidle");
const medians = await page.evaluate(async () => {
  const parts = [["beeswax", 11], ["candelilla wax", 2], ["carnauba wax", 1], ["shea butter", 18], ["cocoa butter", 8], ["mango butter", 6], ["lanolin", 8], ["high-oleic sunflower oil", 30], ["castor oil", 10], ["jojoba oil", 4], ["essential oil", 1], ["mixed tocopherols", 1]];
  // No two formulas alike, so that nothing can be remembered from one to the next.
  const formula = (turn) => ({
    family: "balm",
    batch: { grams: 600, lossPercent: 0 },
    lines: parts.map(([material, percent], i) => ({
      id: `L${i + 1}`,
      material,
      percent: Number((percent + (i === 0 ? turn / 1000 : i === 7 ? -turn / 1000 : 0)).toFixed(3)),
      phase: "melt",
      kept: false,
    })),
  });
  const ask = async (path, body) => {
    const begun = performance.now();
    const answer = await fetch(path, { method: "POST", headers: { "content-type": "application/json" }, body: JSON.stringify(body) });
    if (!answer.ok) throw new Error(`${path} answered ${answer.status}: ${await answer.text()}`);
    await answer.arrayBuffer();
    return performance.now() - begun;
  };
  const times = { echo: [], anew: [], again: [] };
  for (let turn = 0; turn < 1000; turn++) {
    const echo = await ask("/echo", {});
    const anew = await ask("/api/assess", { formula: formula(turn) });
    const again = await ask("/api/assess", { formula: formula(turn) });
    if (turn < 300) continue;
    times.echo.push(echo);
    times.anew.push(anew);
    times.again.push(again);
  }
  return Object.entries(times).map(([name, list]) => [name, list.sort((a, b) => a - b)[list.length >> 1]]);
});
for (const [name, median] of medians) console.log(`${name}=${median.toFixed(3)}`);
await browser.close();
