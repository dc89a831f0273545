import { act } from "@testing-library/react";
import type { ReactNode } from "react";
import { describe, expect, it, vi } from "vitest";
import { type Batch, Refused, type Today } from "../api/client";
import { house, inBrowser, show as showInWorkshop } from "../test/workshop";
import { Units } from "../words/format";
import { NumberLine } from "./house/fields";
import { type Act, ObserveForm } from "./logbook/ObserveForm";
import { WarmthLayers } from "./today/WarmthLayers";

const units = new Units(house.house.workshop);

inBrowser();

describe("places", () => {
  let place: HTMLElement;

  const show = async (node: ReactNode) => {
    place = (await showInWorkshop(node)).container;
  };
  const find = <T extends Element = HTMLElement>(selector: string) => {
    const found = place.querySelector<T>(selector);
    if (!found) throw new Error(`${selector} is not there: ${place.innerHTML}`);
    return found;
  };
  const type = (selector: string, text: string) =>
    act(() => {
      const field = find<HTMLInputElement>(selector);
      Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")?.set?.call(field, text);
      field.dispatchEvent(new Event("input", { bubbles: true }));
    });
  const submit = () =>
    act(async () => {
      find("form").dispatchEvent(new Event("submit", { bubbles: true, cancelable: true }));
    });

  describe("the logbook's observation", () => {
    const view = { workroomC: 19, said: { slumpC: 48 } } as unknown as Batch;

    it("sends what the thumb said, with the product's temperature", async () => {
      const sent = vi.fn(async () => view);
      await show(<ObserveForm view={view} act={sent} />);
      type("[aria-label='Temperature of the product']", "20,5");
      type("[aria-label='In words']", "gives");
      await submit();
      expect(sent).toHaveBeenCalledWith({
        kind: "observe",
        what: "thumb_press",
        temperatureC: 20.5,
        value: 3,
        text: "gives",
        sure: false,
      });
      expect(find<HTMLInputElement>("[aria-label='In words']").value).toBe("");
    });

    it("keeps what was typed where it is no temperature, and where it is refused", async () => {
      const sent = vi.fn(() =>
        Promise.reject(new Refused(400, "E_RANGE", "Too hot.", "Type less.", "command.temperatureC")),
      );
      await show(<ObserveForm view={view} act={sent} />);
      type("[aria-label='Temperature of the product']", "warm");
      await submit();
      expect(sent).not.toHaveBeenCalled();
      expect(find("[role=alert]").textContent).toContain("“warm” is not a temperature");
      type("[aria-label='Temperature of the product']", "99");
      await submit();
      expect(find("[role=alert]").textContent).toBe("Too hot. Type less.");
      const field = find<HTMLInputElement>("[aria-label='Temperature of the product']");
      expect([field.value, field.getAttribute("aria-invalid")]).toEqual(["99", "true"]);
    });
  });

  it("logs what was doubted once it is sent again, and doubts what is typed anew", async () => {
    const view = { workroomC: 19, said: { slumpC: 48 } } as unknown as Batch;
    const sent = vi.fn(async (command: { value?: number | null; sure?: boolean }) => {
      if (command.sure) return view;
      throw new Refused(400, "E_UNLIKELY", "It looks like a slip.", "Log it again if it is right.", "command.value");
    });
    await show(<ObserveForm view={view} act={sent as unknown as Act} />);
    await act(async () => find("input[value=slump], [title=Slump]").click());
    type("[aria-label='Temperature at which it slumped']", "4.8");
    await submit();
    expect(find("[role=alert]").textContent).toBe("It looks like a slip. Log it again if it is right.");
    type("[aria-label='Temperature at which it slumped']", "5.8");
    await submit();
    await submit();
    expect(sent.mock.calls.map(([command]) => [command.value, command.sure])).toEqual([
      [4.8, false],
      [5.8, false],
      [5.8, true],
    ]);
    expect(find<HTMLInputElement>("[aria-label='Temperature at which it slumped']").value).toBe("");
  });

  describe("today's warmth", () => {
    const layer = (batch: number, slumpC: number, slumps: boolean) => ({
      batch,
      lot: `SH-26-00${batch}`,
      name: `Balm trial ${batch}`,
      units: 9,
      unit: "tin",
      slumpC,
      place: "shelf",
      colour: "#EEDDAA",
      placeSays: "shelf",
      slumps,
      says: slumps ? "slumps" : "keeps its shape",
    });
    const today = {
      sentence: "In a 44 °C summer van 9 of 18 slump.",
      places: [{ id: "van", name: "summer van", kind: "storage", todayC: 46, tomorrowC: 44, hours: 3 }],
      stock: [layer(1, 52, false), layer(2, 41, true)],
    } as unknown as Today;

    it("lays each product from the cold to its slump point and hatches what would be lost", async () => {
      await show(<WarmthLayers today={today} units={units} />);
      expect(find("svg").getAttribute("aria-label")).toContain("9 of 18 slump");
      const bars = [...place.querySelectorAll<SVGRectElement>("rect[fill='#EEDDAA']")];
      expect(bars).toHaveLength(2);
      const end = (bar: SVGRectElement) => Number(bar.getAttribute("x")) + Number(bar.getAttribute("width"));
      expect(end(bars[0] as SVGRectElement)).toBeGreaterThan(end(bars[1] as SVGRectElement));
      expect(place.querySelectorAll("rect[fill^='url(']")).toHaveLength(1);
    });
  });

  describe("a line of the house", () => {
    it("saves a number, names what is none, and shows a refusal", async () => {
      const save = vi.fn(async (value: number | null) =>
        value === 1 ? null : new Refused(400, "E_RANGE", `${value} is too coarse.`, "Type 0.01 to 5.", "scale"),
      );
      await show(<NumberLine label="Scale step" unit="g" value={0.1} onSave={save} />);
      const leave = () =>
        act(async () => {
          find("input").dispatchEvent(new FocusEvent("focusout", { bubbles: true }));
        });
      type("input", "naught");
      await leave();
      expect(save).not.toHaveBeenCalled();
      expect(find("[role=alert]").textContent).toContain("“naught” is not a number");
      type("input", "70");
      await leave();
      expect(find("[role=alert]").textContent).toBe("70 is too coarse. Type 0.01 to 5.");
      expect(find<HTMLInputElement>("input").value).toBe("70");
      type("input", "1");
      await leave();
      expect(place.querySelector("[role=alert]")).toBeNull();
    });
  });
});
