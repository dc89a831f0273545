import { Button } from "antd";
import { useState } from "react";
import { type Assessment, type Trial } from "../../../api/client";
import { useHouse } from "../../../shell/HouseContext";
import type { BenchActs } from "../useBench";
import { Frame } from "./Frame";
import { Field } from "../../../kit/Field";

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
  const [text, setText] = useState(trial.content.pourC == null ? "" : units.bareTemperature(trial.content.pourC));
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
        onSubmit={async (event) => {
          event.preventDefault();
          const celsius = text.trim() === "" ? null : units.readTemperature(text);
          if (celsius === null && text.trim() !== "")
            return setError(
              `“${text.slice(0, 40)}” is not a temperature. Type one such as ${units.bareTemperature(60)}.`,
            );
          const refused = await acts.apply([{ kind: "set_pour", pourC: celsius }]);
          setError(refused?.line ?? "");
        }}
      >
        <label className="form-field">
          <span>Pour at</span>
          <span>
            <Field
              className="number"
              value={text}
              onChange={(event) => setText(event.target.value)}
              aria-invalid={error !== ""}
            />{" "}
            {units.degree}
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
