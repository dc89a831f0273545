import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api } from "../api/client";
import { keys } from "../api/keys";

const askAgainMs = 20_000;

/** The clocks of all batches, and the workshop's clock as it runs on between two answers. */
export function useClocks() {
  const query = useQuery({ queryKey: keys.clocks, queryFn: api.clocks, refetchInterval: askAgainMs });
  const [, tick] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => tick((n) => n + 1), 1000);
    return () => clearInterval(timer);
  }, []);
  return {
    all: query.data,
    now: query.data ? Date.parse(query.data.now) + Math.max(0, Date.now() - query.dataUpdatedAt) : 0,
  };
}
