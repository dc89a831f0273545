import type { Page } from "@playwright/test";
import AxeBuilder from "@axe-core/playwright";
import { beginBatch, tell, type Step } from "../begin-batch";
import { expect, type Pantry, test } from "../pantry";

type Made = { id: number; batch: { lot: string; steps: Step[] }; said: { slumpC: number } };

/** A finished batch of a trial. */
async function made(demo: Pantry, trial: number): Promise<Made> {
  const batch = await beginBatch<Made>(demo, trial);
  for (const step of batch.batch.steps)
    await tell(demo, batch.id, { kind: "record_step", step: step.id, weighedG: step.targetG }, 0);
  await tell(demo, batch.id, { kind: "finish", units: 6 }, 0);
  return demo.call<Made>("GET", `/batches/${batch.id}`);
}

/** Logs where a batch lost its shape, by hand. */
async function slumps(page: Page, demo: Pantry, batch: Made, below: number) {
  await page.goto(`${demo.url}/logbook/${batch.id}`);
  await page.getByText("Slump", { exact: true }).click();
  await page.getByLabel("Temperature at which it slumped").fill(String(Math.round((batch.said.slumpC - below) * 10) / 10));
  await page.getByRole("button", { name: "Log it", exact: true }).last().click();
  await expect(page.getByText(/^slump: /)).toBeVisible();
}

test("a product is looked at when it is due, with a slip in each field, and Today stops asking", async ({ page, demo }) => {
  await page.goto(demo.url);
  const asked = page.locator("li", { hasText: /Slack Tide Butter trial 6, after a week: thumb press, grain and shape/ });
  await asked.getByRole("button", { name: "Look at it" }).click();
  const look = page.getByRole("region", { name: "Look at it" });
  await expect(look).toContainText("After a week, it is time: thumb press, grain and shape.");
  await look.getByLabel("Seen on").fill("next week");
  await look.getByRole("button", { name: "smooth" }).click();
  await expect(look.getByRole("alert")).toContainText("“next week” is no date");
  await look.getByLabel("Seen on").fill("2031-01-01");
  await look.getByRole("button", { name: "smooth" }).click();
  await expect(look.getByRole("alert")).toContainText("still to come");
  await look.getByLabel("Seen on").fill("2026-01-01");
  await look.getByRole("button", { name: "smooth" }).click();
  await expect(look.getByRole("alert")).toContainText("cannot have been seen before");
  await look.getByLabel("Seen on").fill("");
  await look.getByRole("button", { name: "smooth" }).press("Enter");
  await expect(page.getByText("grain: smooth")).toBeVisible();
  await expect(look).toContainText(/After four weeks, \d/);
  await look.getByRole("button", { name: "All tests" }).click();
  await look.getByLabel("Melt on skin in seconds").fill("a while");
  await look.getByLabel("Melt on skin in seconds").press("Enter");
  await expect(look.getByRole("alert")).toContainText("“a while” is not a number");
  await look.getByLabel("Melt on skin in seconds").fill("9000");
  await look.getByLabel("Melt on skin in seconds").press("Enter");
  await expect(look.getByText(/Type 1 to 600 seconds/)).toBeVisible();
  await look.getByLabel("Melt on skin in seconds").fill("14");
  await look.getByLabel("Melt on skin in seconds").press("Enter");
  await expect(page.getByText(/melt on skin: 14/)).toBeVisible();
  // Put right with a reason; what stood there stays.
  await page.getByRole("button", { name: /^Put right: test/ }).first().click();
  await page.getByLabel("What came, of words 1 the first").fill("2");
  await page.getByRole("textbox", { name: "Why?" }).fill("another jar");
  await page.getByRole("button", { name: "Put it right" }).click();
  await expect(page.getByText("grain: a few grains")).toBeVisible();
  await page.reload();
  await expect(page.getByText("grain: a few grains")).toBeVisible();
  await page.goto(demo.url);
  await expect(page.getByRole("heading", { name: /Needs a look/i })).toBeVisible();
  await expect(asked).toHaveCount(0);
});

test("batches that all slump lower propose a correction; agreed, it stands beside what is said, and goes with one act", async ({ page, own: demo }) => {
  test.setTimeout(240_000);
  const { id: trial } = await demo.call<{ id: number }>("POST", "/formulas", { name: "Gunwale Balm", family: "balm", from: "usual" });
  for (const below of [3, 3.5, 3, 3.5, 3]) await slumps(page, demo, await made(demo, trial), below);
  await page.getByRole("link", { name: "How good it is for you" }).click();
  await expect(page.getByRole("heading", { name: "Slump", exact: true })).toBeVisible();
  await expect(page.getByText(/came out softer than said, by/)).toBeVisible();
  const results = await new AxeBuilder({ page }).analyze();
  expect(results.violations.map((violation) => `${violation.id}: ${violation.nodes[0]?.html}`)).toEqual([]);
  // Put off, and asked again only after one batch more.
  await page.getByRole("button", { name: "Not yet" }).press("Enter");
  await expect(page.getByText("Not asked again until one batch more has told.")).toBeVisible();
  await expect(page.getByRole("button", { name: "Not yet" })).toHaveCount(0);
  await slumps(page, demo, await made(demo, trial), 3);
  await page.goto(`${demo.url}/logbook/learning`);
  const act = page.getByRole("button", { name: /^Correct .* by −/ });
  await expect(act).toBeVisible();
  await act.press("Enter");
  await expect(page.getByText("Agreed: what is said stands beside it from now on.")).toBeVisible();
  await page.goto(`${demo.url}/bench/${trial}`);
  await expect(page.getByText(/; yours .*slump lower: /)).toBeVisible();
  await page.goto(`${demo.url}/logbook/learning`);
  await page.getByRole("button", { name: "Switch units" }).click();
  await expect(page.getByText(/by −[\d.]+.°F, agreed/)).toBeVisible();
  await page.getByRole("button", { name: /^Withdraw/ }).press("Enter");
  await expect(page.getByText("Withdrawn: it is said without it again.")).toBeVisible();
  await page.goto(`${demo.url}/bench/${trial}`);
  await expect(page.getByRole("heading", { name: "Gunwale Balm" })).toBeVisible();
  await expect(page.getByText(/; yours .*slump lower: /)).toHaveCount(0);
});
