import { Button } from "antd";
import { useState } from "react";
import { api, inWords, type LotFileView } from "../../api/client";
import { Dialog } from "../../kit/Dialog";
import { Wrong } from "../../kit/FormLine";
import { Sheet } from "../../kit/Sheet";
import { useHouse } from "../../shell/HouseContext";
import { quoted } from "../../words/format";
import { amount } from "./amounts";

type Props = { onClose: () => void; onTaken: (words: string) => void };

const becomes = { new: "new", same: "here already" };

/** Lots from a file: shown before they are taken, all of them or none. */
export function BringLots({ onClose, onTaken }: Props) {
  const { units } = useHouse();
  const [name, setName] = useState("");
  const [text, setText] = useState("");
  const [view, setView] = useState<LotFileView | null>(null);
  const [wrong, setWrong] = useState("");
  const [busy, setBusy] = useState(false);
  const ask = async (file: string, keep: boolean) => {
    setBusy(true);
    setWrong("");
    try {
      const answer = await api.lotFile(file, keep);
      setView(answer);
      if (keep && answer.refused.length === 0) onTaken(answer.says);
    } catch (error) {
      setWrong(inWords(error));
    } finally {
      setBusy(false);
    }
  };
  const fresh = view?.lots.filter((one) => one.becomes === "new").length ?? 0;
  return (
    <Dialog title="Bring lots in" width={760} onClose={onClose}>
      <p>
        A CSV file with a row for each lot: material, lot, amount in grams or pieces; supplier, price, received_on,
        best_before, opened_on, months_once_open, place and note may follow. Nothing is taken before you have seen it.
      </p>
      <input
        type="file"
        aria-label="File of lots"
        accept=".csv,.tsv,.txt,text/csv"
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
              label="Lots in the file"
              rows={view.lots}
              keyOf={(one) => one.at}
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
                {
                  key: "amount",
                  title: "Amount",
                  align: "right",
                  render: (_, one) => amount(one.kind, one.amount, units),
                },
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
