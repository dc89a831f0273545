import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api, type MakeStep } from "../../api/client";
import { keys } from "../../api/keys";

const askAgainMs = 20_000;
const cools: MakeStep["kind"][] = ["cool", "chill", "set", "pour", "stir"];

/** How the step in hand cools, asked anew as time goes on; null where nothing cools. `now` runs with the workshop's clock. */
export function useWatch(batch: number, step: MakeStep | undefined) {
  const query = useQuery({
    queryKey: [...keys.watch(batch), step?.id],
    queryFn: () => api.watch(batch),
    enabled: step !== undefined && cools.includes(step.kind),
    refetchInterval: askAgainMs,
  });
  const [, tick] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => tick((n) => n + 1), 5000);
    return () => clearInterval(timer);
  }, []);
  const view = query.data;
  return view?.cooling && view.step === step?.id
    ? { watch: view.cooling, now: Date.parse(view.now) + Math.max(0, Date.now() - query.dataUpdatedAt) }
    : null;
}
