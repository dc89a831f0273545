import { Button } from "antd";
import { useState } from "react";
import type { PastedAnswer, PastedRow } from "../../../api/client";
import { Field } from "../../../kit/Field";
import { MaterialCombobox } from "../../../shell/MaterialCombobox";
import { narrow, number } from "../../../words/format";

type Props = { row: PastedRow; onAnswer: (by: Omit<PastedAnswer, "row">) => void };

/** Choices offered of a name that is not plain. */
const mostOffered = 5;

/** One row as it was read: what it stands for, its amount as written, its share, and what is asked of it. */
export function PasteRow({ row, onAnswer }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const [choosing, setChoosing] = useState(false);
  const isLine = row.kind === "line";
  if (!isLine)
    return (
      <tr className={`paste-row ${row.kind}`}>
        <td>{row.row}</td>
        <td colSpan={3}>
          {row.text}{" "}
          {row.kind === "note" && (
            <Button size="small" onClick={() => setChoosing(true)}>
              It is a material
            </Button>
          )}
          {choosing && (
            <MaterialCombobox
              label={`Row ${row.row} is`}
              placeholder="Which material?"
              autoFocus
              onChoose={(material) => onAnswer({ material: material.id, leaveOut: false })}
            />
          )}
        </td>
      </tr>
    );
  const give = () => {
    if (typed !== null && typed !== row.amount) onAnswer({ amount: typed.trim() || null });
    setTyped(null);
  };
  return (
    <tr className={row.asks ? "paste-row asked" : "paste-row"}>
      <td>{row.row}</td>
      <td>
        {row.material && !choosing ? (
          <>
            <span className="swatch" style={{ background: row.material.colour }} /> {row.material.name}
            {row.material.name.toLowerCase() !== row.name.toLowerCase() && <span className="hint"> {row.name}</span>}
          </>
        ) : (
          <b>{row.name}?</b>
        )}
        {row.says && <span className="hint"> · {row.says}</span>}
        {row.asks && (
          <p className="paste-asks" role="status">
            {row.asks}
          </p>
        )}
        {!row.material && !choosing && (
          <div className="paste-choices">
            {row.candidates.slice(0, mostOffered).map((one) => (
              <Button key={one.id} size="small" title={one.inci} onClick={() => onAnswer({ material: one.id })}>
                {one.name}
              </Button>
            ))}
            <Button size="small" onClick={() => setChoosing(true)}>
              Another…
            </Button>
            <Button size="small" onClick={() => onAnswer({ leaveOut: true })}>
              Leave it out
            </Button>
          </div>
        )}
        {choosing && (
          <MaterialCombobox
            label={`Row ${row.row} is`}
            placeholder="Which material?"
            autoFocus
            onChoose={(material) => {
              setChoosing(false);
              onAnswer({ material: material.id });
            }}
          />
        )}
      </td>
      <td>
        <Field
          aria-label={`Amount of ${row.name}`}
          className="number paste-amount"
          maxLength={40}
          aria-invalid={row.asks !== "" && row.material !== null}
          value={typed ?? row.amount}
          onChange={(event) => setTyped(event.target.value)}
          onBlur={give}
          onPressEnter={give}
        />
      </td>
      <td className="number">
        {row.percent === null ? "" : `${number(row.percent, row.percent < 1 ? 2 : 1)}${narrow}%`}
        {row.material && (
          <Button size="small" className="paste-change" onClick={() => setChoosing(true)}>
            Change
          </Button>
        )}
      </td>
    </tr>
  );
}
