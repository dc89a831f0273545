import type { Page } from "@playwright/test";
import { Instrument } from "../instrument";
import { expect, type Pantry, test } from "../pantry";

type Start = { routes: { route: string; name: string }[]; revision: number };
type Making = { batch: { steps: { id: string; kind: string; title: string; targetG: number | null }[]; finishedAt: string | null } };

/** Next sleeps for a moment after each change: the page's clock goes on by it, so that a whole batch takes seconds. */
const sleepMs = 1100;
/** So much faster than the wall go scale, probe and workshop. */
const speed = 60;
/** What the scale cannot weigh well is typed. */
const leastG = 1;
/** After so long the page looks again at what the probe says. */
const lookMs = 5_000;

/** Every way of making of a kind, each begun from its usual formula, by keys alone from the first step into the logbook. */
async function makeAll(page: Page, demo: Pantry, family: string, made: Set<string>) {
  const first = await demo.call<{ id: number }>("POST", "/formulas", { name: `${family} of the quay`, family, from: "usual" });
  const { routes } = await demo.call<Start>("GET", `/batches/start/${first.id}`);
  // What another kind has been made by is not made by again; each kind is made once.
  const anew = routes.filter(({ route }) => !made.has(route));
  for (const { route } of anew.length > 0 ? anew : routes.slice(0, 1)) {
    made.add(route);
    const { id: trial } = await demo.call<{ id: number }>("POST", "/formulas", { name: `${family} by ${route}`, family, from: "usual" });
    const { revision } = await demo.call<Start>("GET", `/batches/start/${trial}`);
    await demo.call("POST", `/trials/${trial}/edits`, {
      revision,
      edits: [{ kind: "set_method", method: { route, choices: {}, steps: null } }],
      command: crypto.randomUUID(),
    });
    await page.goto(`${demo.url}/make/of/${trial}`);
    const fold = page.getByRole("button", { name: "Read and sign" });
    const signs = page.getByRole("heading", { name: "Read, tick and sign" });
    await expect(fold.or(signs).first()).toBeVisible();
    if (!(await signs.isVisible())) await fold.click();
    // Each tick has a story of its own: here all of them at once.
    await page.locator(".start-ticks input").evaluateAll((boxes) => boxes.forEach((box) => (box as HTMLInputElement).click()));
    await page.getByLabel("Your name").fill("Marlo");
    await page.getByLabel("Your name").press("Enter");
    await expect(page.locator(".make-step")).toBeVisible();
    const batch = Number(page.url().split("/").at(-1));
    const { batch: sheet } = await demo.call<Making>("GET", `/batches/${batch}`);
    let onScaleG = 0;
    for (const [at, step] of sheet.steps.slice(0, -1).entries()) {
      if (step.targetG !== null && step.kind === "weigh") {
        if (step.targetG < leastG) await page.locator(".make-number").fill(String(step.targetG));
        else {
          await expect(page.locator(".scale-line")).toContainText("tared");
          // A hand misses now and then, and pours on.
          await expect(async () => {
            await page.getByRole("button", { name: "Let its hand pour" }).press("Enter");
            await expect(page.locator(".make-go")).toContainText(/Right|over/, { timeout: 1500 });
          }, `${family} by ${route}, ${step.title} is poured`).toPass({ timeout: 25_000 });
          onScaleG += step.targetG;
        }
      }
      if (await page.locator(".probe-line").isVisible()) {
        await page.getByRole("button", { name: "Dip it in" }).press("Enter");
        await expect(page.locator(".probe-line")).toContainText("read every 3");
        await expect(async () => {
          await page.clock.fastForward(lookMs);
          await expect(page.locator(".cooling-ring")).not.toHaveCount(0, { timeout: 300 });
        }, `${family} by ${route}, ${step.title} is read`).toPass({ timeout: 25_000 });
      }
      if (step.id === "freezer-round") {
        await expect(page.getByLabel("Rounds")).toContainText("Round 1, at most 6");
        await page.getByRole("button", { name: "Stirred: round 1 done" }).press("Enter");
        await expect(page.getByLabel("Rounds")).toContainText("Round 2, at most 6");
        await page.locator(".next").focus();
      }
      // What asks before it goes on is answered by the same key; a step that stands still is a fault.
      await expect(async () => {
        await page.clock.fastForward(sleepMs);
        if (await stands(page, sheet.steps, at)) await page.keyboard.press("Enter");
        expect(await stands(page, sheet.steps, at)).toBe(false);
      }, `${family} by ${route}, step ${step.title}`).toPass({ intervals: [20, 40, 80, 160], timeout: 25_000 });
    }
    // The pot is taken off for the next.
    await demo.call("POST", "/devices/scale/tare", { for: null });
    await demo.call("POST", "/devices/scale/pour", { toG: -onScaleG });
    await page.locator(".make-finish").getByLabel(/^How many /).fill("3");
    await page.clock.fastForward(sleepMs);
    await page.locator(".next").press("Enter");
    await expect(page, `${family} by ${route}`).toHaveURL(new RegExp(`/logbook/${batch}`));
    await expect(page.getByText(/^.*3 \w+ filled, 3 left\./)).toBeVisible();
    expect((await demo.call<Making>("GET", `/batches/${batch}`)).batch.finishedAt).not.toBeNull();
  }
}

/** Whether the page still shows this step. */
async function stands(page: Page, steps: { kind: string }[], at: number): Promise<boolean> {
  const where = (await page.locator(".make-where").textContent()) ?? "";
  const weighs = steps.flatMap((step, i) => (step.kind === "weigh" ? [i] : []));
  return where === (steps[at]?.kind === "weigh" ? `Weigh ${weighs.indexOf(at) + 1} of ${weighs.length}` : `Step ${at + 1} of ${steps.length}`);
}

const parts: [string, string[], number, "day" | "night"][] = [
  ["poured and moulded", ["balm", "salve", "stick", "bar", "butter", "gelled_balm", "deodorant_stick", "underarm_paste", "cleansing_balm"], 820, "day"],
  ["whipped, traced, cold and dry", ["whipped_butter", "cleansing_bar", "oil_to_milk", "body_oil", "powder", "powder_cleanser", "bath_salts", "fizzy"], 1180, "night"],
];

for (const [name, families, width, theme] of parts)
  test(`${name}: a batch by each way of making goes from the first step into the logbook by keys`, async ({ page, demo }) => {
    test.setTimeout(Number(process.env.LONG ?? 400_000));
    await page.setViewportSize({ width, height: 900 });
    const { house, revision } = await demo.call<{ house: { preferences: object }; revision: number }>("GET", "/house");
    const scale = await Instrument.start("scale", speed);
    const probe = await Instrument.start("probe", speed);
    try {
      await demo.call("PUT", "/house/clock", { speed });
      await demo.call("PUT", "/house", {
        house: { ...house, devices: { scale: scale.port, probe: probe.port, weather: "" }, preferences: { ...house.preferences, theme } },
        revision,
      });
      await page.clock.install();
      const made = new Set<string>();
      for (const family of families) await makeAll(page, demo, family, made);
    } finally {
      await scale.stop();
      await probe.stop();
    }
  });
