import { expect, test } from "../pantry";
import { makeThis } from "../sign";

type Trial = { id: number; revision: number; content: { lines: { id: string; material: string; percent: number }[]; batch: { grams: number } } };

test("a maker in ounces and °F: from an empty workshop to a tin in the logbook, with slips and a reload", async ({ page, own }) => {
  test.setTimeout(120_000);
  await page.goto(own.url);
  await expect(page.getByRole("heading", { name: "Your bench is empty" })).toBeVisible();
  await page.getByRole("button", { name: "Switch units" }).click();
  await expect(page.getByRole("button", { name: "Switch units" })).toHaveText(/°F oz/);
  await page.getByRole("button", { name: /^Start from the usual/ }).click();
  await expect(page.getByRole("alert")).toContainText("A formula needs a name");
  await page.getByLabel("What is it called?").fill("Harbour Balm");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Harbour Balm" })).toBeVisible();
  const id = Number(/bench\/(\d+)/.exec(page.url())?.[1]);
  const trial = () => own.call<Trial>("GET", `/trials/${id}`);

  // A slip in a share is named, kept in its field, and nothing is changed.
  const before = await trial();
  const first = page.locator("[data-line=L1] .share");
  await first.click();
  const field = page.locator(".share-field input");
  await field.fill("plenty");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert").first()).toContainText("plenty");
  await expect(field).toHaveValue("plenty");
  expect((await trial()).revision).toBe(before.revision);
  await field.fill("17,5");
  await page.keyboard.press("Enter");
  await expect(first).toContainText("17.5");

  // The batch is set in ounces and kept in grams.
  await page.locator(".facts .openable").nth(1).click();
  await page.getByText("By weight", { exact: true }).click();
  await page.getByLabel("Whole batch").fill("heaps");
  await page.getByRole("button", { name: "Set the batch" }).click();
  await expect(page.getByRole("alert")).toContainText("“heaps” is not a weight");
  await page.getByLabel("Whole batch").fill("10");
  await page.getByRole("button", { name: "Set the batch" }).click();
  await expect.poll(async () => (await trial()).content.batch.grams).toBeCloseTo(283.5, 0);
  await page.keyboard.press("Escape");

  // A reload in the middle shows what was kept; another window follows.
  await page.reload();
  await expect(first).toContainText("17.5");
  const other = await page.context().newPage();
  await other.goto(page.url());
  await expect(other.locator("[data-line=L1] .share")).toContainText("17.5");
  await expect(other.getByText(/°F/).first()).toBeVisible();
  await expect(other.locator(".instrument, .plate-instrument").first()).not.toContainText("°C");
  await other.close();

  await makeThis(page);
  await expect(page.locator(".make-where")).toHaveText(/Step 1 of/);
  const batch = Number(/make\/(\d+)/.exec(page.url())?.[1]);
  const { batch: record } = await own.call<{ batch: { steps: { id: string; kind: string; targetG: number | null }[] } }>("GET", `/batches/${batch}`);
  for (const [at, step] of record.steps.slice(0, -1).entries()) {
    if (step.targetG != null) {
      await expect(page.locator(".make-number")).toBeVisible();
      await expect(page.locator(".make-big .unit")).toHaveText("oz");
      await page.locator(".make-number").fill((step.targetG / 28.349523125).toFixed(2));
      if (at === 3) {
        await page.reload();
        await page.locator(".make-number").fill((step.targetG / 28.349523125).toFixed(2));
      }
    }
    const title = await page.locator(".make-where").textContent();
    await expect(async () => {
      await page.locator(".next").click();
      expect(await page.locator(".make-where").textContent()).not.toBe(title);
    }).toPass({ intervals: [650], timeout: 8000 });
  }
  await page.getByLabel(/How many/).fill("six");
  await page.locator(".next").click({ delay: 700 });
  await expect(page.getByRole("alert")).toContainText("“six” is not a count");
  await page.getByLabel(/How many/).fill("6");
  await page.locator(".next").click({ delay: 700 });
  await expect(page).toHaveURL(new RegExp(`/logbook/${batch}`));
  await expect(page.getByText(/6 .*filled, 6 left/)).toBeVisible();
  const kept = await own.call<{ deviations: { plannedG: number; weighedG: number }[] }>("GET", `/batches/${batch}`);
  for (const line of kept.deviations) expect(Math.abs(line.weighedG - line.plannedG)).toBeLessThan(0.2);
});

test("every place is reached and left by keys alone", async ({ page, demo }) => {
  await page.goto(`${demo.url}/today`);
  await expect(page.getByRole("heading", { level: 1, name: /June/ })).toBeVisible();
  for (const [key, heading] of [
    ["2", "Slipway Hand Balm"],
    ["3", "Make"],
    ["4", "Pantry"],
    ["5", "Logbook"],
    ["6", "House"],
    ["1", /June/],
  ] as const) {
    await page.locator("body").press(key);
    await expect(page.getByRole("heading", { level: 1, name: heading }).first()).toBeVisible();
  }
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog", { name: "Keys" })).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog", { name: "Keys" })).toHaveCount(0);
  await page.keyboard.press("j");
  await page.getByLabel("Name or lot").fill("SH-");
  await expect(page.getByRole("option", { name: /SH-26/ }).first()).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/logbook\/\d+/);
  // The logbook's list goes by Tab and Enter, and the record's own form too.
  await page.getByLabel("Find a batch").focus();
  await page.keyboard.type("slipw");
  await expect(page.locator(".logbook-row").first()).toBeVisible();
  await page.locator(".logbook-row").first().focus();
  await page.keyboard.press("Enter");
  await page.getByLabel("Temperature of the product").focus();
  await page.keyboard.type("21");
  await page.keyboard.press("Tab");
  await expect(page.locator(":focus")).toBeVisible();
});

test("a connection that goes away in the middle costs nothing", async ({ page, loneOwn: own }) => {
  const trial = await own.call<Trial>("POST", "/formulas", { name: "Away", family: "balm", from: "usual" });
  await page.goto(`${own.url}/bench/${trial.id}`);
  await expect(page.getByRole("heading", { name: "Away" })).toBeVisible();
  await own.kill();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("ArrowRight");
  await expect(page.getByText(/Not saved yet: 1 change/)).toBeVisible();
  await expect(page.getByText(/No connection/)).toBeVisible();
  // A place not opened yet waits for the server as well.
  await page.keyboard.press("4");
  await expect(page).toHaveURL(/\/pantry$/);
  await own.start();
  await expect(page.getByRole("heading", { name: "Pantry" })).toBeVisible();
  await page.goto(`${own.url}/bench/${trial.id}`);
  await expect.poll(async () => (await own.call<Trial>("GET", `/trials/${trial.id}`)).revision).toBe(trial.revision + 1);
  await expect(page.locator(".saved-line")).toContainText("Saved");
});
