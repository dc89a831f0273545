import { chromium } from "@playwright/test";
import { launchOptions } from "./chromium.mjs";
const shots = JSON.parse(process.argv[2]);
const browser = await chromium.launch(launchOptions);
for (const [name, path, w, h, night, act] of shots) {
  const page = await browser.newPage({ viewport: { width: w, height: h } });
  page.on("pageerror", (e) => console.log(name, "PAGEERROR", e.message));
  page.on("console", (m) => m.type() === "error" && console.log(name, "console", m.text()));
  await page.goto("http://localhost:5391" + path);
  await page.waitForTimeout(1500);
  if (night) await page.evaluate(() => document.documentElement.setAttribute("data-theme", "night"));
  if (act) await eval(`(async (page) => { ${act} })`)(page);
  await page.waitForTimeout(500);
  await page.screenshot({ path: `/tmp/pic/${name}.png` });
  await page.close();
}
await browser.close();
