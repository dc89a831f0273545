import { useCallback, useEffect } from "react";
import { useNavigate, useParams } from "react-router";
import { inWords, type Part, Refused, type Trial } from "../../api/client";
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
  const partsOf = useCallback(
    (trial: Trial): Part[] => {
      const fit = families.get(trial.content.family)?.instruments ?? [];
      return fit[0] === "melt" ? ["melt"] : [...fit];
    },
    [families],
  );
  const bench = useBench(
    id,
    partsOf,
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
