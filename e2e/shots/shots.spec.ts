import type { Page } from "@playwright/test";
import { resolve } from "node:path";
import { expect, test } from "../pantry";

const folder = resolve(import.meta.dirname, "../../docs/screenshots");

const label =
  "Helianthus Annuus Seed Oil, Butyrospermum Parkii Butter, Mangifera Indica Seed Butter, Cera Alba, Ricinus Communis Seed Oil, " +
  "Lanolin, Parfum, Tocopherol, Rosmarinus Officinalis Leaf Extract, Limonene";

test("one picture of each view", async ({ page, demo }) => {
  const shoot = async (name: string, path: string, act?: (page: Page) => Promise<void>, size = { width: 1280, height: 800 }) => {
    await page.setViewportSize(size);
    await page.goto(demo.url + path);
    await expect(page.locator("h1").first()).toBeVisible();
    await page.waitForLoadState("networkidle");
    await act?.(page);
    await page.waitForTimeout(250);
    await page.screenshot({ path: `${folder}/${name}.png` });
  };
  const tablet = { width: 1180, height: 820 };
  await shoot("today-day", "/today");
  await shoot("bench-day", "/bench/7");
  await shoot("bench-held", "/bench/7", async () => {
    await page.locator('[data-boundary="L3"]').focus();
    await page.keyboard.press("Space");
    for (let i = 0; i < 3; i++) await page.keyboard.press("Shift+ArrowDown");
    await expect(page.getByText("24.0 → 27.0").first()).toBeVisible();
  });
  await shoot("bench-under", "/bench/13?under=12");
  await shoot("bench-feel", "/bench/13?by=feel&under=12");
  await shoot("bench-keeping", "/bench/7?by=keeping", async () => {
    await page.locator(".lens").getByRole("slider", { name: /vitamin e/i }).focus();
    await page.keyboard.press("Shift+ArrowLeft");
    await expect(page.locator(".what-if")).toContainText("months");
  });
  await shoot("bench-shade", "/bench/16?by=shade", async () => {
    await page.getByRole("button", { name: "Wanted shade" }).click();
    await page.getByRole("textbox", { name: "Wanted shade" }).fill("#C7655E");
    await page.getByRole("button", { name: "Use this mix" }).focus();
    await expect(page.locator("#status")).toContainText("Shown, not done");
  });
  await shoot("bench-fizz", "/bench/24?by=fizz");
  await shoot("read-list", "/bench/read", async () => {
    await page.getByLabel("As pasted").fill(label);
    await expect(page.getByText("The middle:")).toBeVisible();
  });
  await shoot("bench-balance", "/bench/7", async () => {
    await page.keyboard.press("b");
    const cost = page.getByLabel("what it costs: money");
    await cost.fill("0.75");
    await cost.press("Enter");
    await page.locator(".mix-option").first().focus();
    await expect(page.locator("#status")).toContainText("Shown, not done");
  });
  await shoot("bench-compare", "/bench/compare?id=4&id=5&id=6&id=7");
  await shoot("bench-820", "/bench/7", undefined, { width: 820, height: 1180 });
  await shoot("make-weigh", "/make/7", async () => page.locator(".make-number").fill("552.1"), tablet);
  await shoot("pantry-day", "/pantry");
  await shoot("logbook-day", "/logbook/1");
  await shoot("house-day", "/house");
  await page.getByRole("button", { name: "Night light" }).click();
  await expect(page.locator("html")).toHaveAttribute("data-theme", "night");
  await shoot("bench-night", "/bench/7", async () => {
    await page.locator("[data-remedy]").nth(2).focus();
    await expect(page.locator(".effect")).not.toBeEmpty();
  });
  await shoot("bench-cost", "/bench/7?by=cost");
  await shoot("today-night", "/today");
});
