import { useCallback } from "react";
import { useSearchParams } from "react-router";
import type { Lens } from "../../api/client";
import { useHouse } from "../../shell/HouseContext";

const none: readonly Lens[] = [];

/** What a kind of product is read by, and the act of choosing it: the address keeps it. */
export function useLens(family: string) {
  const { families } = useHouse();
  const setSearch = useSearchParams()[1];
  const read = useCallback(
    (lens: Lens) =>
      setSearch(
        (now) => {
          const next = new URLSearchParams(now);
          next.set("by", lens);
          return next;
        },
        { replace: true },
      ),
    [setSearch],
  );
  return { lenses: families.get(family)?.lenses ?? none, read };
}

/** The next of a row, and the first again after the last. */
export function after<T>(row: readonly T[], now: T): T {
  return row[(row.indexOf(now) + 1) % row.length] ?? now;
}
