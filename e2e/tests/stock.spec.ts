import type { Page } from "@playwright/test";
import { expect, test, typedInto } from "../pantry";
import { beginBatch, type Step } from "../begin-batch";

type Batch = { id: number; batch: { lot: string; steps: Step[] } };
type Moved = { lot: { left: number }; moves: unknown[] };

/** Fills a field of the delivery by its label, from the keyboard alone. */
const fill = async (page: Page, label: string | RegExp, text: string) => {
  await page.getByLabel(label).focus();
  await page.keyboard.type(text);
};

test("from an empty workshop: a delivery is judged and booked in by keys, with a slip in each field", async ({ page, own }) => {
  await page.goto(`${own.url}/pantry`);
  await expect(page.getByText(/Nothing is in the house yet/)).toBeVisible();
  await page.getByRole("button", { name: "Book in a delivery" }).focus();
  await page.keyboard.press("Enter");
  const said = page.locator(".arrival").getByRole("alert");
  await page.getByRole("combobox", { name: "Material that came" }).focus();
  await page.keyboard.type("shea butter");
  await expect(page.getByRole("option").first()).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("radiogroup", { name: "Melted on the way" })).toBeVisible();
  await fill(page, "Lot on the bag", "SB-1");
  await page.keyboard.press("Enter");
  await expect(said).toContainText("Type a weight");
  await fill(page, /^On the bag/, "0");
  await page.keyboard.press("Enter");
  await expect(said).toContainText("cannot be");
  await page.getByLabel(/^On the bag/).fill("1500");
  await fill(page, "Best before", "next June");
  await page.keyboard.press("Enter");
  await expect(said).toContainText("“next June” is no date");
  await page.getByLabel("Best before").fill("2030-06-30");
  await fill(page, /^Felt on arrival/, "-80");
  await page.keyboard.press("Enter");
  await expect(said).toContainText("cannot be");
  await page.getByLabel(/^Felt on arrival/).fill("27");
  await fill(page, /^Paid/, "13.50");
  await page.getByRole("radiogroup", { name: "Melted on the way" }).getByRole("radio").first().focus();
  await page.keyboard.press("2");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("2");
  await expect(page.getByLabel("Words for the supplier")).toContainText("fine grain");
  await expect(page.getByRole("row", { name: /Whipping unmelted/ })).toContainText("no");
  await fill(page, "From", "Imaginary Oil Loft");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/pantry\?at=material/);
  await expect(page.getByRole("table", { name: "Book of lot SB-1" })).toContainText("+1,500");
  await page.reload();
  await page.getByText("Words for the supplier").click();
  await expect(page.locator(".letter")).toContainText("Please take £4.50 off");

  // Thrown away by keys, refused where it is more than there is, and undone.
  await page.getByRole("button", { name: "Throw away" }).focus();
  await page.keyboard.press("Enter");
  await page.keyboard.press("Control+a");
  await page.keyboard.type("1600");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("form", { name: "Throw away" }).getByRole("alert")).toContainText("holds 1500 g");
  await page.keyboard.press("Control+a");
  await page.keyboard.type("80");
  await page.keyboard.press("Enter");
  await expect(page.getByText(/Lot SB-1: 80.g thrown away/)).toBeVisible();
  await expect(page.getByRole("button", { name: "Throw away" })).toBeFocused();
  await page.keyboard.press("Control+z");
  await expect(page.getByText(/^Undone: Lot SB-1/)).toBeVisible();
  await expect(page.getByRole("row", { name: /Shea butter/ })).toContainText("1,500");
});

test("a batch weighs from a scanned lot, posts what it took, and the lot is traced, recalled and opened from the record", async ({ page, demo }) => {
  const { id, batch } = await beginBatch<Batch>(demo, 7);
  const shea = batch.steps.find((step) => step.kind === "weigh" && step.targetG === 144) as Step;
  for (const step of batch.steps) {
    if (step.id === shea.id) break;
    await demo.call("POST", `/batches/${id}/commands`, {
      stamp: { id: crypto.randomUUID(), at: new Date().toISOString(), sentAt: new Date().toISOString() },
      command: { kind: "record_step", step: step.id, weighedG: step.targetG },
    });
  }
  await page.goto(`${demo.url}/make/${id}`);
  await expect(page.locator(".lot-line")).toContainText("Lot SB-0311");
  await page.getByRole("button", { name: "Other lot" }).click();
  await expect(page.getByRole("group", { name: "Other lot" })).not.toContainText("SB-1190");
  await page.getByLabel("Lot or sticker").fill("l-0003");
  await page.keyboard.press("Enter");
  await expect(page.locator(".lot-choices").getByRole("alert")).toContainText("is set apart: grainy");
  await page.getByLabel("Lot or sticker").fill("sb-0522");
  await page.keyboard.press("Enter");
  await expect(page.locator(".lot-line")).toContainText("Lot SB-0522");
  await page.reload();
  await expect(page.locator(".lot-line")).toContainText("Lot SB-0522");
  for (const step of batch.steps.slice(batch.steps.findIndex((one) => one.id === shea.id))) {
    await demo.call("POST", `/batches/${id}/commands`, {
      stamp: { id: crypto.randomUUID(), at: new Date().toISOString(), sentAt: new Date().toISOString() },
      command: { kind: "record_step", step: step.id, weighedG: step.targetG },
    });
  }
  await page.goto(`${demo.url}/make/${id}`);
  await page.getByLabel(/How many tins/).fill("12");
  // Just after a change of step a tap counts for nothing.
  await page.waitForTimeout(700);
  await page.getByRole("button", { name: /^Finish/ }).click();
  await expect(page).toHaveURL(new RegExp(`/logbook/${id}$`));
  await page.getByRole("link", { name: "SB-0522" }).click();
  const book = page.getByRole("table", { name: "Book of lot SB-0522" });
  await expect(book).toContainText("−144");
  await expect(book).toContainText(`used by ${batch.lot}`);
  await page.getByRole("button", { name: "Trace" }).click();
  await expect(page.locator(".trace")).toContainText("12 tins");
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "Recall list as a table" }).click();
  expect((await download).suggestedFilename()).toMatch(/^recall-.*\.csv$/);
});

