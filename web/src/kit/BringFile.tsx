import { Button } from "antd";
import { type ReactNode, useState } from "react";
import { inWords } from "../api/client";
import { quoted } from "../words/format";
import { Dialog } from "./Dialog";
import { Wrong } from "./FormLine";
import { Sheet, type SheetColumn } from "./Sheet";

type RefusedCell = { at: string; field: string; message: string; remedy: string };
type Looked<Row> = { says: string; refused: RefusedCell[]; rows: Row[] };

type Props<Row> = {
  /** What comes in, such as "lots". */
  what: string;
  /** What the file must hold. */
  children: ReactNode;
  accept: string;
  width: number;
  columns: SheetColumn<Row>[];
  /** Looks at the file; with `keep` it takes it in. */
  onAsk: (file: string, keep: boolean) => Promise<Looked<Row>>;
  onTaken: (words: string) => void;
  onClose: () => void;
};

/** Something from a file: shown before it is taken, all of it or none. */
export function BringFile<Row extends { at: string; becomes: string }>({
  what,
  children,
  accept,
  width,
  columns,
  onAsk,
  onTaken,
  onClose,
}: Props<Row>) {
  const [name, setName] = useState("");
  const [text, setText] = useState("");
  const [view, setView] = useState<Looked<Row> | null>(null);
  const [wrong, setWrong] = useState("");
  const [busy, setBusy] = useState(false);
  const ask = async (file: string, keep: boolean) => {
    setBusy(true);
    setWrong("");
    try {
      const answer = await onAsk(file, keep);
      setView(answer);
      if (keep && answer.refused.length === 0) onTaken(answer.says);
    } catch (error) {
      setWrong(inWords(error));
    } finally {
      setBusy(false);
    }
  };
  const fresh = view?.rows.filter((one) => one.becomes !== "same").length ?? 0;
  return (
    <Dialog title={`Bring ${what} in`} width={width} onClose={onClose}>
      {children}
      <input
        type="file"
        aria-label={`File of ${what}`}
        accept={accept}
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (!file) return;
          setName(file.name);
          setView(null);
          void file.text().then(
            (read) => {
              setText(read);
              return ask(read, false);
            },
            () => setWrong(`${quoted(file.name)} cannot be read. Choose it again.`),
          );
        }}
      />
      {busy && <p role="status">Reading {name}…</p>}
      {wrong && <Wrong>{wrong}</Wrong>}
      {view && (
        <>
          <p role="status">{view.says}</p>
          <div className="library-preview">
            <Sheet
              label="Cannot be taken"
              rows={view.refused}
              keyOf={(one) => `${one.at} ${one.field}`}
              columns={[
                { key: "at", title: "Where", render: (_, one) => one.at },
                { key: "field", title: "Column", render: (_, one) => one.field },
                {
                  key: "why",
                  title: "What is wrong",
                  render: (_, one) => (
                    <>
                      {one.message} <span className="hint">{one.remedy}</span>
                    </>
                  ),
                },
              ]}
            />
            <Sheet
              label={`${what.charAt(0).toUpperCase()}${what.slice(1)} in the file`}
              rows={view.rows}
              keyOf={(one) => one.at}
              columns={columns}
            />
          </div>
          <div className="button-row">
            <Button
              type="primary"
              disabled={busy || view.refused.length > 0 || fresh === 0}
              onClick={() => void ask(text, true)}
            >
              Take {fresh === 1 ? "it" : "them"} in
            </Button>
            <Button onClick={onClose}>Leave it</Button>
          </div>
        </>
      )}
    </Dialog>
  );
}
