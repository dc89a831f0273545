import { describe, expect, it } from "vitest";
import { rimPath } from "./Shelf";
import { keyName } from "./useKeys";

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
    expect(key("ArrowLeft", { shiftKey: true })).toBe("Shift+ArrowLeft");
    expect(key("?", { shiftKey: true })).toBe("?");
  });
});
