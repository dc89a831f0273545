import { Button, Segmented } from "antd";
import { useState } from "react";
import { type Assessment, type Trial } from "../../../api/client";
import { Pick } from "../../../kit/Pick";
import { useHouse } from "../../../shell/HouseContext";
import { readNumber } from "../../../words/format";
import type { BenchActs } from "../useBench";
import { Frame } from "./Frame";
import { Field } from "../../../kit/Field";

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
  const [grams, setGrams] = useState(
    String(
      batch.units == null || units.mass === "g"
        ? units.mass === "g"
          ? batch.grams
          : units.bareWeight(batch.grams)
        : units.bareWeight(batch.grams),
    ),
  );
  const [count, setCount] = useState(String(batch.units ?? 12));
  const [container, setContainer] = useState(batch.container ?? containers[0]?.id ?? "");
  const [fill, setFill] = useState(String(batch.fillG ?? 50));
  const [loss, setLoss] = useState(String(batch.lossPercent));
  const [error, setError] = useState<{ field: string; text: string } | null>(null);

  const submit = async () => {
    const read = (field: string, text: string, mass = false) => {
      const value = mass ? units.readWeight(text) : readNumber(text);
      if (value === null)
        setError({ field, text: `“${text.slice(0, 40)}” is not a number. Type one such as 50 or 12,5.` });
      return value;
    };
    setError(null);
    const lossPercent = read("batch.lossPercent", loss || "0");
    if (lossPercent === null) return;
    if (counted) {
      const n = read("batch.units", count);
      const fillG = read("batch.fillG", fill);
      if (n === null || fillG === null) return;
      if (!Number.isInteger(n))
        return setError({ field: "batch.units", text: `${count} containers cannot be filled. Type a whole number.` });
      const refused = await acts.apply([
        { kind: "set_batch", batch: { grams: 0, units: n, container: container || null, fillG, lossPercent } },
      ]);
      if (refused) setError({ field: refused.field, text: refused.line });
    } else {
      const g = read("batch.grams", grams, true);
      if (g === null) return;
      const refused = await acts.apply([
        {
          kind: "set_batch",
          batch: { grams: Math.round(g * 100) / 100, units: null, container: null, fillG: null, lossPercent: 0 },
        },
      ]);
      if (refused) setError({ field: refused.field, text: refused.line });
    }
  };
  const field = (name: string, label: string, value: string, set: (text: string) => void, unit: string) => (
    <label className="form-field">
      <span>{label}</span>
      <span>
        <Field
          className="number"
          value={value}
          onChange={(event) => set(event.target.value)}
          aria-invalid={error?.field === name}
        />{" "}
        {unit}
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
            {field("batch.units", "How many", count, setCount, "")}
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
            {field("batch.fillG", "Net in each", fill, setFill, "g")}
            {field("batch.lossPercent", "Stays in pot and tools", loss, setLoss, "%")}
          </>
        ) : (
          field("batch.grams", "Whole batch", grams, setGrams, units.mass)
        )}
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
