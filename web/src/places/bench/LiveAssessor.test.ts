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

  it("shows at once what was asked ahead, two at a time, and asks nothing twice", async () => {
    live.ahead([1, 2, 3]);
    expect(open.map((one) => one.question)).toEqual([1, 2]);
    open[0]?.answer("one");
    await vi.advanceTimersByTimeAsync(0);
    expect(open.map((one) => one.question)).toEqual([1, 2, 3]);
    live.request(1);
    expect(shown).toEqual(["one"]);
    live.ahead([1, 2, 4]);
    open[1]?.fail();
    open[2]?.answer("three");
    await vi.runAllTimersAsync();
    // One is known; two failed and is asked again only when it is wanted or looked ahead to.
    expect(open.map((one) => one.question)).toEqual([1, 2, 3, 4]);
    expect(failed).toBe(0);
    live.request(2);
    expect(open.at(-1)?.question).toBe(2);
  });

  it("lets no older answer come over one that was known", async () => {
    live.ahead([2]);
    open[0]?.answer("two");
    await vi.advanceTimersByTimeAsync(0);
    live.request(1);
    live.request(2);
    open[1]?.answer("one");
    await vi.runAllTimersAsync();
    expect(shown).toEqual(["two"]);
  });

  it("knows nothing any more once it is put back", async () => {
    live.ahead([1, 2, 3]);
    open[0]?.answer("one");
    await vi.advanceTimersByTimeAsync(0);
    live.cancel();
    live.request(1);
    expect(shown).toEqual([]);
    expect(open.at(-1)?.question).toBe(1);
    // What was under way then is not remembered either.
    open[1]?.answer("two");
    await vi.advanceTimersByTimeAsync(60);
    live.request(2);
    expect(shown).toEqual([]);
    expect(open.at(-1)?.question).toBe(2);
  });
});
