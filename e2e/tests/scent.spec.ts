import { expect, test } from "../pantry";

test("a blend is counted in drops by a key each, shown in the mix, taken and taken back", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/17?by=scent`);
  await expect(page.locator(".blend-column")).toContainText("Scots pine oil");
  await page.getByRole("button", { name: "Blend by drops" }).focus();
  await page.keyboard.press("Enter");
  const drops = page.getByRole("group", { name: /^Drops on the blotter/ });
  await expect(drops.locator(".drop-count").first()).toHaveText(/\d/);
  const first = Number(await drops.locator(".drop-count").first().innerText());
  await drops.focus();
  await page.keyboard.press("1");
  await page.keyboard.press("1");
  await page.keyboard.press("Shift+1");
  await expect(drops.locator(".drop-count").first()).toHaveText(String(first + 1));
  await page.getByLabel("As a ratio").fill("2 : 1 : 1 : x");
  await expect(page.getByRole("alert")).toContainText("is no ratio of 4 scents");
  await page.getByLabel("As a ratio").fill("2 : 2 : 1 : 0");
  await page.getByRole("button", { name: "Put it into the mix" }).focus();
  await expect(page.locator("#status")).toContainText("Shown, not done");
  await page.keyboard.press("Enter");
  await expect(page.locator("#status")).toContainText("The blend is in the mix.");
  await expect(page.locator(".blend-column")).not.toContainText("Bay leaf oil");
  await page.keyboard.press("Control+z");
  await expect(page.locator(".blend-column")).toContainText("Bay leaf oil");
});

test("a smell described in words is matched from the bottles of the pantry, and read as a table", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/17?by=scent`);
  await page.getByRole("button", { name: "Blend by drops" }).click();
  await page.getByLabel("Match a smell").fill("wonderful");
  await page.getByRole("button", { name: "Look among the bottles" }).click();
  await expect(page.getByRole("alert")).toContainText("says what it smells of");
  await page.getByLabel("Match a smell").fill("orange and spice, a little woody");
  await page.getByRole("button", { name: "Look among the bottles" }).click();
  await expect(page.getByText(/^Read as orange, spice and a little woody/)).toBeVisible();
  await page.getByRole("button", { name: /^Take \d .*Sweet orange oil/ }).click();
  await expect(page.locator(".drop-row").first()).toContainText("oil");
  await page.getByRole("button", { name: "Read as a table" }).click();
  await expect(page.getByRole("table", { name: /blend by note/ })).toContainText("Scots pine oil");
});

test("from a consistency back to the hardeners that reach it, compared, one of them taken by keys", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/7`);
  await expect(page.locator(".hill-line")).toBeVisible();
  await page.getByRole("button", { name: "Work backwards" }).focus();
  await page.keyboard.press("Enter");
  const table = page.getByRole("table", { name: "Hardeners compared" });
  await expect(table).toContainText("Candelilla wax");
  await page.getByRole("button", { name: "Slumps" }).click();
  await expect(table.locator("tbody tr").first()).not.toContainText("Cocoa");
  await page.getByLabel("only hardeners of mine").check();
  await expect(table).not.toContainText("Ozokerite");
  await table.getByRole("button", { name: "Candelilla wax" }).focus();
  await expect(page.locator("#status")).toContainText("Shown, not done");
  await page.keyboard.press("Enter");
  await expect(page.locator('[data-line="L1"]')).toHaveCount(0);
  await expect(page.getByRole("heading", { name: "Findings" })).toBeVisible();
});
