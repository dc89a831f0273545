import { Checkbox } from "antd";
import { useState } from "react";
import type { Batch } from "../../api/client";
import { ReasonDialog } from "../../kit/ReasonDialog";
import { useHouse } from "../../shell/HouseContext";

type Props = { view: Batch; onAct: (reason: string, putBack: string[]) => Promise<unknown>; onClose: () => void };

/** Asks why a batch is given up, and which of what was weighed went back to its lot: the rest is wasted. */
export function GiveUpDialog({ view, onAct, onClose }: Props) {
  const { units } = useHouse();
  const [back, setBack] = useState<string[]>([]);
  const { batch } = view;
  const weighed = batch.steps.flatMap((step) => {
    const grams = batch.done.find((one) => one.step === step.id)?.weighedG;
    const from = batch.lots.filter((one) => one.step === step.id && one.lot !== null);
    return grams && from.length > 0 ? [{ step, grams, from }] : [];
  });
  return (
    <ReasonDialog
      title={`Give up lot ${batch.lot}`}
      about="What was weighed stays on record in the logbook, where it can be taken up again."
      act="Give it up"
      placeholder="seized in the pot"
      onAct={(reason) => onAct(reason, back)}
      onClose={onClose}
    >
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
    </ReasonDialog>
  );
}
