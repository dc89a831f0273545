import { beforeEach, describe, expect, it, vi } from "vitest";
import { api, NoConnection, Refused } from "../../api/client";
import { put, send, waiting } from "./outbox";

const step = (index: number, weighedG: number | null = null) => ({
  batch: 3,
  step: index,
  weighedG,
  temperatureC: null,
  note: null,
});

describe("steps kept while the server is away", () => {
  beforeEach(() => {
    const store = new Map<string, string>();
    vi.stubGlobal("localStorage", {
      getItem: (key: string) => store.get(key) ?? null,
      setItem: (key: string, value: string) => store.set(key, value),
    });
    vi.restoreAllMocks();
  });

  it("keeps them in order and sends them all when it is back", async () => {
    const call = vi.spyOn(api, "recordStep").mockRejectedValueOnce(new NoConnection("away"));
    put(step(1, 72));
    put(step(2, 6));
    expect((await send()).sent).toBe(0);
    expect(waiting()).toHaveLength(2);
    call.mockResolvedValue({ id: 3 } as never);
    expect((await send()).sent).toBe(2);
    expect(call.mock.calls.slice(1).map((one) => one[1])).toEqual([1, 2]);
    expect(waiting()).toEqual([]);
  });

  it("lets a later word on a step replace the earlier", () => {
    put(step(1, 70));
    put(step(1, 72));
    expect(waiting().map((one) => one.weighedG)).toEqual([72]);
  });

  it("does not send again what was refused", async () => {
    vi.spyOn(api, "recordStep").mockRejectedValue(new Refused(400, "E_RANGE", "no", "mend it", "weighedG"));
    put(step(1, 1));
    await expect(send()).rejects.toThrow("no");
    expect(waiting()).toEqual([]);
  });
});
