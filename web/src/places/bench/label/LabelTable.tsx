import { Button } from "antd";
import { useState } from "react";
import type { LabelAnswer, LabelList, LabelRow } from "../../../api/client";
import { MaterialCombobox } from "../../../shell/MaterialCombobox";
import { number } from "../../../words/format";

type Answer = (row: number, by: Omit<LabelAnswer, "row">) => void;

const share = (percent: number | null) =>
  percent === null ? "" : number(percent, percent === 0 ? 0 : percent < 1 ? 2 : 1);

/** The names of a label in their order: what each stands for, and what its share can be. */
export function LabelTable({ list, onAnswer }: { list: LabelList; onAnswer: Answer }) {
  return (
    <table className="label-table">
      <thead>
        <tr>
          <th scope="col">No.</th>
          <th scope="col">On your shelf</th>
          <th scope="col">from</th>
          <th scope="col">to</th>
          <th scope="col">middle</th>
        </tr>
      </thead>
      <tbody>
        {list.rows.map((row) => (
          <Name key={`${row.row} ${row.name}`} row={row} onAnswer={onAnswer} />
        ))}
      </tbody>
      <tfoot>
        <tr>
          <th scope="row" colSpan={4}>
            Middle of all mixes this order allows
          </th>
          <td>{share(list.rows.reduce((sum, row) => sum + (row.middle ?? 0), 0))}</td>
        </tr>
      </tfoot>
    </table>
  );
}

function Name({ row, onAnswer }: { row: LabelRow; onAnswer: Answer }) {
  const [choosing, setChoosing] = useState(false);
  const [first] = row.candidates;
  const asks = row.material === null && row.middle !== null;
  const take = (material: string) => {
    setChoosing(false);
    onAnswer(row.row, { material });
  };
  return (
    <tr className={asks ? "asked" : undefined}>
      <td>{row.row}</td>
      <td>
        <div className="label-name" title={row.name}>
          {choosing ? (
            <MaterialCombobox
              label={`Name ${row.row} is`}
              placeholder={row.name}
              autoFocus
              onChoose={(material) => take(material.id)}
            />
          ) : asks ? (
            <>
              <b>{first ? `${first.name}?` : row.name}</b>
              {first && (
                <Button size="small" onClick={() => take(first.id)}>
                  Yes
                </Button>
              )}
              <Button size="small" onClick={() => setChoosing(true)}>
                {first ? "No" : "Which?"}
              </Button>
              <Button size="small" onClick={() => onAnswer(row.row, { leaveOut: true })}>
                Leave out
              </Button>
            </>
          ) : (
            <>
              <span className="label-text">{row.material?.name ?? row.name}</span>
              <span className="hint" title={row.says}>
                {row.says}
              </span>
              {row.material && (
                <Button
                  size="small"
                  type="text"
                  aria-label={`Name ${row.row} is another`}
                  onClick={() => setChoosing(true)}
                >
                  Change
                </Button>
              )}
            </>
          )}
        </div>
      </td>
      <td>{share(row.from)}</td>
      <td>{share(row.to)}</td>
      <td>
        <b>{share(row.middle)}</b>
      </td>
    </tr>
  );
}
