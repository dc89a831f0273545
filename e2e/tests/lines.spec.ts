import { randomUUID } from "node:crypto";
import { expect, test } from "../pantry";

const share = (line: string) => `[data-line="${line}"] .cell-percent`;

test("who gives way is typed behind the share or chosen once, by keys alone", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/5`);
  await expect(page.locator(".hill-line")).toBeVisible();
  const shea = page.locator(share("L2"));
  const was = parseFloat(await shea.innerText());
  await page.locator(`${share("L1")} button`).focus();
  await page.keyboard.press("Enter");
  await page.keyboard.type("9 from shea");
  await page.keyboard.press("Enter");
  await expect(page.locator(share("L1"))).toHaveText("9.0");
  expect(parseFloat(await shea.innerText())).toBeCloseTo(was - 1, 1);
  // A donor that is not plain is asked for, and what was typed stays.
  await page.locator(`${share("L1")} button`).focus();
  await page.keyboard.press("Enter");
  await page.keyboard.type("10 from nobody");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert")).toContainText("No line here is called “nobody”");
  await expect(page.locator(".share-field input")).toHaveValue("10 from nobody");
  await page.keyboard.press("Escape");
  // Chosen once, it holds for every share that is stepped.
  await page.getByRole("combobox", { name: "Who gives way" }).focus();
  await page.keyboard.press("Enter");
  await page.getByTitle("all give way in proportion").click();
  const castor = page.locator(share("L5"));
  const before = parseFloat(await castor.innerText());
  await page.locator(`${share("L1")} button`).focus();
  await page.keyboard.press("Shift+ArrowRight");
  await page.keyboard.press("Shift+ArrowRight");
  await page.keyboard.press("Shift+ArrowRight");
  await expect(page.locator("#status")).toContainText("Undo");
  expect(parseFloat(await castor.innerText())).toBeLessThan(before);
});

test("what comes on top is shown first, leaves every other gram where it is, and is taken back", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/5`);
  await page.getByRole("button", { name: /^All / }).click();
  await expect(page.getByRole("heading", { name: /groups$/ })).toBeFocused();
  await expect(page.locator(".panel")).toContainText("is liquid at 20");
  await page.getByRole("button", { name: "Add something on top…" }).click();
  const sunflower = page.locator('[data-line="L4"] .weigh');
  const grams = await sunflower.innerText();
  await page.getByRole("combobox", { name: "What comes on top" }).fill("jojoba");
  await expect(page.getByRole("option").first()).toContainText(/jojoba/i);
  await page.keyboard.press("Enter");
  const amount = page.getByLabel("How much");
  await amount.fill("a lot");
  await expect(page.getByRole("alert")).toContainText("is not a share");
  await amount.fill("30 g");
  await expect(page.locator("#status")).toContainText("Shown, not done");
  await expect(page.locator(".panel .effect")).toContainText("Batch 600");
  await page.keyboard.press("Enter");
  await expect(page.locator(".facts")).toContainText("630");
  await expect(sunflower).toHaveText(grams);
  // In a field the key would take back letters: the panel goes once it is done.
  await expect(page.getByRole("heading", { name: "Findings" })).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect(page.locator(".facts")).toContainText("600");
});

test("a substitute is looked for by one property, shown while it has the focus, and taken by a press", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/5`);
  await page.locator('[data-line="L1"] .row-name').click();
  await expect(page.locator(".facts-list").first()).toContainText("Mixes with the fats");
  await page.getByRole("combobox", { name: "Look for it by" }).focus();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  const first = page.locator(".swap-option").first();
  await expect(first).toContainText("is as firm at 20");
  const name = await first.locator("b").innerText();
  await first.focus();
  await expect(page.locator("#status")).toContainText("Shown, not done");
  await page.keyboard.press("Enter");
  await expect(page.locator('[data-line="L1"] .row-name')).toContainText(name);
  await page.keyboard.press("Control+z");
  await expect(page.locator('[data-line="L1"] .row-name')).toContainText("Beeswax");
});

test("wishes in words find mixes by keys alone; a slip is named, one out of reach is told with the nearest", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/5`);
  await expect(page.locator(".hill-line")).toBeVisible();
  await page.keyboard.press("b");
  await expect(page.getByRole("heading", { name: "Balance for me" })).toBeFocused();
  const grease = page.getByLabel("grease after some minutes: of ten");
  await expect(page.locator(".wish-came").first()).toContainText(/met|missed/);
  await grease.fill("little");
  await grease.press("Enter");
  await expect(page.getByRole("alert")).toContainText("“little” is not a number");
  await grease.fill("0.2");
  await grease.press("Enter");
  await expect(page.getByText(/of 6 wishes met/)).toBeVisible();
  await expect(page.locator(".wish-short").first()).toContainText("cannot be while the other wishes hold");
  await page.getByRole("button", { name: "Use that" }).first().press("Enter");
  await page.getByRole("button", { name: "Find mixes" }).press("Enter");
  const mix = page.locator(".mix-option").first();
  await expect(mix).toBeVisible();
  await mix.focus();
  await expect(page.locator("#status")).toContainText("Shown, not done");
  // What is shown adds up.
  await expect(page.locator(".row-sum .cell-percent")).toHaveText("100.0");
  await page.keyboard.press("Enter");
  await expect(page.locator("#status")).toContainText("taken");
  await expect(page.locator(".row-sum .cell-percent")).toHaveText("100.0");
  await page.keyboard.press("Control+z");
  await expect(page.locator("#status")).toContainText("Undone");
});

