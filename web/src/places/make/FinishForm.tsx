import type { BatchCommand, FillCoach } from "../../api/client";
import { Area, Field } from "../../kit/Field";
import { complaint, isTaken, type Quantity, quantity } from "../../kit/quantity";
import { QuantityField } from "../../kit/QuantityField";
import { inside, plural, quoted, readNumber, type Units } from "../../words/format";

/** What is typed at the end of a batch. */
export type Ending = {
  count: string;
  notes: string;
  sample: Quantity;
  rest: Quantity;
  /** Counts of smaller containers, by their keys. */
  others: Record<string, string>;
};

export const nothingFilled = (units: Units): Ending => ({
  count: "",
  notes: "",
  sample: quantity("mass", null, units),
  rest: quantity("mass", null, units),
  others: {},
});

/** The command that ends it; words where something typed cannot be. */
export function finishOf(ending: Ending, units: Units): BatchCommand | string {
  const wholeOf = (text: string) => {
    const count = text.trim() === "" ? null : readNumber(text);
    return count !== null && Number.isInteger(count) ? count : null;
  };
  const count = wholeOf(ending.count);
  if (count === null) return `${quoted(ending.count)} is not a count. Type how many you filled, 0 if none.`;
  const typed = Object.entries(ending.others).filter(([, text]) => text.trim() !== "");
  const wrong = typed.find(([, text]) => wholeOf(text) === null);
  if (wrong) return `${quoted(wrong[1])} is not a count. Type how many you filled, or leave it empty.`;
  const others = typed
    .map(([container, text]) => ({ container, units: wholeOf(text) ?? 0 }))
    .filter((one) => one.units !== 0);
  if (!isTaken(ending.sample)) return complaint(ending.sample, 15, units);
  if (!isTaken(ending.rest)) return complaint(ending.rest, 8, units);
  const told = others.length > 0 || ending.sample.exact !== null || ending.rest.exact !== null;
  return {
    kind: "finish",
    units: count,
    notes: ending.notes,
    others: told ? others : null,
    sampleG: ending.sample.exact,
    restG: ending.rest.exact,
  };
}

type Props = {
  of: Ending;
  /** Word for one container. */
  unit: string;
  filling: FillCoach | null | undefined;
  units: Units;
  onChange: (now: Ending) => void;
};

/** The count, what became of the rest, and notes: the last thing of a batch. */
export function FinishForm({ of, unit, filling, units, onChange }: Props) {
  return (
    <div className="make-finish">
      <label>
        How many {plural(unit, 2)} did you fill?{" "}
        <Field
          className="make-field"
          inputMode="numeric"
          value={of.count}
          placeholder={filling?.planned != null ? String(filling.planned) : ""}
          onChange={(event) => onChange({ ...of, count: event.target.value })}
        />
      </label>
      {filling && <p className="make-quiet">{filling.goes}</p>}
      <div className="make-left">
        {filling?.leftover.map((pack) => (
          <label key={pack.container}>
            {inside(pack.name)}{" "}
            <Field
              className="make-field"
              inputMode="numeric"
              value={of.others[pack.container] ?? ""}
              placeholder={pack.count > 0 ? String(pack.count) : "0"}
              onChange={(event) => onChange({ ...of, others: { ...of.others, [pack.container]: event.target.value } })}
            />
          </label>
        ))}
        <label>
          set apart as sample{" "}
          <QuantityField
            of={of.sample}
            units={units}
            className="make-field"
            aria-label={`Set apart as sample in ${units.mass}`}
            onType={(sample) => onChange({ ...of, sample })}
          />
        </label>
        <label>
          left in none of them{" "}
          <QuantityField
            of={of.rest}
            units={units}
            className="make-field"
            aria-label={`Left in none of them in ${units.mass}`}
            onType={(rest) => onChange({ ...of, rest })}
          />
        </label>
      </div>
      <p className="make-quiet">What is left, weighed, teaches the loss: the next batch is planned with it.</p>
      <label>
        Notes
        <Area
          className="make-field"
          rows={2}
          value={of.notes}
          onChange={(event) => onChange({ ...of, notes: event.target.value })}
        />
      </label>
    </div>
  );
}
