import type { Page } from "@playwright/test";
import { resolve } from "node:path";
import { beginUpTo, tell } from "../begin-batch";
import { expect, test } from "../pantry";

const folder = resolve(import.meta.dirname, "../../docs/screenshots");

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
  await shoot("make-start", "/make/of/7");
  const chill = await beginUpTo(demo, 13, "chill", 14, 36);
  for (const [ago, celsius] of [
    [12, 34.5],
    [9, 32.5],
    [5, 30.5],
  ] as const)
    await tell(demo, chill, { kind: "read_step", step: "chill", temperatureC: celsius }, ago);
  await shoot("make-cooling", `/make/${chill}`, async () => expect(page.locator(".cooling")).toBeVisible(), tablet);
  const whip = await beginUpTo(demo, 13, "whip", 6, 36);
  for (const [ago, cup] of [
    [5, 184.8],
    [3, 176],
    [1, 158],
  ] as const)
    await tell(demo, whip, { kind: "read_step", step: "whip", cupG: cup }, ago);
  await shoot("make-whip", `/make/${whip}`, async () => expect(page.locator(".whip-axis")).toBeVisible(), tablet);
  await shoot("pantry-day", "/pantry?at=material/shea%20butter,%20refined");
  await shoot("pantry-arrival", "/pantry/book-in?of=shea%20butter,%20refined", async () => {
    for (const word of ["edges", "fine", "as usual", "2"]) await page.getByRole("radio", { name: word, exact: true }).click();
    await page.getByLabel("Lot on the bag").fill("SB-0604");
    await page.getByLabel(/^On the bag/).fill("1500");
    await page.getByLabel(/^Paid/).fill("13.50");
    await page.getByLabel(/^Felt on arrival/).fill("27");
    await page.getByLabel("From").fill("Imaginary Oil Loft");
    await expect(page.getByText("Please take £4.50 off", { exact: false })).toBeVisible();
  });
  await shoot("logbook-day", "/logbook/1");
  await shoot("house-day", "/house");
  await page.getByRole("button", { name: "Night light" }).click();
  await expect(page.locator("html")).toHaveAttribute("data-theme", "night");
  await shoot("bench-night", "/bench/7", async () => {
    await page.locator("[data-remedy]").nth(2).focus();
    await expect(page.locator(".effect")).not.toBeEmpty();
  });
  await shoot("bench-cost", "/bench/7?by=cost");
});
