import { beginBatch, beginUpTo, tell } from "../begin-batch";
import { Instrument } from "../instrument";
import { expect, test } from "../pantry";

test("a scale is found, weighed with by keys, pulled out and typed for, and a probe reads by itself", async ({ page, demo }) => {
  const scale = await Instrument.start("scale");
  const probe = await Instrument.start("probe");
  try {
    await page.goto(`${demo.url}/house`);
    await page.getByLabel("Scale on port").fill("eighty");
    await page.keyboard.press("Enter");
    await expect(page.getByRole("alert")).toContainText("“eighty” is no port of this machine");
    await page.getByLabel("Scale on port").fill(scale.port);
    await page.keyboard.press("Enter");
    await expect(page.getByText("Pretend bench scale is there.")).toBeVisible();
    await page.getByLabel("Thermometer on port").fill(probe.port);
    await page.keyboard.press("Enter");
    await expect(page.getByText("Pretend probe is there.")).toBeVisible();

    await page.goto(`${demo.url}/make/7`);
    await expect(page.locator(".scale-line")).toContainText("Pretend bench scale, tared");
    await page.getByRole("button", { name: "Let its hand pour" }).press("Enter");
    await expect(page.locator(".make-go")).toContainText("Right", { timeout: 60_000 });
    await expect(page.locator(".make-number")).toBeFocused();
    await expect(async () => {
      await page.keyboard.press("Enter");
      await expect(page.getByRole("heading", { level: 1 })).toHaveText(/Step/, { timeout: 1500 });
    }).toPass();
    // Kept as the scale showed it once it had settled, within what the step asks for.
    const kept = async () => {
      const { batch } = await demo.call<{ batch: { done: { weighedG: number | null }[] } }>("GET", "/batches/7");
      return Math.abs((batch.done.filter((one) => one.weighedG !== null).at(-1)?.weighedG ?? 0) - 558);
    };
    await expect.poll(kept).toBeLessThan(2.9);

    const id = await beginUpTo(demo, 13, "chill", 3, 36);
    await page.goto(`${demo.url}/make/${id}`);
    await page.getByRole("button", { name: "Dip it in" }).click();
    await expect(page.locator(".probe-line")).toContainText("read every 3 min");
    await expect(page.locator(".cooling-ring")).toHaveCount(1, { timeout: 60_000 });

    await scale.stop();
    const { id: other, batch: begun } = await beginBatch(demo, 7);
    for (const step of begun.steps.slice(0, begun.steps.findIndex((one) => one.kind === "weigh"))) await tell(demo, other, { kind: "record_step", step: step.id }, 0);
    await page.goto(`${demo.url}/make/${other}`);
    await expect(page.locator(".scale-line")).toContainText("The scale does not answer. Type the weight");
    await page.getByRole("button", { name: "Type it" }).click();
    await page.keyboard.type("75");
    await expect(page.locator(".make-number")).toHaveValue("75");
  } finally {
    await scale.stop();
    await probe.stop();
  }
});
