import { Link } from "react-router";
import { type Trial } from "../../../api/client";
import { day } from "../../../words/format";
import { Frame } from "./Frame";

export function TrialsPanel({
  trial,
  onUnder,
  onBack,
}: {
  trial: Trial;
  onUnder: (id: number) => void;
  onBack: () => void;
}) {
  return (
    <Frame title={`Trials of ${trial.formulaName}`} onBack={onBack}>
      <ul className="panel-list">
        {[...trial.trials].reverse().map((one) => (
          <li key={one.id} aria-current={one.id === trial.id ? "true" : undefined}>
            <div>
              <b>Trial {one.number}</b> <span>{one.intent}</span>
              <div className="hint">
                {one.madeAt ? `made ${day(one.madeAt)}` : "not made yet"}, changed {day(one.changedAt)}
              </div>
            </div>
            {one.id !== trial.id && (
              <div className="button-row">
                <Link className="link" to={`/bench/${one.id}`}>
                  Open
                </Link>
                <button type="button" className="link" onClick={() => onUnder(one.id)}>
                  Lay under
                </button>
              </div>
            )}
          </li>
        ))}
      </ul>
      {trial.lots.length > 0 && (
        <p className="hint">
          Lots of trial {trial.number}: {trial.lots.join(", ")}.
        </p>
      )}
    </Frame>
  );
}
