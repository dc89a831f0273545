import { expect, type Page } from "@playwright/test";

/** From the bench: opens what is looked over before a batch, reads and ticks it all, signs, begins. */
export async function makeThis(page: Page, by = "Marlo"): Promise<void> {
  await page.getByRole("button", { name: "Make this" }).click();
  await signAndBegin(page, by);
}

/** On the page before a batch: ticks all, signs, begins. */
export async function signAndBegin(page: Page, by = "Marlo"): Promise<void> {
  await expect(page.getByRole("heading", { name: "Read, tick and sign" })).toBeVisible();
  for (const box of await page.locator(".start-ticks input").all()) await box.check();
  await page.getByLabel("Your name").fill(by);
  await page.getByLabel("Your name").press("Enter");
  await expect(page.locator(".make-step")).toBeVisible();
}
