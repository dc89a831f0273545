import { randomUUID } from "node:crypto";
import { expect, test, type Pantry } from "../pantry";

type Line = { id: string; material: string; percent: number };
type Trial = { id: number; revision: number; content: { lines: Line[] } };

/** A formula by its materials and shares, begun from a blank pot. */
async function formula(pantry: Pantry, name: string, family: string, lines: [string, number][]): Promise<number> {
  const begun = await pantry.call<Trial>("POST", "/formulas", { name, family, from: "blank", command: randomUUID() });
  const edits = lines.map(([material, share], i) => ({ kind: "add_line", material, share: i === 0 ? "100" : String(share), givesWay: "makeweight" }));
  return (await pantry.call<Trial>("POST", `/trials/${begun.id}/edits`, { revision: begun.revision, edits, command: randomUUID() })).id;
}

test("a mix is read by every lens of its kind: by click, by key and by address", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/7`);
  await expect(page.locator(".hill-line")).toBeVisible();
  await page.getByText("Feel", { exact: true }).click();
  await expect(page).toHaveURL(/by=feel/);
  await expect(page.locator(".ruler-foot")).toContainText("One may dress after");
  await expect(page.getByRole("columnheader", { name: "Grease" })).toBeVisible();
  for (const axis of ["Slip", "Drag", "Film"]) await expect(page.locator(".ruler-picture")).toContainText(axis);
  await page.locator("h1").first().click();
  await page.keyboard.press("Escape");
  await page.keyboard.press("l");
  await expect(page).toHaveURL(/by=shade/);
  await page.keyboard.press("l");
  await expect(page).toHaveURL(/by=keeping/);
  await expect(page.getByRole("columnheader", { name: "Months" })).toBeVisible();
  await page.reload();
  await expect(page.locator(".ruler-foot")).toContainText("ages first");
  await page.getByRole("button", { name: "Read as a table" }).click();
  await expect(page.getByRole("table").filter({ hasText: "best before" })).toContainText("months");
  await page.getByRole("button", { name: "Show the picture" }).click();
  await page.locator(".ruler-foot").getByRole("button", { name: "Why?" }).click();
  await expect(page.getByRole("heading", { name: "Why?" })).toBeFocused();
  await expect(page.locator(".why-steps li").first()).toBeVisible();
});

test("whether it is waterless stands in the facts, with its reasons a click away", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/7`);
  await page.locator(".facts .openable", { hasText: "waterless" }).click();
  await expect(page.getByRole("heading", { name: "Waterless" })).toBeFocused();
  await expect(page.locator(".panel-list")).toContainText("none gets in where it is used");
  const soap = await formula(demo, "Quay Balm", "balm", [
    ["olive oil", 80],
    ["beeswax", 15],
    ["rose hydrosol", 5],
  ]);
  await page.goto(`${demo.url}/bench/${soap}`);
  await page.locator(".facts .openable", { hasText: "contains water" }).click();
  await expect(page.locator(".panel-list")).toContainText("Rose hydrosol at 5.0");
});

test("a wished for shade is typed or moved by keys, its nearest mix shown first, used and taken back", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/16?by=shade`);
  await expect(page.locator(".viewing-card text")).toHaveText(["base", "1 swipe", "2 swipes", "pot"]);
  await page.getByRole("button", { name: "Wanted shade" }).click();
  await expect(page.getByRole("heading", { name: "Wanted shade" })).toBeFocused();
  const hex = page.getByRole("textbox", { name: "Wanted shade" });
  await hex.fill("red");
  await hex.press("Enter");
  await expect(page.getByRole("alert")).toContainText("“red” is no colour");
  await hex.fill("#C7655E");
  await expect(page.locator(".panel")).toContainText("the mix in hand is");
  const before = await hex.inputValue();
  await page.getByRole("slider", { name: "Wanted lightness" }).focus();
  await page.keyboard.press("PageUp");
  await expect(hex).not.toHaveValue(before);
  const use = page.getByRole("button", { name: "Use this mix" });
  await use.focus();
  await expect(page.locator("#status")).toContainText("Shown, not done");
  await page.keyboard.press("Enter");
  await expect(page.locator("#status").getByText(/mixed: stain/)).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect(page.locator("#status")).toContainText("Undone");
});

test("a whipped butter has its air below the ruler: what if more is beaten in, kept by a press, taken back", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/14`);
  await expect(page.locator(".whip-window")).toContainText("whip window");
  await expect(page.locator(".ruler-foot")).toContainText("A full jar holds");
  const peg = page.getByRole("slider", { name: "air now" });
  await peg.focus();
  await page.keyboard.press("PageUp");
  const typed = page.getByLabel("What if air now is");
  await expect(typed).toHaveValue("35");
  await typed.fill("30");
  await expect(peg).toHaveAttribute("aria-valuenow", "30");
  await typed.fill("35");
  await page.getByRole("button", { name: /^Keep 35/ }).click();
  await expect(page.locator(".facts")).toContainText("air 35");
  await page.getByRole("button", { name: "Read as a table" }).click();
  await expect(page.locator(".plate-instrument table").filter({ hasText: "melt pot" })).toBeVisible();
  await expect(page.locator(".plate-instrument table").filter({ hasText: "air now" })).toBeVisible();
  await page.getByRole("button", { name: "Show the picture" }).click();
  await page.getByRole("button", { name: "Undo", exact: true }).first().click();
  await expect(page.locator(".facts")).toContainText("air 25");
});

