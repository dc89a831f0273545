import { Button, Input } from "antd";
import { useState } from "react";
import { inWords, type MakeStep, type OwnStep, type StartView } from "../../api/client";
import { complaint, isTaken, quantity } from "../../kit/quantity";
import { FormLine } from "../../kit/FormLine";
import { QuantityField } from "../../kit/QuantityField";
import { useHouse } from "../../shell/HouseContext";
import { inside } from "../../words/format";
import { SheetSteps } from "./SheetSteps";
import { useMethod } from "./useMethod";

/** A step with nothing of hers in it yet. */
const asUsual = (step: string): OwnStep => ({
  step,
  title: null,
  text: null,
  doneWhen: null,
  minutes: null,
  leftOut: false,
  after: null,
});

const saysNothing = (own: OwnStep) =>
  own.after === null && !own.leftOut && [own.title, own.text, own.doneWhen, own.minutes].every((one) => one === null);

/** The sheet of a batch, to be read or said in one's own words: kept with the trial, or as the house's way. */
export function OwnSheet({ start }: { start: StartView }) {
  const { keep } = useHouse();
  const { method, choose, said, setSaid } = useMethod(start);
  const [open, setOpen] = useState<string | null>(null);
  const own = method.steps ?? start.procedure;
  const name = start.routes.find((one) => one.route === start.route)?.name ?? start.procedureKey;
  const isHouses = method.steps === null && start.procedure.length > 0;

  const put = (change: OwnStep, words: string) => {
    const others = own.filter((one) => one.step !== change.step);
    const steps = saysNothing(change) ? others : [...others, change];
    setOpen(null);
    return choose({ ...method, steps: steps.length > 0 || start.procedure.length > 0 ? steps : null }, words);
  };
  const drop = (step: string, words: string) =>
    void choose({ ...method, steps: own.filter((one) => one.step !== step) }, words);
  const keepForHouse = async (steps: OwnStep[], words: string) => {
    try {
      await keep((now) => {
        const others = Object.entries(now.workshop.procedures).filter(([key]) => key !== start.procedureKey);
        const procedures = Object.fromEntries(steps.length > 0 ? [...others, [start.procedureKey, steps]] : others);
        return { workshop: { ...now.workshop, procedures } };
      });
      setSaid(words);
    } catch (refused) {
      setSaid(inWords(refused));
    }
  };

  const acts = (step: MakeStep) => {
    const key = step.template ?? step.id;
    const mine = own.find((one) => one.step === key);
    const isAdded = mine?.after != null;
    if (open === key)
      return (
        <StepForm
          step={step}
          own={mine ?? asUsual(key)}
          onKeep={(now) => put(now, `${step.title}: said your way`)}
          onDone={() => setOpen(null)}
        />
      );
    if (open === `after ${key}`)
      return (
        <StepForm
          own={{ ...asUsual(`own-${Date.now().toString(36)}`), after: key }}
          onKeep={(now) => put(now, `${now.title ?? "A step"}: put in`)}
          onDone={() => setOpen(null)}
        />
      );
    return (
      <div className="button-row">
        <Button size="small" onClick={() => setOpen(key)}>
          Say it your way
        </Button>
        {!isAdded && step.kind !== "weigh" && step.cautions.length === 0 && (
          <Button
            size="small"
            onClick={() => void put({ ...(mine ?? asUsual(key)), leftOut: true }, `${step.title}: left out`)}
          >
            Leave it out
          </Button>
        )}
        {mine && (
          <Button size="small" onClick={() => drop(key, `${step.title}: ${isAdded ? "taken out" : "as usual"}`)}>
            {isAdded ? "Take it out" : "As usual"}
          </Button>
        )}
        {!isAdded && (
          <Button size="small" onClick={() => setOpen(`after ${key}`)}>
            Add a step after it
          </Button>
        )}
      </div>
    );
  };

  return (
    <>
      <SheetSteps steps={start.steps} acts={acts} />
      {start.leftOut.length > 0 && (
        <ul className="sheet-left" aria-label="Left out">
          {start.leftOut.map((step) => (
            <li key={step.id}>
              Left out: {inside(step.title)}{" "}
              <Button size="small" onClick={() => drop(step.template ?? step.id, `${step.title}: back in`)}>
                Put it back
              </Button>
            </li>
          ))}
        </ul>
      )}
      {own.length > 0 && (
        <div className="sheet-own">
          <p className="hint">
            {isHouses
              ? `These steps are the house’s way: ${inside(name)}.`
              : "These steps are kept with this trial. Temperatures, weights and cautions stay as they are worked out."}
          </p>
          <div className="button-row">
            {!isHouses && (
              <Button size="small" onClick={() => void keepForHouse(own, `Kept as the house’s way: ${inside(name)}.`)}>
                Keep for every {inside(name)}
              </Button>
            )}
            {isHouses && (
              <Button size="small" onClick={() => void keepForHouse([], "The house does it as usual again.")}>
                Forget the house’s way
              </Button>
            )}
            <Button size="small" onClick={() => void choose({ ...method, steps: [] }, "All steps as usual")}>
              All as usual here
            </Button>
          </div>
        </div>
      )}
      {method.steps !== null && start.procedure.length > 0 && (
        <p className="hint">
          {own.length === 0 && "The house has its own way of this; here all is as usual. "}
          <Button size="small" onClick={() => void choose({ ...method, steps: null }, "The house’s way")}>
            As the house does
          </Button>
        </p>
      )}
      {said && (
        <p className="hint" role="status">
          {said}
        </p>
      )}
    </>
  );
}

