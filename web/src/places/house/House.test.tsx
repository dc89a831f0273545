import { screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { House } from "../../api/client";
import { house, inBrowser, Refusal, retype, show, wire } from "../../test/workshop";
import { HousePage } from "./House";

inBrowser();

const routes = {
  "GET /api/house/copies": [],
  "PUT /api/house": (body: { house: House["house"]; revision: number }) => ({
    ...house,
    house: body.house,
    revision: body.revision + 1,
  }),
};
const saved = () => wire.bodies("PUT /api/house") as { house: House["house"]; revision: number }[];

describe("the house", () => {
  it("saves a change on the revision it has seen and says what it means", async () => {
    const { user } = await show(<HousePage />, routes);
    await user.click(screen.getByText("°F"));
    expect(await screen.findByText("Temperatures are shown so from now on.")).toBeTruthy();
    expect(saved()).toHaveLength(1);
    expect(saved()[0]?.revision).toBe(3);
    expect(saved()[0]?.house.workshop.temperature).toBe("fahrenheit");
    expect(saved()[0]?.house.workshop.landmarks).toEqual(house.house.workshop.landmarks);
    // What stands in °C stands in °F at once.
    expect(screen.getByLabelText<HTMLInputElement>(/^Workroom/).value).toBe("68");
    expect(screen.getByLabelText<HTMLInputElement>("Temperature of summer van").value).toBe("115");
  });

  it("goes on from what another window has saved, losing neither change", async () => {
    let first = true;
    const theirs = {
      ...house,
      revision: 9,
      house: { ...house.house, preferences: { ...house.house.preferences, textPercent: 130 } },
    };
    const { user } = await show(<HousePage />, {
      ...routes,
      "PUT /api/house": (body: { house: House["house"]; revision: number }) => {
        if (!first) return { ...house, house: body.house, revision: 10 };
        first = false;
        return new Refusal("Changed elsewhere.", "", "", 409, theirs);
      },
    });
    await user.click(screen.getByText("ounces"));
    expect(await screen.findByText("Weights are shown so from now on.")).toBeTruthy();
    expect(saved().map((one) => one.revision)).toEqual([3, 9]);
    expect(saved()[1]?.house.preferences.textPercent).toBe(130);
    expect(saved()[1]?.house.workshop.weight).toBe("ounces");
  });

  it("keeps what was changed while the change before it was still on its way", async () => {
    let answer: () => void = () => undefined;
    const { user } = await show(<HousePage />, {
      ...routes,
      "PUT /api/house": async (body: { house: House["house"]; revision: number }) => {
        if (saved().length === 1) await new Promise<void>((done) => (answer = done));
        return { ...house, house: body.house, revision: body.revision + 1 };
      },
    });
    await user.click(screen.getByText("°F"));
    await retype(user, screen.getByLabelText(/^Scale step/), "1");
    await user.tab();
    await user.click(screen.getByText("ounces"));
    answer();
    await waitFor(() => expect(saved()).toHaveLength(3));
    expect(saved().map((one) => one.revision)).toEqual([3, 4, 5]);
    expect(saved()[2]?.house.workshop).toMatchObject({
      temperature: "fahrenheit",
      weight: "ounces",
      scale: { resolutionG: 1 },
    });
  });

  it("names a slip in each number, sends nothing, and keeps what was typed", async () => {
    const { user } = await show(<HousePage />, routes);
    for (const label of ["Scale step", "Scale repeats within", "Scale carries", "Workroom"]) {
      const field = screen.getByLabelText<HTMLInputElement>(new RegExp(`^${label}`));
      await retype(user, field, "much");
      await user.tab();
      expect(within(field.closest(".house-line") as HTMLElement).getByRole("alert").textContent).toContain(
        "“much” is not a ",
      );
      expect(field.value).toBe("much");
      expect(field.getAttribute("aria-invalid")).toBe("true");
    }
    expect(wire.sent).toEqual([]);
  });

  it("shows what the server refuses beside the field", async () => {
    const { user } = await show(<HousePage />, {
      ...routes,
      "PUT /api/house": new Refusal("A step of 90 g is too coarse.", "scale", "Type 0.001 to 5."),
    });
    const field = screen.getByLabelText(/^Scale step/);
    await retype(user, field, "90");
    await user.keyboard("{Enter}");
    expect((await screen.findByRole("alert")).textContent).toBe("A step of 90 g is too coarse. Type 0.001 to 5.");
  });

  it("leaves an optional number empty", async () => {
    const { user } = await show(<HousePage />, {
      ...routes,
      "GET /api/house": {
        ...house,
        house: {
          ...house.house,
          workshop: { ...house.house.workshop, scale: { resolutionG: 0.1, repeatabilityG: 0.2, capacityG: null } },
        },
      },
    });
    await user.clear(screen.getByLabelText(/^Scale repeats within/));
    await user.tab();
    await waitFor(() => expect(saved()).toHaveLength(1));
    expect(saved()[0]?.house.workshop.scale.repeatabilityG).toBeNull();
  });

  it("says that nothing was kept when no server answers", async () => {
    const { user } = await show(<HousePage />, routes);
    wire.gone = true;
    const field = screen.getByLabelText(/^Currency/);
    await retype(user, field, "€");
    await user.tab();
    expect((await screen.findByRole("alert")).textContent).toContain("Not saved: no connection.");
  });

  it("reads the workroom as a reading, not as a setting", async () => {
    const { user } = await show(<HousePage />, { ...routes, "PUT /api/today/reading": { room: {} } });
    await retype(user, screen.getByLabelText(/^Workroom/), "23,5");
    await user.keyboard("{Enter}");
    await waitFor(() =>
      expect(wire.bodies("PUT /api/today/reading")).toEqual([{ workroomC: 23.5, humidityPercent: 55 }]),
    );
    expect(saved()).toEqual([]);
  });

  it("turns single keys off and on", async () => {
    const { user } = await show(<HousePage />, routes);
    await user.click(screen.getByRole("switch"));
    expect(await screen.findByText("Single letters do nothing now.")).toBeTruthy();
    await user.click(screen.getByRole("switch"));
    expect(await screen.findByText("Single letters act again.")).toBeTruthy();
  });

  it("tells what the last start found in the file, and nothing when it found nothing", async () => {
    const { unmount } = await show(<HousePage />, routes);
    expect(screen.queryByText("At the last start:")).toBeNull();
    unmount();
    await show(<HousePage />, { ...routes, "GET /api/house": { ...house, told: ["Batch record 2 cannot be read."] } });
    expect(screen.getByText("Batch record 2 cannot be read.")).toBeTruthy();
  });

  describe("kit", () => {
    it("asks each kind for its own figures and keeps a piece", async () => {
      const { user } = await show(<HousePage />, routes);
      expect(screen.getByText(/Nothing is named yet/)).toBeTruthy();
      await user.click(screen.getByRole("button", { name: "Add a piece" }));
      await user.type(screen.getByLabelText("Name of piece 1"), "Jug");
      expect(screen.queryByLabelText("Jug cavities")).toBeNull();
      await user.type(screen.getByLabelText("Jug holds, brimful"), "a lot");
      await user.click(screen.getByRole("button", { name: "Save the kit" }));
      expect(screen.getByRole("alert").textContent).toContain("Jug, holds, brimful");
      await retype(user, screen.getByLabelText("Jug holds, brimful"), "1000");
      await user.type(screen.getByLabelText("Jug weighs empty"), "320");
      await user.click(screen.getByRole("button", { name: "Save the kit" }));
      expect(await screen.findByText("The kit is saved.")).toBeTruthy();
      expect(saved()[0]?.house.workshop.kit).toMatchObject([
        { kind: "vessel", name: "Jug", volumeMl: 1000, massG: 320, count: null },
      ]);
    });

    it("says what the workshop refuses at the piece, and puts back what was there", async () => {
      const jug = { id: "jug", kind: "vessel", name: "Jug", volumeMl: 1000 };
      const had = { ...house, house: { ...house.house, workshop: { ...house.house.workshop, kit: [jug] } } };
      const { user } = await show(<HousePage />, {
        ...routes,
        "GET /api/house": had,
        "PUT /api/house": new Refusal(
          "This is needed of such a piece.",
          "house.workshop.kit[0].volumeMl",
          "Type 1 to 100000 ml.",
        ),
      });
      await retype(user, screen.getByLabelText("Jug holds, brimful"), " ");
      await user.click(screen.getByRole("button", { name: "Save the kit" }));
      expect((await screen.findByRole("alert")).textContent).toContain("Type 1 to 100000 ml");
      await user.click(screen.getByRole("button", { name: "As it was" }));
      expect(screen.getByLabelText<HTMLInputElement>("Jug holds, brimful").value).toBe("1000");
    });
  });

  describe("landmarks", () => {
    const keep = async (user: Awaited<ReturnType<typeof show>>["user"]) =>
      user.click(screen.getByRole("button", { name: "Save the landmarks" }));

    it("keeps a changed, an added and a removed one together", async () => {
      const { user } = await show(<HousePage />, routes);
      await retype(user, screen.getByLabelText("Temperature of summer van"), "49");
      await user.click(screen.getAllByRole("button", { name: /^Remove / })[0] as HTMLElement);
      await user.click(screen.getByRole("button", { name: "Add one" }));
      await user.type(screen.getByLabelText("Name of landmark 2"), "porch");
      await user.type(screen.getByLabelText("Temperature of porch"), "-3,5");
      await user.type(screen.getByLabelText("Hours at porch"), "8");
      await keep(user);
      expect(await screen.findByText("Landmarks saved.")).toBeTruthy();
      expect(saved()[0]?.house.workshop.landmarks).toMatchObject([
        { id: "van", temperatureC: 49, hours: 3 },
        { name: "porch", temperatureC: -3.5, kind: "storage", hours: 8 },
      ]);
    });

    it.each([
      ["Temperature of summer van", "warm", "summer van: “warm” is not a temperature"],
      ["Hours at summer van", "long", "summer van, hours: “long” is not a number"],
    ])("names a slip in %s", async (label, text, says) => {
      const { user } = await show(<HousePage />, routes);
      await retype(user, screen.getByLabelText(label), text);
      await keep(user);
      expect(screen.getByRole("alert").textContent).toContain(says);
      expect(saved()).toEqual([]);
      expect(screen.getByLabelText<HTMLInputElement>(label).value).toBe(text);
    });

    it("shows a refusal at the row it is about", async () => {
      const { user } = await show(<HousePage />, {
        ...routes,
        "PUT /api/house": new Refusal("Two are called van.", "house.workshop.landmarks[1].name", "Rename one."),
      });
      await keep(user);
      expect((await screen.findByRole("alert")).textContent).toBe("Two are called van. Rename one.");
      expect(screen.getByLabelText("Name of landmark 2").getAttribute("aria-invalid")).toBe("true");
      expect(screen.getByLabelText("Name of landmark 1").getAttribute("aria-invalid")).toBe("false");
    });
  });
});

describe("rooms, kit as a table, the made-up clock", () => {
  it("keeps rooms with their months and names a slip", async () => {
    const { user } = await show(<HousePage />, routes);
    await user.click(screen.getByRole("button", { name: "Add a room" }));
    expect(screen.getByLabelText<HTMLInputElement>("Name of room 1").value).toBe("Workroom");
    await user.click(screen.getByRole("button", { name: "Add a room" }));
    await user.type(screen.getByLabelText("Name of room 2"), "Cellar");
    await user.type(screen.getByLabelText("Cellar, humidity now"), "damp");
    await user.click(screen.getByRole("button", { name: "Save the rooms" }));
    expect(screen.getByRole("alert").textContent).toContain("Cellar: “damp” is not");
    await retype(user, screen.getByLabelText("Cellar, humidity now"), "80");
    await user.type(screen.getByLabelText("Cellar, temperature in Jun"), "14");
    await user.click(screen.getByRole("button", { name: "Save the rooms" }));
    await waitFor(() => expect(saved()).toHaveLength(1));
    expect(saved()[0]?.house.workshop.rooms).toMatchObject([
      { id: "workroom", name: "Workroom", months: [] },
      { name: "Cellar", humidityPercent: 80, months: [{ month: 6, temperatureC: 14, humidityPercent: null }] },
    ]);
  });

  it("undoes a saved change of the kit", async () => {
    const { user } = await show(<HousePage />, routes);
    await user.click(screen.getByRole("button", { name: "Add a piece" }));
    await user.type(screen.getByLabelText("Name of piece 1"), "Jug");
    await user.type(screen.getByLabelText("Jug holds, brimful"), "900");
    await user.click(screen.getByRole("button", { name: "Save the kit" }));
    await waitFor(() => expect(saved()).toHaveLength(1));
    await user.click(await screen.findByRole("button", { name: "Undo" }));
    await waitFor(() => expect(saved()).toHaveLength(2));
    expect(saved()[1]?.house.workshop.kit).toEqual([]);
    expect(screen.queryByLabelText("Name of piece 1")).toBeNull();
  });

  it("offers a faster clock in the made-up pantry only", async () => {
    await show(<HousePage />, routes);
    expect(screen.queryByText("a minute each second")).toBeNull();
  });

  it("lets the made-up clock go faster", async () => {
    const { user } = await show(<HousePage />, {
      ...routes,
      "GET /api/house": { ...house, isMadeUp: true },
      "PUT /api/house/clock": (body: { speed: number }) => ({ ...house, isMadeUp: true, clockSpeed: body.speed }),
    });
    await user.click(await screen.findByText("a minute each second"));
    expect(await screen.findByText("A minute goes by each second.")).toBeTruthy();
    expect(wire.bodies("PUT /api/house/clock")).toEqual([{ speed: 60 }]);
  });
});
