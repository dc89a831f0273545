import type { InputProps, InputRef } from "antd";
import type { Ref } from "react";
import type { Units } from "../words/format";
import { Field } from "./Field";
import { type Quantity, shownIn, typed, unitOf } from "./quantity";

type Props = Omit<InputProps, "value" | "onChange"> & {
  ref?: Ref<InputRef>;
  of: Quantity;
  units: Units;
  /** Longest text it takes. */
  most?: number;
  /** The unit stands elsewhere. */
  bare?: boolean;
  onType: (now: Quantity) => void;
};

/** A number in the house's unit, which follows when the house changes it. */
export function QuantityField({ of, units, most = 16, bare = false, onType, className = "", ...rest }: Props) {
  const unit = unitOf(of.measure, units);
  return (
    <>
      <Field
        {...rest}
        className={`number ${className}`}
        inputMode="decimal"
        value={shownIn(of, units).text}
        onChange={(event) => onType(typed(of, event.target.value.slice(0, most), units))}
      />
      {unit && !bare && <> {unit}</>}
    </>
  );
}