test("a soak is read by the bath it makes, and more of it makes it stronger", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/22?by=tub`);
  await expect(page.locator(".ruler-foot")).toContainText("floats by the strict school");
  await expect(page.getByRole("columnheader", { name: "In a bath" })).toBeVisible();
  const peg = page.getByRole("slider", { name: "one bath" });
  await peg.focus();
  for (let i = 0; i < 10; i++) await page.keyboard.press("PageUp");
  await expect(peg).toHaveAttribute("aria-valuetext", /500 g: a .* soak/);
  await page.keyboard.press("Escape");
  await expect(peg).toHaveAttribute("aria-valuetext", /100 g/);
});

test("a peg that moves the mix is shown first, kept by a press, and taken back", async ({ page, demo }) => {
  await page.goto(`${demo.url}/bench/7?by=keeping`);
  const trial = async () => (await demo.call<Trial>("GET", "/trials/7")).content.lines;
  const guard = (await trial()).find((line) => line.percent === 0.8)?.id ?? "";
  const peg = page.locator(".lens").getByRole("slider", { name: /vitamin e/i });
  await peg.focus();
  await page.keyboard.press("Shift+ArrowLeft");
  await expect(page.locator(".what-if")).toContainText("months");
  await expect(page.locator(`[data-line="${guard}"]`)).toContainText("0.80 →");
  await expect(page.locator(".lens .ghost-line, .layers .ghost-line, .strata-place .ghost-line").first()).toBeAttached();
  expect((await trial()).find((line) => line.id === guard)?.percent).toBe(0.8);
  await page.keyboard.press("Escape");
  await expect(page.locator(".what-if")).toHaveCount(0);
  await peg.focus();
  await page.keyboard.press("Shift+ArrowLeft");
  await page.locator(".what-if").getByRole("button", { name: /^Keep/ }).click();
  await expect(async () => expect((await trial()).find((line) => line.id === guard)?.percent).not.toBe(0.8)).toPass({ timeout: 8000 });
  await page.keyboard.press("Control+z");
  await expect.poll(async () => (await trial()).find((line) => line.id === guard)?.percent).toBe(0.8);
});

test("salts and fizzies are read by sponge, air and fizz, with another trial laid under", async ({ page, demo }) => {
  const soak = await formula(demo, "Quay Soak", "bath_salts", [
    ["Epsom salt", 62],
    ["sea salt", 28],
    ["sodium bicarbonate", 7],
    ["high-oleic sunflower oil", 1.6],
  ]);
  await page.goto(`${demo.url}/bench/${soak}`);
  await expect(page.getByRole("radio", { name: "Sponge" })).toBeChecked();
  await expect(page.locator(".ruler-foot")).toContainText("fills");
  const oil = page.locator(".lens").getByRole("slider", { name: "oil now" });
  await oil.focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press("PageUp");
  await expect(page.locator(".what-if")).toContainText(/damp|clumps/);
  await expect(page.locator(".row.changed").first()).toBeVisible();
  await page.keyboard.press("Escape");
  await page.getByText("Air", { exact: true }).click();
  const shelf = page.locator(".lens").getByRole("slider", { name: "bathroom shelf" });
  await expect(shelf).toHaveAttribute("aria-valuetext", /sets or runs/);
  await shelf.focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press("PageDown");
  await expect(page.locator(".what-if")).toContainText("keeps loose");
  await page.keyboard.press("Escape");

  const fizz = await formula(demo, "Quay Fizz", "fizzy", [
    ["sodium bicarbonate", 60],
    ["citric acid", 26],
    ["corn starch", 14],
  ]);
  await page.goto(`${demo.url}/bench/${fizz}?under=${soak}`);
  await expect(page.getByRole("radio", { name: "Fizz" })).toBeChecked();
  await expect(page.locator(".ruler-foot")).toContainText("is left over");
  await expect(page.getByRole("columnheader", { name: "Soda matched" })).toBeVisible();
  await page.getByText("Scent", { exact: true }).click();
  await expect(page.getByText("There is nothing in this mix to read by it.")).toBeVisible();
});
