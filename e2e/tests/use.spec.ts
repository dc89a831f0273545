import type { Page } from "@playwright/test";
import { expect, test } from "../pantry";

type Trial = {
  content: { wornOn: string | null; forWhom: string | null; mustStand: string[] | null; batch: { grams: number; overrunPercent: number | null } };
};

/** Tabs on until what holds the focus is called so. */
const tabTo = async (page: Page, name: RegExp) => {
  for (let i = 0; i < 120; i++) {
    const called = await page.evaluate(() => {
      const at = document.activeElement;
      return at ? (at.getAttribute("aria-label") ?? (at as HTMLInputElement).labels?.[0]?.textContent ?? at.textContent ?? "") : "";
    });
    if (name.test(called)) return;
    await page.keyboard.press("Tab");
  }
  throw new Error(`No key reaches ${name}.`);
};

test("air, use and places by keys alone in °F and oz, with slips, a reload and a second window", async ({ page, own, context }) => {
  test.setTimeout(120_000);
  await page.goto(own.url);
  await expect(page.getByRole("heading", { name: "Your bench is empty" })).toBeVisible();
  await page.keyboard.type("Harbour Whip");
  await page.keyboard.press("Tab");
  while (!(await page.getByRole("radio", { name: /^Whipped butter/ }).isChecked())) await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Harbour Whip" })).toBeVisible();
  const id = Number(/bench\/(\d+)/.exec(page.url())?.[1]);
  const trial = async () => (await own.call<Trial>("GET", `/trials/${id}`)).content;
  await tabTo(page, /^Switch units/);
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: "Switch units" })).toHaveText(/°F oz/);

  // Air: a word, too much, then as it is meant.
  await tabTo(page, /^air 40/);
  await page.keyboard.press("Enter");
  await tabTo(page, /^Air beaten in/);
  const air = page.getByLabel("Air beaten in");
  for (const [slip, told] of [
    ["fluffy", "“fluffy” is not a number"],
    ["900", "900"],
  ] as const) {
    await page.keyboard.press("Control+a");
    await page.keyboard.type(slip);
    await page.keyboard.press("Enter");
    await expect(page.getByRole("alert")).toContainText(told);
    await expect(air).toHaveValue(slip);
    expect((await trial()).batch.overrunPercent).toBeNull();
    await air.focus();
  }
  await page.keyboard.press("Control+a");
  await page.keyboard.type("25");
  await page.keyboard.press("Enter");
  await expect.poll(async () => (await trial()).batch.overrunPercent).toBe(25);
  await page.keyboard.press("Escape");
  await expect(page.locator(".facts")).toContainText("air 25");

  // Use: from the list that opens, by arrows.
  await tabTo(page, /^for the? ?body|^for body/);
  await page.keyboard.press("Enter");
  await tabTo(page, /^Worn on/);
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await expect.poll(async () => (await trial()).wornOn).toBe("face");
  await page.keyboard.press("Escape");
  await expect(page.locator(".facts")).toContainText("for the face");

  // Places: the porch is asked too; what it says is told in °F, and a reload keeps it.
  await tabTo(page, /^must stand/);
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Must stand" })).toBeFocused();
  await page.keyboard.press("Tab");
  await page.keyboard.press("Home");
  await page.keyboard.press("Space");
  await expect.poll(async () => (await trial()).mustStand?.length).toBe(3);
  await page.reload();
  await expect(page.locator(".facts")).toContainText("must stand 3 places");
  await expect(page.locator("#main")).not.toContainText("°C");

  // Another window takes a place back; one step back there brings it again, and this one shows it.
  const other = await context.newPage();
  await other.goto(page.url());
  await other.locator(".facts .openable", { hasText: "must stand" }).click();
  await other.getByRole("checkbox").first().click();
  await expect.poll(async () => (await trial()).mustStand?.length).toBe(2);
  await other.keyboard.press("Escape");
  await other.keyboard.press("Control+z");
  await expect.poll(async () => (await trial()).mustStand?.length).toBe(3);
  await page.reload();
  await expect(page.locator(".facts")).toContainText("must stand 3 places");
  await expect(page.locator(".facts")).toContainText("air 25");
});
