import { api } from "../../api/client";
import { BringFile } from "../../kit/BringFile";
import { kinds } from "./kinds";

type Props = { onClose: () => void; onTaken: (words: string) => void };

const becomes = { new: "new", changed: "other figures", same: "as it is" };

/** Kit from a file: shown before it is taken, all of it or none. */
export function BringKit({ onClose, onTaken }: Props) {
  return (
    <BringFile
      what="kit"
      accept=".csv,.tsv,.txt,text/csv"
      width={620}
      onAsk={async (file, keep) => {
        const { pieces, ...rest } = await api.kitFile(file, keep);
        return { ...rest, rows: pieces };
      }}
      columns={[
        { key: "name", title: "Piece", render: (_, one) => one.name },
        { key: "kind", title: "Kind", render: (_, one) => kinds.find((kind) => kind.value === one.kind)?.label },
        { key: "becomes", title: "Becomes", render: (_, one) => becomes[one.becomes] },
      ]}
      onTaken={onTaken}
      onClose={onClose}
    >
      <p>
        A CSV file with a row for each piece: kind and name; volume_ml, mass_g, width_mm and the other figures of its
        kind may follow. A piece of the same name becomes as the file says. Nothing is taken before you have seen it.
      </p>
    </BringFile>
  );
}
