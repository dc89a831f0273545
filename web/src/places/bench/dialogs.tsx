import { Button, Modal } from "antd";
import { memo, useState } from "react";
import { type Formula, type FormulaEdit, inWords, type Trial } from "../../api/client";
import { useHouse } from "../../shell/HouseContext";
import { percent, time } from "../../words/format";
import { Field } from "../../kit/Field";
import { Dialog } from "../../kit/Dialog";

type IntentProps = {
  trial: Trial;
  edits: FormulaEdit[] | null;
  content?: Formula | undefined;
  onFork: (intent: string, edits: FormulaEdit[], content?: Formula) => Promise<void>;
  onClose: () => void;
};

/** A new trial says what it is after. */
export const IntentDialog = memo(function IntentDialog({ trial, edits, content, onFork, onClose }: IntentProps) {
  const [intent, setIntent] = useState("");
  const [error, setError] = useState("");
  const next = Math.max(...trial.trials.map((one) => one.number)) + 1;
  const submit = async () => {
    try {
      await onFork(intent, edits ?? [], content);
      setIntent("");
      setError("");
    } catch (refused) {
      setError(inWords(refused));
    }
  };
  return (
    <Dialog open={edits !== null} title={`Trial ${next}`} onClose={onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void submit();
        }}
      >
        {trial.madeAt && edits && edits.length > 0 && (
          <p>
            Trial {trial.number} has been made and stays as it is. Changing it starts trial {next}.
          </p>
        )}
        <label className="form-field">
          <span>What is it after?</span>
          <Field
            autoFocus
            value={intent}
            placeholder="less greasy"
            onChange={(event) => {
              setIntent(event.target.value);
              setError("");
            }}
            aria-invalid={error !== ""}
          />
          {error && (
            <span className="field-error" role="alert">
              {error}
            </span>
          )}
        </label>
        <div className="button-row">
          <Button type="primary" htmlType="submit">
            Start trial {next}
          </Button>
          <Button onClick={onClose}>Leave it</Button>
        </div>
      </form>
    </Dialog>
  );
});

type VersionsProps = {
  conflict: { theirs: Trial; mine: Formula } | null;
  onKeep: (which: "mine" | "theirs") => void;
  onFork: (intent: string, edits: FormulaEdit[], content: Formula) => Promise<void>;
};

/** Two windows changed the same trial: both versions side by side. */
export function TwoVersions({ conflict, onKeep, onFork }: VersionsProps) {
  const { materials } = useHouse();
  if (!conflict) return null;
  const next = Math.max(...conflict.theirs.trials.map((one) => one.number)) + 1;
  const list = (formula: Formula) => (
    <ul>
      {formula.lines.map((line) => (
        <li key={line.id}>
          {materials.get(line.material)?.name} {percent(line.percent)} %
        </li>
      ))}
    </ul>
  );
  return (
    <Modal
      open
      title={`Changed in another window at ${time(conflict.theirs.changedAt)}`}
      footer={null}
      closable={false}
      width={640}
    >
      <div className="versions">
        <section>
          <h3>Yours</h3>
          {list(conflict.mine)}
        </section>
        <section>
          <h3>The other</h3>
          {list(conflict.theirs.content)}
        </section>
      </div>
      <div className="button-row">
        <Button onClick={() => onKeep("mine")}>Keep yours</Button>
        <Button onClick={() => onKeep("theirs")}>Keep the other</Button>
        <Button type="primary" onClick={() => void onFork("the version from this window", [], conflict.mine)}>
          Make yours trial {next}
        </Button>
      </div>
    </Modal>
  );
}
