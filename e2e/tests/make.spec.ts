import type { Page } from "@playwright/test";
import { expect, test } from "../pantry";
import { beginUpTo, type Step } from "../begin-batch";
import { makeThis, signAndBegin } from "../sign";

type Made = { batch: { steps: { kind: string; title: string; targetG: number | null }[] } };

/** Next sleeps for a moment after each change, so the press is repeated until the step has moved on. */
async function next(page: Page, by: () => Promise<void>): Promise<void> {
  const before = await page.locator(".make-where").textContent();
  const title = await page.locator(".make-title").textContent();
  await expect(async () => {
    await by();
    expect((await page.locator(".make-where").textContent()) !== before || (await page.locator(".make-title").textContent()) !== title).toBe(true);
  }).toPass({ intervals: [250, 300, 400], timeout: 6000 });
}

test("a batch is made by keys through a killed server and a closed tab, into the logbook", async ({ page, loneDemo: demo, context }) => {
  await page.goto(`${demo.url}/bench/7`);
  await makeThis(page);
  await expect(page.getByRole("heading", { name: "Gather and protect" })).toBeVisible();
  const id = Number(page.url().split("/").at(-1));
  const { batch } = await demo.call<Made>("GET", `/batches/${id}`);
  const press = () => page.keyboard.press("Enter");
  await next(page, press);

  await page.keyboard.type(String(batch.steps[1]?.targetG));
  await expect(page.locator(".next.ready")).toBeVisible();
  await next(page, press);
  await expect(page.getByText(/In the pot so far/)).toContainText("6.0");

  await demo.kill();
  await page.keyboard.type(String(batch.steps[2]?.targetG));
  await next(page, press);
  // The browser writes its store behind the page: a moment, as any hand takes to close a tab.
  await page.waitForTimeout(500);
  await page.close();
  await demo.start();

  const again = await context.newPage();
  await again.goto(`${demo.url}/make/${id}`);
  await expect(again.getByText(/In the pot so far/)).toContainText("78.0");
  await again.goto(`${demo.url}/today`);
  await expect(again.getByText(/stopped at step 4 of/)).toBeVisible();
  await again.locator(".today-row", { hasText: "Slipway Hand Balm" }).getByRole("button", { name: "Carry on" }).click();
  await expect(again.locator(".make-title")).toHaveText(batch.steps[3]?.title ?? "");

  for (let at = 3; at < batch.steps.length - 1; at++) {
    const step = batch.steps[at];
    await expect(again.locator(".make-title")).toHaveText(step?.title ?? "");
    if (step?.targetG != null) await again.locator(".make-number").fill(String(step.targetG));
    await next(again, () => again.locator(".next").click());
  }
  await again.getByLabel(/How many tins/).fill("12");
  await again.getByLabel("Notes").fill("poured well");
  await again.locator(".next").click({ delay: 700 });
  await expect(again).toHaveURL(new RegExp(`/logbook/${id}`));
  await expect(again.getByText("12 tins filled, 12 left.")).toBeVisible();
  await again.getByLabel("Temperature of the product").fill("20");
  await again.getByLabel("In words").fill("gives under the thumb");
  await again.getByRole("button", { name: "Log it" }).click();
  await expect(again.getByText("thumb press at 20")).toBeVisible();
  await again.getByText("Slump", { exact: true }).click();
  await again.getByLabel("Temperature at which it slumped").fill("warm");
  await again.getByRole("button", { name: "Log it" }).click();
  await expect(again.getByRole("alert")).toContainText("is not a temperature");
  await again.getByLabel("Temperature at which it slumped").fill("48,5");
  await again.getByRole("button", { name: "Log it" }).click();
  await expect(again.locator(".said li", { hasText: "slump:" })).toContainText("48.5");
});

