import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api, type MakeStep } from "../../api/client";
import { keys } from "../../api/keys";

const askAgainMs = 20_000;
const watched: MakeStep["kind"][] = ["cool", "chill", "set", "pour", "stir", "whip", "wet"];

/** What is told of a step while it goes on. */
export type Told = {
  temperatureC: number | null;
  place: string | null;
  word: string | null;
  cupG: number | null;
  sprays: number | null;
};

export const nothingTold: Told = { temperatureC: null, place: null, word: null, cupG: null, sprays: null };

/** How the step in hand cools, whips or is wetted, asked anew as time goes on; null where none of it is. `now` runs with the workshop's clock. */
export function useWatch(batch: number, step: MakeStep | undefined) {
  const query = useQuery({
    queryKey: keys.watch(batch, step?.id),
    queryFn: () => api.watch(batch),
    enabled: step !== undefined && watched.includes(step.kind),
    refetchInterval: askAgainMs,
  });
  const [, tick] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => tick((n) => n + 1), 5000);
    return () => clearInterval(timer);
  }, []);
  const view = query.data;
  if (!view || view.step !== step?.id) return null;
  return {
    cooling: view.cooling,
    whipping: view.whipping,
    wetting: view.wetting,
    now: Date.parse(view.now) + Math.max(0, Date.now() - query.dataUpdatedAt),
  };
}