test("stock is counted place by place in two windows, in ounces, and a lot is set apart", async ({ page, demo, context }) => {
  await page.goto(demo.url);
  await page.getByRole("button", { name: "Switch units" }).click();
  await expect(page.getByRole("button", { name: "Switch units" })).toHaveText("°F oz");
  await page.goto(`${demo.url}/pantry?count=1`);
  const mango = page.getByLabel("There is of Mango butter, lot M-17");
  await mango.fill("31");
  await page.keyboard.press("Enter");
  await expect(page.getByText(/Mango butter, lot M-17: counted 31.00/)).toBeVisible();
  const other = await context.newPage();
  await other.goto(`${demo.url}/pantry?at=material/mango%20butter`);
  await expect(other.getByRole("table", { name: "Book of lot M-17" })).toContainText("counted");
  await other.getByRole("button", { name: "Set apart…" }).click();
  await typedInto(other);
  await other.keyboard.type("smells of smoke");
  await other.keyboard.press("Enter");
  await expect(other.getByText(/Lot M-17 is set apart/)).toBeVisible();
  await page.goto(`${demo.url}/pantry?show=look`);
  await page.getByRole("button", { name: "Mango butter", exact: true }).click();
  await expect(page.getByText(/is set apart: smells of smoke/).first()).toBeVisible();
  // What the other window does is seen in this one, which nobody touches meanwhile.
  await other.getByRole("button", { name: "Take it up again" }).click();
  await expect(page.getByText(/is set apart: smells of smoke/)).toHaveCount(0);
  await page.goto(demo.url);
  await expect(page.getByText(/Mango butter: lot M-17/)).toHaveCount(0);
  await other.getByRole("button", { name: "Set apart…" }).click();
  await typedInto(other);
  await other.keyboard.type("smells of smoke");
  await other.keyboard.press("Enter");
  await expect(page.getByText(/Mango butter: lot M-17/)).toBeVisible();
  const planned = page.locator(".today-row", { hasText: "Thole Lip Balm" }).first();
  await expect(planned).toHaveCount(0);
  await other.goto(`${demo.url}/make/of/9`);
  await other.getByRole("button", { name: "Keep it for this batch" }).click();
  await expect(planned).toContainText("kept for it in the pantry");
  await planned.getByRole("button", { name: "Start" }).click();
  await expect(page).toHaveURL(/make\/of\/9$/);
  await page.goto(demo.url);
  await page.getByRole("listitem").filter({ hasText: "Mango butter" }).getByRole("button", { name: "See its lots" }).first().click();
  await expect(page).toHaveURL(/mango/);
});

test("nothing acknowledged of the pantry is lost when the server is killed", async ({ loneDemo: demo }) => {
  const stock = await demo.call<{ lots: { lot: { id: string; left: number } }[] }>("GET", "/stock/of?kind=material&key=lanolin");
  const lot = stock.lots[0]?.lot as { id: string; left: number };
  let taken = 0;
  let killing: Promise<void> | null = null;
  for (let i = 0; i < 40; i++) {
    if (i === 20) killing = demo.kill();
    const now = new Date().toISOString();
    await demo
      .call("POST", `/stock/lots/${lot.id}/moves`, { stamp: { id: crypto.randomUUID(), at: now, sentAt: now }, move: { kind: "give", amount: 1 } })
      .then(() => taken++, () => undefined);
  }
  await killing;
  await demo.start();
  const after = await demo.call<Moved>("GET", `/stock/lots/${lot.id}`);
  expect(taken).toBeGreaterThanOrEqual(20);
  // At most one more than was acknowledged: its answer was on the way.
  expect(lot.left - after.lot.left - taken).toBeGreaterThanOrEqual(0);
  expect(lot.left - after.lot.left - taken).toBeLessThanOrEqual(1);
});

test("what a lot held when it was squeezed rules its room for oil on the bench", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/19?by=sponge`);
  const room = page.getByText(/Room for [\d.]+.% of oil/).first();
  await expect(room).toBeVisible();
  const usual = await room.textContent();
  await page.goto(`${demo.url}/pantry?at=material/kaolin`);
  const held = page.getByLabel(/^Squeezed, 100/).first();
  await held.fill("a lot");
  await held.press("Enter");
  await expect(page.getByText("“a lot” is not a number. Type one such as 17.5.")).toBeVisible();
  await held.fill("0");
  await held.press("Enter");
  await expect(page.getByText(/Type how many grams of oil 100 g of it held/)).toBeVisible();
  await held.fill("55");
  await held.press("Enter");
  await expect(page.getByText(/of oil, g of lot .* changed\./)).toBeVisible();
  await page.goto(`${demo.url}/bench/19?by=sponge`);
  await expect(room).toBeVisible();
  await expect(room).not.toHaveText(usual ?? "");
});
