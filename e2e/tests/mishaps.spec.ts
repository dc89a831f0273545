import type { Page } from "@playwright/test";
import { Instrument } from "../instrument";
import { expect, test } from "../pantry";
import { signAndBegin } from "../sign";

type Step = { id: string; kind: string; title: string; template: string | null; targetG: number | null };
type Taken = { step: string; material: string; lot: string | null; grams: number };
type Making = {
  batch: { lot: string; steps: Step[]; lots: Taken[]; finishedAt: string | null; done: { step: string; doneAt: string; weighedG: number | null }[] };
  answered: string[];
};
type Lot = { lot: { id: string; left: number }; moves: { kind: string; amount: number; batch: string | null }[] };

const hourMs = 3_600_000;
const away = { scale: "The scale is unplugged", tablet: "In another window", line: "No connection" };

/** Next sleeps for a moment after each change, so Enter is pressed until the step has moved on. */
async function next(page: Page): Promise<void> {
  const title = await page.locator(".make-title").textContent();
  await expect(async () => {
    await page.keyboard.press("Enter");
    await expect(page.locator(".make-title")).not.toHaveText(title ?? "", { timeout: 400 });
  }, `past ${title}`).toPass({ intervals: [250, 300, 400], timeout: 15_000 });
}

/** Types a weight, whatever the scale shows. */
async function typed(page: Page, grams: number): Promise<void> {
  await page.getByRole("button", { name: "Type it" }).press("Enter");
  await page.locator(".make-number").fill(String(grams));
}

test.use({ actionTimeout: 15_000 });

