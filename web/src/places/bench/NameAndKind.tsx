import type { Family } from "../../api/client";
import { Field } from "../../kit/Field";
import { FormLine } from "../../kit/FormLine";
import { Pick } from "../../kit/Pick";
import { useHouse } from "../../shell/HouseContext";

type Props = {
  asks: string;
  of: { name: string; family: Family };
  /** What is wrong with the name. */
  error: string;
  onName: (name: string) => void;
  onKind: (family: Family) => void;
};

/** What a formula that begins with a list is called, and what kind it is. */
export function NameAndKind({ asks, of, error, onName, onKind }: Props) {
  const { families } = useHouse();
  return (
    <>
      <FormLine label={asks} error={error}>
        <Field
          value={of.name}
          maxLength={120}
          aria-invalid={error !== ""}
          onChange={(event) => onName(event.target.value)}
        />
      </FormLine>
      <FormLine label="What kind is it?">
        <Pick
          label="Kind"
          wide
          value={of.family as string}
          options={[...families.values()].map((kind) => ({ value: kind.family as string, label: kind.title }))}
          onPick={(kind) => onKind(kind as Family)}
        />
      </FormLine>
    </>
  );
}
