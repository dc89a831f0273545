import { Segmented } from "antd";
import { useState } from "react";
import { Refused } from "../../api/client";
import { useHouse } from "../../shell/HouseContext";
import { Field } from "../../kit/Field";
import { complaint, isTaken, type Measure, quantity, shownIn } from "../../kit/quantity";
import { QuantityField } from "../../kit/QuantityField";

export function Choice<Value extends string>({
  label,
  value,
  options,
  onSave,
}: {
  label: string;
  value: Value;
  options: Record<Value, string>;
  onSave: (value: Value) => Promise<Refused | null>;
}) {
  return (
    <div className="house-line">
      <span>{label}</span>
      <Segmented
        aria-label={label}
        value={value}
        options={(Object.entries(options) as [Value, string][]).map(([value, label]) => ({ label, value }))}
        onChange={(chosen) => void onSave(chosen)}
      />
    </div>
  );
}

type LineProps = {
  label: string;
  /** What it counts, where that is neither a temperature nor a weight. */
  unit?: string;
  value: number | null;
  optional?: boolean;
  measure?: Measure;
  onSave: (value: number | null) => Promise<Refused | null>;
};

export function NumberLine({ label, unit, value, optional, measure = "number", onSave }: LineProps) {
  const { units } = useHouse();
  const kept = quantity(measure, value, units);
  const [now, setNow] = useState(kept);
  const [error, setError] = useState("");
  const [from, setFrom] = useState(value);
  if (from !== value) {
    setFrom(value);
    setNow(kept);
  }
  const done = async () => {
    if (shownIn(now, units).text.trim() === kept.text) return setError("");
    if (optional ? !isTaken(now) : now.exact === null) return setError(complaint(now, value ?? 3000, units));
    const refused = await onSave(now.exact);
    setError(refused?.line ?? "");
  };
  return (
    <div className="house-line" onChange={() => setError("")}>
      <label>
        <span>{label}</span>
        <span>
          <QuantityField
            of={now}
            units={units}
            aria-invalid={error !== ""}
            onType={setNow}
            onBlur={() => void done()}
            onKeyDown={(event) => event.key === "Enter" && void done()}
          />
          {unit && ` ${unit}`}
        </span>
      </label>
      {error && (
        <span className="field-error" role="alert">
          {error}
        </span>
      )}
    </div>
  );
}

export function TextLine({
  label,
  value,
  onSave,
}: {
  label: string;
  value: string;
  onSave: (value: string) => Promise<Refused | null>;
}) {
  const [text, setText] = useState(value);
  const [error, setError] = useState("");
  const done = async () => {
    if (text === value) return;
    setError((await onSave(text))?.line ?? "");
  };
  return (
    <div className="house-line" onChange={() => setError("")}>
      <label>
        <span>{label}</span>
        <Field
          className="number"
          value={text}
          aria-invalid={error !== ""}
          onChange={(event) => setText(event.target.value)}
          onBlur={() => void done()}
          onKeyDown={(event) => event.key === "Enter" && void done()}
        />
      </label>
      {error && (
        <span className="field-error" role="alert">
          {error}
        </span>
      )}
    </div>
  );
}
