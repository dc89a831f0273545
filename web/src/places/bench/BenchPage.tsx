import { useCallback, useEffect } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";
import { inWords, type Lens, Refused, type Trial } from "../../api/client";
import { useHouse } from "../../shell/HouseContext";
import { Plates } from "../../shell/Plates";
import { remembered } from "../../shell/remembered";
import { Bench } from "./Bench";
import { lastTrial } from "./BenchDoor";
import { useBench } from "./useBench";

export function BenchPage() {
  const id = Number(useParams().trial);
  return <Loaded key={id} id={id} />;
}

/** Waits for the trial and its judgement, then lays the bench. */
function Loaded({ id }: { id: number }) {
  const navigate = useNavigate();
  const { families } = useHouse();
  const asked = useSearchParams()[0].get("by");
  const lensOf = useCallback(
    (trial: Trial): Lens => {
      const own = families.get(trial.content.family)?.lenses ?? [];
      return own.find((one) => one === asked) ?? own[0] ?? "melt";
    },
    [asked, families],
  );
  const bench = useBench(
    id,
    lensOf,
    useCallback((to: number) => navigate(`/bench/${to}`), [navigate]),
  );
  const { trial, settled, failure } = bench;
  useEffect(() => {
    if (trial) remembered.set(lastTrial, String(trial.id));
    if (failure instanceof Refused && failure.status === 404) remembered.set(lastTrial, null);
  }, [trial, failure]);
  if (trial && settled) return <Bench bench={bench} trial={trial} settled={settled} />;
  return (
    <Plates name="Bench" title={<h1 className="title">Bench</h1>}>
      {failure ? <p className="page-note">{inWords(failure)}</p> : null}
    </Plates>
  );
}
