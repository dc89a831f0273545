import { useState } from "react";
import { api, inWords, type StepLots } from "../../api/client";
import { Field } from "../../kit/Field";
import type { Units } from "../../words/format";
import { Sentence } from "../../words/Sentence";

type Props = { lots: StepLots; units: Units; onChoose: (lot: string) => Promise<unknown> };

/** Which lot is weighed, and another in its place: tapped, typed from its bag, or scanned from its sticker. */
export function LotLine({ lots, units, onChoose }: Props) {
  const [open, setOpen] = useState(false);
  const [code, setCode] = useState("");
  const [refused, setRefused] = useState("");
  const choose = async (lot: string) => {
    try {
      await onChoose(lot);
      setOpen(false);
      setCode("");
      setRefused("");
    } catch (error) {
      setRefused(inWords(error));
    }
  };
  const read = async () => {
    const text = code.trim();
    const near = lots.choices.find((one) =>
      [one.code, one.sticker].some((told) => told.toLowerCase() === text.toLowerCase()),
    );
    if (near) return choose(near.lot);
    const found = await api.findLot(text).catch(() => []);
    const lot = found.find((one) => lots.choices.some((choice) => choice.lot === one.lot)) ?? found[0];
    if (lot) return choose(lot.lot);
    setRefused(`No lot “${text.slice(0, 40)}” is booked in. Type it as on its bag, or scan its sticker.`);
  };
  return (
    <div className="lot-line">
      <p className="make-text">
        <Sentence text={lots.says.charAt(0).toUpperCase() + lots.says.slice(1)} />{" "}
        <button type="button" className="link" aria-expanded={open} onClick={() => setOpen(!open)}>
          Other lot
        </button>
      </p>
      {open && (
        <div className="lot-choices" role="group" aria-label="Other lot">
          {lots.choices.map((one) => (
            <button
              key={one.lot}
              type="button"
              aria-pressed={one.lot === lots.chosen}
              onClick={() => void choose(one.lot)}
            >
              <b className="lot">{one.code}</b> {units.roundWeight(one.free)}
              {one.isPast ? ", past its date" : one.useBy ? `, by ${one.useBy}` : ""}
            </button>
          ))}
          <Field
            className="make-field"
            aria-label="Lot or sticker"
            placeholder="type or scan it"
            value={code}
            autoFocus
            onChange={(event) => {
              setCode(event.target.value);
              setRefused("");
            }}
            onKeyDown={(event) => {
              event.stopPropagation();
              if (event.key === "Escape") setOpen(false);
              if (event.key === "Enter") {
                event.preventDefault();
                void read();
              }
            }}
          />
          {refused && (
            <p className="stop" role="alert">
              {refused}
            </p>
          )}
        </div>
      )}
    </div>
  );
}
