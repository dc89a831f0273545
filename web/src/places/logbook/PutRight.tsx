import { Button } from "antd";
import { useState } from "react";
import { Refused } from "../../api/client";
import { Field } from "../../kit/Field";
import { FormLine, Wrong } from "../../kit/FormLine";
import { complaint, type Measure, quantity } from "../../kit/quantity";
import { QuantityField } from "../../kit/QuantityField";
import { useRefused } from "../../kit/useRefused";
import { useHouse } from "../../shell/HouseContext";

/** One number or text of a record that can be put right. */
export type Entry = { name: string; label: string } & ({ measure: Measure; was: number | null } | { words: string });
export type Entries = Record<string, number | string | null>;

type Props = {
  title: string;
  entries: Entry[];
  /** `sure` when the same was refused as unlikely and is meant. */
  onSave: (entries: Entries, reason: string, sure: boolean) => Promise<unknown>;
  onDone: () => void;
};

/** Puts a number of a finished record right, with a reason; what stood there before stays on record. */
export function PutRight({ title, entries, onSave, onDone }: Props) {
  const { units } = useHouse();
  const [typed, setTyped] = useState(() =>
    entries.map((entry) => ("words" in entry ? entry.words : quantity(entry.measure, entry.was, units))),
  );
  const [reason, setReason] = useState("");
  const [doubted, setDoubted] = useState(false);
  const refused = useRefused();
  const put = (i: number, now: (typeof typed)[number]) => {
    setTyped(typed.map((one, j) => (i === j ? now : one)));
    setDoubted(false);
    refused.clear();
  };
  const save = async () => {
    const read: Entries = {};
    for (const [i, entry] of entries.entries()) {
      const now = typed[i];
      if (typeof now === "object") {
        if (now.exact === null)
          return refused.say(entry.name, complaint(now, "was" in entry ? (entry.was ?? 20) : 20, units));
        read[entry.name] = now.exact;
      } else read[entry.name] = now ?? "";
    }
    try {
      await onSave(read, reason, doubted);
      onDone();
    } catch (error) {
      setDoubted(error instanceof Refused && error.error === "E_UNLIKELY");
      refused.take(error);
    }
  };
  const names = [...entries.map((entry) => entry.name), "reason"];
  return (
    <form
      className="put-right"
      aria-label={`Put right: ${title}`}
      onKeyDown={(event) => event.key === "Escape" && onDone()}
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      {entries.map((entry, i) => {
        const now = typed[i];
        const invalid = refused.of(entry.name) !== "";
        return (
          <FormLine key={entry.name} label={entry.label} error={refused.of(entry.name)}>
            <span>
              {typeof now === "object" ? (
                <QuantityField
                  autoFocus={i === 0}
                  of={now}
                  units={units}
                  aria-invalid={invalid}
                  onType={(to) => put(i, to)}
                />
              ) : (
                <Field
                  autoFocus={i === 0}
                  value={now ?? ""}
                  aria-invalid={invalid}
                  onChange={(event) => put(i, event.target.value)}
                />
              )}
            </span>
          </FormLine>
        );
      })}
      <FormLine label="Why?" error={refused.of("reason")}>
        <Field
          value={reason}
          placeholder="read the wrong scale"
          aria-invalid={refused.of("reason") !== ""}
          onChange={(event) => {
            setReason(event.target.value);
            refused.clear();
          }}
        />
      </FormLine>
      <div className="button-row">
        <Button size="small" type="primary" htmlType="submit">
          Put it right
        </Button>
        <Button size="small" onClick={onDone}>
          Leave it
        </Button>
      </div>
      {refused.beside(...names) && <Wrong>{refused.beside(...names)}</Wrong>}
    </form>
  );
}
