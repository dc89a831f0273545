import { Button } from "antd";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { type Batch, inWords } from "../../api/client";
import { useHouse } from "../../shell/HouseContext";
import { useDraft } from "../../shell/useDraft";
import { Sheet, type SheetColumn } from "../../kit/Sheet";
import { day, narrow, number, percent, plural, span, time, type Units } from "../../words/format";
import { Sentence } from "../../words/Sentence";
import { useBatch } from "../make/useBatch";
import { type Act, ObserveForm } from "./ObserveForm";
import { Area } from "../../kit/Field";

/** One batch: what was said, what was weighed, what happened. */
export function BatchRecord({ id }: { id: number }) {
  const { view, failure, act } = useBatch(id);
  const { units } = useHouse();
  const navigate = useNavigate();
  const [refused, setRefused] = useState("");
  if (failure) return <p className="page-note">{inWords(failure)}</p>;
  if (!view) return null;
  const { batch, from } = view;
  const titles = new Map(batch.steps.map((step) => [step.id, step.title]));
  const temperatures = batch.done.filter((step) => step.temperatureC != null);
  return (
    <article className="record scrolls" aria-label={`Lot ${batch.lot}`}>
      <header className="record-head">
        <div>
          <h2 className="title">
            {from.formulaName} <span className="record-lot">{batch.lot}</span>
          </h2>
          <p className="quiet">
            <Link className="openable" to={`/bench/${from.trialId}`}>
              trial {from.trialNumber}
            </Link>
            , {from.intent}. Begun {day(batch.startedAt)} at {time(batch.startedAt)}
            {batch.finishedAt
              ? `, finished ${day(batch.finishedAt)} after ${span(new Date(batch.finishedAt).getTime() - new Date(batch.startedAt).getTime())}`
              : ", not finished"}
            . Workroom {units.temperature(view.workroomC)}
            {view.humidityPercent != null && `, humidity ${view.humidityPercent}${narrow}%`}.
            {batch.unitsMade != null &&
              ` ${batch.unitsMade} ${plural(view.unit, batch.unitsMade)} filled, ${batch.unitsLeft} left.`}
          </p>
        </div>
        {!batch.finishedAt && (
          <Button type="primary" onClick={() => navigate(`/make/${id}`)}>
            Carry on
          </Button>
        )}
      </header>

      <section>
        <h3 className="head">Said → happened</h3>
        <p>{view.said.sentence}</p>
        <ul className="said">
          {batch.observations.map((seen) => (
            <li key={seen.id}>
              <span className="quiet">
                {day(seen.at)}, {time(seen.at)}
              </span>
              <span>
                {seen.kind === "thumb_press" && (
                  <>
                    thumb press at {units.temperature(seen.temperatureC ?? 0)}: {seen.said != null && `${seen.said} → `}
                    <b>{seen.value}</b> of 5 <Sentence text={view.verdicts[seen.id] ?? ""} />
                  </>
                )}
                {seen.kind === "slump" && (
                  <>
                    slump: {seen.said != null && `${units.bareTemperature(seen.said)} → `}
                    <b>{units.temperature(seen.value ?? 0)}</b> <Sentence text={view.verdicts[seen.id] ?? ""} />
                  </>
                )}
                {seen.text && ` “${seen.text}”`}
              </span>
              <button
                type="button"
                className="link"
                aria-label="Withdraw this observation"
                onClick={() =>
                  act({ kind: "withdraw", observation: seen.id }).catch((error: unknown) => setRefused(inWords(error)))
                }
              >
                Withdraw
              </button>
            </li>
          ))}
          {batch.observations.length === 0 && <li className="quiet">Nothing has been observed yet.</li>}
        </ul>
        {refused && (
          <p className="field-error" role="alert">
            {refused}
          </p>
        )}
        <ObserveForm view={view} act={act} />
      </section>

      <section>
        <h3 className="head">Weighed</h3>
        <Sheet label="Weighed" rows={view.deviations} keyOf={(line) => line.material} columns={weighed(units)} />
      </section>

      <section className="record-two">
        <div>
          <h3 className="head">Times</h3>
          <ul className="times">
            {batch.done.map((step) => (
              <li key={step.step}>
                <span className="quiet">{time(step.doneAt)}</span> {titles.get(step.step)}
                {step.note && <span className="quiet">, {step.note}</span>}
              </li>
            ))}
          </ul>
        </div>
        <div>
          <h3 className="head">Temperatures</h3>
          {temperatures.length === 0 && <p className="quiet">None were typed.</p>}
          <ul className="times">
            {temperatures.map((step) => (
              <li key={step.step}>
                <span className="quiet">{titles.get(step.step)}:</span> {units.temperature(step.temperatureC ?? 0)}
              </li>
            ))}
          </ul>
          <Notes batch={batch} act={act} />
        </div>
      </section>
    </article>
  );
}

type Weighed = Batch["deviations"][number];

const weighed = (units: Units): SheetColumn<Weighed>[] => [
  { title: "Material", dataIndex: "material", rowScope: "row" },
  { title: "Planned", className: "number", align: "right", render: (_, line) => units.weight(line.plannedG) },
  {
    title: "Weighed",
    className: "number",
    align: "right",
    render: (_, line) => (line.weighedG == null ? "not yet" : <b>{units.weight(line.weighedG)}</b>),
  },
  {
    title: "Off by",
    className: "number",
    align: "right",
    sorter: (a, b) => Math.abs(a.offG ?? 0) - Math.abs(b.offG ?? 0),
    render: (_, line) =>
      line.offG && Math.abs(line.offG) >= 0.005 ? `${line.offG > 0 ? "+" : ""}${number(line.offG, 1)}` : "",
  },
  { title: "Planned %", className: "number", align: "right", render: (_, line) => percent(line.plannedPercent) },
  {
    title: "True %",
    className: "number",
    align: "right",
    render: (_, line) => (line.weighedG == null ? "" : number(line.truePercent, 2)),
  },
];

function Notes({ batch, act }: { batch: Batch["batch"]; act: Act }) {
  const notes = useDraft(`notes.${batch.lot}`, batch.notes);
  const [error, setError] = useState("");
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        setError("");
        act({ kind: "write_notes", notes: notes.now }).catch((refused: unknown) => setError(inWords(refused)));
      }}
    >
      <h3 className="head">Notes</h3>
      <Area rows={3} aria-label="Notes" value={notes.now} onChange={(event) => notes.set(event.target.value)} />
      {error && (
        <p className="field-error" role="alert">
          {error}
        </p>
      )}
      <div className="button-row">
        <Button size="small" htmlType="submit" disabled={!notes.unsaved}>
          Save the notes
        </Button>
        {notes.unsaved && (
          <span className="quiet">
            Not saved yet.{" "}
            <button type="button" className="link" onClick={notes.drop}>
              As they were
            </button>
          </span>
        )}
      </div>
    </form>
  );
}
