import { useState } from "react";
import { type Measure, type Quantity, quantity } from "../../kit/quantity";
import { QuantityField } from "../../kit/QuantityField";
import { useHouse } from "../../shell/HouseContext";

type Props = {
  label: string;
  measure: Measure;
  value: number;
  /** Ends of the axis that the peg stands on. */
  from: number;
  to: number;
  onTo: (value: number) => void;
};

/** Where a moved peg stands, as a field: typing moves it on, moving it fills the field. */
export function TypedPeg({ label, measure, value, from, to, onTo }: Props) {
  const { units } = useHouse();
  const [typed, setTyped] = useState<{ of: Quantity; at: number } | null>(null);
  const shown = typed?.at === value ? typed.of : quantity(measure, Math.round(value * 100) / 100, units);
  return (
    <QuantityField
      aria-label={label}
      of={shown}
      units={units}
      onType={(of) => {
        const at = of.exact === null ? value : Math.min(to, Math.max(from, of.exact));
        setTyped({ of, at });
        if (at !== value) onTo(at);
      }}
    />
  );
}
