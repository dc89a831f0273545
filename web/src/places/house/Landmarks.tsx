import { Button } from "antd";
import { useState } from "react";
import { type Landmark, Refused } from "../../api/client";
import { Pick } from "../../kit/Pick";
import { Sheet } from "../../kit/Sheet";
import { useHouse } from "../../shell/HouseContext";
import { RowActs, type RowError, rowError } from "./RowActs";
import { useDraft } from "../../shell/useDraft";
import { Field } from "../../kit/Field";
import { complaint, isTaken, type Quantity, quantity } from "../../kit/quantity";
import { QuantityField } from "../../kit/QuantityField";

const kinds: { value: Landmark["kind"]; label: string }[] = [
  { value: "storage", label: "stock lies here" },
  { value: "workroom", label: "workroom" },
  { value: "skin", label: "on skin" },
  { value: "pot", label: "in the pot" },
];

/** A landmark with what has been typed over its numbers. */
type Row = Landmark & { heat?: Quantity; lasts?: Quantity };

export function Landmarks({
  landmarks,
  onSave,
}: {
  landmarks: Landmark[];
  onSave: (landmarks: Landmark[], words: string) => Promise<Refused | null>;
}) {
  const { units } = useHouse();
  const draft = useDraft<Row[]>("landmarks", landmarks);
  const { now: rows, set: setRows } = draft;
  const [error, setError] = useState<RowError | null>(null);
  const change = (i: number, part: Partial<Row>) =>
    setRows(rows.map((row, j) => (i === j ? { ...row, ...part } : row)));
  const save = async () => {
    const read: Landmark[] = [];
    for (const [i, row] of rows.entries()) {
      const heat = row.heat ?? quantity("temperature", row.temperatureC, units);
      const lasts = row.lasts ?? quantity("number", row.hours, units);
      const name = row.name || "This landmark";
      if (heat.exact === null) return setError({ row: i, text: `${name}: ${complaint(heat, 20, units)}` });
      if (!isTaken(lasts))
        return setError({ row: i, text: `${name}, hours: ${complaint(lasts, 3, units)} Or leave it empty.` });
      read.push({ id: row.id, name: row.name, temperatureC: heat.exact, kind: row.kind, hours: lasts.exact });
    }
    const refused = await onSave(read, "Landmarks saved.");
    if (!refused) setRows(read);
    setError(rowError(refused));
  };
  return (
    <form
      onChange={() => setError(null)}
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
              title: "Temperature",
              render: (_, row, i) => (
                <QuantityField
                  aria-label={`Temperature of ${row.name}`}
                  aria-invalid={error?.row === i}
                  of={row.heat ?? quantity("temperature", row.temperatureC, units)}
                  units={units}
                  onType={(heat) => change(i, { heat })}
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
                <QuantityField
                  aria-label={`Hours at ${row.name}`}
                  aria-invalid={error?.row === i}
                  of={row.lasts ?? quantity("number", row.hours, units)}
                  units={units}
                  onType={(lasts) => change(i, { lasts })}
                />
              ),
            },
            {
              title: <span className="visually-hidden">Remove</span>,
              render: (_, __, i) => (
                <button
                  type="button"
                  className="link"
                  aria-label={`Remove ${rows[i]?.name || `landmark ${i + 1}`}`}
                  onClick={() => setRows(rows.filter((_row, j) => j !== i))}
                >
                  Remove
                </button>
              ),
            },
          ]}
        />
      </div>
      <RowActs
        error={error}
        save="Save the landmarks"
        unsaved={draft.unsaved}
        was="As they were"
        onDrop={() => {
          draft.drop();
          setError(null);
        }}
      >
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
                heat: quantity("temperature", null, units),
                lasts: quantity("number", null, units),
              },
            ])
          }
        >
          Add one
        </Button>
      </RowActs>
    </form>
  );
}
