import { screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { house, inBrowser, Refusal, retype, show, wire } from "../../test/workshop";
import { Pantry } from "./Pantry";

inBrowser();

const quay = {
  id: "quay beeswax",
  name: "Quay beeswax",
  basedOn: "beeswax",
  basedOnName: "Beeswax, yellow",
  inci: null,
  pricePerKg: 18.5,
  useMaxPercent: null,
  usedIn: ["Slipway Hand Balm"],
};
const open = (more: Record<string, unknown> = {}, at = "/pantry") =>
  show(<Pantry />, { "GET /api/materials/own": [quay], "GET /api/materials/find": [], ...more }, at);
const found = [
  {
    id: "shea",
    name: "Shea butter",
    basedOn: "shea",
    basedOnName: "Shea butter",
    inci: "Butyrospermum Parkii Butter",
    isSure: true,
    myNames: [],
  },
];

describe("the pantry", () => {
  it("lists what is on the shelf with its price, and where it is used", async () => {
    await open();
    await screen.findByText("Quay beeswax");
    const rows = (await screen.findAllByRole("row")).map((row) => row.textContent);
    expect(rows.find((row) => row?.includes("Quay beeswax"))).toMatch(/Beeswax, yellow.*£18\.50.*Slipway Hand Balm/);
    expect(rows.find((row) => row?.includes("Tin, 60 ml"))).toMatch(/tin.*60 ml.*£0\.34/);
    expect(screen.getByText(/1 material of your own, 1 container$/)).toBeTruthy();
  });

  it("finds by several words, and says so where nothing is called so", async () => {
    const { user } = await open();
    await screen.findByText("Quay beeswax");
    const find = screen.getByLabelText("Find in the pantry");
    await user.type(find, "yellow quay");
    expect(screen.queryByText("Tin, 60 ml")).toBeNull();
    expect(screen.getByText("Quay beeswax")).toBeTruthy();
    await user.type(find, " zzz");
    expect(await screen.findByText("Nothing called “yellow quay zzz”.")).toBeTruthy();
  });

  it("shows the known materials that are called so, and copies one with a price", async () => {
    const { user } = await open(
      { "GET /api/materials/find": found, "PUT /api/materials/own": quay },
      "/pantry?find=shea",
    );
    expect(screen.getByLabelText<HTMLInputElement>("Find in the pantry").value).toBe("shea");
    await user.click(await screen.findByRole("button", { name: "Copy Shea butter" }));
    const dialog = await screen.findByRole("dialog");
    await user.type(within(dialog).getByLabelText(/^Price/), "9");
    await user.click(within(dialog).getByRole("button", { name: "Add it" }));
    await waitFor(() =>
      expect(wire.bodies("PUT /api/materials/own")).toMatchObject([
        { name: "Shea butter", basedOn: "shea", pricePerKg: 9 },
      ]),
    );
  });

  it("says what stands here while there is nothing", async () => {
    await open({ "GET /api/materials/own": [] });
    expect(await screen.findByText(/Add one as a copy of a known material/)).toBeTruthy();
  });

  it("adds a material as a copy of a known one, and names what is no price", async () => {
    const { user } = await open({
      "GET /api/materials/find": found,
      "PUT /api/materials/own": { ...quay, name: "Village shea" },
    });
    await user.click(screen.getByRole("button", { name: "Add a material" }));
    const dialog = await screen.findByRole("dialog");
    await user.click(within(dialog).getByRole("button", { name: "Add it" }));
    expect(within(dialog).getByRole("alert").textContent).toContain("Choose the known material");
    await user.type(within(dialog).getByRole("combobox"), "shea");
    await user.click(await within(dialog).findByRole("option", { name: /Shea butter/ }));
    const name = within(dialog).getByLabelText<HTMLInputElement>(/^Name$/);
    expect(name.value).toBe("Shea butter");
    await retype(user, name, "Village shea");
    await user.type(within(dialog).getByLabelText(/^Price/), "a lot");
    await user.click(within(dialog).getByRole("button", { name: "Add it" }));
    expect(within(dialog).getByRole("alert").textContent).toContain("“a lot” is not a price");
    await retype(user, within(dialog).getByLabelText(/^Price/), "11,5");
    await retype(user, within(dialog).getByLabelText("Lot in use"), "SF-88");
    await retype(user, within(dialog).getByLabelText(/^Its best before/), "Nov 26");
    await user.click(within(dialog).getByRole("button", { name: "Add it" }));
    expect(within(dialog).getByRole("alert").textContent).toContain("“Nov 26” is no date");
    await retype(user, within(dialog).getByLabelText(/^Its best before/), "2026-11-30");
    await retype(user, within(dialog).getByLabelText(/^Its lot melts higher by/), "lower");
    await user.click(within(dialog).getByRole("button", { name: "Add it" }));
    expect(within(dialog).getByRole("alert").textContent).toContain("“lower” is not a number of degrees");
    await retype(user, within(dialog).getByLabelText(/^Its lot melts higher by/), "-1,5");
    await retype(user, within(dialog).getByLabelText(/^Twenty drops weigh/), "0.8");
    await user.click(within(dialog).getByRole("button", { name: "Add it" }));
    expect(await screen.findByText("Village shea is on your shelf.")).toBeTruthy();
    expect(wire.bodies("PUT /api/materials/own")).toEqual([
      {
        name: "Village shea",
        basedOn: "shea",
        inci: null,
        pricePerKg: 11.5,
        useMaxPercent: null,
        material: null,
        lot: "SF-88",
        bestBefore: "2026-11-30",
        meltShiftK: -1.5,
        dropsG: 0.8,
        strokesG: null,
      },
    ]);
  });

  it("keeps what was typed where the name is taken", async () => {
    const { user } = await open({
      "PUT /api/materials/own": new Refusal("Quay beeswax is used.", "name", "Its name stays.", 409),
    });
    await user.click(await screen.findByRole("button", { name: "Edit Quay beeswax" }));
    const dialog = await screen.findByRole("dialog");
    const name = within(dialog).getByLabelText<HTMLInputElement>(/^Name$/);
    await retype(user, name, "Shed wax");
    await user.click(within(dialog).getByRole("button", { name: "Save" }));
    expect((await within(dialog).findByRole("alert")).textContent).toBe("Quay beeswax is used. Its name stays.");
    expect(name.value).toBe("Shed wax");
    expect(wire.bodies("PUT /api/materials/own")).toMatchObject([{ material: "quay beeswax", name: "Shed wax" }]);
  });

  it("removes a material and takes that back, or says why it stays", async () => {
    const answers: unknown[] = [{}, new Refusal("It is used in Slipway Hand Balm.", "material", "Swap it there.", 409)];
    const { user } = await open({
      "DELETE /api/materials/own": () => answers.shift(),
      "PUT /api/materials/own": quay,
    });
    await user.click(await screen.findByRole("button", { name: "Remove Quay beeswax" }));
    expect(await screen.findByText(/Quay beeswax is off your shelf/)).toBeTruthy();
    await user.click(screen.getAllByRole("button", { name: "Undo" })[0] as HTMLElement);
    expect(await screen.findByText("Undone: Quay beeswax is off your shelf.")).toBeTruthy();
    expect(wire.bodies("PUT /api/materials/own")).toMatchObject([{ name: "Quay beeswax", pricePerKg: 18.5 }]);
    await user.click(screen.getByRole("button", { name: "Remove Quay beeswax" }));
    expect(await screen.findByText("It is used in Slipway Hand Balm. Swap it there.")).toBeTruthy();
  });

  it("adds, changes and removes a container, and takes that back", async () => {
    const { user } = await open({
      "PUT /api/house": (body: object) => ({ ...house, ...body }),
    });
    await user.click(await screen.findByRole("button", { name: "Add a container" }));
    const dialog = await screen.findByRole("dialog");
    await user.type(within(dialog).getByLabelText(/^Name$/), "Amber jar");
    await user.type(within(dialog).getByLabelText(/One of it is a/), "jar");
    await user.click(within(dialog).getByRole("button", { name: "Add it" }));
    expect(within(dialog).getByRole("alert").textContent).toContain("Type a number such as 60.");
    await user.type(within(dialog).getByLabelText(/Holds, brimful/), "50");
    await user.click(within(dialog).getByRole("button", { name: "Add it" }));
    expect(await screen.findByText("The Amber jar is on the shelf.")).toBeTruthy();
    const sent = () =>
      (wire.bodies("PUT /api/house").at(-1) as typeof house).house.workshop.containers.map((one) => one.name);
    expect(sent()).toEqual(["Tin, 60 ml", "Amber jar"]);
    await user.click(await screen.findByRole("button", { name: "Remove Amber jar" }));
    await waitFor(() => expect(sent()).toEqual(["Tin, 60 ml"]));
    await user.click(screen.getAllByRole("button", { name: "Undo" })[0] as HTMLElement);
    await waitFor(() => expect(sent()).toEqual(["Tin, 60 ml", "Amber jar"]));
  });

  it("goes back over several acts and forward again, by its words and by keys", async () => {
    let now = { ...quay, usedIn: [] as string[] };
    const { user } = await open({
      "GET /api/materials/own": () => [now],
      "PUT /api/materials/own": (body: { name: string; pricePerKg: number }) => (now = { ...now, ...body }),
    });
    const price = async (to: string) => {
      await user.click(await screen.findByRole("button", { name: "Edit Quay beeswax" }));
      const dialog = await screen.findByRole("dialog");
      await retype(user, within(dialog).getByLabelText(/^Price/), to);
      await user.click(within(dialog).getByRole("button", { name: "Save" }));
      await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
    };
    const prices = () => wire.bodies("PUT /api/materials/own").map((one) => (one as { pricePerKg: number }).pricePerKg);
    await price("20");
    await price("25");
    const title = (name: string) => screen.getAllByRole("button", { name })[0] as HTMLElement;
    expect(title("Redo").getAttribute("aria-disabled")).toBe("true");
    await user.click(title("Undo"));
    await waitFor(() => expect(prices()).toEqual([20, 25, 20]));
    await user.keyboard("{Control>}z{/Control}");
    await waitFor(() => expect(prices()).toEqual([20, 25, 20, 18.5]));
    await user.keyboard("{Control>}z{/Control}");
    expect(await screen.findByText("There is nothing left to undo.")).toBeTruthy();
    await user.click(title("Redo"));
    await user.keyboard("{Control>}{Shift>}z{/Shift}{/Control}");
    await waitFor(() => expect(prices()).toEqual([20, 25, 20, 18.5, 20, 25]));
  });
});
