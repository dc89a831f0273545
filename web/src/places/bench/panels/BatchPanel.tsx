import { Button, Segmented } from "antd";
import { useState } from "react";
import { type Assessment, type Trial } from "../../../api/client";
import { Pick } from "../../../kit/Pick";
import { useHouse } from "../../../shell/HouseContext";
import type { BenchActs } from "../useBench";
import { Frame } from "./Frame";
import { complaint, isBlank, type Quantity, quantity } from "../../../kit/quantity";
import { QuantityField } from "../../../kit/QuantityField";

export function BatchPanel({
  acts,
  trial,
  assessment,
  onBack,
}: {
  acts: BenchActs;
  trial: Trial;
  assessment: Assessment;
  onBack: () => void;
}) {
  const { house, units } = useHouse();
  const containers = house.house.workshop.containers;
  const batch = trial.content.batch;
  const [counted, setCounted] = useState(batch.units != null);
  const [grams, setGrams] = useState(() => quantity("mass", batch.grams, units));
  const [count, setCount] = useState(() => quantity("number", batch.units ?? 12, units));
  const [container, setContainer] = useState(batch.container ?? containers[0]?.id ?? "");
  const [fill, setFill] = useState(() => quantity("mass", batch.fillG ?? 50, units));
  const [loss, setLoss] = useState(() => quantity("number", batch.lossPercent, units));
  const whipped = assessment.use.overrunPercent !== null;
  const [air, setAir] = useState(() => quantity("number", assessment.use.overrunPercent, units));
  const [hands, setHands] = useState(() => quantity("number", batch.handsMin ?? null, units));
  const [error, setError] = useState<{ field: string; text: string } | null>(null);

  const submit = async () => {
    const read = (field: string, of: Quantity, such: number) => {
      if (of.exact === null) setError({ field, text: complaint(of, such, units) });
      return of.exact;
    };
    setError(null);
    const overrunPercent = whipped && !isBlank(air) ? read("batch.overrunPercent", air, 30) : null;
    if (whipped && !isBlank(air) && overrunPercent === null) return;
    const handsMin = isBlank(hands) ? null : read("batch.handsMin", hands, 60);
    if (!isBlank(hands) && handsMin === null) return;
    if (handsMin !== null && !Number.isInteger(handsMin))
      return setError({ field: "batch.handsMin", text: `${handsMin} min are not whole minutes. Type a whole number.` });
    if (counted) {
      const n = read("batch.units", count, 12);
      const fillG = read("batch.fillG", fill, 50);
      const lossPercent = isBlank(loss) ? 0 : read("batch.lossPercent", loss, 2);
      if (n === null || fillG === null || lossPercent === null) return;
      if (!Number.isInteger(n))
        return setError({ field: "batch.units", text: `${n} containers cannot be filled. Type a whole number.` });
      const refused = await acts.apply([
        {
          kind: "set_batch",
          batch: { grams: 0, units: n, container: container || null, fillG, lossPercent, overrunPercent, handsMin },
        },
      ]);
      if (refused) setError({ field: refused.field, text: refused.line });
    } else {
      const g = read("batch.grams", grams, 600);
      if (g === null) return;
      const refused = await acts.apply([
        {
          kind: "set_batch",
          batch: {
            grams: Math.round(g * 100) / 100,
            units: null,
            container: null,
            fillG: null,
            lossPercent: 0,
            overrunPercent,
            handsMin,
          },
        },
      ]);
      if (refused) setError({ field: refused.field, text: refused.line });
    }
  };
  const field = (name: string, label: string, of: Quantity, set: (now: Quantity) => void, unit = "") => (
    <label className="form-field">
      <span>{label}</span>
      <span>
        <QuantityField of={of} units={units} onType={set} aria-invalid={error?.field === name} />
        {unit && ` ${unit}`}
      </span>
      {error?.field === name && (
        <span className="field-error" role="alert">
          {error.text}
        </span>
      )}
    </label>
  );
  const fine = assessment.weighing.smallestFineBatchG;
  return (
    <Frame title="Batch size" onBack={onBack}>
      <form
        onChange={() => setError(null)}
        onSubmit={(event) => {
          event.preventDefault();
          void submit();
        }}
      >
        <Segmented
          aria-label="Batch by"
          value={counted ? "count" : "weight"}
          options={[
            { label: "By weight", value: "weight" },
            { label: "By containers", value: "count" },
          ]}
          onChange={(by) => setCounted(by === "count")}
        />
        {counted ? (
          <>
            {field("batch.units", "How many", count, setCount)}
            <label className="form-field">
              <span>Container</span>
              <Pick
                label="Container"
                value={container}
                options={
                  containers.length === 0
                    ? [{ value: "", label: "any container" }]
                    : containers.map((one) => ({ value: one.id, label: one.name }))
                }
                onPick={setContainer}
                wide
              />
            </label>
            {field("batch.fillG", "Net in each", fill, setFill)}
            {field("batch.lossPercent", "Stays in pot and tools", loss, setLoss, "%")}
          </>
        ) : (
          field("batch.grams", "Whole batch", grams, setGrams)
        )}
        {whipped && field("batch.overrunPercent", "Air beaten in", air, setAir, "%")}
        {field("batch.handsMin", "Your hands, for all of it", hands, setHands, "min")}
        <Button type="primary" htmlType="submit">
          Set the batch
        </Button>
      </form>
      {fine != null && (
        <p className="hint panel-part">
          With your {units.weight(house.house.workshop.scale.resolutionG)} scale every line is within 2 % from{" "}
          {units.roundWeight(fine)} on.
        </p>
      )}
    </Frame>
  );
}
