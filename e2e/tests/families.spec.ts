import type { Page } from "@playwright/test";
import { expect, type Pantry, test } from "../pantry";

/** What fills it most, then the rest with their shares: the largest of what fills takes up the difference. */
type Story = { kind: string; fill: string; rest: [string, string][] };

const guard: [string, string] = ["mixed tocopherols", "0.5"];
const stories: Story[] = [
  { kind: "Tin balm", fill: "infused calendula", rest: [["beeswax", "16"], ["olive oil", "35"], ["shea butter", "8"], guard] },
  { kind: "Soft salve", fill: "infused arnica", rest: [["beeswax", "11"], ["high-oleic sunflower", "38"], guard] },
  { kind: "Stick", fill: "jojoba oil", rest: [["candelilla", "13"], ["cocoa butter", "12"], ["castor oil", "25"], guard] },
  { kind: "Hard bar", fill: "sweet almond oil", rest: [["beeswax", "33"], ["cocoa butter", "33"], guard] },
  { kind: "Body butter", fill: "high-oleic sunflower", rest: [["shea butter", "40"], ["mango butter", "30"], guard] },
  { kind: "Whipped butter", fill: "high-oleic sunflower", rest: [["shea butter", "45"], ["mango butter", "25"], ["arrowroot", "5"], guard] },
  { kind: "Gelled balm", fill: "octyldodecanol", rest: [["caprylic/capric triglyceride", "38"], ["polyamide gellant", "12"], guard] },
  { kind: "Deodorant stick", fill: "caprylic/capric triglyceride", rest: [["candelilla", "7"], ["mango butter", "12"], ["zinc ricinoleate", "4"], ["corn starch", "22"], guard] },
  { kind: "Underarm paste", fill: "jojoba oil", rest: [["shea butter", "40"], ["corn starch", "25"], ["magnesium hydroxide", "8"], guard] },
  { kind: "Cleansing balm", fill: "caprylic/capric triglyceride", rest: [["beeswax", "5"], ["cetyl alcohol", "5"], ["mango butter", "15"], ["polysorbate 80", "14"], guard] },
  { kind: "Cleansing bar", fill: "jojoba oil", rest: [["cocoa butter", "30"], ["stearic acid", "14"], ["polysorbate 80", "13"], ["shea butter", "8"], guard] },
  { kind: "Oil to milk", fill: "high-oleic sunflower", rest: [["polyglyceryl-4 oleate", "12"], ["grapeseed oil", "30"], guard] },
  { kind: "Body oil", fill: "high-oleic sunflower", rest: [["caprylic/capric triglyceride", "25"], ["jojoba oil", "20"], guard] },
  { kind: "Sun-filter stick", fill: "caprylic/capric triglyceride", rest: [["beeswax", "12"], ["candelilla", "6"], ["jojoba oil", "21.5"], ["zinc oxide", "20"], guard] },
  { kind: "Body powder", fill: "arrowroot", rest: [["kaolin", "27"], ["magnesium carbonate", "8"], ["jojoba oil", "4"]] },
  { kind: "Powder cleanser", fill: "kaolin", rest: [["colloidal oatmeal", "18"], ["arrowroot", "15"], ["sodium cocoyl isethionate", "15"], ["jojoba oil", "3"]] },
  { kind: "Bath salts", fill: "Epsom salt", rest: [["sodium bicarbonate", "15"], ["polysorbate 80", "1"], ["sweet orange", "0.7"], ["jojoba oil", "1.3"]] },
  { kind: "Fizzy", fill: "sodium bicarbonate", rest: [["citric acid", "29"], ["jojoba oil", "2"], ["polysorbate 80", "1"], ["corn starch", "10"]] },
];

const option = (page: Page) => page.getByRole("option").first();
const field = (page: Page) => page.locator(".share-field input");

/** A material joins: by a press on what is offered first, or by Enter. */
async function join(page: Page, name: string, share: string | null, keys: boolean) {
  if (keys) {
    await page.keyboard.press("a");
    await page.keyboard.type(name);
  } else await page.getByRole("combobox", { name: "Add a material" }).fill(name);
  await expect(option(page)).toContainText(new RegExp(name.split(" ")[0] ?? name, "i"));
  if (keys) await page.keyboard.press("Enter");
  else await option(page).click();
  await expect(field(page)).toBeFocused();
  if (share) await page.keyboard.type(share);
  await page.keyboard.press("Enter");
  await expect(field(page)).toHaveCount(0);
}

async function tell(page: Page, own: Pantry, story: Story, keys: boolean) {
  const name = `${story.kind} of the quay`;
  await page.goto(`${own.url}/bench/new`);
  await expect(page.getByLabel("What is it called?")).toBeFocused();
  await page.keyboard.type(name);
  const kind = page.getByRole("radio", { name: new RegExp(`^${story.kind} `) });
  const blank = page.getByRole("button", { name: "Start from a blank pot" });
  if (keys) {
    // Into the kinds, down to this one, and on to the blank pot.
    await page.keyboard.press("Tab");
    for (let i = 0; i < 20 && !(await kind.isChecked()); i++) await page.keyboard.press("ArrowDown");
    await expect(kind).toBeChecked();
    for (let i = 0; i < 4 && !(await blank.evaluate((one) => one === document.activeElement)); i++) await page.keyboard.press("Tab");
    await page.keyboard.press("Enter");
  } else {
    await page.getByText(new RegExp(`^${story.kind} `)).first().click();
    await expect(kind).toBeChecked();
    await blank.click();
  }
  await expect(page.getByRole("heading", { name })).toBeVisible();
  await join(page, story.fill, null, keys);
  for (const [material, share] of story.rest) await join(page, material, share, keys);
  await expect(page.locator(".saved-line")).toContainText("Saved");
  const id = Number(page.url().split("/").at(-1));
  const kept = await own.call<{ content: { lines: { percent: number }[] } }>("GET", `/trials/${id}`);
  expect(kept.content.lines.map((line) => line.percent).sort()).toEqual(
    [...story.rest.map(([, share]) => Number(share)), Math.round((100 - story.rest.reduce((sum, [, share]) => sum + Number(share), 0)) * 100) / 100].sort(),
  );
  await expect(page.locator(".headline")).not.toBeEmpty();
  // Sun filters are regulated whatever the mix; nothing else stands in the way of any.
  await expect(page.locator("li.finding-fix, li.finding-stop:not([data-finding='uv-regulated'])")).toHaveCount(0);
}

for (const part of [0, 1, 2])
  test(`from a blank pot to a trial without a fix, by mouse: ${stories.slice(part * 6, part * 6 + 6).map((story) => story.kind.toLowerCase()).join(", ")}`, async ({ page, own }) => {
    test.setTimeout(180_000);
    for (const story of stories.slice(part * 6, part * 6 + 6)) await test.step(story.kind, () => tell(page, own, story, false));
  });

test("from a blank pot to a trial without a fix, by keys alone: hard bar, cleansing bar, body powder, fizzy", async ({ page, own }) => {
  test.setTimeout(180_000);
  for (const story of stories.filter(({ kind }) => ["Hard bar", "Cleansing bar", "Body powder", "Fizzy"].includes(kind)))
    await test.step(story.kind, () => tell(page, own, story, true));
});
