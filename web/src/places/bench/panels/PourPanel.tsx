import { Button } from "antd";
import { useState } from "react";
import { type Assessment, type Trial } from "../../../api/client";
import { useHouse } from "../../../shell/HouseContext";
import type { BenchActs } from "../useBench";
import { Frame } from "./Frame";
import { complaint, isTaken, quantity } from "../../../kit/quantity";
import { QuantityField } from "../../../kit/QuantityField";

export function PourPanel({
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
  const { units } = useHouse();
  const [pour, setPour] = useState(() => quantity("temperature", trial.content.pourC, units));
  const [error, setError] = useState("");
  const from = assessment.parts.melt?.pourFromC ?? null;
  const to = assessment.parts.melt?.pourToC ?? null;
  return (
    <Frame title="Pouring" onBack={onBack}>
      {from != null && to != null && (
        <p>
          It turns cloudy at {units.temperature(assessment.parts.melt?.clearC ?? 0)}. Pour between{" "}
          <b>{units.bareTemperature(from)}</b> and <b>{units.temperature(to)}</b>.
        </p>
      )}
      <form
        className="panel-part"
        onChange={() => setError("")}
        onSubmit={async (event) => {
          event.preventDefault();
          if (!isTaken(pour)) return setError(complaint(pour, 60, units));
          const refused = await acts.apply([{ kind: "set_pour", pourC: pour.exact }]);
          setError(refused?.line ?? "");
        }}
      >
        <label className="form-field">
          <span>Pour at</span>
          <span>
            <QuantityField of={pour} units={units} onType={setPour} aria-invalid={error !== ""} />
          </span>
          {error && (
            <span className="field-error" role="alert">
              {error}
            </span>
          )}
        </label>
        <Button type="primary" htmlType="submit">
          Set it
        </Button>
      </form>
      <p className="hint">Leave it empty and the steps propose two degrees above the lower end.</p>
    </Frame>
  );
}