test("a pot is rescued in grams, and a parcel sent on its way", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/5`);
  await page.getByRole("button", { name: "Rescue the pot" }).click();
  await expect(page.getByRole("heading", { name: "Rescue the pot" })).toBeFocused();
  const pot = page.getByRole("textbox", { name: "In the pot now" });
  await pot.fill("some");
  await pot.press("Enter");
  await expect(page.getByRole("alert")).toContainText("“some” is not a weight");
  await pot.fill("480");
  await pot.press("Enter");
  const option = page.locator(".swap-option").first();
  await expect(option).toContainText("→ firm at 20");
  await option.focus();
  await expect(page.locator("#status")).toContainText("Shown, not done");
  await page.keyboard.press("Enter");
  await expect(page.locator(".row-sum .cell-percent")).toHaveText("100.0");
  await expect(page.locator("#status")).toContainText("Undo");
  await page.getByRole("button", { name: "Send a parcel" }).click();
  await page.getByLabel("stretch 2: temperature").fill("60");
  await page.getByLabel("stretch 2: hours").fill("20");
  await page.getByLabel("stretch 2: hours").press("Enter");
  await expect(page.locator(".panel [role=status]").first()).toContainText("Arrives");
  await expect(page.locator(".panel .ruler-picture")).toContainText("van");
  await page.getByLabel("stretch 2: hours").fill("soon");
  await page.getByLabel("stretch 2: hours").press("Enter");
  await expect(page.getByRole("alert")).toContainText("“soon” is not a number");
});

test("two to four trials stand side by side, chosen by keys, read as a table, and gone to", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/7`);
  await page.locator(".facts .openable", { hasText: "trial 7" }).click();
  await page.getByRole("link", { name: "Lay up to four side by side" }).click();
  await expect(page).toHaveURL(/compare\?id=4&id=5&id=6&id=7/);
  await expect(page.locator(".compare-table")).toContainText("Slumps at");
  await expect(page.locator(".compare-columns text", { hasText: "+2.5" })).toBeVisible();
  await expect(page.locator(".ruler-foot")).toContainText("Only T5, T6 and T7 stand the summer van");
  await page.getByRole("button", { name: "Read as a table" }).press("Enter");
  await expect(page.locator(".ruler-table")).toContainText("slumped at 41");
  await page.getByRole("button", { name: "Show the picture" }).press("Enter");
  await page.locator("h1").first().click();
  await page.keyboard.press("c");
  const dialog = page.getByRole("dialog", { name: "Choose trials" });
  for (const other of [5, 6, 7]) await dialog.getByRole("checkbox", { name: new RegExp(`^Trial ${other}`) }).press("Space");
  await expect(dialog).toContainText("Choose two to four; 1 are chosen");
  await dialog.getByRole("checkbox", { name: /^Trial 7/ }).press("Space");
  await dialog.getByRole("button", { name: "Lay them side by side" }).press("Enter");
  await expect(page).toHaveURL(/compare\?id=4&id=7$/);
  await expect(page.locator(".compare-name")).toHaveCount(2);
  await page.goto(`${demo.url}/bench/compare?id=4&id=999`);
  await expect(page.getByRole("alert")).toBeVisible();
  await page.goto(`${demo.url}/bench/compare?id=4&id=7`);
  await page.getByRole("link", { name: "Trial 7" }).click();
  await expect(page).toHaveURL(/\/bench\/7$/);
});

test("a row moved among lines of another phase joins it, in one step that undo takes back", async ({ page, demo }) => {
  const begun = await demo.call<{ id: number }>("POST", "/trials/7/fork", { intent: "phases", edits: [], command: randomUUID() });
  await page.goto(`${demo.url}/bench/${begun.id}`);
  const castor = page.locator('[data-line="L6"]');
  await expect(castor).toContainText("Melt");
  await page.locator(`${share("L6")} button`).focus();
  // Past the first line of the cool-down it stands among them.
  await page.keyboard.press("Shift+ArrowDown");
  await expect(castor).toContainText("Cool-down");
  await expect(page.locator("[data-line]").nth(6)).toContainText("Castor oil");
  await page.keyboard.press("Control+z");
  await expect(castor).toContainText("Melt");
  await expect(page.locator("[data-line]").nth(5)).toContainText("Castor oil");
  // Quick keys move on from where the last one goes.
  await page.locator(`${share("L1")} button`).focus();
  await page.keyboard.press("Shift+ArrowDown");
  await page.keyboard.press("Shift+ArrowDown");
  await page.keyboard.press("Shift+ArrowDown");
  await expect(page.locator("[data-line]").nth(3)).toContainText("Beeswax");
  await page.waitForLoadState("networkidle");
});
