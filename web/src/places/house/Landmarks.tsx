import { Button } from "antd";
import { useState } from "react";
import { type Landmark, Refused } from "../../api/client";
import { Pick } from "../../kit/Pick";
import { Sheet } from "../../kit/Sheet";
import { useHouse } from "../../shell/HouseContext";
import { readNumber } from "../../words/format";
import { Field } from "../../kit/Field";

const kinds: { value: Landmark["kind"]; label: string }[] = [
  { value: "storage", label: "stock lies here" },
  { value: "workroom", label: "workroom" },
  { value: "skin", label: "on skin" },
  { value: "pot", label: "in the pot" },
];

export function Landmarks({
  landmarks,
  onSave,
}: {
  landmarks: Landmark[];
  onSave: (landmarks: Landmark[], words: string) => Promise<Refused | null>;
}) {
  const { units } = useHouse();
  const [rows, setRows] = useState(() =>
    landmarks.map((one) => ({
      ...one,
      text: units.bareTemperature(one.temperatureC),
      hoursText: one.hours == null ? "" : String(one.hours),
    })),
  );
  const [error, setError] = useState<{ row: number; text: string } | null>(null);
  const change = (i: number, part: Partial<(typeof rows)[number]>) =>
    setRows(rows.map((row, j) => (i === j ? { ...row, ...part } : row)));
  const save = async () => {
    const read: Landmark[] = [];
    for (const [i, row] of rows.entries()) {
      const temperatureC = units.readTemperature(row.text);
      const hours = row.hoursText.trim() === "" ? null : readNumber(row.hoursText);
      if (temperatureC === null)
        return setError({
          row: i,
          text: `${row.name || "This landmark"}: “${row.text.slice(0, 40)}” is not a temperature. Type one such as ${units.bareTemperature(20)}.`,
        });
      if (hours === null && row.hoursText.trim() !== "")
        return setError({
          row: i,
          text: `${row.name}: “${row.hoursText.slice(0, 40)}” is not a number of hours. Type one, or leave it empty.`,
        });
      read.push({ id: row.id, name: row.name, temperatureC, kind: row.kind, hours });
    }
    const refused = await onSave(read, "Landmarks kept.");
    setError(refused ? { row: Number(/\[(\d+)\]/.exec(refused.field)?.[1] ?? -1), text: refused.line } : null);
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <div className="landmarks">
        <Sheet
          label="Landmarks"
          rows={rows}
          keyOf={(row) => row.id}
          columns={[
            {
              title: "Name",
              render: (_, row, i) => (
                <Field
                  aria-label={`Name of landmark ${i + 1}`}
                  aria-invalid={error?.row === i}
                  value={row.name}
                  onChange={(event) => change(i, { name: event.target.value })}
                />
              ),
            },
            {
              title: units.degree,
              render: (_, row, i) => (
                <Field
                  className="number"
                  aria-label={`Temperature of ${row.name}`}
                  aria-invalid={error?.row === i}
                  value={row.text}
                  onChange={(event) => change(i, { text: event.target.value })}
                />
              ),
            },
            {
              title: "What for",
              render: (_, row, i) => (
                <Pick
                  label={`What ${row.name} stands for`}
                  value={row.kind}
                  options={kinds}
                  onPick={(kind) => change(i, { kind })}
                />
              ),
            },
            {
              title: "Hours",
              render: (_, row, i) => (
                <Field
                  className="number"
                  aria-label={`Hours at ${row.name}`}
                  value={row.hoursText}
                  onChange={(event) => change(i, { hoursText: event.target.value })}
                />
              ),
            },
            {
              title: <span className="visually-hidden">Remove</span>,
              render: (_, __, i) => (
                <button type="button" className="link" onClick={() => setRows(rows.filter((_row, j) => j !== i))}>
                  Remove
                </button>
              ),
            },
          ]}
        />
      </div>
      {error && (
        <p className="field-error" role="alert">
          {error.text}
        </p>
      )}
      <div className="button-row">
        <Button htmlType="submit" type="primary">
          Keep the landmarks
        </Button>
        <Button
          disabled={rows.length >= 9}
          onClick={() =>
            setRows([
              ...rows,
              {
                id: `place-${Math.random().toString(36).slice(2, 8)}`,
                name: "",
                temperatureC: 28,
                kind: "storage",
                hours: null,
                text: "",
                hoursText: "",
              },
            ])
          }
        >
          Add one
        </Button>
      </div>
    </form>
  );
}
