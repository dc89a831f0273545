import { Button } from "antd";
import { useState } from "react";
import { type Batch, inWords, type UseTest } from "../../api/client";
import { Field } from "../../kit/Field";
import { day, isDate, readNumber, upper } from "../../words/format";
import type { Act } from "./ObserveForm";

type Props = { view: Batch; act: Act };

/** The tests of a finished product, those that are due first: one tap logs what came. */
export function LookForm({ view, act }: Props) {
  const [all, setAll] = useState(false);
  const [on, setOn] = useState("");
  const [error, setError] = useState<{ test: string; text: string } | null>(null);
  const next = view.nextLook;
  const asked = view.tests.filter((test) => next?.isDue && next.tests.includes(test.id));
  const shown = all || asked.length === 0 ? (all ? view.tests : []) : asked;
  const log = async (test: UseTest, value: number | null) => {
    const seenAt = on.trim() === "" ? null : dayOf(on.trim());
    if (seenAt === undefined)
      return setError({ test: "on", text: `“${on}” is no date. Type year, month and day, such as 2026-11-30.` });
    try {
      await act({ kind: "observe", what: "use_test", test: test.id, value, ...(seenAt ? { seenAt } : {}) });
      setError(null);
    } catch (refused) {
      setError({ test: test.id, text: inWords(refused) });
    }
  };
  if (view.tests.length === 0) return null;
  return (
    <section className="look" aria-label="Look at it">
      <p>
        {next ? (
          <>
            {upper(next.words)}
            {next.isDue ? (
              <>
                , <b>it is time</b>
              </>
            ) : (
              `, ${day(next.at)}`
            )}
            : {next.says}.
          </>
        ) : (
          "All looks are done."
        )}{" "}
        <button type="button" className="link" aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? "Only what is due" : "All tests"}
        </button>
      </p>
      {shown.map((test) => (
        <fieldset key={test.id} className="look-test">
          <legend>{test.title}</legend>
          <p className="hint">{test.how}</p>
          {test.words.length > 0 ? (
            <div className="button-row">
              {test.words.map((word, i) => (
                <Button key={word} size="small" onClick={() => void log(test, i + 1)}>
                  {word}
                </Button>
              ))}
            </div>
          ) : (
            <Counted test={test} onLog={(value) => void log(test, value)} />
          )}
          {error?.test === test.id && (
            <p className="field-error" role="alert">
              {error.text}
            </p>
          )}
        </fieldset>
      ))}
      {shown.length > 0 && (
        <label>
          Seen on{" "}
          <Field
            aria-label="Seen on"
            placeholder="now"
            value={on}
            onChange={(event) => setOn(event.target.value)}
            aria-invalid={error?.test === "on"}
          />
        </label>
      )}
      {error?.test === "on" && (
        <p className="field-error" role="alert">
          {error.text}
        </p>
      )}
    </section>
  );
}

function Counted({ test, onLog }: { test: UseTest; onLog: (value: number | null) => void }) {
  const [typed, setTyped] = useState("");
  const [wrong, setWrong] = useState("");
  const log = () => {
    const value = readNumber(typed);
    if (typed.trim() !== "" && value === null)
      return setWrong(`“${typed}” is not a number. Type ${test.measure} such as ${test.least + test.step}.`);
    setWrong("");
    onLog(value);
  };
  return (
    <div className="button-row">
      <Field
        aria-label={`${test.title} in ${test.measure}`}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onPressEnter={(event) => {
          event.preventDefault();
          log();
        }}
      />
      <span className="unit">{test.measure}</span>
      <Button size="small" onClick={log}>
        Log it
      </Button>
      {wrong && (
        <p className="field-error" role="alert">
          {wrong}
        </p>
      )}
    </div>
  );
}

/** Noon of a day that was typed; undefined for what is none. */
const dayOf = (text: string): string | undefined =>
  isDate(text) ? new Date(`${text}T12:00:00`).toISOString() : undefined;
