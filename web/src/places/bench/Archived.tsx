import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, inWords, type Trial } from "../../api/client";
import { keys, touch } from "../../api/keys";
import { day } from "../../words/format";

/** Says that a trial or its formula stands in no list, with the way back. */
export function Archived({ trial }: { trial: Trial }) {
  const queries = useQueryClient();
  const [refused, setRefused] = useState("");
  const at = trial.formulaArchivedAt ?? trial.archivedAt;
  if (!at) return null;
  const bringBack = async () => {
    try {
      if (trial.formulaArchivedAt) await api.archiveFormula(trial.formulaId, false);
      else await api.archiveTrial(trial.id, false);
      await Promise.all([touch(queries, "formula"), queries.invalidateQueries({ queryKey: keys.trial(trial.id) })]);
    } catch (error) {
      setRefused(inWords(error));
    }
  };
  return (
    <p className="archived-note" role="status">
      {trial.formulaArchivedAt ? trial.formulaName : `Trial ${trial.number}`} was archived on {day(at)}: it stands in no
      list but the archived ones.{" "}
      <button type="button" className="link" onClick={() => void bringBack()}>
        Bring it back
      </button>
      {refused && <span className="field-error"> {refused}</span>}
    </p>
  );
}
