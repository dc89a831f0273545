import { createContext, useContext } from "react";
import type { Batch } from "../../api/client";
import { Pick } from "../../kit/Pick";

type Kit = { of: Batch["kit"]; onTake: (piece: string) => void };

/** The kit of the step in hand, and the way to take another piece of it. */
export const KitHere = createContext<Kit>({ of: null, onTake: () => undefined });

/** What a step is done in, where the house has more than one. */
export function KitLine() {
  const { of, onTake } = useContext(KitHere);
  return of ? (
    <p className="kit-line">
      <span>{of.asks}</span>
      <Pick
        label={of.asks}
        value={of.taken ?? of.fits}
        options={of.options.map((one) => ({ value: one.id, label: one.says ? `${one.name}, ${one.says}` : one.name }))}
        onPick={onTake}
      />
    </p>
  ) : null;
}
