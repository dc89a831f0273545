import { expect, test } from "../pantry";

type Trial = { id: number; revision: number; content: { lines: { id: string; material: string; percent: number; gap: boolean }[]; batch: { grams: number } } };

test("an amount that is not known is a gap that takes the rest, two of them stop a batch until one is told", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/7`);
  const share = async (line: string, typed: string) => {
    await page.locator(`[data-line="${line}"] .share`).click();
    await page.keyboard.type(typed);
    await page.keyboard.press("Enter");
    await expect(page.locator(".share-field")).toHaveCount(0);
  };
  await share("L3", "?");
  await expect(page.locator('[data-line="L3"]')).toContainText("not told");
  await expect(page.locator(".strata .gap")).toHaveCount(1);
  await share("L1", "14");
  await expect(page.locator('[data-line="L3"] .share')).toContainText("22.0");
  await share("L6", "?");
  await expect(page.getByText(/2 amounts are missing/)).toBeVisible();
  await page.getByRole("button", { name: "Make this" }).click();
  await expect(page.locator(".start-ticks")).toContainText("amounts are missing");
  await page.goBack();
  await page.getByRole("button", { name: /^Castor oil is 10/ }).click();
  await expect(page.getByText(/2 amounts are missing/)).toHaveCount(0);
  const trial = await demo.call<Trial>("GET", "/trials/7");
  expect(trial.content.lines.filter((line) => line.gap).map((line) => line.id)).toEqual(["L3"]);
  expect(trial.content.lines.reduce((sum, line) => sum + line.percent, 0)).toBeCloseTo(100, 6);
});

test("drops of her own dropper count as weighed, and a lot that melts lower is told of with where the mix slumps", async ({ page, demo }) => {
  await page.goto(`${demo.url}/pantry?find=${encodeURIComponent("Castor oil")}`);
  await page.getByRole("button", { name: "Castor oil", exact: true }).click();
  await page.getByRole("button", { name: "Edit Castor oil" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel("Twenty drops weigh").fill("9");
  await page.keyboard.press("Enter");
  await expect(dialog.getByRole("alert")).toContainText("20 drops do not weigh 9 g");
  await dialog.getByLabel("Twenty drops weigh").fill("0.7");
  await page.keyboard.press("Enter");
  await expect(dialog).toHaveCount(0);
  await page.goto(`${demo.url}/pantry?find=${encodeURIComponent("Beeswax, filtered")}`);
  await page.getByRole("button", { name: "Beeswax, filtered", exact: true }).click();
  await page.getByLabel(/^Melts higher by/).fill("-4");
  await page.keyboard.press("Enter");
  await expect(page.getByText(/^Melts higher by, °C of lot W-11 changed/)).toBeVisible();
  await page.goto(`${demo.url}/bench/7`);
  await expect(page.getByText(/melts 4.°C lower than its kind/)).toBeVisible();
  await page.locator('[data-line="L6"] .share').click();
  await page.keyboard.type("40 drops");
  await page.keyboard.press("Enter");
  await expect(page.getByText(/40 drops is about 1.4/)).toBeVisible();
});

test("heat and cooling are told beside the ruler, a change is carried into the winter mix, a fizzy is wetted dose by dose", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/7`);
  await page.getByRole("button", { name: "Heat", exact: true }).click();
  const cooling = page.getByRole("region", { name: "Heat and cooling" });
  await expect(cooling.getByRole("region", { name: "Where to cool it" }).getByRole("listitem")).toHaveCount(3);
  await expect(cooling).toContainText("flakes where it meets them");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "trial 7" }).click();
  await page.getByText("Carry its change into another trial").click();
  const begin = page.getByRole("button", { name: "Begin a trial from trial 4 with it" });
  // A busy machine may lose a click while the list is still opening: a hand clicks again.
  await expect(async () => {
    await page.getByRole("combobox", { name: "Into" }).click();
    await page.getByTitle(/^Trial 4,/).click({ timeout: 3000 });
    await expect(begin).toBeEnabled({ timeout: 3000 });
  }).toPass();
  await begin.click();
  await expect(page).not.toHaveURL(/bench\/7$/);
  await expect(page.getByText(/in step with trial 7/).first()).toBeVisible();
  await page.goto(`${demo.url}/bench/25?by=fizz`);
  const peg = page.getByRole("slider", { name: /matched/ });
  await peg.focus();
  await page.keyboard.press("ArrowRight");
  await page.getByRole("button", { name: /^Keep [0-9]/ }).click();
  await expect(page.getByRole("button", { name: /^Keep [0-9]/ })).toHaveCount(0);
  // The room of the air is no place on the ruler of warmth.
  await page.getByRole("slider", { name: "workroom" }).focus();
  await page.keyboard.press("ArrowRight");
  await expect(page.locator(".what-if")).toContainText(/What if workroom is.*%\?.*(lumps|cakes|loose|fizzing)/);
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Wet it, dose by dose" }).click();
  await expect(page.getByRole("region", { name: "Wet it, dose by dose" }).getByRole("listitem").first()).toContainText("Spray");
});
