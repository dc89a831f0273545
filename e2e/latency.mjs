// Prints the median latency in ms, as a page in chromium sees it, of an empty JSON echo and of POST /api/assess for two parts: node latency.mjs <address> <formula as JSON>.
import { chromium } from "@playwright/test";
import { launchOptions } from "./chromium.mjs";

const browser = await chromium.launch(launchOptions);
const page = await browser.newPage();
await page.goto(`${process.argv[2]}/today`);
await page.waitForLoadState("networkidle");
const medians = await page.evaluate(async (plain) => {
  // No two formulas alike, so that nothing can be remembered from one to the next: the first line takes from the eighth.
  const formula = (turn) => ({
    ...plain,
    lines: plain.lines.map((line, i) => ({
      ...line,
      percent: Number((line.percent + (i === 0 ? turn / 1000 : i === 7 ? -turn / 1000 : 0)).toFixed(3)),
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
    const anew = await ask("/api/assess", { formula: formula(turn), parts: ["melt", "feel"] });
    const again = await ask("/api/assess", { formula: formula(turn), parts: ["melt", "feel"] });
    if (turn < 300) continue;
    times.echo.push(echo);
    times.anew.push(anew);
    times.again.push(again);
  }
  return Object.entries(times).map(([name, list]) => [name, list.sort((a, b) => a - b)[list.length >> 1]]);
}, JSON.parse(process.argv[3]));
for (const [name, median] of medians) console.log(`${name}=${median.toFixed(3)}`);
await browser.close();
