import { useQueryClient } from "@tanstack/react-query";
import { Button, Checkbox } from "antd";
import { Link } from "react-router";
import { api, type Trial, type TrialPart } from "../../../api/client";
import { keys, take, touch } from "../../../api/keys";
import { Area, Field } from "../../../kit/Field";
import { FormLine, Wrong } from "../../../kit/FormLine";
import { useRefused } from "../../../kit/useRefused";
import { useDraft } from "../../../shell/useDraft";
import { useRoving } from "../../../shell/useRoving";
import { day } from "../../../words/format";
import { CarryPart } from "./CarryPart";
import { Frame } from "./Frame";
import { Splits } from "./SplitPanel";

type Props = {
  trial: Trial;
  onUnder: (id: number) => void;
  /** Opens a split base, or begins one. */
  onSplit: (id: string | null) => void;
  onBack: () => void;
};
type Brief = Trial["trials"][number];

/** What this trial is after and what is noted of it; and its siblings, to open or to lay under. */
export function TrialsPanel({ trial, onUnder, onSplit, onBack }: Props) {
  const others = [...trial.trials].reverse();
  const rows = useRoving<HTMLUListElement>("li");
  const away = useRoving<HTMLUListElement>("li");
  const archived = others.filter((one) => one.archivedAt);
  const row = (one: Brief) => (
    <li key={one.id} aria-current={one.id === trial.id ? "true" : undefined}>
      <div>
        <b>Trial {one.number}</b> <span>{one.intent}</span>
        <div className="hint">
          {one.standsFor.map((part) => `${words[part].short}, `).join("")}
          {one.madeAt ? `made ${day(one.madeAt)}` : "not made yet"}, changed {day(one.changedAt)}
        </div>
      </div>
      {one.id !== trial.id && (
        <div className="button-row">
          <Link className="link" to={`/bench/${one.id}`} aria-label={`Open trial ${one.number}`}>
            Open
          </Link>
          <button
            type="button"
            className="link"
            aria-label={`Lay trial ${one.number} under`}
            onClick={() => onUnder(one.id)}
          >
            Lay under
          </button>
        </div>
      )}
    </li>
  );
  return (
    <Frame title={`Trials of ${trial.formulaName}`} onBack={onBack}>
      <About key={trial.id} trial={trial} />
      <ul className="panel-list panel-part" {...rows}>
        {others.filter((one) => !one.archivedAt).map(row)}
      </ul>
      <Season trial={trial} onUnder={onUnder} />
      <p>
        <button type="button" className="link" onClick={() => onSplit(null)}>
          Split a base into cups with one change each
        </button>
      </p>
      <CarryPart trial={trial} />
      <Splits trial={trial} onOpen={onSplit} />
      {others.length > 1 && (
        <p>
          <Link className="link" to={`/bench/compare?${beside(trial)}`}>
            Lay up to four side by side
          </Link>
        </p>
      )}
      {archived.length > 0 && (
        <>
          <h3 className="panel-part">Archived</h3>
          <ul className="panel-list" {...away}>
            {archived.map(row)}
          </ul>
        </>
      )}
      {trial.lots.length > 0 && (
        <p className="hint">
          Lots of trial {trial.number}: {trial.lots.join(", ")}.
        </p>
      )}
    </Frame>
  );
}

const words: Record<TrialPart, { short: string; choose: string }> = {
  sold: { short: "the one you sell", choose: "the one you sell" },
  summer: { short: "summer mix", choose: "the summer mix" },
  winter: { short: "winter mix", choose: "the winter mix" },
};

/** The mix of the other season, where this one is half of a pair. */
function Season({ trial, onUnder }: { trial: Trial; onUnder: (id: number) => void }) {
  const here = trial.trials.find((one) => one.id === trial.id)?.standsFor ?? [];
  const other = here.includes("summer") ? "winter" : here.includes("winter") ? "summer" : null;
  const pair = other && trial.trials.find((one) => one.id !== trial.id && one.standsFor.includes(other));
  if (!pair) return null;
  return (
    <p>
      <button type="button" className="link" onClick={() => onUnder(pair.id)}>
        Lay the {other} mix, trial {pair.number}, under
      </button>
    </p>
  );
}

/** What this trial stands for among its siblings. */
function StandsFor({ trial, act }: { trial: Trial; act: (doing: Promise<Trial>) => void }) {
  const here = trial.trials.find((one) => one.id === trial.id)?.standsFor ?? [];
  if (trial.archivedAt) return null;
  return (
    <fieldset className="panel-part stands-for">
      <legend>This trial is</legend>
      {(Object.keys(words) as TrialPart[]).map((part) => (
        <Checkbox
          key={part}
          checked={here.includes(part)}
          onChange={(event) => act(api.standFor(trial.id, part, event.target.checked))}
        >
          {words[part].choose}
        </Checkbox>
      ))}
    </fieldset>
  );
}

/** The newest of the trials, the one in hand among them, in their order. */
const beside = (trial: Trial) =>
  trial.trials
    .filter((one) => one.id === trial.id || !one.archivedAt)
    .sort((one, other) => Number(other.id === trial.id) - Number(one.id === trial.id) || other.number - one.number)
    .slice(0, 4)
    .sort((one, other) => one.number - other.number)
    .map((one) => `id=${one.id}`)
    .join("&");

function About({ trial }: { trial: Trial }) {
  const queries = useQueryClient();
  const saved = { intent: trial.intent, notes: trial.notes };
  const about = useDraft(`about.${trial.id}`, saved);
  const refused = useRefused();
  const act = (doing: Promise<Trial>) =>
    doing.then(
      async (now) => {
        take(queries, keys.trial(trial.id), now);
        refused.clear();
        await touch(queries, "formula");
      },
      async (error: unknown) => {
        refused.take(error);
        await queries.invalidateQueries({ queryKey: keys.trial(trial.id) });
      },
    );
  const put = (change: Partial<typeof saved>) => {
    about.set({ ...about.now, ...change });
    refused.clear();
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void act(api.tellTrial(trial.id, { ...about.now, seen: saved }));
      }}
    >
      <FormLine label={`Trial ${trial.number} is after`} error={refused.of("intent")}>
        <Field
          value={about.now.intent}
          aria-invalid={refused.of("intent") !== ""}
          onChange={(event) => put({ intent: event.target.value })}
        />
      </FormLine>
      <FormLine label="Notes" error={refused.of("notes")}>
        <Area
          rows={2}
          value={about.now.notes}
          aria-invalid={refused.of("notes") !== ""}
          onChange={(event) => put({ notes: event.target.value })}
        />
      </FormLine>
      <div className="button-row">
        <Button size="small" htmlType="submit" disabled={!about.unsaved}>
          Save
        </Button>
        {!trial.archivedAt && (
          <Button size="small" onClick={() => void act(api.archiveTrial(trial.id, true))}>
            Archive trial {trial.number}
          </Button>
        )}
        {about.unsaved && (
          <span className="quiet">
            Not saved yet.{" "}
            <button type="button" className="link" onClick={about.drop}>
              As it was
            </button>
          </span>
        )}
      </div>
      <StandsFor trial={trial} act={(doing) => void act(doing)} />
      {refused.beside("intent", "notes") && <Wrong>{refused.beside("intent", "notes")}</Wrong>}
    </form>
  );
}
