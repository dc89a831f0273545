import { api } from "../../../api/client";
import { BringFile } from "../../../kit/BringFile";
import { useHouse } from "../../../shell/HouseContext";

type Props = { onClose: () => void; onTaken: (words: string) => void };

const becomes = { new: "new", same: "here already", next_trial: "its next trial" };

/** Formulas from a file: shown before they are taken, all of them or none. */
export function BringIn({ onClose, onTaken }: Props) {
  const { families } = useHouse();
  return (
    <BringFile
      what="formulas"
      accept=".csv,.tsv,.txt,.json,text/csv,application/json"
      width={720}
      onAsk={async (file, keep) => {
        const { formulas, ...rest } = await api.formulaFile(file, keep);
        return { ...rest, rows: formulas };
      }}
      columns={[
        { key: "name", title: "Formula", render: (_, one) => one.name },
        { key: "kind", title: "Kind", render: (_, one) => families.get(one.family)?.title ?? one.family },
        { key: "lines", title: "Lines", align: "right", render: (_, one) => one.lines },
        { key: "becomes", title: "Becomes", render: (_, one) => becomes[one.becomes] },
      ]}
      onTaken={onTaken}
      onClose={onClose}
    >
      <p>
        A CSV file with a row for each line of a mix (formula, kind, material, percent), or a JSON file that was taken
        out here. Nothing is taken before you have seen it.
      </p>
    </BringFile>
  );
}
