import { Button } from "antd";
import { useState } from "react";
import type { PastedList } from "../../../api/client";
import { Pick } from "../../../kit/Pick";
import { QuantityField } from "../../../kit/QuantityField";
import { quantity } from "../../../kit/quantity";
import { useHouse } from "../../../shell/HouseContext";
import { narrow, number } from "../../../words/format";
import type { Paste } from "./usePaste";

type Props = { list: PastedList; paste: Paste; onChange: (by: Partial<Paste>) => void };

/** What is asked about the whole list. */
export function PasteAsks({ list, paste, onChange }: Props) {
  const { units } = useHouse();
  const [batch, setBatch] = useState(() => quantity("mass", paste.batchG, units));
  const lines = list.rows.filter((row) => row.kind === "line");
  return (
    <>
      {list.asks.includes("bare") && (
        <div className="paste-ask" role="group" aria-label="What are the numbers?">
          <b>What are the numbers?</b> Some have no unit.
          {(["percent", "parts", "grams"] as const).map((bare) => (
            <Button key={bare} size="small" onClick={() => onChange({ bare })}>
              {bare === "percent" ? "Percent" : bare === "parts" ? "Parts" : "Grams"}
            </Button>
          ))}
        </div>
      )}
      {list.asks.includes("batch") && (
        <div className="paste-ask">
          <label>
            <b>What does all of it weigh?</b> Weights stand beside shares.{" "}
            <QuantityField of={batch} units={units} className="paste-amount" onType={setBatch} />
          </label>
          <Button
            size="small"
            onClick={() => batch.exact !== null && batch.exact > 0 && onChange({ batchG: batch.exact })}
          >
            Take it
          </Button>
        </div>
      )}
      {list.asks.includes("total") && list.total !== null && (
        <div className="paste-ask" role="group" aria-label="What takes the difference?">
          <b>
            They total {number(list.total, 2)}
            {narrow}%.
          </b>
          <Button size="small" onClick={() => onChange({ scale: true, rest: null })}>
            Bring all to 100 alike
          </Button>
          <Pick
            label="One takes the difference"
            value=""
            options={[
              { value: "", label: "One takes the difference…" },
              ...lines.map((row) => ({ value: String(row.row), label: row.material?.name ?? row.name })),
            ]}
            onPick={(row) => row !== "" && onChange({ rest: Number(row), scale: false })}
          />
        </div>
      )}
    </>
  );
}
