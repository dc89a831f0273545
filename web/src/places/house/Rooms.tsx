import { Button } from "antd";
import { useState } from "react";
import type { Refused, Room } from "../../api/client";
import { Field } from "../../kit/Field";
import { complaint, isTaken, type Quantity, quantity } from "../../kit/quantity";
import { QuantityField } from "../../kit/QuantityField";
import { useHouse } from "../../shell/HouseContext";
import { RowActs, type RowError, rowError } from "./RowActs";
import { useDraft } from "../../shell/useDraft";

const workroom = "workroom";
const months = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];

type Typed = Partial<Record<string, Quantity>>;
type Row = Room & { typed?: Typed };

const blank = (id: string, name: string): Row => ({ id, name, temperatureC: null, humidityPercent: null, months: [] });

/** Rooms with their air as it is and as it usually is by month: what dries is compared in them. */
export function Rooms({
  rooms,
  onSave,
}: {
  rooms: Room[];
  onSave: (rooms: Room[], words: string) => Promise<Refused | null>;
}) {
  const { units } = useHouse();
  const draft = useDraft<Row[]>("rooms", rooms);
  const [error, setError] = useState<RowError | null>(null);
  const change = (i: number, part: Partial<Row>) => {
    setError(null);
    draft.set(draft.now.map((row, j) => (i === j ? { ...row, ...part } : row)));
  };
  const kept = (row: Row, key: string): number | null => {
    const [what, month] = key.split(" ");
    const of = month === undefined ? row : row.months.find((one) => one.month === Number(month));
    return (what === "t" ? of?.temperatureC : of?.humidityPercent) ?? null;
  };
  const shown = (row: Row, key: string) =>
    row.typed?.[key] ?? quantity(key.startsWith("t") ? "temperature" : "number", kept(row, key), units);
  const cell = (row: Row, i: number, key: string, label: string) => (
    <QuantityField
      className="room-cell"
      bare
      aria-label={`${row.name || `Room ${i + 1}`}, ${label}`}
      of={shown(row, key)}
      units={units}
      onType={(now) => change(i, { typed: { ...row.typed, [key]: now } })}
    />
  );
  const save = async () => {
    const read: Room[] = [];
    for (const [i, row] of draft.now.entries()) {
      const room = { ...row };
      delete room.typed;
      const value = (key: string) => {
        const of = shown(row, key);
        if (!isTaken(of)) throw new Error(complaint(of, key.startsWith("t") ? 18 : 60, units));
        return of.exact;
      };
      try {
        read.push({
          ...room,
          temperatureC: value("t"),
          humidityPercent: value("h"),
          months: months
            .map((_month, k) => ({
              month: k + 1,
              temperatureC: value(`t ${k + 1}`),
              humidityPercent: value(`h ${k + 1}`),
            }))
            .filter((one) => one.temperatureC !== null || one.humidityPercent !== null),
        });
      } catch (wrong) {
        return setError({ row: i, text: `${room.name || "This room"}: ${(wrong as Error).message}` });
      }
    }
    const refused = await onSave(read, "The rooms are saved.");
    if (!refused) draft.set(read);
    setError(rowError(refused));
  };
  return (
    <form
      className="rooms"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      {draft.now.map((row, i) => (
        <fieldset key={row.id} className={error?.row === i ? "wrong" : undefined}>
          <legend className="visually-hidden">{row.name || `Room ${i + 1}`}</legend>
          <div className="room-line">
            <Field
              aria-label={`Name of room ${i + 1}`}
              value={row.name}
              placeholder="Name"
              onChange={(event) => change(i, { name: event.target.value })}
            />
            {row.id === workroom ? (
              <span className="hint">is read on Today</span>
            ) : (
              <>
                <label>
                  now {cell(row, i, "t", "temperature now")} {units.degree}
                </label>
                <label>{cell(row, i, "h", "humidity now")} %</label>
              </>
            )}
            <button
              type="button"
              className="link"
              aria-label={`Remove ${row.name || `room ${i + 1}`}`}
              onClick={() => draft.set(draft.now.filter((_row, j) => j !== i))}
            >
              Remove
            </button>
          </div>
          <table>
            <thead>
              <tr>
                <th scope="col">usually</th>
                {months.map((month) => (
                  <th key={month} scope="col">
                    {month}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              <tr>
                <th scope="row">{units.degree}</th>
                {months.map((month, k) => (
                  <td key={month}>{cell(row, i, `t ${k + 1}`, `temperature in ${month}`)}</td>
                ))}
              </tr>
              <tr>
                <th scope="row">%</th>
                {months.map((month, k) => (
                  <td key={month}>{cell(row, i, `h ${k + 1}`, `humidity in ${month}`)}</td>
                ))}
              </tr>
            </tbody>
          </table>
        </fieldset>
      ))}
      <RowActs
        error={error}
        save={draft.now.length > 0 ? "Save the rooms" : undefined}
        unsaved={draft.unsaved}
        was="As it was"
        onDrop={() => {
          draft.drop();
          setError(null);
        }}
      >
        <Button
          onClick={() =>
            draft.set([
              ...draft.now,
              draft.now.some((row) => row.id === workroom)
                ? blank(`room-${Math.random().toString(36).slice(2, 8)}`, "")
                : blank(workroom, "Workroom"),
            ])
          }
        >
          Add a room
        </Button>
      </RowActs>
    </form>
  );
}