test("over and under: a slip asks, an over-pour offers to scale the rest", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/7`);
  await makeThis(page);
  await expect(page.getByRole("heading", { name: "Gather and protect" })).toBeVisible();
  await next(page, () => page.locator(".next").click());
  const field = page.locator(".make-number");
  await field.fill("much");
  await page.locator(".next").click({ delay: 700 });
  await expect(page.getByRole("alert")).toContainText("is not a weight");
  await field.fill("5");
  await page.locator(".next").click({ delay: 700 });
  await expect(page.getByRole("alert")).toContainText("Keep 5.0");
  await field.fill("6.3");
  await page.locator(".next").click({ delay: 700 });
  await expect(page.getByText(/0\.3.g over/).first()).toBeVisible();
  await page.getByRole("button", { name: /Scale the rest up to 630/ }).click();
  await expect(page.locator(".make-title")).toHaveText("Beeswax, filtered");
  await expect(page.locator(".make-go")).toContainText("75.6");
});

test("what cools is watched: readings, another place and the hand move the moment, and the strip calls from every place", async ({ page, loneDemo: demo }) => {
  const id = await beginUpTo(demo, 13, "chill", 3, 36);
  await page.goto(`${demo.url}/make/${id}`);
  await expect(page.getByRole("img", { name: "Cooling curve" })).toBeVisible();
  const opens = page.locator(".cooling-time", { hasText: "opens" }).locator("b");
  const first = await opens.textContent();
  await page.getByLabel(/^Temperature in/).fill("35,5");
  await page.getByRole("button", { name: "Log the reading" }).click();
  await expect(page.locator(".cooling-ring")).toHaveCount(1);
  await page.getByLabel(/^Temperature in/).fill("hot");
  await page.getByRole("button", { name: "Log the reading" }).click({ force: true, timeout: 1000 }).catch(() => undefined);
  await expect(page.locator(".cooling-ring")).toHaveCount(1);
  await page.getByRole("button", { name: "Another place" }).click();
  await page.getByRole("button", { name: /^In the freezer/ }).click();
  await expect(page.getByRole("img", { name: "Cooling curve" })).toBeVisible();
  await expect(opens).not.toHaveText(first ?? "");
  await page.reload();
  await expect(page.locator(".cooling-ring")).toHaveCount(1);
  // The server is killed and comes back: nothing read is lost, and the clock goes on.
  await demo.kill();
  await demo.start();
  await page.reload();
  await expect(page.locator(".cooling-ring")).toHaveCount(1);
  await page.getByRole("button", { name: "Thick already" }).click();
  await page.getByRole("button", { name: /^Half set/ }).click();
  await expect(page.getByText(/It is time|closes in/)).toBeVisible();
  await page.goto(`${demo.url}/pantry`);
  const strip = page.getByRole("navigation", { name: "Clocks" });
  await expect(strip.getByRole("link", { name: /Slack Tide Butter/ })).toBeVisible();
  await strip.getByRole("link", { name: /Slack Tide Butter/ }).press("Enter");
  await expect(page).toHaveURL(new RegExp(`/make/${id}$`));
});

test("another way of making is chosen before the start, and is on the sheet and in the batch", async ({ page, demo }) => {
  await page.goto(`${demo.url}/make/of/14`);
  await page.getByRole("combobox", { name: "Way of making" }).press("ArrowDown");
  await page.getByTitle("half set, cold oils streamed in").click();
  await expect(page.getByRole("list", { name: "Steps" })).toContainText("Stream the cold oils in");
  await page.getByRole("button", { name: /Where makers differ/ }).click();
  await page.getByRole("combobox", { name: "Where does it cool" }).press("ArrowDown");
  await page.getByTitle("in the freezer").click();
  await page.locator(".sheet-steps summary", { hasText: "Cool until the butters are half set" }).click();
  await expect(page.locator(".sheet-steps details[open]")).toContainText("Bowl to the freezer");
  await signAndBegin(page);
  const id = Number(page.url().split("/").at(-1));
  const { batch } = await demo.call<{ batch: { steps: Step[] } }>("GET", `/batches/${id}`);
  expect(batch.steps.map((step) => step.template)).toContain("stream");
});

test("a fizzy is wetted by counted sprays and squeezes, by keys, through a reload", async ({ page, demo }) => {
  const id = await beginUpTo(demo, 24, "wet", 1, 21);
  await page.goto(`${demo.url}/make/${id}`);
  await expect(page.getByRole("heading", { name: "Sprays so far" })).toBeVisible();
  const count = page.locator(".whip-figure");
  await page.locator("body").press("Space");
  await expect(count).toHaveText("1");
  await page.waitForTimeout(300);
  await page.locator("body").press("Space");
  await expect(count).toHaveText("2");
  await page.reload();
  await expect(count).toHaveText("2");
  await page.getByRole("button", { name: "Take one back" }).click();
  await expect(count).toHaveText("1");
  await page.getByRole("button", { name: "clumps", exact: true }).click();
  await expect(page.getByText(/give or take|Past where/)).toBeVisible();
  await page.locator(".next").click({ delay: 700 });
  await expect(page.getByText(/No squeeze has held yet/)).toBeVisible();
  await page.getByRole("button", { name: "holds and just crumbles" }).click();
  await expect(page.getByText(/Stop wetting; press now, it does not wait/)).toBeVisible();
  await expect(page.locator(".wet-spray")).toBeDisabled();
  await next(page, () => page.locator(".next").click());
  await expect(page.locator(".make-title")).not.toHaveText("Sprays so far");
});
