import { Segmented } from "antd";
import { useState } from "react";
import { Refused } from "../../api/client";
import { useHouse } from "../../shell/HouseContext";
import { readNumber } from "../../words/format";
import { Field } from "../../kit/Field";

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
  unit: string;
  value: number | null;
  optional?: boolean;
  temperature?: boolean;
  onSave: (value: number | null) => Promise<Refused | null>;
};

export function NumberLine({ label, unit, value, optional, temperature, onSave }: LineProps) {
  const { units } = useHouse();
  const shown = value === null ? "" : temperature ? units.bareTemperature(value) : String(value);
  const [text, setText] = useState(shown);
  const [error, setError] = useState("");
  const [from, setFrom] = useState(shown);
  if (from !== shown) {
    setFrom(shown);
    setText(shown);
  }
  const done = async () => {
    if (text.trim() === shown) return setError("");
    const read = text.trim() === "" && optional ? null : temperature ? units.readTemperature(text) : readNumber(text);
    if (read === null && !(optional && text.trim() === ""))
      return setError(`“${text.slice(0, 40)}” is not a number. Type one such as ${shown || 3000}.`);
    const refused = await onSave(read);
    setError(refused?.line ?? "");
  };
  return (
    <div className="house-line">
      <label>
        <span>{label}</span>
        <span>
          <Field
            className="number"
            value={text}
            aria-invalid={error !== ""}
            onChange={(event) => setText(event.target.value)}
            onBlur={() => void done()}
            onKeyDown={(event) => event.key === "Enter" && void done()}
          />{" "}
          {unit}
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
    <div className="house-line">
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
