import { useQuery } from "@tanstack/react-query";
import { useCallback, useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import { api, type Formula, type Lens, type LensView, type MeltPart } from "../../api/client";
import { keys } from "../../api/keys";

/** A trial or a mix laid under the one in hand. */
export type Under = { name: string; short: string; formula: Formula; melt: MeltPart | null; reading: LensView | null };

/** What lies under the trial in hand: another trial, named in the address, or a mix that was found. */
export function useUnder(lens: Lens) {
  const [search, setSearch] = useSearchParams();
  const [mix, setMix] = useState<Formula | null>(null);
  const id = Number(search.get("under")) || null;
  const trial = useQuery({
    queryKey: keys.trial(id ?? 0),
    queryFn: () => api.trial(id ?? 0),
    enabled: id !== null,
  }).data;
  const formula = mix ?? trial?.content;
  const assessment = useQuery({
    queryKey: keys.under([mix ?? [trial?.id, trial?.revision], lens]),
    queryFn: () =>
      formula
        ? api.assess({ formula, parts: ["melt"], lens } as Parameters<typeof api.assess>[0])
        : Promise.reject(new Error("nothing under")),
    enabled: !!formula,
  }).data?.assessment;
  const number = trial?.number;
  const under = useMemo<Under | null>(
    () =>
      formula && assessment
        ? {
            name: mix ? "a mix that holds" : `trial ${number}`,
            short: mix ? "mix" : `T${number}`,
            formula,
            melt: assessment.parts.melt,
            reading: assessment.reading,
          }
        : null,
    [formula, assessment, mix, number],
  );
  const lay = useCallback(
    (other: number | Formula | null) => {
      setMix(typeof other === "number" ? null : other);
      setSearch(
        (now) => {
          const next = new URLSearchParams(now);
          if (typeof other === "number") next.set("under", String(other));
          else next.delete("under");
          return next;
        },
        { replace: true },
      );
    },
    [setSearch],
  );
  return { laid: mix ? ("mix" as const) : id, mix, under, lay };
}
