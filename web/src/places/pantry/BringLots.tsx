import { api } from "../../api/client";
import { BringFile } from "../../kit/BringFile";
import { useHouse } from "../../shell/HouseContext";
import { amount } from "./amounts";

type Props = { onClose: () => void; onTaken: (words: string) => void };

const becomes = { new: "new", same: "here already" };

/** Lots from a file: shown before they are taken, all of them or none. */
export function BringLots({ onClose, onTaken }: Props) {
  const { units } = useHouse();
  return (
    <BringFile
      what="lots"
      accept=".csv,.tsv,.txt,text/csv"
      width={760}
      onAsk={async (file, keep) => {
        const { lots, ...rest } = await api.lotFile(file, keep);
        return { ...rest, rows: lots };
      }}
      columns={[
        {
          key: "name",
          title: "Material",
          render: (_, one) => (
            <>
              {one.name}
              {one.warns.map((warns) => (
                <span key={warns} className="hint">
                  {" "}
                  Easily mixed up: {warns}
                </span>
              ))}
            </>
          ),
        },
        { key: "lot", title: "Lot", render: (_, one) => <span className="lot">{one.code}</span> },
        { key: "amount", title: "Amount", align: "right", render: (_, one) => amount(one.kind, one.amount, units) },
        { key: "becomes", title: "Becomes", render: (_, one) => becomes[one.becomes] },
      ]}
      onTaken={onTaken}
      onClose={onClose}
    >
      <p>
        A CSV file with a row for each lot: material, lot, amount in grams or pieces; supplier, price, received_on,
        best_before, opened_on, months_once_open, place and note may follow. Nothing is taken before you have seen it.
      </p>
    </BringFile>
  );
}
