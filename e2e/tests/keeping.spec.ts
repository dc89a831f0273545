import type { Page } from "@playwright/test";
import { expect, test, typedInto } from "../pantry";

const keepsFocus = async (page: Page, act: string) => {
  await page.waitForTimeout(400);
  expect(await page.evaluate(() => document.activeElement?.tagName), `after ${act}`).not.toBe("BODY");
};

type Record = { batch: { givenUpFor: string | null; unitsLeft: number; corrections: unknown[]; archivedAt: string | null } };

test("a spoilt batch is given up with a reason at any step, and taken up again", async ({ page, demo }) => {
  await page.goto(`${demo.url}/make/7`);
  // Just after a change of step a tap counts for nothing.
  await expect(async () => {
    await page.getByRole("button", { name: "Give it up…" }).click();
    await expect(page.getByLabel(/^Why/)).toBeFocused({ timeout: 2000 });
  }).toPass();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("dialog").getByRole("alert")).toContainText("A reason is missing");
  await page.keyboard.type("seized in the pot");
  await expect(page.getByRole("dialog").getByRole("alert")).toHaveCount(0);
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/logbook\/7$/);
  await expect(page.getByText(/given up .*: seized in the pot/)).toBeVisible();
  await page.reload();
  await page.getByRole("button", { name: "Take it up again" }).click();
  await page.getByRole("button", { name: "Carry on" }).click();
  await expect(page).toHaveURL(/make\/7$/);
  await expect(page.locator(".make-strip")).toContainText("lot");
});

test("a finished record is put right, stock goes out and comes back, and the batch is archived and found", async ({ page, demo }) => {
  const record = () => demo.call<Record>("GET", "/batches/1");
  const left = (await record()).batch.unitsLeft;
  await page.goto(`${demo.url}/logbook/1`);
  const put = page.getByRole("button", { name: /^Put right: Beeswax/ });
  await put.click();
  const form = page.getByRole("form", { name: /^Put right: Beeswax/ });
  await expect(form.locator("input").first()).toBeFocused();
  const was = await form.locator("input").first().inputValue();
  await form.locator("input").first().fill("64.2");
  await page.keyboard.press("Enter");
  await expect(form.getByRole("alert")).toContainText("A reason is missing");
  await form.getByLabel(/Why/).fill("read the wrong scale");
  await page.keyboard.press("Enter");
  await expect(page.locator(".corrections")).toContainText("read the wrong scale");
  await expect(page.locator(".corrections s")).toContainText(was);
  await keepsFocus(page, "put right");

  if (left > 0) {
    await page.getByLabel("Take out").fill("2");
    await page.getByRole("button", { name: "Take out" }).click();
    await expect(page.getByText(`${left - 2} of`, { exact: false })).toBeVisible();
    await page.getByRole("button", { name: /^Put 2 back/ }).click();
    await expect.poll(async () => (await record()).batch.unitsLeft).toBe(left);
    await keepsFocus(page, "put back");
    await page.getByLabel("Take out").fill(String(left));
    await page.getByRole("button", { name: "Take out" }).click();
    await expect.poll(async () => (await record()).batch.unitsLeft).toBe(0);
  }
  await page.getByRole("button", { name: "Archive" }).click();
  await expect(page.getByText(/^Archived /)).toBeVisible();
  await keepsFocus(page, "archive");
  await page.getByRole("combobox", { name: "Show" }).click();
  await page.getByTitle("Archived").click();
  await expect(page.locator(".logbook-row")).toHaveCount(1);
  await page.getByRole("button", { name: "Bring it back" }).click();
  await expect.poll(async () => (await record()).batch.archivedAt).toBeNull();
});

test("the logbook is found by several words, by month and by state", async ({ page, demo }) => {
  await page.goto(`${demo.url}/logbook`);
  const rows = page.locator(".logbook-row");
  await expect(rows).toHaveCount(7);
  await page.getByLabel("Find a batch").fill("tide may");
  await expect(rows).toHaveCount(2);
  await page.getByLabel("Find a batch").fill("sand jars");
  await expect(rows).toHaveCount(1);
  await page.getByLabel("Find a batch").fill("");
  await page.getByRole("combobox", { name: "Show" }).click();
  await page.getByTitle("In the making").click();
  await expect(rows).toHaveCount(1);
  await page.getByRole("combobox", { name: "Show" }).click();
  await page.getByTitle("All batches").click();
  await page.getByRole("combobox", { name: "Sort" }).click();
  await page.getByTitle("Oldest first").click();
  await expect(rows.first()).toContainText("SH-26-004");
});

