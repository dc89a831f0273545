import type { Page } from "@playwright/test";
import { expect, test } from "../pantry";
import { makeThis } from "../sign";

const focused = (page: Page) => page.evaluate(() => document.activeElement?.tagName ?? "BODY");
const keepsFocus = async (page: Page, act: string) => {
  await page.waitForTimeout(400);
  expect(await focused(page), `after ${act}`).not.toBe("BODY");
};

test("a number keeps its meaning when the units change under an open field", async ({ page, demo }) => {
  const trial = async () => demo.call<{ content: { batch: { grams: number }; pourC: number } }>("GET", "/trials/7");
  await page.goto(`${demo.url}/bench/7`);
  const facts = page.locator(".facts .openable");
  await facts.nth(1).click();
  await page.getByText("By weight", { exact: true }).click();
  await page.getByLabel("Whole batch").fill("300");
  await page.getByRole("button", { name: "Switch units" }).click();
  await expect(page.getByLabel("Whole batch")).toHaveValue("10.582");
  await page.getByRole("button", { name: "Set the batch" }).click();
  await expect.poll(async () => (await trial()).content.batch.grams).toBe(300);
  // A comma that may part thousands is not guessed at.
  await page.getByRole("button", { name: "Switch units" }).click();
  await expect(page.getByLabel("Whole batch")).toHaveValue("300");
  await page.getByLabel("Whole batch").fill("1,080");
  await page.getByRole("button", { name: "Set the batch" }).click();
  await expect(page.getByRole("alert")).toContainText("can be read as 1080 and as 1.080");
  expect((await trial()).content.batch.grams).toBe(300);
  await page.goto(`${demo.url}/today`);
  await page.getByRole("button", { name: "New reading" }).click();
  await page.getByLabel("Workroom").fill("25");
  await page.getByRole("button", { name: "Switch units" }).click();
  await expect(page.getByLabel("Workroom")).toHaveValue("77");
  await page.getByRole("button", { name: "Save the reading" }).click();
  await expect(page.getByText(/Workroom read: 77/)).toBeVisible();
  expect((await demo.call<{ room: { workroomC: number } }>("GET", "/today")).room.workroomC).toBe(25);
});

test("no screen keeps a degree or a gram that the house does not use", async ({ page, demo }) => {
  await page.goto(demo.url);
  await page.getByRole("button", { name: "Switch units" }).click();
  await expect(page.getByRole("button", { name: "Switch units" })).toHaveText(/°F oz/);
  for (const view of ["/today", "/bench/7", "/bench/7?under=6", "/bench/13", "/make", "/make/7", "/pantry?at=material/shea%20butter,%20refined", "/pantry?count=1", "/pantry/book-in?of=shea%20butter,%20refined", "/logbook/1", "/house"]) {
    await page.goto(demo.url + view);
    await expect(page.locator("h1").first()).toBeVisible();
    await page.waitForLoadState("networkidle");
    for (const why of await page.getByRole("button", { name: /^Why\?/ }).all()) await why.click();
    const table = page.getByRole("button", { name: "Read as a table" });
    if (await table.isVisible()) await table.click();
    const words = await page.locator("#main").evaluate((main) => main.textContent ?? "");
    // What a maker wrote herself stays as she wrote it.
    expect(words.replaceAll("still pick up at 4 °C", "").match(/\d[\s\u202f]?(°C|g\b(?!\/))/g) ?? [], view).toEqual([]);
  }
});

