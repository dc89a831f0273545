import { Button, Input } from "antd";
import { useDeferredValue, useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, inWords, type Trial } from "../../../api/client";
import { keys } from "../../../api/keys";
import { More } from "../../../kit/More";
import { usePages } from "../../../kit/usePages";
import { day } from "../../../words/format";
import { Frame } from "./Frame";
import { Field } from "../../../kit/Field";

export function FormulasPanel({
  trial,
  onBack,
  onRenamed,
}: {
  trial: Trial;
  onBack: () => void;
  onRenamed: () => void;
}) {
  const [find, setFind] = useState("");
  const query = { search: useDeferredValue(find.trim()) };
  const formulas = usePages(keys.formulas(query), (after) => api.formulas({ ...query, ...(after ? { after } : {}) }));
  const [name, setName] = useState(trial.formulaName);
  const [error, setError] = useState("");
  const navigate = useNavigate();
  return (
    <Frame title="Formulas" onBack={onBack}>
      <form
        onSubmit={async (event) => {
          event.preventDefault();
          try {
            await api.renameFormula(trial.formulaId, name);
            setError("");
            onRenamed();
          } catch (refused) {
            setError(inWords(refused));
          }
        }}
      >
        <label className="form-field">
          <span>Name</span>
          <Field value={name} onChange={(event) => setName(event.target.value)} aria-invalid={error !== ""} />
          {error && (
            <span className="field-error" role="alert">
              {error}
            </span>
          )}
        </label>
        <div className="button-row">
          <Button size="small" htmlType="submit" disabled={name === trial.formulaName}>
            Rename
          </Button>
          <Button size="small" onClick={() => navigate("/bench/new")}>
            Start a formula
          </Button>
        </div>
      </form>
      <Input
        className="panel-part"
        aria-label="Find a formula"
        placeholder="Find a formula"
        allowClear
        value={find}
        onChange={(event) => setFind(event.target.value)}
      />
      <ul className="panel-list panel-part">
        {formulas.items?.map((one) => (
          <li key={one.id} aria-current={one.id === trial.formulaId ? "true" : undefined}>
            <Link className="row-link" to={`/bench/${one.trial}`}>
              {one.name}
            </Link>
            <span className="hint">
              trial {one.trialNumber}, {day(one.changedAt)}
            </span>
          </li>
        ))}
      </ul>
      <More more={formulas.more} busy={formulas.busy} />
    </Frame>
  );
}
