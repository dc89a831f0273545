import AxeBuilder from "@axe-core/playwright";
import { readFileSync } from "node:fs";
import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import { expect, test } from "../pantry";

const views = ["/today", "/bench/7", "/bench/7?under=4", "/bench/7?by=keeping", "/bench/16?by=shade", "/bench/13", "/bench/new", "/bench/all", "/bench/17?by=scent", "/bench/compare?id=4&id=5&id=6&id=7", "/bench/paste", "/bench/read", "/make", "/make/of/7", "/make/7", "/pantry?at=material/shea%20butter,%20refined", "/pantry?count=1", "/pantry/book-in?of=shea%20butter,%20refined", "/logbook/1", "/house"];

/** Colours are the same at every width: contrast is judged at the widest in the day, and alone at night. */
const contrast = "color-contrast";
/** What a width in between can break; all the rest is judged at the widest and the narrowest. */
const ofWidth = ["target-size", "scrollable-region-focusable", "meta-viewport", "aria-hidden-focus", "button-name", "label", "region"];
const looks = [
  { theme: "day", views: views.slice(0, 10) },
  { theme: "day", views: views.slice(10) },
  { theme: "night", views: views.slice(0, 10) },
  { theme: "night", views: views.slice(10) },
] as const;

for (const { theme, views } of looks) {
  test(`no view breaks accessibility in the ${theme} theme, from ${views[0]} on`, async ({ page, demo }) => {
    test.setTimeout(300_000);
    const { house, revision } = await demo.call<{ house: { preferences: object }; revision: number }>("GET", "/house");
    await demo.call("PUT", "/house", { house: { ...house, preferences: { ...house.preferences, theme } }, revision });
    const wrong: string[] = [];
    for (const view of views) {
      await page.goto(demo.url + view);
      await expect(page.locator("h1").first()).toBeVisible();
      await page.waitForLoadState("networkidle");
      for (const width of theme === "day" ? [1280, 820, 320] : [1280]) {
        await page.setViewportSize({ width, height: 800 });
        await page.waitForTimeout(100);
        const axe = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ["violations"] });
        const { violations } = await (theme === "night" ? axe.withRules(contrast) : width === 820 ? axe.withRules(ofWidth) : width === 1280 ? axe : axe.disableRules(contrast)).analyze();
        wrong.push(...violations.map((one) => `${view} at ${width} ${one.id}: ${one.nodes.slice(0, 3).map((node) => node.html.slice(0, 160)).join(" | ")}`));
      }
    }
    expect(wrong).toEqual([]);
  });
}

test("today holds back what would slump and takes tomorrow's heat", async ({ page, demo }) => {
  await page.goto(demo.url);
  await expect(page.getByRole("heading", { name: "Thursday 11 June" })).toBeVisible();
  await expect(page.getByText(/9 tins of Slipway Hand Balm trial 4 slump at/)).toBeVisible();
  await page.getByRole("button", { name: "Hold back 9" }).click();
  await expect(page.getByText(/9 tins of Slipway Hand Balm trial 4 slump at/)).toHaveCount(0);
  await page.getByRole("button", { name: "Type tomorrow’s heat" }).click();
  await page.getByRole("textbox", { name: /summer van/ }).fill("hot");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert")).toContainText("is not a temperature");
  await page.getByRole("textbox", { name: /summer van/ }).fill("52");
  await page.keyboard.press("Enter");
  await expect(page.getByText(/Tomorrow’s summer van: 52/).first()).toBeVisible();
  await page.reload();
  await expect(page.getByText(/In a 52/)).toBeVisible();
});

test("house: units change everywhere, a slip is named, a copy goes out and in", async ({ page, demo, own }) => {
  await page.goto(`${demo.url}/house`);
  await page.getByText("°F", { exact: true }).click();
  await page.getByLabel("Scale step").fill("naught");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert")).toContainText("is not a weight");
  await page.getByLabel("Scale step").fill("1");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Weights are rounded to the new step.")).toBeVisible();
  await page.getByRole("link", { name: "Bench" }).click();
  await expect(page.getByText(/°F/).first()).toBeVisible();

  await page.goto(`${demo.url}/house`);
  const [file] = await Promise.all([page.waitForEvent("download"), page.getByRole("link", { name: "Take a copy" }).click()]);
  const copy = readFileSync(await file.path());
  const parts = Object.entries(unzipSync(new Uint8Array(copy))).map(([name, part]) => [name, name === "trials.jsonl" ? strToU8(strFromU8(part).replaceAll('"beeswax, filtered"', '"moon dust"')) : part] as const);
  await page.goto(`${own.url}/house`);
  const choose = page.getByLabel("A copy of a workshop");
  await choose.setInputFiles({ name: "broken.zip", mimeType: "application/zip", buffer: Buffer.from(zipSync(Object.fromEntries(parts))) });
  await expect(page.getByRole("alert")).toContainText("moon dust");
  await expect(page.getByRole("alert")).toContainText("Nothing was changed");
  await choose.setInputFiles({ name: "copy.zip", mimeType: "application/zip", buffer: copy });
  await expect(page.getByText("Nothing has been changed yet.")).toBeVisible();
  await page.getByRole("button", { name: "Take it all in" }).click();
  await expect(page.getByText("The copy is in.")).toBeVisible();
  await page.getByRole("link", { name: "Bench" }).click();
  await expect(page.getByRole("heading", { name: "Slipway Hand Balm" })).toBeVisible();
});

test("the bench sheet fits one page", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/7`);
  await expect(page.locator(".print-steps li").first()).toBeAttached();
  for (const format of ["A5", "A4"] as const) {
    const pdf = await page.pdf({ format, preferCSSPageSize: false });
    expect(pdf.toString("latin1").match(/\/Type\s*\/Page[^s]/g)).toHaveLength(1);
  }
});

test("long names, many lines and a narrow window keep everything in reach", async ({ page, own }) => {
  const name = "A very long name for a balm that somebody could not stop typing until the label was full, and then a little more";
  const trial = await own.call<{ id: number; revision: number }>("POST", "/formulas", { name, family: "balm", from: "usual" });
  let revision = trial.revision;
  for (const material of ["jojoba oil", "argan oil", "cocoa butter", "candelilla wax", "carnauba wax", "mango butter", "lanolin", "squalane", "olive oil", "marula oil", "kaolin", "coco-caprylate"]) {
    const now = await own.call<{ revision: number }>("POST", `/trials/${trial.id}/edits`, { revision, command: crypto.randomUUID(), edits: [{ kind: "add_line", material, share: "1", givesWay: "makeweight" }] }).catch(() => null);
    revision = now?.revision ?? revision;
  }
  for (const width of [1280, 1024, 820, 400]) {
    await page.setViewportSize({ width, height: 800 });
    await page.goto(`${own.url}/bench/${trial.id}`);
    await expect(page.getByRole("row", { name: /^All 1[78]/ })).toContainText("100.0");
    expect(await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBeLessThanOrEqual(0);
  }
});
