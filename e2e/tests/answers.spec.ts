import { beginBatch } from "../begin-batch";
import { expect, test } from "../pantry";

type Trial = { id: number; revision: number; content: { lines: { id: string; material: string; percent: number }[]; colouredParts: unknown } };
type Batch = { id: number; atIndex: number; potG: number; batch: { atStep: string; steps: { id: string; title: string; targetG: number | null; line: string | null }[] } };

test("the feel is changed by a lever, by keys alone, and taken back", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/14?by=feel`);
  const change = page.getByRole("button", { name: "Change the feel" });
  await change.focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Change the feel" })).toBeFocused();
  const first = page.getByRole("region", { name: "Powder takes grease up" }).getByRole("button").first();
  await expect(first).toContainText("→");
  for (let i = 0; i < 4 && !(await first.evaluate((one) => one === document.activeElement)); i++) await page.keyboard.press("Tab");
  await expect(page.getByRole("row", { name: /Arrowroot/ })).toContainText("→");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Findings" })).toBeVisible();
  await expect(page.getByRole("row", { name: /Arrowroot/ })).toContainText("10.0");
  await page.keyboard.press("ControlOrMeta+z");
  await expect(page.getByRole("row", { name: /Arrowroot/ })).toContainText("6.0");
});

test("a batch in hand is rescued: what is chosen becomes its next step, and is weighed", async ({ page, own }) => {
  const trial = await own.call<Trial>("POST", "/formulas", { name: "Too soft", family: "balm", from: "usual" });
  let batch = await beginBatch<Batch>(own, trial.id);
  const act = async (command: object) => {
    const now = new Date().toISOString();
    batch = await own.call<Batch>("POST", `/batches/${batch.id}/commands`, { stamp: { id: crypto.randomUUID(), at: now, sentAt: now }, command });
  };
  for (const step of batch.batch.steps.slice(0, 5)) await act({ kind: "record_step", step: step.id, weighedG: step.targetG });
  const standsAt = batch.batch.steps[batch.atIndex]?.title;
  await page.goto(`${own.url}/make/${batch.id}`);
  await page.getByRole("button", { name: "Rescue the pot" }).click();
  await expect(page.getByRole("heading", { name: "Rescue the pot" })).toBeVisible();
  const pot = page.getByLabel("In the pot now", { exact: true });
  await expect(pot).not.toHaveValue("");
  await page.getByLabel("It should be").click();
  await page.getByRole("option", { name: "hard", exact: true }).click();
  await page.getByRole("button", { name: "What to add" }).click();
  const first = page.locator(".swap-option").first();
  await expect(first).toContainText("→");
  const name = (await first.locator("b").textContent())?.replace(/^[\d.,\s]+g\s*/, "") ?? "";
  await first.click();
  await expect(page).toHaveURL(new RegExp(`/make/${batch.id}$`));
  await expect(page.getByRole("region", { name })).toBeVisible();
  const now = await own.call<Batch>("GET", `/batches/${batch.id}`);
  const step = now.batch.steps[now.atIndex];
  expect(step?.id).toMatch(/^rescue-/);
  await page.keyboard.type(String(step?.targetG));
  await page.waitForTimeout(700);
  await page.keyboard.press("Enter");
  await expect.poll(async () => (await own.call<Batch>("GET", `/batches/${batch.id}`)).potG).toBeCloseTo(now.potG + (step?.targetG ?? 0), 3);
  const after = await own.call<Batch>("GET", `/batches/${batch.id}`);
  expect(after.batch.steps[after.atIndex]?.title).toBe(standsAt);
});

test("a mix is coloured in parts, weighed for each, and stays so after a reload", async ({ page, own }) => {
  const trial = await own.call<Trial>("POST", "/formulas", { name: "Red and plain", family: "balm", from: "usual" });
  await page.goto(`${own.url}/bench/${trial.id}?by=shade`);
  await page.getByRole("button", { name: "Wanted shade" }).click();
  await page.getByRole("button", { name: "Colour it in parts" }).click();
  await page.getByRole("button", { name: "Two halves" }).click();
  await page.getByLabel("Share of second half").fill("40");
  await page.getByRole("combobox", { name: "Colour for second half" }).fill("pink clay");
  await page.getByRole("option", { name: /Pink clay/ }).first().click();
  await page.getByLabel("Pink clay in second half").fill("3");
  await page.getByRole("button", { name: "Keep the parts" }).click();
  await expect(page.getByRole("alert")).toContainText("90 %, not 100");
  await page.getByLabel("Share of second half").fill("50");
  await page.getByRole("button", { name: "Keep the parts" }).click();
  const parts = page.getByRole("list", { name: "The parts as they come out" });
  await expect(parts).toContainText("Pink clay");
  await expect(parts.getByRole("listitem")).toHaveCount(2);
  await page.reload();
  await page.getByRole("button", { name: "Wanted shade" }).click();
  await page.getByRole("button", { name: "Colour it in parts" }).click();
  await expect(parts).toContainText("Pink clay");
  await page.getByRole("button", { name: "Leave it whole" }).click();
  await expect(parts).toHaveCount(0);
  expect((await own.call<Trial>("GET", `/trials/${trial.id}`)).content.colouredParts).toBeNull();
});

test("time and label are in what one costs once they are told; the sponge says what goes in first", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/19?by=sponge`);
  await page.getByRole("button", { name: "What goes in first" }).click();
  const order = page.getByRole("region", { name: "What goes in first" }).getByRole("listitem");
  await expect(order.first()).toContainText("onto magnesium carbonate");
  await expect(order.last()).toContainText("Squeeze a handful");
  await page.goto(`${demo.url}/bench/17?by=cost`);
  await expect(page.locator(".ruler-foot")).toContainText("Time is not counted");
  await page.getByRole("button", { name: /30 bottles of/ }).click();
  await page.getByLabel("Your hands, for all of it").fill("90");
  await page.getByRole("button", { name: "Set the batch" }).click();
  await expect(page.locator(".ruler-foot")).toContainText("90 min of hands");
  await expect(page.locator(".ruler-foot")).toContainText("an hour");
});
