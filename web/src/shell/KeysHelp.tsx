import { useState } from "react";
import { useLocation } from "react-router";
import { Field } from "../kit/Field";
import { Dialog } from "../kit/Dialog";

type Row = [keys: string, what: string];

const anywhere: Row[] = [
  ["?", "all keys of this place, always"],
  ["1 … 6", "Today, Bench, Make, Pantry, Logbook, House"],
  ["J", "jump to anything by name, number or lot"],
  ["↑ ↓ ← →", "in a list: between its rows, and between what a row offers; Tab leaves it"],
  ["Ctrl Z, Ctrl Y", "undo, redo"],
  ["P", "print"],
  ["Esc", "put back what is held, or close the panel"],
];

const byPlace: Record<string, Row[]> = {
  bench: [
    ["↑ ↓", "choose a layer"],
    ["← →", "0.1 % from or to the makeweight, with Shift 1 %"],
    ["Shift ↑ ↓", "move the row; among lines of another phase it joins them"],
    ["B", "balance for me: wishes, and mixes that meet them"],
    ["+ −", "a drop more or less of what drops"],
    ["Enter", "type its share; Tab goes to the next row"],
    ["A", "add a material"],
    ["Delete", "remove the layer"],
    ["Space", "pick up a boundary, put it down"],
    ["K", "keep a layer, let it go"],
    ["L", "read the mix by the next lens"],
    ["U", "lay a trial under, lift it off"],
    ["X", "swap the two trials"],
    ["D", "next landmark peg; arrows move it by a small step, with Shift by a large one"],
    ["N", "new trial"],
    ["F", "findings; ↑ ↓ between them, ← → through the remedies, Enter applies"],
  ],
  make: [
    ["Space or Enter", "Next"],
    ["Backspace", "Back, when no weight is typed"],
    ["0 … 9", "type the weight"],
    ["W", "wipe the glass"],
    ["Z", "undo this step"],
  ],
};

/** The keys of this place, searchable. */
export function KeysHelp({ open, onClose }: { open: boolean; onClose: () => void }) {
  const place = useLocation().pathname.split("/")[1] ?? "";
  const [text, setText] = useState("");
  const rows = [...(byPlace[place] ?? []), ...anywhere].filter((row) =>
    row.join(" ").toLowerCase().includes(text.trim().toLowerCase()),
  );
  return (
    <Dialog open={open} title="Keys" onClose={onClose}>
      <Field
        aria-label="Find a key"
        placeholder="Find a key"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <table className="plain-table">
        <tbody>
          {rows.map(([keys, what]) => (
            <tr key={keys}>
              <th scope="row">
                <b>{keys}</b>
              </th>
              <td>{what}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="hint">Single letters act outside fields only. House can turn them off.</p>
    </Dialog>
  );
}
