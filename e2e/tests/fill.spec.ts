import { expect, test } from "../pantry";
import { beginUpTo, tell } from "../begin-batch";

type Trial = { revision: number };

test("a pour is weighed tin by tin, the rest goes into lip tubes, and what is left teaches the loss", async ({ page, demo }) => {
  const id = await beginUpTo(demo, 7, "pour", 1, 58);
  await page.goto(`${demo.url}/make/${id}`);
  await page.getByRole("button", { name: "Weigh the tins" }).click();
  await expect(page.getByText(/Weigh the first 5/)).toBeVisible();
  for (const grams of ["50,9", "49.8", "51.0"]) {
    await page.getByLabel(/^Net weight of a tin/).fill(grams);
    await page.getByLabel(/^Net weight of a tin/).press("Enter");
    await expect(page.locator(".whip-figure")).toContainText(grams.replace(",", "."));
  }
  await expect(page.getByText("Top up 1 tin")).toBeVisible();
  await expect(page.getByText(/You give away 0.6/)).toBeVisible();

  // A slip is named, nothing is lost, and what was taken down stands after a reload.
  await page.getByLabel(/^Net weight of a tin/).fill("900000");
  await page.getByRole("button", { name: "Weigh a tin" }).click();
  await expect(page.getByRole("alert")).toContainText("900000 g cannot have been weighed");
  await page.reload();
  await page.getByRole("button", { name: "Weigh the tins" }).click();
  await expect(page.getByText(/3 tins weighed of 12/)).toBeVisible();
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect(page.getByText(/2 tins weighed of 12/)).toBeVisible();
  await page.getByRole("button", { name: "How it cools" }).click();
  await expect(page.getByText(/by now/).first()).toBeVisible();

  const { batch } = await demo.call<{ batch: { atStep: string; steps: { id: string }[] } }>("GET", `/batches/${id}`);
  const at = batch.steps.findIndex((step) => step.id === batch.atStep);
  for (const step of batch.steps.slice(at, -1)) await tell(demo, id, { kind: "record_step", step: step.id }, 0);
  await page.reload();
  await page.getByLabel(/How many tins/).fill("11");
  await page.getByLabel("lip tube").fill("four");
  await page.locator(".next").click({ delay: 700 });
  await expect(page.getByRole("alert")).toContainText("“four” is not a count");
  await page.getByLabel("lip tube").fill("4");
  await page.getByLabel(/^Set apart as sample/).fill("15");
  await page.getByLabel(/^Left in none of them/).fill("2");
  await page.locator(".next").click({ delay: 700 });
  await expect(page).toHaveURL(new RegExp(`/logbook/${id}`));
  await expect(page.getByText(/stayed in pot and tools/)).toBeVisible();
  await expect(page.getByText(/4 × lip tube/)).toBeVisible();
});

