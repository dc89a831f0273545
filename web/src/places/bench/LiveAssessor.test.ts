import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { LiveAssessor } from "./LiveAssessor";

type Open = { question: number; answer: (text: string) => void; fail: () => void };

describe("live evaluation", () => {
  let open: Open[];
  let shown: string[];
  let failed: number;
  let live: LiveAssessor<number, string>;
  beforeEach(() => {
    vi.useFakeTimers();
    open = [];
    shown = [];
    failed = 0;
    live = new LiveAssessor<number, string>(
      (question) => new Promise((answer, fail) => open.push({ question, answer, fail: () => fail(new Error("no")) })),
      (answer) => shown.push(answer),
      () => failed++,
      50,
      () => Date.now(),
    );
  });
  afterEach(() => vi.useRealTimers());

  it("asks at once when idle, then at most every 50 ms with the newest", () => {
    for (let i = 1; i <= 10; i++) live.request(i);
    expect(open.map((one) => one.question)).toEqual([1]);
    vi.advanceTimersByTime(50);
    expect(open.map((one) => one.question)).toEqual([1, 10]);
  });

  it("drops an answer older than the one shown", async () => {
    live.request(1);
    vi.advanceTimersByTime(60);
    live.request(2);
    open[1]?.answer("second");
    await vi.runAllTimersAsync();
    open[0]?.answer("first");
    await vi.runAllTimersAsync();
    expect(shown).toEqual(["second"]);
  });

  it("shows nothing of what was under way when it is put back", async () => {
    live.request(1);
    live.request(2);
    live.cancel();
    open[0]?.answer("late");
    await vi.runAllTimersAsync();
    expect([shown, open.length]).toEqual([[], 1]);
  });

  it("tells of a failure, and goes on", async () => {
    live.request(1);
    open[0]?.fail();
    await vi.advanceTimersByTimeAsync(60);
    live.request(2);
    open[1]?.answer("well");
    await vi.runAllTimersAsync();
    expect([failed, shown]).toEqual([1, ["well"]]);
  });
});
