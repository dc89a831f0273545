import { useState } from "react";
import { quantity } from "../../kit/quantity";
import { QuantityField } from "../../kit/QuantityField";
import type { Units } from "../../words/format";
import { nothingTold, type Told } from "./useWatch";

/** The level cup on the scale. */
export function CupField({
  units,
  first,
  onRead,
}: {
  units: Units;
  /** It is the cup before whipping. */
  first: boolean;
  onRead: (read: Told) => Promise<boolean>;
}) {
  const [cup, setCup] = useState(() => quantity("mass", null, units));
  const log = async () => {
    if (cup.exact !== null && (await onRead({ ...nothingTold, cupG: cup.exact })))
      setCup(quantity("mass", null, units));
  };
  return (
    <>
      <QuantityField
        of={cup}
        units={units}
        most={8}
        className="make-field small-number"
        aria-label={first ? "The cup before whipping weighs" : "The cup weighs"}
        placeholder="cup"
        onType={setCup}
        onPressEnter={(event) => {
          // With nothing typed the key means Next, as everywhere.
          if (cup.exact === null) return;
          event.stopPropagation();
          void log();
        }}
      />
      <button type="button" disabled={cup.exact === null} onClick={() => void log()}>
        {first ? "Weigh the cup before" : "Weigh a cup"}
      </button>
    </>
  );
}
