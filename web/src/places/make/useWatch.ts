import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api, type MakeStep, type WatchView } from "../../api/client";
import { keys } from "../../api/keys";

const askAgainMs = 20_000;
const unwatched: MakeStep["kind"][] = ["weigh", "gather", "melt", "hold", "label", "bake"];

/** What is told of a step while it goes on. */
export type Told = {
  temperatureC: number | null;
  place: string | null;
  word: string | null;
  cupG: number | null;
  sprays: number | null;
  massG: number | null;
  part: string | null;
  humidityPercent: number | null;
  seconds: number | null;
};

export const nothingTold: Told = {
  temperatureC: null,
  place: null,
  word: null,
  cupG: null,
  sprays: null,
  massG: null,
  part: null,
  humidityPercent: null,
  seconds: null,
};

export type Watched = Omit<WatchView, "step" | "now"> & {
  /** By the workshop's clock. */
  now: number;
};

/** How the step in hand cools, whips, fills or dries, asked anew as time goes on; null where none of it is. */
export function useWatch(batch: number, step: MakeStep | undefined): Watched | null {
  const query = useQuery({
    queryKey: keys.watch(batch, step?.id),
    queryFn: () => api.watch(batch),
    enabled: step !== undefined && !unwatched.includes(step.kind),
    refetchInterval: askAgainMs,
  });
  const [, tick] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => tick((n) => n + 1), 5000);
    return () => clearInterval(timer);
  }, []);
  const view = query.data;
  if (!view || view.step !== step?.id) return null;
  return { ...view, now: Date.parse(view.now) + Math.max(0, Date.now() - query.dataUpdatedAt) };
}