test("materials and containers of her own: added, priced, named in a formula, refused to go, and undone", async ({ page, own }) => {
  await page.goto(`${own.url}/pantry`);
  await page.getByRole("button", { name: "Add a material" }).click();
  await typedInto(page);
  await page.keyboard.type("beeswax");
  await expect(page.getByRole("option").first()).toBeVisible();
  await page.keyboard.press("Enter");
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByLabel("Name", { exact: true })).toHaveValue("Beeswax");
  await dialog.getByLabel("Name", { exact: true }).fill("Quay beeswax");
  await dialog.getByLabel(/^Price/).fill("-4");
  await dialog.getByRole("button", { name: "Add it" }).click();
  await expect(dialog.getByRole("alert")).toContainText("cannot be");
  await dialog.getByLabel(/^Price/).fill("18,50");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Quay beeswax is on your shelf.")).toBeVisible();
  await keepsFocus(page, "add a material");
  await expect(page.getByRole("complementary")).toContainText("£18.50 a kg");

  await page.getByRole("button", { name: "Remove Quay beeswax" }).click();
  await expect(page.getByText(/^Quay beeswax is off your shelf/)).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).first().click();
  await expect(page.getByText("Undone: Quay beeswax is off your shelf.")).toBeVisible();
  await page.getByRole("button", { name: "Redo" }).first().click();
  await expect(page.getByRole("row", { name: /Quay beeswax/ })).toHaveCount(0);
  await expect(page.getByText(/^Done again/)).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect(page.getByRole("row", { name: /Quay beeswax/ })).toBeVisible();
  const trial = await own.call<{ id: number; revision: number }>("POST", "/formulas", { name: "Cove Balm", family: "balm", from: "blank" });
  await own.call("POST", `/trials/${trial.id}/edits`, {
    revision: trial.revision,
    edits: [{ kind: "add_line", material: "quay beeswax", share: "5" }],
  });
  await page.getByRole("button", { name: "Remove Quay beeswax" }).click();
  await expect(page.getByText(/It is used in Cove Balm/)).toBeVisible();

  await page.getByRole("button", { name: "Add a container" }).click();
  await dialog.getByLabel("Name", { exact: true }).fill("Amber jar");
  await dialog.getByLabel("One of it is a").fill("jar");
  await dialog.getByLabel(/Holds/).fill("fifty");
  await dialog.getByRole("button", { name: "Add it" }).click();
  await expect(dialog.getByRole("alert")).toContainText("“fifty” is not a number");
  await dialog.getByLabel(/Holds/).fill("50");
  await dialog.getByRole("button", { name: "Add it" }).click();
  await page.getByRole("button", { name: "Amber jar", exact: true }).click();
  await expect(page.getByRole("complementary")).toContainText("50 ml brimful");
  await page.reload();
  await expect(page.getByRole("row", { name: /Amber jar/ })).toBeVisible();
});

test("a formula is copied, made another kind, archived and brought back; a trial has notes", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/7`);
  await page.locator("h1 .openable").click();
  await page.getByRole("button", { name: "Copy it…" }).click();
  await page.getByLabel(/A copy of trial 7/).fill("Winter Hand Balm");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { level: 1, name: "Winter Hand Balm" })).toBeVisible();
  await keepsFocus(page, "copy a formula");
  await page.locator("h1 .openable").click();
  await page.getByRole("combobox", { name: "Kind of product" }).click();
  await page.getByTitle("Stick", { exact: true }).click();
  await expect(page.locator("#status")).toContainText("Tin balm → stick");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Undo" }).first().click();
  await expect(page.locator("#status")).toContainText("Undone");

  await page.locator("h1 .openable").click();
  await page.getByRole("button", { name: "Archive it" }).click();
  await expect(page.getByText(/Winter Hand Balm was archived on/)).toBeVisible();
  await keepsFocus(page, "archive a formula");
  expect((await demo.call<{ items: { name: string }[] }>("GET", "/formulas")).items.map((one) => one.name)).not.toContain("Winter Hand Balm");
  await page.getByRole("button", { name: "Bring it back" }).click();
  await expect(page.getByText(/Winter Hand Balm was archived on/)).toHaveCount(0);

  await page.locator(".facts .openable").first().click();
  await page.getByLabel("Notes").fill("rub in well");
  await page.reload();
  await page.locator(".facts .openable").first().click();
  await expect(page.getByLabel("Notes")).toHaveValue("rub in well");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByText("Not saved yet.")).toHaveCount(0);
  await page.getByRole("button", { name: /^Archive trial/ }).click();
  await expect(page.getByRole("alert")).toContainText("the only one");
});

test("what was held back comes back on the shelf", async ({ page, demo }) => {
  await page.goto(`${demo.url}/today`);
  await page.getByRole("button", { name: /^Hold back/ }).first().click();
  await expect(page.getByText(/^Held back\./)).toBeVisible();
  await keepsFocus(page, "hold back");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByText("As it was.")).toBeVisible();
  await page.getByRole("button", { name: /^Hold back/ }).first().click();
  await page.getByRole("button", { name: /Slipway.*back on the shelf/ }).click();
  await expect(page.getByText(/^Back on the shelf\./)).toBeVisible();
  await keepsFocus(page, "back on the shelf");
});

test("a spoon is taken with its doubt, a set-aside finding comes back by undo, and a drag locks nothing", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/7`);
  const castor = page.locator('[data-line="L6"]');
  await castor.locator(".share").click();
  await page.keyboard.type("2 tsp");
  await page.keyboard.press("Enter");
  await expect(page.locator("#status")).toContainText(/2 tsp is about 9\.\d.*weigh it/);
  await page.getByRole("button", { name: "Undo" }).first().click();
  await expect(page.locator("#status")).toContainText("Undone");

  const finding = page.locator(".finding").first();
  await finding.getByRole("button", { name: /^Why/ }).click();
  await finding.getByRole("button", { name: "Set it aside" }).click();
  await keepsFocus(page, "set it aside");
  await page.getByLabel("Reason for setting it aside").fill("we ship by night");
  await page.keyboard.press("Enter");
  await expect(page.locator("#status")).toContainText("Set aside: we ship by night.");
  await keepsFocus(page, "set aside");
  await page.locator("#status").getByRole("button", { name: "Undo" }).click();
  await expect(page.locator("#status")).toContainText("Undone.");
  expect((await demo.call<{ setAside: unknown[] }>("GET", "/trials/7")).setAside).toEqual([]);

  const mark = page.getByRole("button", { name: /^Keep Candelilla/ });
  const box = (await mark.boundingBox()) ?? { x: 0, y: 0, width: 0, height: 0 };
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 + 40, { steps: 4 });
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 + 74, { steps: 4 });
  await page.mouse.up();
  await expect(page.locator("#status")).toContainText("order changed", { ignoreCase: true });
  const lines = (await demo.call<{ content: { lines: { material: string; kept: boolean }[] } }>("GET", "/trials/7")).content.lines;
  expect(lines.find((line) => line.material === "candelilla wax")?.kept).toBe(false);
  await page.locator('[data-boundary]').first().focus();
  await page.keyboard.press("ArrowDown");
  await expect(page.locator("#status")).toContainText("Held");
  await expect(page.locator('[data-line="L1"] .was')).toBeVisible();
  await page.keyboard.press("Escape");
});

