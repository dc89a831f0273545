import { useMemo } from "react";
import { flushSync } from "react-dom";
import type { Hand, Held } from "../../instruments/strata/Strata";
import { type LayerIn, trade } from "../../instruments/strata/geometry";
import { moveBoundary } from "./benchState";
import type { BenchActs } from "./useBench";

/** So far around itself a hand is met with what is known already, px. */
const reachPx = 14;
const around = Array.from({ length: reachPx }, (_, i) => [i + 1, -i - 1]).flat();

/** The hand on a boundary between two layers. */
export function useBenchHand(layers: LayerIn[], acts: BenchActs): Hand {
  return useMemo<Hand>(() => {
    let pxPerPercent = 0;
    /** What the pointer lies over has been asked about; after it was held, it has to be asked anew. */
    let isMet = false;
    const lookAhead = (held: Held, byPercent: number) => {
      if (pxPerPercent === 0) return;
      const px = Math.round(byPercent * pxPerPercent);
      const reached = around.map((more) => trade(layers, held.upper, held.lower, (px + more) / pxPerPercent).by);
      acts.ahead([...new Set(reached)].map((by) => moveBoundary(held, by)));
    };
    return {
      near: (held, scale, comes) => {
        if (acts.now().mode !== "resting" || (isMet && !comes)) return;
        isMet = true;
        pxPerPercent = scale;
        acts.forget();
        lookAhead(held, 0);
      },
      hold: (held, scale) => {
        isMet = false;
        pxPerPercent = scale ?? 0;
        acts.dispatch({ kind: "hold", held });
        lookAhead(held, 0);
      },
      move: (by, onTop) => {
        const state = acts.now();
        if (state.mode !== "holding") return;
        const total = trade(layers, state.held.upper, state.held.lower, onTop ? state.by + by : by).by;
        // Drawn in the frame of the hand's own movement, not in the one after.
        flushSync(() => acts.dispatch({ kind: "move", by: total }));
        if (!onTop && !state.dropped) lookAhead(state.held, by);
      },
      drop: () => acts.dispatch({ kind: "drop" }),
      putBack: acts.putBack,
    };
  }, [layers, acts]);
}
