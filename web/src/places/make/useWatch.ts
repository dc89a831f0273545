import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api, type MakeStep, type WatchView } from "../../api/client";
import { keys } from "../../api/keys";
import { useHouse } from "../../shell/HouseContext";
import { askAgain, workshopNow } from "../../shell/useClocks";

const unwatched: MakeStep["kind"][] = ["weigh", "gather", "melt", "hold", "label", "bake"];

/** What is told of a step while it goes on. */
export type Told = {
  temperatureC: number | null;
  place: string | null;
  word: string | null;
  cupG: number | null;
  sprays: number | null;
  stirred: boolean;
  massG: number | null;
  part: string | null;
  colour: string | null;
  humidityPercent: number | null;
  seconds: number | null;
  piece: string | null;
};

export const nothingTold: Told = {
  temperatureC: null,
  place: null,
  word: null,
  cupG: null,
  sprays: null,
  stirred: false,
  massG: null,
  part: null,
  colour: null,
  humidityPercent: null,
  seconds: null,
  piece: null,
};

export type Watched = Omit<WatchView, "step" | "now"> & {
  /** By the workshop's clock. */
  now: number;
};

/** How the step in hand cools, whips, fills or dries, asked anew as time goes on; null where none of it is. */
export function useWatch(batch: number, step: MakeStep | undefined): Watched | null {
  const speed = useHouse().house.clockSpeed;
  const query = useQuery({
    queryKey: keys.watch(batch, step?.id),
    queryFn: () => api.watch(batch),
    enabled: step !== undefined && !unwatched.includes(step.kind),
    refetchInterval: askAgain(speed),
  });
  const [, tick] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => tick((n) => n + 1), 5000);
    return () => clearInterval(timer);
  }, []);
  const view = query.data;
  if (!view || view.step !== step?.id) return null;
  return { ...view, now: workshopNow(view.now, query.dataUpdatedAt, speed) };
}
