import { expect, test } from "../pantry";

const text = `Heated phase
12 % beeswax
candelila wax 1 %
24% shea butter
sunflower oil to 100
Cool down
vitamin E 0,8 %
Method
Melt and pour.`;

test("a pasted list is read, asked where it is not plain, and becomes a formula; a reload loses nothing", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/new`);
  await page.getByLabel("What is it called?").fill("Quayside Balm");
  await page.getByRole("button", { name: "Paste a list…" }).click();
  await page.getByLabel("As pasted").fill(text);
  await expect(page.getByText("Which of these is it?").first()).toBeVisible();
  await page.reload();
  await expect(page.getByLabel("As pasted")).toHaveValue(text);
  await expect(page.getByLabel("What is it called?")).toHaveValue("Quayside Balm");
  // By keys alone from here on.
  await page.getByRole("button", { name: "Candelilla wax" }).focus();
  await page.keyboard.press("Enter");
  while (await page.getByText("Which of these is it?").count()) {
    await page.locator(".paste-choices button").first().focus();
    const asked = await page.getByText("Which of these is it?").count();
    await page.keyboard.press("Enter");
    await expect(page.getByText("Which of these is it?")).toHaveCount(asked - 1);
  }
  const amount = page.getByLabel("Amount of candelila wax");
  await amount.fill("lots");
  await amount.press("Enter");
  await expect(page.locator(".paste-asks")).toContainText("“lots” is no amount");
  await amount.fill("1,5 %");
  await amount.press("Enter");
  await expect(page.locator(".paste-headline")).toContainText("at 20");
  await page.getByRole("button", { name: "Start with these" }).focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Quayside Balm" })).toBeVisible();
  await expect(page.locator(".rows [role=row]").filter({ hasText: "Sunflower" })).toContainText("61.7");
  await expect(page.locator(".rows [role=row]").filter({ hasText: "Candelilla" })).toContainText("1.5");
});

test("several lines pasted where a material joins become the next trial, and the first one stays", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/7`);
  await page.locator(".add-line input").focus();
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData("text/plain", "Beeswax, filtered\t20\nCastor oil\t80");
    document.activeElement?.dispatchEvent(
      new ClipboardEvent("paste", {
        clipboardData: data,
        bubbles: true,
        cancelable: true,
      }),
    );
  });
  await expect(page).toHaveURL(/paste\?into=7/);
  await expect(page.locator(".title-line")).toContainText("Slipway Hand Balm");
  await page.getByRole("button", { name: "Make it the next trial" }).click();
  await expect(page.locator(".rows [role=row]").filter({ hasText: "Castor oil" })).toContainText("80.0");
  const first = await demo.call<{ content: { lines: unknown[] } }>("GET", "/trials/7");
  expect(first.content.lines).toHaveLength(9);
});

test("a label is read backward by keys alone: asked, its 1 % line moved, narrowed by how it felt, and started from", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/read`);
  await page.getByLabel("As pasted").fill("Helianthus Annuus Seed Oil, Butyrospermum Parkii Butter, Cera Albba, Tocopherol");
  await expect(page.locator(".label-table tbody tr")).toHaveCount(4);
  await page.getByRole("button", { name: "Start a trial from the middle" }).focus();
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/bench\/read/);
  await page.getByRole("button", { name: "Yes" }).focus();
  await page.keyboard.press("Enter");
  await expect(page.getByText("The middle:")).toBeVisible();
  const waxAt = async () => Number(await page.locator(".label-table tbody tr").nth(2).locator("td").last().innerText());
  const before = await waxAt();
  const line = page.getByRole("slider", { name: "1 % line" });
  await line.focus();
  await page.keyboard.press("ArrowUp");
  await expect(line).toHaveAttribute("aria-valuetext", /after name 2/);
  expect(await waxAt()).toBeLessThan(1);
  await page.keyboard.press("ArrowDown");
  await expect(line).toHaveAttribute("aria-valuetext", /after name 3/);
  await page.getByRole("button", { name: "It was so" }).focus();
  await page.keyboard.press("Enter");
  await expect(page.getByText(/nine in ten of those lie in the ranges/)).toBeVisible();
  expect(await waxAt()).not.toBe(before);
  await page.getByLabel("What will yours be called?").fill("Jetty Balm");
  await page.keyboard.press("Tab");
  await page.getByRole("button", { name: "Start a trial from the middle" }).focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Jetty Balm" })).toBeVisible();
  await expect(page.locator(".rows [role=row]").filter({ hasText: "Beeswax" })).toBeVisible();
});
