import { act, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { useState } from "react";
import { describe, expect, it, vi } from "vitest";
import { house, inBrowser, materials, show, where, wire } from "../test/workshop";
import { JumpTo } from "./JumpTo";
import { KeysHelp } from "./KeysHelp";
import { MaterialCombobox } from "./MaterialCombobox";
import { Mishap } from "./Mishap";
import { fetched } from "./page";
import { remembered } from "./remembered";
import { rimPath, Shelf } from "./Shelf";
import { keyName, type Keys, useKeys } from "./useKeys";

inBrowser();

const page = (items: unknown[]) => ({ items, next: null, total: items.length });

describe("the material field", () => {
  const open = async (found: unknown = materials, exclude: string[] = []) => {
    const chosen = vi.fn();
    const shown = await show(
      <MaterialCombobox label="Add a material" placeholder="any spelling" exclude={exclude} onChoose={chosen} />,
      {
        "GET /api/materials/find": found,
      },
    );
    return { ...shown, chosen, field: screen.getByRole<HTMLInputElement>("combobox") };
  };

  it("chooses by arrows and Enter, clears itself, and tells a screen reader where it is", async () => {
    const { user, chosen, field } = await open();
    await user.type(field, "bu");
    await screen.findAllByRole("option");
    expect(field.getAttribute("aria-expanded")).toBe("true");
    await user.keyboard("{ArrowDown}");
    const options = screen.getAllByRole("option");
    expect(options.map((one) => one.getAttribute("aria-selected"))).toEqual(["false", "true", "false", "false"]);
    expect(field.getAttribute("aria-activedescendant")).toBe(options[1]?.id);
    await user.keyboard("{ArrowUp}{ArrowUp}{ArrowDown}{Enter}");
    expect(chosen).toHaveBeenCalledWith(expect.objectContaining({ id: "shea" }));
    expect(field.value).toBe("");
    expect(screen.queryByRole("option")).toBeNull();
  });

  it("takes nothing that was found for an earlier text, and asks where two are as near", async () => {
    const near = materials.slice(0, 2).map((one) => ({ ...one, isSure: false }));
    const chosen = vi.fn();
    const { user } = await show(
      <MaterialCombobox label="Add a material" placeholder="any spelling" onChoose={chosen} />,
      {
        "GET /api/materials/find": (_: unknown, address: URL) =>
          address.searchParams.get("text") === "lavandar" ? near : materials,
      },
    );
    const field = screen.getByRole<HTMLInputElement>("combobox");
    await user.click(field);
    await screen.findAllByRole("option");
    await user.type(field, "lavandar{Enter}");
    expect((await screen.findByRole("alert")).textContent).toContain("may be");
    expect(chosen).not.toHaveBeenCalled();
    await user.keyboard("{ArrowDown}{Enter}");
    expect(chosen).toHaveBeenCalledWith(expect.objectContaining({ id: near[0]?.id }));
  });

  it("never goes beyond the ends of its list", async () => {
    const { user, chosen, field } = await open();
    await user.type(field, "x");
    await screen.findAllByRole("option");
    await user.keyboard("{ArrowDown}{ArrowDown}{ArrowDown}{ArrowDown}{ArrowDown}{ArrowDown}{Enter}");
    expect(chosen).toHaveBeenCalledWith(expect.objectContaining({ id: "tocopherol" }));
  });

  it("chooses by the mouse, and leaves out what is in the pot already", async () => {
    const { user, chosen, field } = await open(materials, ["beeswax"]);
    await user.click(field);
    await user.click(await screen.findByText("Sunflower oil"));
    expect(screen.queryByText("Beeswax, yellow")).toBeNull();
    expect(chosen).toHaveBeenCalledWith(expect.objectContaining({ id: "sunflower" }));
  });

  it("says when nothing is called so, and Escape clears", async () => {
    const { user, chosen, field } = await open([]);
    await user.type(field, "moon dust");
    expect((await screen.findByText(/Nothing called “moon dust”/)).getAttribute("role")).toBe("status");
    await user.keyboard("{Enter}");
    expect(chosen).not.toHaveBeenCalled();
    await user.keyboard("{Escape}");
    expect(field.value).toBe("");
  });
});

describe("jump to", () => {
  const routes = {
    "GET /api/formulas": page([{ id: 2, name: "Slipway Hand Balm", trial: 7, trialNumber: 2 }]),
    "GET /api/logbook": page([{ id: 5, lot: "SH-26-005", formulaName: "Slipway Hand Balm", trialNumber: 2 }]),
    "GET /api/trials": [],
    "GET /api/materials/find": [],
  };

  it("finds trials by their number and materials nearly right spelled", async () => {
    const { user } = await show(<JumpTo open onClose={() => undefined} />, {
      ...routes,
      "GET /api/trials": [{ id: 4, formulaName: "Slipway Hand Balm", number: 1, intent: "first idea" }],
      "GET /api/materials/find": [{ id: "jojoba oil", name: "Jojoba oil" }],
    });
    const field = screen.getByLabelText("Name or lot");
    await user.type(field, "slipway trial 1");
    await user.click(await screen.findByText("Slipway Hand Balm, trial 1"));
    expect(where()).toBe("/bench/4");
    await user.clear(field);
    await user.type(field, "jojba");
    await user.click(await screen.findByText("Jojoba oil"));
    expect(where()).toBe("/pantry?find=Jojoba%20oil");
  });

  it("finds places, formulas and lots, and goes by keys", async () => {
    const closed = vi.fn();
    const { user } = await show(<JumpTo open onClose={closed} />, routes);
    await screen.findByText("SH-26-005");
    const all = screen.getAllByRole("option").map((one) => one.textContent);
    expect(all).toContain("Today place");
    expect(all).toContain("Slipway Hand Balm trial 2");
    await user.type(screen.getByLabelText("Name or lot"), "26-005");
    await waitFor(() => expect(screen.getAllByRole("option")).toHaveLength(1));
    await user.keyboard("{Enter}");
    expect(where()).toBe("/logbook/5");
    expect(closed).toHaveBeenCalledOnce();
  });

  it("goes by the mouse, and says when there is nothing", async () => {
    const { user } = await show(<JumpTo open onClose={() => undefined} />, routes);
    await user.click(await screen.findByText("Start a formula"));
    expect(where()).toBe("/bench/new");
    await user.type(screen.getByLabelText("Name or lot"), "zzzz");
    expect(await screen.findByText("Nothing called “zzzz”.")).toBeTruthy();
    await user.keyboard("{ArrowDown}{Enter}");
    expect(where()).toBe("/bench/new");
  });
});

describe("the keys of a place", () => {
  it.each([
    ["/bench/7", "choose a layer", "wipe the glass"],
    ["/make/7", "wipe the glass", "choose a layer"],
  ])("at %s tell its own keys", async (at, there, elsewhere) => {
    await show(<KeysHelp open onClose={() => undefined} />, {}, at);
    expect(screen.getByText(there)).toBeTruthy();
    expect(screen.queryByText(elsewhere)).toBeNull();
    expect(screen.getByText("jump to anything by name, number or lot")).toBeTruthy();
  });

  it("are found by what they do", async () => {
    const { user } = await show(<KeysHelp open onClose={() => undefined} />, {}, "/bench/7");
    await user.type(screen.getByLabelText("Find a key"), "undo");
    expect(screen.getAllByRole("row")).toHaveLength(1);
    expect(screen.getByText("undo, redo")).toBeTruthy();
  });
});

describe("keys", () => {
  function Page({ keys, single = true }: { keys: Keys; single?: boolean }) {
    const [n, setN] = useState(0);
    useKeys({ ...keys, b: () => setN(n + 1) }, single);
    return (
      <>
        <input aria-label="field" />
        <output>{n}</output>
      </>
    );
  }

  it("act outside fields, chords inside them too, but undo belongs to the field", () => {
    const keys = { a: vi.fn(), "Ctrl+k": vi.fn(), "Ctrl+z": vi.fn() };
    render(<Page keys={keys} />);
    const field = screen.getByLabelText("field");
    fireEvent.keyDown(document.body, { key: "a" });
    fireEvent.keyDown(field, { key: "a" });
    expect(keys.a).toHaveBeenCalledTimes(1);
    fireEvent.keyDown(field, { key: "k", ctrlKey: true });
    fireEvent.keyDown(field, { key: "k", metaKey: true });
    expect(keys["Ctrl+k"]).toHaveBeenCalledTimes(2);
    fireEvent.keyDown(field, { key: "z", ctrlKey: true });
    expect(keys["Ctrl+z"]).not.toHaveBeenCalled();
    fireEvent.keyDown(document.body, { key: "z", ctrlKey: true });
    expect(keys["Ctrl+z"]).toHaveBeenCalledTimes(1);
  });

  it("act on the page as it is now, not as it was first drawn", () => {
    render(<Page keys={{}} />);
    fireEvent.keyDown(document.body, { key: "b" });
    fireEvent.keyDown(document.body, { key: "b" });
    expect(screen.getByRole("status").textContent).toBe("2");
  });

  it("that are single letters can be turned off; arrows and chords stay", () => {
    const keys = { a: vi.fn(), ArrowUp: vi.fn(), "Ctrl+k": vi.fn() };
    render(<Page keys={keys} single={false} />);
    for (const key of ["a", "ArrowUp"]) fireEvent.keyDown(document.body, { key });
    fireEvent.keyDown(document.body, { key: "k", ctrlKey: true });
    expect([keys.a.mock.calls.length, keys.ArrowUp.mock.calls.length, keys["Ctrl+k"].mock.calls.length]).toEqual([
      0, 1, 1,
    ]);
  });

  it("are not taken from a dialog, nor with Alt, nor once a page is gone", () => {
    const keys = { a: vi.fn() };
    const { unmount } = render(<Page keys={keys} />);
    const dialog = document.body.appendChild(document.createElement("div"));
    dialog.className = "ant-modal-wrap";
    dialog.innerHTML = '<div class="ant-modal"></div>';
    fireEvent.keyDown(document.body, { key: "a" });
    dialog.remove();
    fireEvent.keyDown(document.body, { key: "a", altKey: true });
    unmount();
    fireEvent.keyDown(document.body, { key: "a" });
    expect(keys.a).not.toHaveBeenCalled();
  });

  it("are taken again as soon as a dialog begins to close", () => {
    const keys = { a: vi.fn() };
    render(<Page keys={keys} />);
    const dialog = document.body.appendChild(document.createElement("div"));
    dialog.className = "ant-modal-wrap";
    dialog.innerHTML = '<div class="ant-modal ant-zoom-leave"></div>';
    fireEvent.keyDown(document.body, { key: "a" });
    dialog.innerHTML = "";
    fireEvent.keyDown(document.body, { key: "a" });
    dialog.remove();
    expect(keys.a).toHaveBeenCalledTimes(2);
  });
});

describe("the shelf", () => {
  const open = () =>
    show(
      <Shelf onJump={() => undefined} onHelp={() => undefined} />,
      { "PUT /api/house": (body: { house: object }) => ({ ...house, house: body.house, revision: 4 }) },
      "/bench/7",
    );

  it("marks the place one is in", async () => {
    await open();
    expect(screen.getByRole("link", { current: "page" }).textContent).toBe("Bench");
  });

  it("switches units and shift for the whole house", async () => {
    const { user } = await open();
    await user.click(screen.getByRole("button", { name: "Switch units" }));
    await waitFor(() => expect(screen.getByRole("button", { name: "Switch units" }).textContent).toBe("°F oz"));
    await user.click(screen.getByRole("button", { name: "Night light" }));
    await screen.findByRole("button", { name: "Day light" });
    expect(document.documentElement.dataset.theme).toBe("night");
    expect(wire.bodies("PUT /api/house")).toHaveLength(2);
  });

  it("says when the server is gone, and takes it back when it is there", async () => {
    const { queries } = await open();
    wire.gone = true;
    await act(() => queries.refetchQueries());
    expect(await screen.findByText(/No connection/)).toBeTruthy();
    wire.gone = false;
    await act(() => queries.refetchQueries());
    await waitFor(() => expect(screen.queryByText(/No connection/)).toBeNull());
  });
});

describe("what a browser remembers", () => {
  it("is kept under a name of this program, and forgotten on demand", () => {
    remembered.set("x", "1");
    expect(localStorage.getItem("amber.x")).toBe("1");
    expect(remembered.get("x")).toBe("1");
    remembered.set("x", null);
    expect(remembered.get("x")).toBeNull();
  });

  it("does no harm where the browser keeps nothing", () => {
    const broken = vi.spyOn(Storage.prototype, "setItem").mockImplementation(() => {
      throw new Error("full");
    });
    expect(() => remembered.set("x", "1")).not.toThrow();
    broken.mockRestore();
  });
});

describe("shelf and keys", () => {
  it("opens the rim round the slot and comes back to the base", () => {
    const path = rimPath(24, 100, 1280);
    expect(path.startsWith("M0 46.5")).toBe(true);
    expect(path.endsWith("H1280")).toBe(true);
    expect(path).toContain("7.5");
  });

  it("names keys alike on every machine", () => {
    const key = (key: string, parts: object = {}) =>
      keyName({ key, ctrlKey: false, metaKey: false, shiftKey: false, ...parts });
    expect(key("K")).toBe("k");
    expect(key("z", { metaKey: true, shiftKey: true })).toBe("Ctrl+Shift+z");
    expect(key("y", { ctrlKey: true })).toBe("Ctrl+Shift+z");
    expect(key("ArrowLeft", { shiftKey: true })).toBe("Shift+ArrowLeft");
    expect(key("?", { shiftKey: true })).toBe("?");
  });
});

describe("a page that cannot come", () => {
  it("is fetched again once the server answers, and its refusal is an error where it does", async () => {
    await show(<p>here</p>);
    vi.useFakeTimers();
    try {
      wire.gone = true;
      const load = vi.fn(() => (wire.gone ? Promise.reject(new Error("no script")) : Promise.resolve("page")));
      const coming = fetched(load);
      await vi.advanceTimersByTimeAsync(2_500);
      expect(load).toHaveBeenCalledTimes(3);
      wire.gone = false;
      await vi.advanceTimersByTimeAsync(1_000);
      await expect(coming).resolves.toBe("page");
      const never = vi.fn(() => Promise.reject(new Error("an older version")));
      await expect(fetched(never)).rejects.toThrow("an older version");
      expect(never).toHaveBeenCalledTimes(2);
    } finally {
      wire.gone = false;
      vi.useRealTimers();
    }
  });

  it("says what happened, keeps the shelf, and is gone at another place", async () => {
    const silent = vi.spyOn(console, "error").mockImplementation(() => undefined);
    const Broken = () => {
      throw new Error("a line without a share");
    };
    const { rerender } = render(
      <Mishap at="/bench/4">
        <Broken />
      </Mishap>,
    );
    expect(screen.getByRole("alert").textContent).toContain("a line without a share");
    expect(screen.getByRole("button", { name: "Fetch it again" })).toBeTruthy();
    rerender(
      <Mishap at="/today">
        <p>Today</p>
      </Mishap>,
    );
    expect(screen.getByText("Today")).toBeTruthy();
    silent.mockRestore();
  });
});
