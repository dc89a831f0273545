import { beforeEach, describe, expect, it, vi } from "vitest";
import { api, isConnected, NoConnection, onConnection, Refused } from "./client";

// The client takes hold of fetch and Request when it is made, so both stand in before it is read.
const wire = vi.hoisted(() => {
  const wire = {
    asked: [] as Request[],
    reply: (): Promise<Response> => Promise.reject(new TypeError("Failed to fetch")),
  };
  globalThis.fetch = (request) => {
    wire.asked.push(request as Request);
    return wire.reply();
  };
  globalThis.Request = class extends Request {
    constructor(input: RequestInfo | URL, init?: RequestInit) {
      super(typeof input === "string" ? new URL(input, "http://localhost") : input, init);
    }
  };
  return wire;
});
const answer = (status: number, body: unknown) => {
  wire.reply = async () =>
    new Response(JSON.stringify(body), { status, headers: { "content-type": "application/json" } });
};

describe("the typed client", () => {
  beforeEach(() => {
    wire.asked = [];
  });

  it("answers the data of a call that was taken", async () => {
    answer(200, { items: [{ id: 4, name: "Slipway" }], next: null, total: 1 });
    expect((await api.formulas({ search: "slip", take: "20" })).items[0]?.name).toBe("Slipway");
    const asked = new URL(wire.asked[0]?.url ?? "");
    expect(asked.pathname + asked.search).toBe("/api/formulas?search=slip&take=20");
  });

  it("keeps a refusal's words, field and remedy", async () => {
    answer(400, { error: "E_RANGE", field: "share", detail: "120 is above 100.", remedy: "Type 0 to 100." });
    const refused = await api.editTrial(1, 2, [], "c1").catch((error: unknown) => error);
    expect(refused).toBeInstanceOf(Refused);
    expect((refused as Refused).field).toBe("share");
    expect((refused as Refused).line).toBe("120 is above 100. Type 0 to 100.");
  });

  it("hands over the other window's version", async () => {
    answer(409, { error: "E_CHANGED", detail: "Changed.", remedy: "", theirs: { id: 1, revision: 9 } });
    const refused = (await api.undo(1, 2, "c1").catch((error: unknown) => error)) as Refused;
    expect(refused.status).toBe(409);
    expect(refused.theirs).toEqual({ id: 1, revision: 9 });
  });

  it("has words even for an answer that has none", async () => {
    answer(500, {});
    const refused = (await api.house().catch((error: unknown) => error)) as Refused;
    expect(refused.line).toBe("That could not be worked out. Try again.");
  });

  it("tells once when the server goes and once when it is back", async () => {
    const heard: boolean[] = [];
    const stop = onConnection((now) => heard.push(now));
    wire.reply = () => Promise.reject(new TypeError("Failed to fetch"));
    await expect(api.today()).rejects.toBeInstanceOf(NoConnection);
    await expect(api.today()).rejects.toBeInstanceOf(NoConnection);
    expect(isConnected()).toBe(false);
    answer(200, {});
    await api.today();
    expect(isConnected()).toBe(true);
    expect(heard).toEqual([false, true]);
    stop();
  });

  it("asks for the parts a place shows, and no others", async () => {
    answer(200, {});
    const formula = { family: "balm", lines: [], batch: { grams: 1, lossPercent: 0 } } as never;
    await api.assess({ formula, parts: ["melt"] } as never);
    const body = (await wire.asked[0]?.clone().json()) as { parts: string[] };
    expect(body.parts).toEqual(["melt"]);
  });

  it("sends a command of a batch with its stamp, so that twice is once", async () => {
    answer(200, { id: 3 });
    await api.act(3, { id: "c1", at: "t", sentAt: "t" } as never, { kind: "record_step", step: "s1" } as never);
    expect(new URL(wire.asked[0]?.url ?? "").pathname).toBe("/api/batches/3/commands");
    expect(await wire.asked[0]?.clone().json()).toEqual({
      stamp: { id: "c1", at: "t", sentAt: "t" },
      command: { kind: "record_step", step: "s1" },
    });
  });
});
