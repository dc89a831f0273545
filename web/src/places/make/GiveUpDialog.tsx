import { Button, Checkbox } from "antd";
import { useState } from "react";
import type { Batch } from "../../api/client";
import { Dialog } from "../../kit/Dialog";
import { Field } from "../../kit/Field";
import { FormLine } from "../../kit/FormLine";
import { useRefused } from "../../kit/useRefused";
import { useHouse } from "../../shell/HouseContext";

type Props = { view: Batch; onAct: (reason: string, putBack: string[]) => Promise<unknown>; onClose: () => void };

/** Asks why a batch is given up, and which of what was weighed went back to its lot: the rest is wasted. */
export function GiveUpDialog({ view, onAct, onClose }: Props) {
  const { units } = useHouse();
  const [reason, setReason] = useState("");
  const [back, setBack] = useState<string[]>([]);
  const refused = useRefused();
  const { batch } = view;
  const weighed = batch.steps.flatMap((step) => {
    const grams = batch.done.find((one) => one.step === step.id)?.weighedG;
    const from = batch.lots.filter((one) => one.step === step.id && one.lot !== null);
    return grams && from.length > 0 ? [{ step, grams, from }] : [];
  });
  return (
    <Dialog title={`Give up lot ${batch.lot}`} onClose={onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          onAct(reason, back).then(onClose, refused.take);
        }}
      >
        <p>What was weighed stays on record in the logbook, where it can be taken up again.</p>
        {weighed.length > 0 && (
          <fieldset className="give-up">
            <legend>Tick what went back to its lot, unmixed. The rest is booked as wasted.</legend>
            {weighed.map(({ step, grams, from }) => (
              <Checkbox
                key={step.id}
                checked={back.includes(step.id)}
                onChange={(event) =>
                  setBack(event.target.checked ? [...back, step.id] : back.filter((one) => one !== step.id))
                }
              >
                {step.title}, {units.weight(grams)} of {from.map((one) => `lot ${one.code}`).join(", ")}
              </Checkbox>
            ))}
          </fieldset>
        )}
        <FormLine label="Why?" error={refused.of("reason") || refused.beside("reason")}>
          <Field
            autoFocus
            value={reason}
            placeholder="seized in the pot"
            aria-invalid={refused.of("reason") !== ""}
            onChange={(event) => {
              setReason(event.target.value);
              refused.clear();
            }}
          />
        </FormLine>
        <div className="button-row">
          <Button type="primary" htmlType="submit">
            Give it up
          </Button>
          <Button onClick={onClose}>Leave it</Button>
        </div>
      </form>
    </Dialog>
  );
}
