import { useQueryClient } from "@tanstack/react-query";
import { Button, Input } from "antd";
import { useDeferredValue, useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, type Trial } from "../../../api/client";
import { keys, touch } from "../../../api/keys";
import { Field } from "../../../kit/Field";
import { FormLine, Wrong } from "../../../kit/FormLine";
import { More } from "../../../kit/More";
import { Pick } from "../../../kit/Pick";
import { usePages } from "../../../kit/usePages";
import { useRefused } from "../../../kit/useRefused";
import { useHouse } from "../../../shell/HouseContext";
import { useRoving } from "../../../shell/useRoving";
import { day } from "../../../words/format";
import { WhichFormulas } from "../library/WhichFormulas";
import type { BenchActs } from "../useBench";
import { Frame } from "./Frame";

/** The formula's name and kind, a copy of it, its archive; and the way to every other formula. */
export function FormulasPanel({ trial, acts, onBack }: { trial: Trial; acts: BenchActs; onBack: () => void }) {
  const [find, setFind] = useState("");
  const [archived, setArchived] = useState(false);
  const rows = useRoving<HTMLUListElement>("li");
  const query = { search: useDeferredValue(find.trim()), ...(archived ? { archived } : {}) };
  const formulas = usePages(keys.formulas(query), (after) => api.formulas({ ...query, ...(after ? { after } : {}) }));
  return (
    <Frame title="Formulas" onBack={onBack}>
      <ThisFormula key={trial.formulaId} trial={trial} acts={acts} />
      <div className="panel-part panel-find">
        <Input
          aria-label="Find a formula"
          placeholder="Find a formula"
          allowClear
          value={find}
          onChange={(event) => setFind(event.target.value)}
        />
        <WhichFormulas archived={archived} onPick={setArchived} />
      </div>
      <ul className="panel-list panel-part" {...rows}>
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
        {formulas.items?.length === 0 && (
          <li className="hint">
            {query.search ? `Nothing called “${query.search.slice(0, 40)}”.` : "No formula is archived."}
          </li>
        )}
      </ul>
      <More more={formulas.more} busy={formulas.busy} />
      <p>
        <Link className="link" to="/bench/all">
          Find by what they are, tag, take out or bring in
        </Link>
      </p>
    </Frame>
  );
}

function ThisFormula({ trial, acts }: { trial: Trial; acts: BenchActs }) {
  const { families } = useHouse();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [name, setName] = useState(trial.formulaName);
  const [copying, setCopying] = useState<string | null>(null);
  const refused = useRefused();
  const renamed = () =>
    Promise.all([touch(queries, "formula"), queries.invalidateQueries({ queryKey: keys.trial(trial.id) })]);
  const kinds = [...families.values()].map((kind) => ({ value: kind.family, label: kind.title }));
  const act = (doing: Promise<unknown>) => doing.then(refused.clear, refused.take);
  return (
    <>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void act(api.renameFormula(trial.formulaId, name).then(renamed));
        }}
      >
        <FormLine label="Name" error={copying === null ? refused.of("name") : ""}>
          <Field
            value={name}
            onChange={(event) => {
              setName(event.target.value);
              refused.clear();
            }}
            aria-invalid={copying === null && refused.of("name") !== ""}
          />
        </FormLine>
        <div className="button-row">
          <Button size="small" htmlType="submit" disabled={name === trial.formulaName}>
            Rename
          </Button>
          <Button
            size="small"
            aria-expanded={copying !== null}
            onClick={() => setCopying(`${trial.formulaName}, copy`)}
          >
            Copy it…
          </Button>
          {!trial.formulaArchivedAt && (
            <Button size="small" onClick={() => void act(api.archiveFormula(trial.formulaId, true).then(renamed))}>
              Archive it
            </Button>
          )}
          <Button size="small" onClick={() => navigate("/bench/new")}>
            Start a formula
          </Button>
        </div>
      </form>
      {copying !== null && (
        <form
          className="panel-part"
          onSubmit={(event) => {
            event.preventDefault();
            void act(
              api
                .startFormula({ name: copying, family: trial.content.family, from: "copy", of: trial.id })
                .then(async (begun) => {
                  await touch(queries, "formula");
                  navigate(`/bench/${begun.id}`);
                }),
            );
          }}
        >
          <FormLine label={`A copy of trial ${trial.number}, called`} error={refused.of("name")}>
            <Field
              autoFocus
              value={copying}
              aria-invalid={refused.of("name") !== ""}
              onChange={(event) => {
                setCopying(event.target.value);
                refused.clear();
              }}
            />
          </FormLine>
          <div className="button-row">
            <Button size="small" type="primary" htmlType="submit">
              Copy it
            </Button>
            <Button size="small" onClick={() => setCopying(null)}>
              Leave it
            </Button>
          </div>
        </form>
      )}
      <FormLine label="Kind">
        <Pick
          label="Kind of product"
          wide
          value={trial.content.family}
          options={kinds}
          onPick={(family) => void acts.apply([{ kind: "set_family", family }])}
        />
      </FormLine>
      {refused.beside("name") && <Wrong>{refused.beside("name")}</Wrong>}
    </>
  );
}
