import { Button } from "antd";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { type Batch, type BatchCommand, inWords, type Observation } from "../../api/client";
import { useHouse } from "../../shell/HouseContext";
import { useRoving } from "../../shell/useRoving";
import { useDraft } from "../../shell/useDraft";
import { Sheet, type SheetColumn } from "../../kit/Sheet";
import { day, narrow, number, percent, plural, span, time, type Units } from "../../words/format";
import { Sentence } from "../../words/Sentence";
import { useBatch } from "../make/useBatch";
import { type Act, ObserveForm } from "./ObserveForm";
import { Area } from "../../kit/Field";
import { LookForm } from "./LookForm";
import { type Entry, PutRight } from "./PutRight";
import { RecordSteps } from "./RecordSteps";
import { Stock } from "./Stock";

/** One batch: what was said, what was weighed, what happened. */
export function BatchRecord({ id }: { id: number }) {
  const { view, failure, act } = useBatch(id);
  const { units } = useHouse();
  const navigate = useNavigate();
  const rows = useRoving<HTMLUListElement>("li");
  const [refused, setRefused] = useState("");
  const [putting, setPutting] = useState<string | null>(null);
  if (failure) return <p className="page-note">{inWords(failure)}</p>;
  if (!view) return null;
  const { batch, from } = view;
  const go = (command: BatchCommand) => act(command).catch((error: unknown) => setRefused(inWords(error)));
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
            {batch.givenUpFor != null
              ? `, given up ${day(batch.finishedAt ?? batch.startedAt)}: ${batch.givenUpFor}`
              : batch.finishedAt
                ? `, finished ${day(batch.finishedAt)} after ${span(new Date(batch.finishedAt).getTime() - new Date(batch.startedAt).getTime())}`
                : ", not finished"}
            . Workroom {units.temperature(view.workroomC)}
            {view.humidityPercent != null && `, humidity ${view.humidityPercent}${narrow}%`}.
            {batch.unitsMade != null &&
              batch.givenUpFor == null &&
              ` ${batch.unitsMade} ${plural(view.unit, batch.unitsMade)} filled, ${batch.unitsLeft} left.`}
          </p>
          {view.answered.length > 0 && (
            <ul className="answered" aria-label="Where it left its sheet">
              {view.answered.map((told) => (
                <li key={told}>
                  <Sentence text={told} />
                </li>
              ))}
            </ul>
          )}
          {view.filled && (
            <p className="quiet">
              <Sentence text={view.filled} />
            </p>
          )}
          {view.took && (
            <p className="quiet">
              <Sentence text={view.took} />
            </p>
          )}
        </div>
        <div className="button-row">
          {!batch.finishedAt && (
            <Button type="primary" onClick={() => navigate(`/make/${id}`)}>
              Carry on
            </Button>
          )}
          {batch.givenUpFor != null && !batch.archivedAt && (
            <Button onClick={() => void go({ kind: "take_up" })}>Take it up again</Button>
          )}
          {batch.finishedAt && (
            <Button onClick={() => void go({ kind: batch.archivedAt ? "bring_back" : "archive" })}>
              {batch.archivedAt ? "Bring it back" : "Archive"}
            </Button>
          )}
        </div>
      </header>
      {batch.archivedAt && (
        <p className="archived-note" role="status">
          Archived {day(batch.archivedAt)}: it stands in no list but the archived ones.
        </p>
      )}
      {refused && (
        <p className="field-error" role="alert">
          {refused}
        </p>
      )}

      <section>
        <h3 className="head">Said → happened</h3>
        <p>{view.said.sentence}</p>
        <ul className="said" {...rows}>
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
                {view.tried[seen.id] && (
                  <>
                    <Sentence text={view.tried[seen.id] ?? ""} /> <Sentence text={view.verdicts[seen.id] ?? ""} />
                  </>
                )}
                {seen.text && ` “${seen.text}”`}
              </span>
              <button
                type="button"
                className="link"
                aria-label={`Put right: ${seenWords[seen.kind]} of ${day(seen.at)}`}
                aria-expanded={putting === seen.id}
                onClick={() => setPutting(putting === seen.id ? null : seen.id)}
              >
                Put right
              </button>
              <button
                type="button"
                className="link"
                aria-label={`Withdraw: ${seenWords[seen.kind]} of ${day(seen.at)}`}
                onClick={() => void go({ kind: "withdraw", observation: seen.id })}
              >
                Withdraw
              </button>
              {putting === seen.id && (
                <PutRight
                  title={seenWords[seen.kind]}
                  entries={entriesOf(seen)}
                  onSave={(entries, reason, sure) =>
                    act({ kind: "correct_observation", observation: seen.id, reason, sure, ...entries })
                  }
                  onDone={() => setPutting(null)}
                />
              )}
            </li>
          ))}
          {batch.observations.length === 0 && <li className="quiet">Nothing has been observed yet.</li>}
        </ul>
        <LookForm view={view} act={act} />
        <ObserveForm view={view} act={act} />
      </section>

      <section>
        <h3 className="head">Weighed</h3>
        <Sheet label="Weighed" rows={view.deviations} keyOf={(line) => line.material} columns={weighed(units)} />
      </section>

      {batch.finishedAt && batch.givenUpFor == null && <Stock view={view} act={act} />}

      <section className="record-two">
        <div>
          <h3 className="head">Times and temperatures</h3>
          <RecordSteps view={view} act={act} />
        </div>
        <div>
          <Notes batch={batch} act={act} />
        </div>
      </section>
    </article>
  );
}

const seenWords = { thumb_press: "thumb press", slump: "slump", note: "note", use_test: "test" } as const;

const entriesOf = (seen: Observation): Entry[] => [
  ...(seen.kind === "thumb_press"
    ? [
        { name: "temperatureC", label: "Pressed at", measure: "temperature", was: seen.temperatureC } as const,
        { name: "value", label: "Firmness, 1 to 5", measure: "number", was: seen.value } as const,
      ]
    : seen.kind === "slump"
      ? [{ name: "value", label: "Lost its shape at", measure: "temperature", was: seen.value } as const]
      : seen.kind === "use_test"
        ? [{ name: "value", label: "What came, of words 1 the first", measure: "number", was: seen.value } as const]
        : []),
  { name: "text", label: "In words", words: seen.text },
];

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