type FormProps = {
  step?: MakeStep;
  own: OwnStep;
  onKeep: (now: OwnStep) => Promise<boolean>;
  onDone: () => void;
};

/** A step in one's own words: what is left as it was stays as usual. */
function StepForm({ step, own, onKeep, onDone }: FormProps) {
  const { units } = useHouse();
  const [title, setTitle] = useState(own.title ?? step?.title ?? "");
  const [text, setText] = useState(own.text ?? step?.text ?? "");
  const [doneWhen, setDoneWhen] = useState(own.doneWhen ?? step?.doneWhen ?? "");
  const [minutes, setMinutes] = useState(() => quantity("number", own.minutes, units));
  const [error, setError] = useState("");
  const other = (now: string, usual: string | undefined) => (now.trim() === "" || now === usual ? null : now.trim());
  const keep = async () => {
    if (!isTaken(minutes)) return setError(complaint(minutes, 20, units));
    if (!step && title.trim() === "") return setError("Say what is done.");
    await onKeep({
      ...own,
      title: other(title, step?.title),
      text: other(text, step?.text),
      doneWhen: other(doneWhen, step?.doneWhen),
      minutes: minutes.exact,
      leftOut: false,
    });
  };
  return (
    <form
      className="sheet-form"
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
      onKeyDown={(event) => event.key === "Escape" && onDone()}
    >
      {step?.kind !== "weigh" && (
        <FormLine label="What it is called" error={error}>
          <Input value={title} maxLength={80} autoFocus onChange={(event) => setTitle(event.target.value)} />
        </FormLine>
      )}
      <FormLine label="What to do" error="">
        <Input.TextArea value={text} maxLength={1000} autoSize onChange={(event) => setText(event.target.value)} />
      </FormLine>
      <FormLine label="Done when" error="">
        <Input.TextArea
          value={doneWhen}
          maxLength={1000}
          autoSize
          onChange={(event) => setDoneWhen(event.target.value)}
        />
      </FormLine>
      <FormLine label="Minutes" error="">
        <span>
          <QuantityField
            aria-label="Minutes"
            of={minutes}
            units={units}
            placeholder="as usual"
            onType={(now) => {
              setMinutes(now);
              setError("");
            }}
          />
        </span>
      </FormLine>
      <div className="button-row">
        <Button size="small" type="primary" htmlType="submit">
          Keep these words
        </Button>
        <Button size="small" onClick={onDone}>
          Not now
        </Button>
      </div>
    </form>
  );
}