test("one batch with every mishap goes into the logbook: nothing acknowledged is lost, no move is doubled", async ({ page, context, loneDemo: demo }) => {
  test.setTimeout(120_000);
  const scale = await Instrument.start("scale", 60);
  try {
    const { house, revision } = await demo.call<{ house: object; revision: number }>("GET", "/house");
    await demo.call("PUT", "/house", { house: { ...house, devices: { scale: scale.port, probe: "", weather: "" } }, revision });
    await page.goto(`${demo.url}/make/of/7`);
    await signAndBegin(page);
    const id = Number(page.url().split("/").at(-1));
    const sheet = await demo.call<Making>("GET", `/batches/${id}`);
    const { steps } = sheet.batch;
    const weighs = steps.filter((step) => step.kind === "weigh");
    const target = (at: number) => weighs[at]?.targetG ?? 0;
    const to = async (one: Page, at: number) => expect(one.locator(".make-title")).toHaveText(weighs[at]?.title ?? "");
    const done = async (at: number) => (await demo.call<Making>("GET", `/batches/${id}`)).batch.done.find((one) => one.step === weighs[at]?.id);
    await next(page);

    // The scale is pulled out: it is typed.
    await to(page, 0);
    await scale.behave("unplugged");
    await expect(page.locator(".scale-line")).toContainText(away.scale);
    await typed(page, target(0));
    await next(page);

    // It sends rubbish between its lines: what can be read is weighed with.
    await to(page, 1);
    await scale.behave("garbled");
    await expect(page.locator(".scale-line")).toContainText("tared");
    await expect(async () => {
      await page.getByRole("button", { name: "Let its hand pour" }).press("Enter");
      await expect(page.locator(".make-go")).toContainText("Right", { timeout: 2000 });
    }).toPass();
    await next(page);
    await scale.behave("well");

    // Poured over: the rest is scaled up to it.
    await to(page, 2);
    await typed(page, target(2) + 20);
    await page.waitForTimeout(700);
    await page.keyboard.press("Enter");
    await page.getByRole("button", { name: /^Scale the rest up/ }).press("Enter");
    // What stood before it is topped up first.
    await expect(page.locator(".make-title")).toContainText("Top up");
    const rescaled = await demo.call<Making>("GET", `/batches/${id}`);
    expect(rescaled.batch.steps.length).toBeGreaterThan(steps.length);

    // The server is killed, the weight typed all the same, the browser closed; another finds it kept, with a clock an hour off.
    await demo.kill();
    const topUp = rescaled.batch.steps.find((step) => step.id.startsWith("top-up"));
    await typed(page, topUp?.targetG ?? 0);
    await next(page);
    await expect(page.locator(".make-step")).toContainText(away.line);
    await page.waitForTimeout(500);
    await page.close();
    await demo.start();
    const again = await context.newPage();
    await again.clock.setSystemTime(new Date(Date.now() + hourMs));
    await again.goto(`${demo.url}/make/${id}`);
    await expect(again.locator(".make-title")).toBeVisible();
    const kept = async () => (await demo.call<Making>("GET", `/batches/${id}`)).batch.done.find((one) => one.step === topUp?.id)?.weighedG;
    await expect.poll(kept).toBe(topUp?.targetG);
    for (let at = 0; (await again.locator(".make-title").textContent())?.includes("Top up") && at < 6; at++) {
      const title = await again.locator(".make-title").textContent();
      const step = rescaled.batch.steps.find((one) => one.title === title);
      await typed(again, step?.targetG ?? 0);
      await next(again);
    }

    // Two tablets: what the other put down meanwhile is not written over unseen.
    await to(again, 3);
    const tablet = await context.newPage();
    await tablet.goto(`${demo.url}/make/${id}`);
    await to(tablet, 3);
    const fourth = rescaled.batch.steps.find((step) => step.id === weighs[3]?.id)?.targetG ?? 0;
    await typed(tablet, fourth);
    await next(tablet);
    await typed(again, fourth - 0.1);
    await again.waitForTimeout(700);
    await again.keyboard.press("Enter");
    await expect(again.getByRole("alert").first()).toContainText(away.tablet);
    await next(again);
    await tablet.close();
    // The page goes on at once; the record follows.
    await expect.poll(async () => (await done(3))?.weighedG).toBe(fourth - 0.1);
    // An hour off in the browser is no hour in the record.
    expect(Math.abs(Date.parse((await done(3))?.doneAt ?? "") - Date.parse((await demo.call<{ now: string }>("GET", "/batches/clocks")).now))).toBeLessThan(hourMs / 6);

    // A lot is given away meanwhile: the next one is weighed from, and none goes below nothing.
    await to(again, 4);
    const planned = (await demo.call<{ lots: { step: string; chosen: string | null }[] }>("GET", `/batches/${id}`)).lots.find((one) => one.step === weighs[4]?.id);
    const used = await demo.call<Lot>("GET", `/stock/lots/${planned?.chosen}`);
    const now = new Date().toISOString();
    await demo.call("POST", `/stock/lots/${planned?.chosen}/moves`, { stamp: { id: crypto.randomUUID(), at: now, sentAt: now }, move: { kind: "give", amount: used.lot.left } });

    // The rest: too cool in the pot, a hold cut short, a step passed over; each is asked about once and answered.
    const rest = rescaled.batch.steps.slice(rescaled.batch.steps.findIndex((step) => step.id === weighs[4]?.id), -1);
    for (const step of rest) {
      if (step.targetG !== null && step.kind === "weigh") await typed(again, step.targetG);
      if (step.template === "melt") await again.locator(".make-number").fill("40");
      await next(again);
      const question = again.getByRole("region", { name: "What happened" });
      for (let asked = 0; (await question.isVisible()) && asked < 5; asked++) {
        const says = await question.locator("b").textContent({ timeout: 1000 }).catch(() => null);
        if (says === null) break;
        const answer = question.getByRole("button", { name: "Answer" });
        // It folds where the next step needs the room, and one that was answered while the page went on is gone by itself.
        await expect(async () => {
          if (!(await question.isVisible())) return;
          if (await answer.isVisible()) await answer.press("Enter", { timeout: 1000 });
          await question.locator(".cooling-log > button").first().press("Enter", { timeout: 1000 });
        }).toPass();
        // Answered once, it is not asked again; there may be another.
        await expect(question.getByText(says, { exact: true })).toHaveCount(0);
      }
    }
    await again.getByLabel(/^How many tins/).fill("12");
    await again.waitForTimeout(700);
    await again.locator(".next").press("Enter");
    await expect(again).toHaveURL(new RegExp(`/logbook/${id}`));

    const end = await demo.call<Making>("GET", `/batches/${id}`);
    expect(end.batch.finishedAt).not.toBeNull();
    expect(end.answered.join(" ")).toContain("wanted");
    expect(new Set(end.batch.done.map((one) => one.step)).size).toBe(end.batch.done.length);
    // Each lot gave what was weighed of it, once.
    const lots = [...new Set(end.batch.lots.flatMap((one) => (one.lot ? [one.lot] : [])))];
    expect(lots.length).toBeGreaterThan(3);
    for (const lot of lots) {
      const book = await demo.call<Lot>("GET", `/stock/lots/${lot}`);
      const taken = end.batch.lots.filter((one) => one.lot === lot).reduce((sum, one) => sum + one.grams, 0);
      const posted = book.moves.filter((move) => move.batch === end.batch.lot && move.kind === "use").reduce((sum, move) => sum - move.amount, 0);
      expect(posted, `lot ${lot}`).toBeCloseTo(taken, 3);
      expect(book.lot.left).toBeGreaterThanOrEqual(0);
      expect(book.moves.reduce((sum, move) => sum + move.amount, 0)).toBeCloseTo(book.lot.left, 3);
    }
  } finally {
    await scale.stop();
  }
});
