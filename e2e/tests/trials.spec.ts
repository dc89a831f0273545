import { readFile } from "node:fs/promises";
import { expect, test } from "../pantry";

test("formulas are found by what they are, tagged, taken out as a file and brought into another workshop", async ({ page, demo, own }) => {
  await page.goto(`${demo.url}/bench/7`);
  await page.getByRole("button", { name: "Slipway Hand Balm" }).click();
  await page.getByRole("link", { name: "Find by what they are, tag, take out or bring in" }).click();
  await page.getByLabel("Find formulas").fill("slump > 45 no lanolin");
  await expect(page.getByText("Found by: slump above 45")).toBeVisible();
  await expect(page.getByRole("link", { name: "Slipway Hand Balm" })).toHaveCount(0);
  await page.getByLabel("Choose Rowlock Glide Stick").check();
  await page.getByLabel("Tag them").fill("club");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("status").filter({ hasText: "1 formula tagged club." })).toBeVisible();
  // What is looked for is in the address: a reload keeps it.
  await page.reload();
  await expect(page.getByLabel("Find formulas")).toHaveValue("slump > 45 no lanolin");
  await page.getByLabel("Find formulas").fill("#club");
  await page.getByLabel("Choose Rowlock Glide Stick").check();
  const [file] = await Promise.all([page.waitForEvent("download"), page.getByRole("link", { name: "Take out as CSV" }).click()]);
  const text = await readFile(await file.path(), "utf8");
  expect(text).toContain("Rowlock Glide Stick,stick,");

  // The other workshop has none of the maker's own materials: what is not sure is asked for by line and column.
  await page.goto(`${own.url}/bench/all`);
  await page.getByRole("button", { name: "Bring in a file…" }).click();
  await page.getByLabel("File of formulas").setInputFiles({ name: "formulas.csv", mimeType: "text/csv", buffer: Buffer.from(text) });
  await expect(page.getByRole("dialog")).toContainText("must be put right before anything is taken");
  const plain = "formula;kind;material;percent\nBrought;balm;beeswax;20\nBrought;;sunflower oil;80\n";
  await page.getByLabel("File of formulas").setInputFiles({ name: "formulas.csv", mimeType: "text/csv", buffer: Buffer.from(plain) });
  await page.getByRole("button", { name: "Take it in" }).click();
  await expect(page.getByRole("link", { name: "Brought" })).toBeVisible();
});

test("a trial is chosen to be sold, paired with its winter mix, and split into coded cups by keys alone", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/7`);
  await expect(page.locator(".hill-line")).toBeVisible();
  await page.getByRole("button", { name: "Lay a trial under" }).focus();
  await page.keyboard.press("Enter");
  for (const part of ["the one you sell", "the summer mix"]) {
    await page.getByLabel(part).focus();
    await page.keyboard.press("Space");
    await expect(page.getByLabel(part)).toBeChecked();
  }
  await expect(page.locator(".panel-list li").first()).toContainText("the one you sell, summer mix");
  await demo.call("PUT", "/trials/6/stands-for", { part: "winter", stands: true });
  await page.reload();
  await page.getByRole("button", { name: "Lay a trial under" }).focus();
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "Lay the winter mix, trial 6, under" }).focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: "Lift off" })).toBeVisible();
  await page.getByRole("button", { name: "Lift off" }).focus();
  await page.keyboard.press("Enter");

  await page.getByRole("button", { name: "Lay a trial under" }).focus();
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: /^Split a base/ }).focus();
  await page.keyboard.press("Enter");
  await page.getByRole("combobox", { name: "A cup with a change of" }).focus();
  await page.keyboard.type("arrowroot");
  await expect(page.getByRole("option").first()).toContainText("Arrowroot");
  await page.keyboard.press("Enter");
  await page.keyboard.type("6 %");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("table", { name: "The base" })).toContainText("Beeswax");
  await page.getByLabel("In each cup").fill("lots");
  await expect(page.getByText("Type how much goes into each cup.")).toBeVisible();
  await page.getByLabel("In each cup").fill("80");
  // The plan for the new cups has come.
  await expect(page.getByRole("button", { name: "Begin it" })).toBeEnabled();
  await page.getByRole("button", { name: "Begin it" }).focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "A split base" })).toBeVisible();
  // On the screen and on the sheet to print: the same two codes.
  const told = () => page.locator(".split-plan .lot").allInnerTexts();
  await expect.poll(async () => new Set(await told()).size).toBe(2);
  const codes = await told();
  // It is there again in another window, with its codes and the new trial.
  const other = await page.context().newPage();
  await other.goto(`${demo.url}/bench/7`);
  await other.getByRole("button", { name: "Lay a trial under" }).click();
  await expect(other.locator(".panel-list").last()).toContainText(codes[0] ?? "");
  await expect(other.getByRole("link", { name: "Open trial 8" })).toBeVisible();
});
