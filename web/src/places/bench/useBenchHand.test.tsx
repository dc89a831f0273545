import { act, renderHook } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { FormulaEdit } from "../../api/client";
import { inBrowser } from "../../test/workshop";
import { type BenchState, reduceBench, resting } from "./benchState";
import type { BenchActs } from "./useBench";
import { useBenchHand } from "./useBenchHand";

inBrowser();

const layers = [
  { id: "L1", percent: 14, colour: "#caa", kept: false },
  { id: "L2", percent: 0.4, colour: "#cca", kept: false },
];
const held = { upper: "L1", lower: "L2" };

describe("the hand on a boundary", () => {
  let state: BenchState;
  let asked: number[][];
  const forget = vi.fn();
  const acts = {
    now: () => state,
    dispatch: (event: Parameters<typeof reduceBench>[1]) => (state = reduceBench(state, event).state),
    putBack: () => undefined,
    ahead: (edits: FormulaEdit[]) =>
      asked.push(edits.map((edit) => (edit.kind === "move_boundary" ? Number(edit.byPercent) : Number.NaN))),
    forget,
  } as unknown as BenchActs;
  const hand = () => renderHook(() => useBenchHand(layers, acts)).result.current;

  beforeEach(() => {
    state = resting;
    asked = [];
    forget.mockClear();
  });

  it("asks before it takes hold, nearest first, each place once, and only what the layers have to give", () => {
    hand().near(held, 10, true);
    expect(asked).toEqual([
      [0.1, -0.1, 0.2, -0.2, 0.3, -0.3, 0.4, -0.4, -0.5, -0.6, -0.7, -0.8, -0.9, -1, -1.1, -1.2, -1.3, -1.4],
    ]);
    // What was asked the last time may have changed since.
    expect(forget).toHaveBeenCalledTimes(1);
  });

  it("asks nothing of another boundary while one is held, and no more than what is near where it has got to", () => {
    const one = hand();
    act(() => one.hold(held, 10));
    act(() => one.move(-5, false));
    one.near({ upper: "L2", lower: "L1" }, 10, true);
    expect(forget).not.toHaveBeenCalled();
    expect(asked).toHaveLength(2);
    expect(asked[1]?.slice(0, 4)).toEqual([-4.9, -5.1, -4.8, -5.2]);
  });

  it("asks once while the pointer moves over it, and again after it was held", () => {
    const one = hand();
    one.near(held, 10, true);
    one.near(held, 10, false);
    expect(asked).toHaveLength(1);
    act(() => one.hold(held, 10));
    act(() => one.drop());
    one.near(held, 10, false);
    expect(asked).toHaveLength(3);
    expect(forget).toHaveBeenCalledTimes(2);
  });

  it("looks ahead of a pointer only: a key goes by steps of its own", () => {
    const one = hand();
    act(() => one.hold(held));
    act(() => one.move(-0.1, true));
    expect(asked).toEqual([]);
    expect(state).toMatchObject({ mode: "holding", by: -0.1 });
  });
});
