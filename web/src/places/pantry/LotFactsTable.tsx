import { useState } from "react";
import type { LotFacts, LotView } from "../../api/client";
import { Field } from "../../kit/Field";
import { Wrong } from "../../kit/FormLine";
import { useRefused } from "../../kit/useRefused";
import { isDate, quoted, readNumber, type Units } from "../../words/format";

type Props = {
  lot: LotView;
  units: Units;
  currency: string;
  isScent: boolean;
  /** It takes up oil: a squeeze tells how much. */
  takesUpOil: boolean;
  onChange: (facts: LotFacts, words: string) => Promise<unknown>;
};

type Row = {
  key: keyof LotFacts;
  label: string;
  such: string;
  show: (facts: LotFacts) => string;
  read: (text: string) => { value: unknown } | { wrong: string };
};

const words = (text: string) => ({ value: text.trim() === "" ? null : text.trim() });
const date = (text: string) =>
  text.trim() === "" || isDate(text.trim())
    ? words(text)
    : { wrong: `${quoted(text)} is no date. Type year, month and day, such as 2026-11-30.` };
const numeric = (such: string) => (text: string) => {
  const value = readNumber(text);
  return text.trim() === ""
    ? { value: null }
    : value === null
      ? { wrong: `${quoted(text)} is not a number. Type one such as ${such}.` }
      : { value };
};

/** The web address that stands in a text; undefined without one. */
const addressIn = (text: string): string | undefined => /https?:\/\/[^\s"<>]+/.exec(text)?.[0];

const whole = (text: string) => {
  const told = numeric("12")(text);
  return "value" in told && told.value !== null && !Number.isInteger(told.value)
    ? { wrong: `${quoted(text)} is not a whole number. Type one such as 12.` }
    : told;
};

/** "4: 2, 5A: 0.8": what a certificate allows by category. */
function limits(text: string): { value: unknown } | { wrong: string } {
  const parts = text.split(/[;,]\s*(?=[^\d\s]|\d+\s*[A-D]?\s*:)/i).map((part) => part.trim());
  if (text.trim() === "") return { value: null };
  const pairs = parts.map((part) => {
    const [category, most] = part.split(":");
    return [category?.trim() ?? "", readNumber((most ?? "").replace("%", ""))] as const;
  });
  return pairs.every(([category, most]) => category !== "" && most !== null)
    ? { value: Object.fromEntries(pairs) }
    : { wrong: `${quoted(text)} cannot be read. Type category and percent such as 4: 2, 5A: 0.8.` };
}

/** What a maker tells of a lot, changed where it stands: Enter keeps it and goes on, Esc puts back what stood there. */
export function LotFactsTable({ lot, units, currency, isScent, takesUpOil, onChange }: Props) {
  const facts = lot.lot.facts;
  const rows: Row[] = [
    { key: "code", label: "On the bag", such: "SB-0604", show: (of) => of.code, read: (text) => ({ value: text }) },
    { key: "supplier", label: "From", such: "who sent it", show: (of) => of.supplier ?? "", read: words },
    { key: "place", label: "Stands", such: "shelf 2", show: (of) => of.place ?? "", read: words },
    { key: "bestBefore", label: "Best before", such: "2027-06-30", show: (of) => of.bestBefore ?? "", read: date },
    { key: "openedOn", label: "Opened on", such: "closed", show: (of) => of.openedOn ?? "", read: date },
    {
      key: "monthsOnceOpen",
      label: "Months once open",
      such: "as its date",
      show: (of) => (of.monthsOnceOpen == null ? "" : String(of.monthsOnceOpen)),
      read: whole,
    },
    {
      key: "price",
      label: `Paid for all, ${currency}`,
      such: "not known",
      show: (of) => (of.price == null ? "" : String(of.price)),
      read: numeric("13.50"),
    },
    ...(lot.lot.kind === "material"
      ? [
          {
            key: "meltShiftK" as const,
            label: `Melts higher by, ${units.degree}`,
            such: "as its kind",
            show: (of: LotFacts) =>
              of.meltShiftK == null ? "" : String(Math.round(of.meltShiftK * (units.fahrenheit ? 180 : 100)) / 100),
            read: (text: string) => {
              const told = numeric("1.5")(text);
              return "value" in told && typeof told.value === "number" && units.fahrenheit
                ? { value: told.value / 1.8 }
                : told;
            },
          },
        ]
      : []),
    ...(takesUpOil
      ? [
          {
            key: "holdsOilG" as const,
            label: "Squeezed, 100 g hold of oil, g",
            such: "as its kind",
            show: (of: LotFacts) => (of.holdsOilG == null ? "" : String(of.holdsOilG)),
            read: numeric("17.5"),
          },
        ]
      : []),
    ...(isScent
      ? [
          {
            key: "certificate" as const,
            label: "Certificate, % by category",
            such: "4: 2, 5A: 0.8",
            show: (of: LotFacts) =>
              Object.entries(of.certificate ?? {})
                .map(([category, most]) => `${category}: ${most}`)
                .join(", "),
            read: limits,
          },
        ]
      : []),
    { key: "note", label: "Note", such: "", show: (of) => of.note, read: (text) => ({ value: text }) },
  ];
  return (
    <table className="lot-facts" aria-label={`What is told of lot ${facts.code}`}>
      <tbody>
        {rows.map((row) => (
          <FactRow
            key={row.key}
            row={row}
            facts={facts}
            onKeep={(value) => onChange({ ...facts, [row.key]: value }, `${row.label} of lot ${facts.code} changed.`)}
          />
        ))}
      </tbody>
    </table>
  );
}

function FactRow({ row, facts, onKeep }: { row: Row; facts: LotFacts; onKeep: (value: unknown) => Promise<unknown> }) {
  const stands = row.show(facts);
  const [typed, setTyped] = useState<string | null>(null);
  const refused = useRefused();
  const keep = async () => {
    if (typed === null || typed.trim() === stands) return setTyped(null);
    const read = row.read(typed);
    if ("wrong" in read) return refused.say(row.key, read.wrong);
    try {
      await onKeep(read.value);
      setTyped(null);
    } catch (error) {
      refused.take(error);
    }
  };
  const wrong = refused.of(row.key) || refused.beside(row.key);
  return (
    <tr>
      <th scope="row">{row.label}</th>
      <td>
        <Field
          aria-label={row.label}
          placeholder={row.such}
          value={typed ?? stands}
          aria-invalid={wrong !== ""}
          onChange={(event) => {
            setTyped(event.target.value);
            refused.clear();
          }}
          onBlur={() => void keep()}
          onKeyDown={(event) => {
            if (event.key === "Escape" && typed !== null) {
              event.stopPropagation();
              setTyped(null);
              refused.clear();
            } else if (event.key === "Enter" || event.key === "ArrowDown" || event.key === "ArrowUp") {
              event.preventDefault();
              const fields = [...(event.currentTarget.closest("table")?.querySelectorAll("input") ?? [])];
              const to = fields[fields.indexOf(event.currentTarget) + (event.key === "ArrowUp" ? -1 : 1)];
              if (to) to.focus();
              else void keep();
            }
          }}
        />
        {row.key === "supplier" && addressIn(stands) && (
          <a className="openable" href={addressIn(stands)} target="_blank" rel="noreferrer">
            Open where it came from
          </a>
        )}
        {wrong && <Wrong>{wrong}</Wrong>}
      </td>
    </tr>
  );
}