test("after every act the focus is where the hand was", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/7`);
  await expect(page.locator(".hill-line")).toBeVisible();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Delete");
  await expect(page.locator("#status")).toContainText("Undo");
  await keepsFocus(page, "deleting a layer");
  await page.locator(".facts .openable").nth(1).click();
  await expect(page.getByRole("heading", { name: "Batch size" })).toBeFocused();
  await page.keyboard.press("Escape");
  await expect(page.locator(".facts .openable").nth(1)).toBeFocused();
  await page.getByRole("button", { name: /^Why\?/ }).first().click();
  await page.getByRole("button", { name: "Set it aside" }).click();
  await keepsFocus(page, "asking for a reason");
  await page.getByLabel("Reason for setting it aside").fill("the maker knows");
  await page.keyboard.press("Enter");
  await expect(page.getByText("1 set aside")).toBeVisible();
  await keepsFocus(page, "setting a finding aside");
  await page.getByText("1 set aside").click();
  await page.getByRole("button", { name: "Take it back" }).click();
  await keepsFocus(page, "taking it back");
  await page.getByRole("button", { name: "Lay a trial under" }).click();
  await page.locator(".panel").getByRole("button", { name: /^(Lay|Trial|trial)/ }).first().click().catch(() => undefined);
  await keepsFocus(page, "laying a trial under");

  await page.goto(`${demo.url}/today`);
  await page.getByRole("button", { name: "Hold back 9" }).press("Enter");
  await expect(page.getByText(/9 tins of Slipway Hand Balm trial 4 slump at/)).toHaveCount(0);
  await keepsFocus(page, "holding back");
  await page.getByRole("button", { name: "Type tomorrow’s heat" }).press("Enter");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: "Type tomorrow’s heat" })).toBeVisible();
  await keepsFocus(page, "setting tomorrow");

  await page.goto(`${demo.url}/house`);
  await page.getByRole("button", { name: /^Remove / }).first().press("Enter");
  await keepsFocus(page, "removing a landmark");

  await page.goto(`${demo.url}/logbook/1`);
  await page.getByRole("button", { name: /^Withdraw:/ }).first().press("Enter");
  await keepsFocus(page, "withdrawing");
  await page.getByLabel("Notes").fill("another note");
  await page.getByRole("button", { name: "Save the notes" }).press("Enter");
  await keepsFocus(page, "saving notes");

  await page.goto(`${demo.url}/bench/7`);
  await makeThis(page);
  await keepsFocus(page, "making");
});

test("acts in panels, on the ruler, in dialogs and in Make keep the focus too", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/7`);
  await expect(page.locator(".hill-line")).toBeVisible();
  await page.getByRole("button", { name: "Castor oil", exact: true }).click();
  for (const act of ["Make it the makeweight", "Move up", "Move down", "Keep it"]) {
    await page.getByRole("button", { name: act, exact: true }).press("Enter");
    await keepsFocus(page, act);
  }
  await page.getByRole("button", { name: "‹ Findings" }).press("Enter");
  await keepsFocus(page, "back to findings");
  await page.getByRole("button", { name: "Candelilla wax", exact: true }).click();
  await page.getByRole("button", { name: "Remove it" }).press("Enter");
  await expect(page.locator("#status")).toContainText("Candelilla wax removed");
  await keepsFocus(page, "removing in the panel");

  const van = page.getByRole("slider", { name: "summer van" });
  await van.focus();
  for (let i = 0; i < 6; i++) await page.keyboard.press("Shift+ArrowRight");
  await page.getByRole("button", { name: "Find a mix that holds here" }).press("Enter");
  await expect(page.getByRole("button", { name: "Lift off" }).or(page.locator("#status.stop"))).toBeVisible();
  await keepsFocus(page, "finding a mix");
  if (await page.getByRole("button", { name: "Lift off" }).isVisible()) await page.getByRole("button", { name: "Lift off" }).press("Enter");
  await keepsFocus(page, "lifting off");
  await van.focus();
  await page.keyboard.press("ArrowRight");
  await page.getByRole("button", { name: /^Keep \d/ }).press("Enter");
  await expect(page.locator("#status")).toContainText("is now at");
  await keepsFocus(page, "keeping a landmark");
  await page.locator("#status").getByRole("button", { name: "Undo" }).press("Enter");
  await expect(page.locator("#status")).toContainText("Undone");
  await keepsFocus(page, "undoing the landmark");
  expect((await demo.call<{ house: { workshop: { landmarks: { id: string; temperatureC: number }[] } } }>("GET", "/house")).house.workshop.landmarks.find((one) => one.id === "van")?.temperatureC).toBe(46);

  await page.getByRole("button", { name: "New trial" }).press("Enter");
  await page.getByLabel("What is it after?").fill("softer");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: "trial 8", exact: true })).toBeVisible();
  await keepsFocus(page, "a new trial");
  await page.goto(`${demo.url}/bench/new`);
  await page.getByLabel("What is it called?").fill("Cove Balm");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { level: 1, name: "Cove Balm" })).toBeVisible();
  await keepsFocus(page, "starting a formula");

  await page.goto(`${demo.url}/logbook/1`);
  await page.getByRole("button", { name: "Log it" }).press("Enter");
  await keepsFocus(page, "logging a thumb press");

  await page.goto(`${demo.url}/make/7`);
  await page.locator(".make-number").fill("600");
  await page.waitForTimeout(700);
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: /^Scale the rest up/ }).press("Enter");
  await expect(page.locator(".make-asks")).not.toContainText("over");
  await keepsFocus(page, "scaling up");
  for (let i = 0; i < 3; i++) {
    await page.waitForTimeout(700);
    await page.locator("button.next").press("Enter");
    await keepsFocus(page, `Next ${i + 1}`);
  }
});

