import { useMemo } from "react";
import { flushSync } from "react-dom";
import type { Hand } from "../../instruments/strata/Strata";
import { type LayerIn, trade } from "../../instruments/strata/geometry";
import type { BenchActs } from "./useBench";

/** The hand on a boundary between two layers. */
export function useBenchHand(layers: LayerIn[], acts: BenchActs): Hand {
  return useMemo<Hand>(
    () => ({
      hold: (held) => acts.dispatch({ kind: "hold", held }),
      move: (by, onTop) => {
        const state = acts.now();
        if (state.mode !== "holding") return;
        const total = trade(layers, state.held.upper, state.held.lower, onTop ? state.by + by : by).by;
        // Drawn in the frame of the hand's own movement, not in the one after.
        flushSync(() => acts.dispatch({ kind: "move", by: total }));
      },
      drop: () => acts.dispatch({ kind: "drop" }),
      putBack: acts.putBack,
    }),
    [layers, acts],
  );
}
