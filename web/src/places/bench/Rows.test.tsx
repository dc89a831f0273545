import { act } from "react";
import { createRoot, type Root } from "react-dom/client";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { type Assessment, type FormulaLine, type HouseSettings, type Material, Refused } from "../../api/client";
import { Units } from "../../words/format";
import { type RowActs, type RowIn, Rows } from "./Rows";
import { makeweight } from "./benchState";

const line = (id: string, material: string, percent: number): FormulaLine => ({
  id,
  material,
  percent,
  phase: "melt",
  kept: false,
  gap: false,
});
const lines = [line("L1", "Beeswax", 12), line("L2", "Shea butter", 30), line("L3", "Sunflower oil", 58)];
const row = (one: FormulaLine, now = one.percent, was: number | null = null): RowIn => ({
  line: one,
  material: { name: one.material } as Material,
  was,
  now,
  kept: one.kept,
});
const assessment = {
  makeweightLine: "L3",
  weighing: {
    totalG: 600,
    lines: lines.map((one) => ({
      line: one.id,
      exactG: one.percent * 6,
      grams: one.percent * 6,
      offG: 0,
      errorPercent: one.id === "L1" ? 3 : 0.5,
      verdict: one.id === "L1" ? "rough" : "fine",
    })),
  },
} as unknown as Assessment;
const units = new Units({
  temperature: "celsius",
  weight: "grams",
  scale: { resolutionG: 0.1 },
  currency: "£",
} as unknown as HouseSettings["workshop"]);