test("two windows: what is listed under Yours is what is kept, and a late undo is asked the same", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/7`);
  await expect(page.locator('[data-line="L1"] .share')).toBeVisible();
  const trial = await demo.call<{ revision: number }>("GET", "/trials/7");
  await demo.call("POST", "/trials/7/edits", { revision: trial.revision, edits: [{ kind: "set_share", line: "L3", share: "20" }] });
  await page.locator('[data-line="L6"] .share').click();
  await page.keyboard.type("11");
  await page.keyboard.press("Enter");
  const yours = page.locator(".versions section").first();
  await expect(yours).toContainText(/Castor oil 11\.0 %/);
  await expect(yours).toContainText(/Shea butter.* 24\.0 %/);
  await page.getByRole("button", { name: "Keep yours" }).click();
  await expect(page.locator('[data-line="L6"] .share')).toHaveText(/11\.0/);
  await expect(page.locator('[data-line="L3"] .share')).toHaveText(/24\.0/);
  const now = await demo.call<{ revision: number }>("GET", "/trials/7");
  await demo.call("POST", "/trials/7/edits", { revision: now.revision, edits: [{ kind: "set_share", line: "L3", share: "22" }] });
  await page.keyboard.press("Control+z");
  await page.getByRole("button", { name: "Keep the other" }).click();
  await expect(page.locator('[data-line="L3"] .share')).toHaveText(/22\.0/);
});

test("every list is one tab stop with arrows", async ({ page, demo }) => {
  // The materials are entered at one row, which offers its mark, its name and its share.
  await page.goto(`${demo.url}/bench/7`);
  const offered = page.locator(".rows-scroll button:not([tabindex='-1'])");
  await expect(offered).toHaveCount(3);
  await page.locator('[data-line="L1"] .share').focus();
  await page.keyboard.press("ArrowDown");
  await expect(page.locator('[data-line="L2"] .share')).toBeFocused();
  await expect(offered).toHaveCount(3);
  for (const [view, list] of [
    ["/logbook/1", ".logbook-list"],
    ["/today", ".today-list > div:has(> .today-bench)"],
    ["/bench/7", ".findings"],
    ["/pantry", ".pantry .sheet"],
  ] as const) {
    await page.goto(demo.url + view);
    await expect(page.locator(list).locator("a, button").first()).toBeVisible();
    await page.waitForLoadState("networkidle");
    const stops = page.locator(list).locator("a:not([tabindex='-1']), button:not([tabindex='-1'])");
    await expect(stops, view).toHaveCount(1);
    await stops.first().focus();
    const here = () => page.evaluate(() => document.activeElement?.getAttribute("aria-label") ?? document.activeElement?.textContent);
    await page.keyboard.press("Home");
    const first = await here();
    await page.keyboard.press("ArrowDown");
    const second = await here();
    expect(second, view).not.toBe(first);
    await page.keyboard.press("ArrowUp");
    expect(await here(), view).toBe(first);
    await keepsFocus(page, `an arrow in ${view}`);
  }
});