test("two windows do not weigh over each other unseen", async ({ page, context, demo }) => {
  const other = await context.newPage();
  for (const one of [page, other]) {
    await one.goto(`${demo.url}/make/7`);
    await expect(one.locator(".make-number")).toBeVisible();
  }
  const target = "558";
  await page.locator(".make-number").fill(target);
  await page.waitForTimeout(700);
  await page.keyboard.press("Enter");
  await expect(page.getByText("Melt in the water bath").first()).toBeVisible();
  await other.locator(".make-number").fill("556");
  await other.keyboard.press("Enter");
  await expect(other.getByRole("alert")).toContainText("In another window 558 g");
  await expect(other.locator(".make-number")).toHaveValue(/55[68]/);
  const done = await demo.call<{ batch: { done: { weighedG: number | null }[] } }>("GET", "/batches/7");
  expect(done.batch.done.map((one) => one.weighedG)).toContain(558);
  await page.goto(`${demo.url}/make/99`);
  await page.getByRole("link", { name: "Batches in the making" }).click();
  await expect(page.getByRole("heading", { name: "Make", exact: true })).toBeVisible();
});

test("pages are named, keys are told in every place, the jump starts empty, a doubtful name is asked", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/7`);
  await expect(page).toHaveTitle("Slipway Hand Balm, trial 7 - Amber Pantry");
  await page.keyboard.press("j");
  await page.getByLabel("Name or lot").fill("thole");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toBeHidden();
  await page.keyboard.press("j");
  await expect(page.getByLabel("Name or lot")).toHaveValue("");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toBeHidden();
  await page.getByRole("button", { name: "Keys ?" }).click();
  await expect(page.getByRole("dialog", { name: "Keys" })).toBeVisible();
  const rows = page.locator(".rows [role=row]");
  const before = await rows.count();
  // Typed on at once: a dialog that is still closing takes nothing back.
  await page.keyboard.press("Escape");
  await page.locator(".add-line input").fill("lavandar");
  await page.waitForTimeout(400);
  await expect(page.locator(".add-line input")).toBeFocused();
  await expect(page.getByRole("option").first()).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert")).toContainText("may be Lavender");
  expect(await rows.count()).toBe(before);
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await expect(rows).toHaveCount(before + 1);
  await page.goto(`${demo.url}/make/7`);
  await expect(page).toHaveTitle(/^Making Kneeling-Mat Salve, lot KM-26-013/);
  await expect(page.locator(".make-number")).toBeFocused();
  await page.locator("body").click({ position: { x: 500, y: 650 } });
  await expect(page.locator(".make-number")).not.toBeFocused();
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog", { name: "Keys" })).toBeVisible();
});

/** What stands out of the page at the side, of a view at a width. */
const cutAt = (page: Page) =>
  page.evaluate(async () => {
    // The page has laid itself out anew after two frames.
    for (let i = 0; i < 2; i++) await new Promise(requestAnimationFrame);
    const scrolls = (element: Element | null): boolean => !!element && (/auto|scroll/.test(getComputedStyle(element).overflowX) || scrolls(element.parentElement));
    return [...document.querySelectorAll("button, a, input, h1, h2, label, td, th, p")]
      .filter((element) => {
        const box = element.getBoundingClientRect();
        if (box.width === 0 || (box.right <= innerWidth + 1 && box.left >= -1)) return false;
        return getComputedStyle(element).visibility !== "hidden" && !element.closest(".visually-hidden, .print-sheet, .skip") && !scrolls(element.parentElement);
      })
      .map((element) => `${element.tagName} ${(element.textContent || element.getAttribute("aria-label") || "").slice(0, 40)}`);
  });

for (const [of, views] of [
  ["the bench", ["/bench/7", "/bench/7?under=6", "/bench/new", "/bench/all", "/bench/17?by=scent", "/bench/24?by=fizz", "/bench/compare?id=4&id=5&id=6&id=7", "/bench/paste", "/bench/read"]],
  ["the other places", ["/today", "/make", "/make/7", "/pantry", "/logbook/1", "/house"]],
] as const)
  test(`nothing of ${of} is cut at any width`, async ({ page, demo }) => {
    for (const view of views) {
      await page.goto(demo.url + view);
      await expect(page.locator("h1").first()).toBeVisible();
      for (const width of [1280, 1024, 820, 640, 400, 320]) {
        await page.setViewportSize({ width, height: 800 });
        expect(await cutAt(page), `${view} at ${width}`).toEqual([]);
        expect(await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth), `${view} at ${width}`).toBeLessThanOrEqual(0);
      }
    }
  });

test("six rows stand at 820, and at 320 the keys and units are a press away", async ({ page, demo }) => {
  await page.setViewportSize({ width: 820, height: 800 });
  for (const view of ["/bench/7", "/bench/7?under=6"]) {
    await page.goto(demo.url + view);
    await expect(page.locator(".hill-line").first()).toBeVisible();
    const rows = await page.locator("[data-line]").evaluateAll((all) => {
      const sum = document.querySelector(".row-sum")?.getBoundingClientRect().top ?? innerHeight;
      return all.filter((row) => row.getBoundingClientRect().bottom <= sum + 1).length;
    });
    expect(rows, view).toBeGreaterThanOrEqual(6);
  }
  await page.setViewportSize({ width: 320, height: 800 });
  await page.getByText("More", { exact: true }).click();
  for (const name of [/^Jump to/, /^Keys/, /^Switch units/, /light$/]) await expect(page.getByRole("button", { name })).toBeVisible();
});

test("a trial laid under keeps the names at every width, twice the text loses nothing, still dialogs stay still", async ({ page, demo }) => {
  for (const width of [320, 400, 640, 820]) {
    await page.setViewportSize({ width, height: 800 });
    await page.goto(`${demo.url}/bench/7?under=6`);
    const name = page.locator('[data-line="L5"] .row-name');
    await expect(name).toContainText("Sunflower oil");
    expect((await name.boundingBox())?.width ?? 0, `the name at ${width}`).toBeGreaterThan(60);
  }
  // Text at 200 % of the browser's size: everything is still there, by scrolling down only.
  await page.setViewportSize({ width: 1280, height: 800 });
  for (const view of ["/today", "/bench/7", "/make/7", "/pantry", "/logbook/1", "/house"]) {
    await page.goto(demo.url + view);
    await page.addStyleTag({ content: "html { font-size: 200% !important }" });
    await expect(page.locator("h1").first()).toBeVisible();
    await page.waitForTimeout(150);
    const lost = await page.evaluate(() => {
      const scrolls = (element: Element | null): boolean => !!element && (/auto|scroll/.test(getComputedStyle(element).overflow) || scrolls(element.parentElement));
      return [...document.querySelectorAll("main button, main a, main input, h1, h2")]
        .filter((element) => {
          const box = element.getBoundingClientRect();
          if (box.width === 0 || element.closest(".visually-hidden, .print-sheet, svg")) return false;
          return !scrolls(element.parentElement) && (box.right > innerWidth + 1 || box.left < -1);
        })
        .map((element) => (element.textContent || element.getAttribute("aria-label") || element.tagName).slice(0, 40));
    });
    expect(lost, view).toEqual([]);
  }
  await page.emulateMedia({ reducedMotion: "reduce" });
  await page.goto(`${demo.url}/bench/7`);
  await expect(page.locator(".hill-line")).toBeVisible();
  await page.keyboard.press("n");
  await expect(page.getByRole("dialog")).toBeVisible();
  const moving = await page.evaluate(() => document.getAnimations().filter((one) => Number(one.effect?.getComputedTiming().duration ?? 0) > 1).length);
  expect(moving).toBe(0);
});

test("notes and removed landmarks are there after leaving, until they are saved or put back", async ({ page, demo }) => {
  await page.goto(`${demo.url}/logbook/1`);
  await page.getByLabel("Notes").fill("half a thought");
  await page.goto(`${demo.url}/house`);
  const landmarks = page.getByRole("button", { name: /^Remove / });
  await expect(landmarks.first()).toBeVisible();
  const before = await landmarks.count();
  await landmarks.first().click();
  await page.goto(`${demo.url}/logbook/1`);
  await expect(page.getByLabel("Notes")).toHaveValue("half a thought");
  await page.getByRole("button", { name: "As they were" }).click();
  await expect(page.getByLabel("Notes")).toHaveValue(/Sold as the winter tin/);
  await page.goto(`${demo.url}/house`);
  await expect(landmarks).toHaveCount(before - 1);
  await page.getByRole("button", { name: "As they were" }).click();
  await expect(landmarks).toHaveCount(before);
  await page.getByLabel("Name of landmark 2").fill("Winter porch");
  await page.getByRole("button", { name: "Save the landmarks" }).click();
  await expect(page.getByRole("alert")).toContainText("Two landmarks are called");
});