describe("rows", () => {
  let root: Root;
  let place: HTMLElement;
  let acts: { [K in keyof RowActs]: ReturnType<typeof vi.fn> };
  const onWay = vi.fn();

  const show = (rows: RowIn[], change: Partial<Parameters<typeof Rows>[0]> = {}) =>
    act(() =>
      root.render(
        <Rows
          rows={rows}
          donors={rows
            .filter((row) => !row.kept)
            .map((row) => ({ id: row.line.id, name: row.material?.name ?? row.line.material }))}
          assessment={assessment}
          shown={null}
          column={null}
          units={units}
          chosen={null}
          typing={null}
          takeKeys={null}
          way={makeweight}
          onWay={onWay}
          under={null}
          frozen={false}
          rowHeight={36}
          acts={acts as unknown as RowActs}
          onView={() => undefined}
          {...change}
        />,
      ),
    );
  const find = <T extends Element = HTMLElement>(selector: string) => place.querySelector(selector) as T;
  const key = (target: Element, name: string, shiftKey = false) =>
    act(async () => {
      target.dispatchEvent(new KeyboardEvent("keydown", { key: name, shiftKey, bubbles: true, cancelable: true }));
    });
  const type = (field: HTMLInputElement, text: string) =>
    act(() => {
      Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")?.set?.call(field, text);
      field.dispatchEvent(new Event("input", { bubbles: true }));
    });

  beforeEach(() => {
    vi.stubGlobal("IS_REACT_ACT_ENVIRONMENT", true);
    vi.stubGlobal(
      "ResizeObserver",
      class {
        observe() {}
        disconnect() {}
      },
    );
    place = document.body.appendChild(document.createElement("div"));
    root = createRoot(place);
    acts = {
      choose: vi.fn(),
      open: vi.fn(),
      type: vi.fn(),
      share: vi.fn(async () => null),
      keep: vi.fn(),
      reorder: vi.fn(),
    };
  });
  afterEach(() => {
    act(() => root.unmount());
    place.remove();
    vi.unstubAllGlobals();
  });

  it("shows shares, weights, the makeweight and what the scale cannot weigh well", () => {
    show(lines.map((one) => row(one)));
    const text = (id: string) => find(`[data-line="${id}"]`).textContent;
    expect(text("L1")).toContain("72.0");
    expect(text("L1")).toContain("±3");
    expect(text("L2")).not.toContain("±");
    expect(text("L3")).toContain("makeweight");
    expect(find(".row-sum").textContent).toContain("100.0");
  });

  it("shows old and new where a share would change, and only there", () => {
    const [wax, shea, oil] = lines as [FormulaLine, FormulaLine, FormulaLine];
    show([row(wax, 14, 12), row(shea, 30, 30), row(oil, 56, 58)]);
    expect([...place.querySelectorAll(".row.changed")].map((one) => one.getAttribute("data-line"))).toEqual([
      "L1",
      "L3",
    ]);
    expect(find('[data-line="L1"] .was').textContent).toBe("12.0");
  });

  it("leaves alone the rows whose numbers stay", () => {
    const [wax, shea, oil] = lines as [FormulaLine, FormulaLine, FormulaLine];
    show([row(wax), row(shea), row(oil)]);
    const before = find('[data-line="L2"] .share').firstChild;
    show([row(wax, 13, 12), row(shea, 30, 30), row(oil, 57, 58)]);
    expect(find('[data-line="L2"] .share').firstChild).toBe(before);
    expect(find('[data-line="L1"] .share').textContent).toContain("13.0");
  });

  it("asks to keep, to open and to type", () => {
    show(lines.map((one) => row(one)));
    act(() => find('[data-line="L2"] .keep').click());
    act(() => find('[data-line="L2"] .row-name').click());
    act(() => find('[data-line="L2"] .share').click());
    expect(acts.keep).toHaveBeenCalledWith("L2", true);
    expect(acts.open).toHaveBeenCalledWith("L2");
    expect(acts.type).toHaveBeenCalledWith("L2");
  });

  it("takes what is typed on Enter and goes on to the next row on Tab", async () => {
    show(
      lines.map((one) => row(one)),
      { typing: "L2" },
    );
    const field = find<HTMLInputElement>("input");
    expect(document.activeElement).toBe(field);
    expect(field.value).toBe("30.0");
    type(field, "12,5");
    await key(field, "Enter");
    expect(acts.share).toHaveBeenCalledWith("L2", "12,5");
    expect(acts.type).toHaveBeenLastCalledWith(null);
    await key(field, "Tab");
    expect(acts.type).toHaveBeenLastCalledWith("L3");
    await key(field, "Tab", true);
    expect(acts.type).toHaveBeenLastCalledWith("L1");
  });

  it("keeps a refused share in its field with the reason under it", async () => {
    acts.share.mockResolvedValue(new Refused(400, "E_RANGE", "140 is above 100.", "Type 0 to 100.", "share"));
    show(
      lines.map((one) => row(one)),
      { typing: "L1" },
    );
    const field = find<HTMLInputElement>("input");
    type(field, "140");
    await key(field, "Enter");
    expect(find("[role=alert]").textContent).toBe("140 is above 100. Type 0 to 100.");
    expect(field.value).toBe("140");
    expect(acts.type).not.toHaveBeenCalled();
    await key(field, "Escape");
    expect(acts.type).toHaveBeenCalledWith(null);
  });

  it("asks nothing where the share was left as it stood", async () => {
    show(
      lines.map((one) => row(one)),
      { typing: "L1" },
    );
    await key(find("input"), "Enter");
    expect(acts.share).not.toHaveBeenCalled();
    expect(acts.type).toHaveBeenCalledWith(null);
  });

  it("takes the keys that were typed before the field was there", async () => {
    await act(async () =>
      show(
        lines.map((one) => row(one)),
        { chosen: "L1", typing: "L1", takeKeys: () => "7\n" },
      ),
    );
    expect(acts.share).toHaveBeenCalledWith("L1", "7");
  });

  it("sets the other trial's share and the change beside it", () => {
    show(
      lines.map((one) => row(one)),
      {
        under: new Map([
          ["Beeswax", 9],
          ["Shea butter", 30],
        ]),
      },
    );
    expect(find('[data-line="L1"]').textContent).toContain("+3.0");
    expect(find('[data-line="L3"]').textContent).toContain("+58.0");
    expect(find(".row-head").textContent).toContain("Was");
  });

  const pointer = (target: EventTarget, kind: string, clientY: number) =>
    act(async () => {
      const event = new MouseEvent(kind, { bubbles: true, clientY });
      Object.defineProperty(event, "pointerId", { value: 1 });
      target.dispatchEvent(event);
    });

  it.each([
    ["two rows further", 80, [["L1", 2]], 0],
    ["hardly at all", 2, [], 1],
  ])("is dragged by its mark, which only a click turns: %s", async (_, by, orders, kept) => {
    show(lines.map((one) => row(one)));
    const mark = find('[data-line="L1"] .keep');
    await pointer(mark, "pointerdown", 100);
    await pointer(window, "pointermove", 100 + by / 2);
    await pointer(window, "pointermove", 100 + by);
    await pointer(window, "pointerup", 100 + by);
    await act(async () => mark.click());
    expect(acts.reorder.mock.calls).toEqual(orders);
    expect(acts.keep).toHaveBeenCalledTimes(kept);
    await act(async () => new Promise((done) => setTimeout(done, 60)));
    await act(async () => mark.click());
    expect(acts.keep).toHaveBeenCalledTimes(kept + 1);
  });
});