test("a fizzy is split into two colours by keys, dried by the log and tried in a bowl", async ({ page, demo }) => {
  const { revision } = await demo.call<Trial>("GET", "/trials/24");
  const colour = (name: string, material: string, percent: number) => ({ name, sharePercent: 50, colours: [{ material, percent }] });
  const parts = [colour("rust", "Red iron oxide", 0.4), colour("cream", "Yellow iron oxide", 0.15)];
  await demo.call("POST", "/trials/24/edits", { id: crypto.randomUUID(), revision, edits: [{ kind: "set_coloured_parts", parts }] });
  const id = await beginUpTo(demo, 24, "split", 1, 21);
  await page.goto(`${demo.url}/make/${id}`);
  await expect(page.getByRole("heading", { name: "Part 1 of 2, rust" })).toBeVisible();
  await expect(page.getByRole("img", { name: /731.8.g for rust: short/ })).toBeVisible();
  await page.keyboard.type("700");
  await page.waitForTimeout(700);
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert")).toContainText("are missing");
  await page.locator(".make-number").fill("731.5");
  await page.waitForTimeout(700);
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Part 2 of 2, cream" })).toBeVisible();
  await page.locator(".make-number").fill("733.6");
  await page.waitForTimeout(700);
  await page.keyboard.press("Enter");
  // Each colour follows what its part weighs, and is weighed from its lot.
  for (const tint of ["Tint rust", "Tint cream"]) {
    await expect(page.getByRole("heading", { name: new RegExp(`^${tint}: `) })).toBeVisible();
    const { splitting } = await demo.call<{ splitting: { parts: { colours: { targetG: number; massG: number | null }[] }[] } }>("GET", `/batches/${id}/watch`);
    const next = splitting.parts.flatMap((part) => part.colours).find((one) => one.massG === null);
    await page.locator(".make-number").fill(String(next?.targetG));
    await page.waitForTimeout(700);
    await page.keyboard.press("Enter");
  }
  await expect(page.getByText("All parts are tinted.")).toBeVisible();
  await expect(page.locator(".split-parts")).toContainText(/g in/);
  await page.getByRole("button", { name: "Uneven parts" }).click();
  await page.getByLabel("Shares of rust, cream").fill("half and half");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert")).toContainText("“half and half” does not share it into 2 parts");

  const { batch } = await demo.call<{ batch: { atStep: string; steps: { id: string; template: string }[] } }>("GET", `/batches/${id}`);
  const from = batch.steps.findIndex((step) => step.id === batch.atStep);
  const dry = batch.steps.findIndex((step) => step.template === "dry-fizz");
  for (const step of batch.steps.slice(from, dry)) await tell(demo, id, { kind: "record_step", step: step.id }, 0);
  await page.reload();
  await expect(page.getByText(/by the model; three weighings make it sure/)).toBeVisible();
  await page.getByLabel(/^Humidity now/).fill("140");
  await page.getByRole("button", { name: "Humidity now" }).click();
  await expect(page.getByRole("alert")).toContainText("140 % is no humidity of air");
  await page.getByLabel(/^Humidity now/).fill("46");
  await page.getByRole("button", { name: "Humidity now" }).click();
  await expect(page.getByRole("list", { name: "What was logged" })).toContainText("46");
  await page.getByRole("button", { name: "dry through" }).click();
  await expect(page.getByText("Dry through.")).toBeVisible();
  await page.locator(".next").click({ delay: 700 });
  await page.getByRole("button", { name: "Dropped in" }).click();
  await page.waitForTimeout(1200);
  await page.getByRole("button", { name: "The fizz is over" }).click();
  await expect(page.getByText(/shorter than said/)).toBeVisible();
});

test("three batches in hand: a lane for each, who waits, the day of the hands; a kit too small is said before", async ({ page, demo }) => {
  await beginUpTo(demo, 13, "whip-soft", 1, 22);
  const lip = await beginUpTo(demo, 9, "pour", 1, 63);
  await page.goto(`${demo.url}/make`);
  await expect(page.getByRole("img", { name: "What your hands do" })).toBeVisible();
  await expect(page.getByText("One pair of hands")).toBeVisible();
  await expect(page.getByText(/Both want your hands/).first()).toBeVisible();
  await page.getByRole("link", { name: /Thole Lip Balm/ }).first().click();
  await expect(page).toHaveURL(new RegExp(`/make/${lip}`));
  await page.goto(`${demo.url}/today`);
  await expect(page.getByText(/^Your hands: about/)).toBeVisible();

  await page.goto(`${demo.url}/house`);
  await page.getByLabel("Large pot holds, brimful").fill("700");
  await page.getByLabel("Small pot holds, brimful").fill("500");
  await page.getByRole("button", { name: "Save the kit" }).click();
  await expect(page.getByText("The kit is saved.")).toBeVisible();
  await page.goto(`${demo.url}/make/of/7`);
  await expect(page.getByText(/two thirds is the most. It takes a vessel of/)).toBeVisible();
});
