import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, inWords, type Trial } from "../../../api/client";
import { keys, touch } from "../../../api/keys";
import { FormLine, Wrong } from "../../../kit/FormLine";
import { Pick } from "../../../kit/Pick";

/** What changed up to this trial, done to a variant of it as well: summer and winter, two scents, two colours stay in step. */
export function CarryPart({ trial }: { trial: Trial }) {
  const queries = useQueryClient();
  const go = useNavigate();
  const open = trial.trials.filter((one) => !one.archivedAt && one.id !== trial.id);
  const before = open.filter((one) => one.number < trial.number).at(-1);
  const season = open.find((one) => one.standsFor.length > 0 && one.id !== before?.id);
  const [since, setSince] = useState(before?.id ?? 0);
  const [into, setInto] = useState(season?.id ?? 0);
  const [error, setError] = useState("");
  const change = useQuery({
    queryKey: keys.carried([trial.id, trial.revision, since, into]),
    queryFn: () => api.carried(trial.id, since, into),
    enabled: since !== 0 && into !== 0 && since !== into,
    retry: false,
  });
  if (open.length < 2) return null;
  const options = open.map((one) => ({ value: String(one.id), label: `Trial ${one.number}, ${one.intent}` }));
  const refused = change.error ? inWords(change.error) : error;
  const target = open.find((one) => one.id === into);
  const use = async () => {
    if (!change.data || !target) return;
    try {
      const begun = await api.forkTrial(into, `in step with trial ${trial.number}`, change.data.edits);
      await touch(queries, "formula");
      void go(`/bench/${begun.id}`);
    } catch (failed) {
      setError(inWords(failed));
    }
  };
  return (
    <details className="panel-part">
      <summary>Carry its change into another trial</summary>
      <FormLine label="What changed since">
        <Pick
          label="What changed since"
          value={since === 0 ? null : String(since)}
          options={options}
          onPick={(id) => setSince(Number(id))}
        />
      </FormLine>
      <FormLine label="Into">
        <Pick
          label="Into"
          value={into === 0 ? null : String(into)}
          options={options}
          onPick={(id) => setInto(Number(id))}
        />
      </FormLine>
      {since !== 0 && since === into && <Wrong>Choose two different trials.</Wrong>}
      {refused && <Wrong>{refused}</Wrong>}
      {change.data && !change.error && <p role="status">{change.data.says}</p>}
      <Button size="small" disabled={!change.data || !!change.error || since === into} onClick={() => void use()}>
        {target ? `Begin a trial from trial ${target.number} with it` : "Choose a trial"}
      </Button>
    </details>
  );
}
