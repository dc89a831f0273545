import { useQuery } from "@tanstack/react-query";
import { Navigate } from "react-router";
import { api } from "../../api/client";
import { keys } from "../../api/keys";
import { remembered } from "../../shell/remembered";
import { StartFormula } from "./StartFormula";

export const lastTrial = "bench.trial";

/** The bench without a trial named: the last one open, else the newest, else the first day. */
export function BenchDoor() {
  const newest = { take: "1" };
  const formulas = useQuery({ queryKey: keys.formulas(newest), queryFn: () => api.formulas(newest) });
  if (!formulas.data) return null;
  const first = formulas.data.items[0];
  if (!first) return <StartFormula first />;
  const last = Number(remembered.get(lastTrial));
  return <Navigate replace to={`/bench/${last > 0 ? last : first.trial}`} />;
}
