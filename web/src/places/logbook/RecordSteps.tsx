import { useState } from "react";
import { Link } from "react-router";
import type { Batch, MakeStep } from "../../api/client";
import { useHouse } from "../../shell/HouseContext";
import { useRoving } from "../../shell/useRoving";
import { day, time } from "../../words/format";
import type { Act } from "./ObserveForm";
import { PutRight } from "./PutRight";

/** What was done when, each number as it was put down; a finished one can be put right. */
export function RecordSteps({ view, act }: { view: Batch; act: Act }) {
  const { units } = useHouse();
  const { batch } = view;
  const rows = useRoving<HTMLUListElement>("li");
  const [putting, setPutting] = useState<string | null>(null);
  const done = new Map(batch.done.map((one) => [one.step, one]));
  const steps = batch.steps.filter((step) => done.has(step.id) || (batch.finishedAt && hasNumber(step)));
  return (
    <>
      <ul className="times" {...rows}>
        {steps.map((step) => {
          const one = done.get(step.id);
          const numbers = [
            one?.weighedG != null && units.weight(one.weighedG),
            one?.temperatureC != null && units.temperature(one.temperatureC),
          ].filter(Boolean);
          const how = [
            one?.drops != null && `${one.drops} drops counted`,
            one?.scale && `on ${one.scale}`,
            one?.tareG != null && one.tareG > 0 && `${units.weight(one.tareG)} tared away`,
          ].filter(Boolean);
          return (
            <li key={step.id}>
              <span className="quiet">{one ? time(one.doneAt) : "–"}</span>
              <span>
                {step.title}
                {numbers.length > 0 && (
                  <>
                    : <b className="times-number">{numbers.join(", ")}</b>
                  </>
                )}
                {how.length > 0 && <span className="quiet">, {how.join(", ")}</span>}
                {one?.note && <span className="quiet">, {one.note}</span>}
                {batch.lots
                  .filter((from) => from.step === step.id && from.lot !== null)
                  .map((from) => (
                    <span key={from.lot} className="quiet">
                      , lot{" "}
                      <Link
                        className="lot"
                        to={`/pantry?at=${encodeURIComponent(`material/${from.material}`)}&lot=${from.lot}`}
                      >
                        {from.code}
                      </Link>
                    </span>
                  ))}
              </span>
              {batch.finishedAt && hasNumber(step) && (
                <button
                  type="button"
                  className="link"
                  aria-label={`Put right: ${step.title}`}
                  aria-expanded={putting === step.id}
                  onClick={() => setPutting(putting === step.id ? null : step.id)}
                >
                  Put right
                </button>
              )}
              {putting === step.id && (
                <PutRight
                  title={step.title}
                  entries={[
                    step.kind === "weigh"
                      ? {
                          name: "weighedG",
                          label: "Weighed",
                          measure: "mass",
                          was: one?.weighedG ?? step.targetG ?? null,
                        }
                      : {
                          name: "temperatureC",
                          label: "Temperature",
                          measure: "temperature",
                          was: one?.temperatureC ?? step.toC ?? null,
                        },
                  ]}
                  onSave={(entries, reason) => act({ kind: "correct_step", step: step.id, reason, ...entries })}
                  onDone={() => setPutting(null)}
                />
              )}
            </li>
          );
        })}
      </ul>
      {batch.corrections.length > 0 && (
        <>
          <h3 className="head">Put right since</h3>
          <ul className="corrections">
            {batch.corrections.map((one) => (
              <li key={one.id}>
                {one.of}: <s>{one.was}</s> → <b>{one.now}</b>, {one.reason}{" "}
                <span className="quiet">
                  {day(one.at)}, {time(one.at)}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}

const hasNumber = (step: MakeStep) => step.kind === "weigh" || step.toC != null;
