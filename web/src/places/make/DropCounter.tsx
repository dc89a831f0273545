import { useState } from "react";
import { narrow, plural, type Units } from "../../words/format";

type Props = { dropsPerG: number; targetG: number; units: Units; onKeep: (drops: number) => void };

const most = 1000;

/** Counts drops where the scale cannot see them: a tap for each, and what that many weigh. */
export function DropCounter({ dropsPerG, targetG, units, onKeep }: Props) {
  const [open, setOpen] = useState(false);
  const [drops, setDrops] = useState(0);
  const wanted = Math.max(1, Math.round(targetG * dropsPerG));
  if (!open)
    return (
      <p className="make-text">
        {units.weight(targetG)} is about {wanted}
        {narrow}
        {plural("drop", wanted)}.{" "}
        <button type="button" className="link" onClick={() => setOpen(true)}>
          Count them
        </button>
      </p>
    );
  return (
    <div className="drop-counter" role="group" aria-label="Drops">
      <button type="button" className="wet-spray" onClick={() => setDrops(Math.min(most, drops + 1))}>
        <b>{drops}</b> of {wanted}
        {narrow}
        {plural("drop", wanted)}
        <span>tap for each</span>
      </button>
      <div className="cooling-log">
        <button type="button" disabled={drops === 0} onClick={() => setDrops(drops - 1)}>
          One less
        </button>
        <button type="button" disabled={drops === 0} onClick={() => onKeep(drops)}>
          Keep {drops}
          {narrow}
          {plural("drop", drops)}
        </button>
        <button
          type="button"
          onClick={() => {
            setOpen(false);
            setDrops(0);
          }}
        >
          Weigh it
        </button>
      </div>
    </div>
  );
}
