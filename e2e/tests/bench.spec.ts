import { expect, test } from "../pantry";

const share = (page: import("@playwright/test").Page, name: string) => page.getByRole("row", { name: new RegExp(name) }).locator(".share, input");

test("by mouse: drag, type, keep, add, swap, remedy, undo, reload", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/7`);
  await expect(page.getByRole("heading", { name: "Slipway Hand Balm" })).toBeVisible();
  await expect(page.getByRole("row", { name: /^All 9/ })).toContainText("100.0");

  const boundary = page.locator('[data-boundary="L4"]');
  const box = await boundary.boundingBox();
  if (!box) throw new Error("no boundary");
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 + 7, { steps: 4 });
  await expect(page.locator(".status-line#status")).toContainText("Lanolin is kept, so the bar passes over it");
  await expect(page.getByRole("row", { name: /Shea butter/ })).toContainText("24.0 → 26.0");
  await page.mouse.up();
  await expect(page.locator(".status-line#status")).toContainText("Shea butter 24.0 → 26.0");
  await expect(share(page, "Sunflower")).toHaveText(/41\.0/);
  await expect(page.getByRole("row", { name: /^All 9/ })).toContainText("100.0");

  await share(page, "Beeswax").click();
  await page.keyboard.type("60");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert").filter({ hasText: "is used up at" })).toContainText("Type at most");
  await expect(page.locator("input[aria-label^='Share of Beeswax']")).toHaveValue("60");
  await page.keyboard.press("ControlOrMeta+a");
  await page.keyboard.type("12,5");
  await page.keyboard.press("Enter");
  await expect(share(page, "Beeswax")).toHaveText(/12\.5/);

  await page.getByRole("combobox", { name: "Add a material" }).fill("coco buter");
  await page.getByRole("option", { name: /Cocoa butter, deodorised/ }).click();
  await page.keyboard.type("3");
  await page.keyboard.press("Enter");
  await expect(share(page, "Cocoa butter")).toHaveText(/3\.0/);
  await expect(page.getByRole("row", { name: /^All 10/ })).toContainText("100.0");

  await page.getByRole("button", { name: "Candelilla wax", exact: true }).click();
  await page.getByRole("combobox", { name: /Swap Candelilla/ }).fill("carnuba");
  await page.getByRole("option", { name: /Carnauba/ }).click();
  await expect(page.getByRole("button", { name: "Carnauba wax", exact: true })).toBeVisible();
  await page.getByRole("button", { name: "Move up" }).click();
  await expect(page.getByRole("row").nth(1)).toContainText("Carnauba wax");
  await page.getByRole("button", { name: "Remove it" }).click();
  await expect(page.getByRole("row", { name: /^All 9/ })).toContainText("100.0");

  const pour = page.getByRole("button", { name: /^Pour at/ });
  await pour.hover();
  await expect(page.locator(".effect")).not.toBeEmpty();
  await pour.click();
  await expect(page.locator("[data-finding='pour-cold']")).toHaveCount(0);
  await page.locator("#status").getByRole("button", { name: "Undo" }).click();
  await expect(page.locator("[data-finding='pour-cold']")).toHaveCount(1);
  await page.reload();
  await expect(page.getByRole("row", { name: /^All 9/ })).toContainText("100.0");
  await page.keyboard.press("ControlOrMeta+z");
  await expect(page.locator(".status-line#status")).toContainText("Undone: carnauba wax removed");
  await expect(page.getByRole("row", { name: /^All 10/ })).toContainText("100.0");
});

test("a landmark is taken to see what would happen, and a mix that holds is laid under", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/7`);
  const van = page.getByRole("slider", { name: "summer van" });
  const box = await van.boundingBox();
  if (!box) throw new Error("no peg");
  await page.mouse.move(box.x + 14, box.y + 20);
  await page.mouse.down();
  await page.mouse.move(box.x + 14 + 62, box.y + 20, { steps: 5 });
  await page.mouse.up();
  await expect(page.locator(".what-if")).toContainText("51");
  await expect(page.locator(".what-if")).toContainText(/Liquid|Slumps/);
  await page.getByRole("button", { name: "Put back" }).click();
  await expect(page.locator(".what-if")).toHaveCount(0);
  await van.focus();
  await page.keyboard.press("Shift+ArrowRight");
  await page.getByRole("button", { name: "Find a mix that holds here" }).click();
  await expect(page.getByText("a mix that holds, laid under")).toBeVisible();
  await expect(page.locator(".status-line#status")).toContainText("slumps");
  await page.getByRole("button", { name: /Take it as trial 8/ }).click();
  await page.getByLabel("What is it after?").fill("hold at 51");
  await page.getByRole("button", { name: "Start trial 8" }).click();
  await expect(page.getByRole("button", { name: "trial 8", exact: true })).toBeVisible();
  await expect(page.getByRole("group", { name: /Warmth ruler/ })).toBeVisible();
  await expect(page).toHaveURL(/\/bench\/\d+$/);
  await expect(page.getByText("laid under")).toHaveCount(0);
});

