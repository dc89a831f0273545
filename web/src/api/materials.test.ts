import { beforeEach, describe, expect, it, vi } from "vitest";
import { forget, learn, materialsKnown, onMaterials } from "./materials";

const material = (id: string, name = id) => ({ id, name });

describe("materials that the page has met", () => {
  beforeEach(forget);

  it("are kept, and come anew where they have changed", () => {
    learn([material("wax"), material("oil")]);
    learn([material("oil", "Oil, pressed")]);
    expect([...materialsKnown<{ id: string; name: string }>().values()].map((one) => one.name)).toEqual([
      "wax",
      "Oil, pressed",
    ]);
  });

  it("tell only of news, so that no page is drawn again for nothing", () => {
    const heard = vi.fn();
    const stop = onMaterials(heard);
    learn([material("wax")]);
    const before = materialsKnown();
    learn([material("wax")]);
    learn(undefined);
    learn([]);
    expect(materialsKnown()).toBe(before);
    expect(heard).toHaveBeenCalledTimes(1);
    stop();
    learn([material("oil")]);
    expect(heard).toHaveBeenCalledTimes(1);
  });
});
