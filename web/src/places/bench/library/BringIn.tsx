import { Button } from "antd";
import { useState } from "react";
import { api, type FormulaFileView, inWords } from "../../../api/client";
import { Dialog } from "../../../kit/Dialog";
import { Wrong } from "../../../kit/FormLine";
import { Sheet } from "../../../kit/Sheet";
import { useHouse } from "../../../shell/HouseContext";
import { quoted } from "../../../words/format";

type Props = { onClose: () => void; onTaken: (words: string) => void };

const becomes = { new: "new", same: "here already", next_trial: "its next trial" };

/** Formulas from a file: shown before they are taken, all of them or none. */
export function BringIn({ onClose, onTaken }: Props) {
  const { families } = useHouse();
  const [name, setName] = useState("");
  const [text, setText] = useState("");
  const [view, setView] = useState<FormulaFileView | null>(null);
  const [wrong, setWrong] = useState("");
  const [busy, setBusy] = useState(false);
  const ask = async (file: string, keep: boolean) => {
    setBusy(true);
    setWrong("");
    try {
      const answer = await api.formulaFile(file, keep);
      setView(answer);
      if (keep && answer.refused.length === 0) onTaken(answer.says);
    } catch (error) {
      setWrong(inWords(error));
    } finally {
      setBusy(false);
    }
  };
  const fresh = view?.formulas.filter((one) => one.becomes !== "same").length ?? 0;
  return (
    <Dialog title="Bring formulas in" width={720} onClose={onClose}>
      <p>
        A CSV file with a row for each line of a mix (formula, kind, material, percent), or a JSON file that was taken
        out here. Nothing is taken before you have seen it.
      </p>
      <input
        type="file"
        aria-label="File of formulas"
        accept=".csv,.tsv,.txt,.json,text/csv,application/json"
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
              label="Formulas in the file"
              rows={view.formulas}
              keyOf={(one) => one.at}
              columns={[
                { key: "name", title: "Formula", render: (_, one) => one.name },
                { key: "kind", title: "Kind", render: (_, one) => families.get(one.family)?.title ?? one.family },
                { key: "lines", title: "Lines", align: "right", render: (_, one) => one.lines },
                { key: "becomes", title: "Becomes", render: (_, one) => becomes[one.becomes] },
              ]}
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
