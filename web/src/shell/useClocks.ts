import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api } from "../api/client";
import { keys } from "../api/keys";
import { useHouse } from "./HouseContext";

const askAgainMs = 20_000;
/** Asked at most so many times as often, however fast the clock goes. */
const most = 10;

/** How long to wait until what runs on is asked for anew. */
export const askAgain = (speed: number) => askAgainMs / Math.min(speed, most);

/** The workshop's clock as it has run on since it was told. */
export const workshopNow = (told: string, at: number, speed: number) =>
  Date.parse(told) + Math.max(0, Date.now() - at) * speed;

/**
 * The clocks of all batches, and the workshop's clock as it runs on between two answers.
 * @param planned Whether what is only planned gets its time too.
 */
export function useClocks(planned = false) {
  const speed = useHouse().house.clockSpeed;
  const query = useQuery({
    queryKey: keys.clocks(planned),
    queryFn: () => api.clocks(planned),
    refetchInterval: askAgain(speed),
  });
  const [, tick] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => tick((n) => n + 1), 1000);
    return () => clearInterval(timer);
  }, []);
  return {
    all: query.data,
    now: query.data ? workshopNow(query.data.now, query.dataUpdatedAt, speed) : 0,
  };
}