test("a trial laid under gives both states, swaps, and reads as a table", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/7?under=4`);
  await expect(page.getByText("trial 4, laid under")).toBeVisible();
  await expect(page.getByRole("row", { name: /Beeswax/ })).toContainText("+6.5");
  await expect(page.getByText("T7 soft, holds · T4 liquid")).toBeVisible();
  await page.getByRole("button", { name: "Read as a table" }).click();
  await expect(page.getByRole("row", { name: /summer van/ })).toContainText("liquid");
  await page.getByRole("button", { name: "Swap" }).click();
  await expect(page).toHaveURL(/bench\/4\?under=7/);
  await expect(page.getByText("trial 7, laid under")).toBeVisible();
  await page.keyboard.press("u");
  await expect(page.getByRole("button", { name: "Lift off" })).toHaveCount(0);
});

test("a made trial stays, and changing it starts the next one with an intent", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/6`);
  await share(page, "Beeswax").click();
  await page.keyboard.type("13");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Trial 6 has been made and stays as it is. Changing it starts trial 8.")).toBeVisible();
  await page.getByRole("button", { name: "Start trial 8" }).click();
  await expect(page.getByRole("alert")).toContainText("needs to say what it is after");
  await page.getByLabel("What is it after?").fill("softer for cold thumbs");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: "trial 8", exact: true })).toBeVisible();
  await expect(share(page, "Beeswax")).toHaveText(/13\.0/);
});

test("two windows are laid side by side", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/7`);
  await expect(share(page, "Lanolin")).toHaveText(/8\.0/);
  const trial = await demo.call<{ revision: number }>("GET", "/trials/7");
  await demo.call("POST", "/trials/7/edits", { revision: trial.revision, command: crypto.randomUUID(), edits: [{ kind: "set_share", line: "L3", share: "20" }] });
  await share(page, "Castor").click();
  await page.keyboard.type("11");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Changed in another window")).toBeVisible();
  await page.getByRole("button", { name: /Keep yours/ }).click();
  await expect(share(page, "Castor")).toHaveText(/11\.0/);
  await expect(share(page, "Shea")).toHaveText(/24\.0/);
});

test("by keys alone: a formula from an empty workshop to a remedy and back", async ({ page, own }) => {
  await page.goto(own.url);
  await expect(page.getByText("from a blank pot, from a type")).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert")).toContainText("A formula needs a name");
  await page.keyboard.type("Quay balm 🐝");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Quay balm 🐝" })).toBeVisible();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Shift+ArrowRight");
  await page.keyboard.press("ArrowRight");
  await expect(page.getByRole("row", { name: /Beeswax/ })).toContainText("17.1");
  await expect(page.locator(".status-line#status")).toContainText("Beeswax 16.0 → 17.1");
  await page.keyboard.press("k");
  await expect(page.getByRole("row", { name: /Beeswax, kept/ })).toBeVisible();
  await page.keyboard.press("a");
  await page.keyboard.type("candela");
  await expect(page.getByRole("option", { name: /Candelilla/ })).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page.locator("input[aria-label^='Share of Candelilla']")).toBeFocused();
  await page.keyboard.type("9");
  await page.keyboard.press("Tab");
  await expect(page.locator("input[aria-label^='Share of Candelilla']")).toHaveCount(0);
  await expect(page.locator(".share-field input")).toBeFocused();
  await page.keyboard.press("Escape");
  await expect(page.locator(".share-field input")).toHaveCount(0);
  await expect(page.getByRole("row", { name: /Candelilla/ })).toContainText("9.0");
  await page.keyboard.press("f");
  await expect(page.locator("[data-remedy]").first()).toBeFocused();
  await expect(page.locator(".effect")).not.toBeEmpty();
  const finding = await page.locator("li.finding:has([data-remedy]:focus)").getAttribute("data-finding");
  await page.keyboard.press("Enter");
  await expect(page.locator(".status-line#status")).toContainText(": done");
  await page.keyboard.press("ControlOrMeta+z");
  await expect(page.locator(`[data-finding="${finding}"]`)).toHaveCount(1);
  await page.keyboard.press("j");
  await page.keyboard.type("house");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "House" })).toBeVisible();
});

test("a quick hand loses no step: line after line, then away to another place", async ({ page, own }) => {
  type Lines = { content: { lines: { percent: number }[] } };
  const trial = await own.call<{ id: number } & Lines>("POST", "/formulas", { name: "Quick hands", family: "balm", from: "usual" });
  const before = trial.content.lines.map((line) => line.percent);
  await page.goto(`${own.url}/bench/${trial.id}`);
  await expect(page.getByRole("heading", { name: "Quick hands" })).toBeVisible();
  await page.keyboard.press("ArrowDown");
  for (const key of ["ArrowRight", "ArrowDown", "ArrowRight", "ArrowRight", "ArrowDown", "ArrowRight"]) await page.keyboard.press(key, { delay: 40 });
  await page.getByRole("link", { name: "Logbook" }).click();
  await expect(page.getByRole("heading", { name: "Logbook" })).toBeVisible();
  await expect
    .poll(async () => (await own.call<Lines>("GET", `/trials/${trial.id}`)).content.lines.slice(0, 3).map((line, i) => Math.round((line.percent - (before[i] ?? 0)) * 10) / 10))
    .toEqual([0.1, 0.2, 0.1]);
  await page.goBack();
  await expect(page.locator(".saved-line")).toContainText("Saved");
});
