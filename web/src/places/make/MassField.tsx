import { useState } from "react";
import { quantity } from "../../kit/quantity";
import { QuantityField } from "../../kit/QuantityField";
import { useDevice } from "../../shell/devices";
import type { Units } from "../../words/format";
import { nothingTold, type Told } from "./useWatch";

type Props = {
  units: Units;
  label: string;
  act: string;
  onRead: (read: Told) => Promise<boolean>;
};

/** A mass on the scale: typed, or taken from the scale that speaks. */
export function MassField({ units, label, act, onRead }: Props) {
  const [mass, setMass] = useState(() => quantity("mass", null, units));
  const scale = useDevice("scale");
  const onScale = scale?.standing === "settled" && scale.value !== null && scale.value > 0 ? scale.value : null;
  const value = mass.exact ?? onScale;
  const log = async () => {
    if (value !== null && (await onRead({ ...nothingTold, massG: value }))) setMass(quantity("mass", null, units));
  };
  return (
    <>
      <QuantityField
        of={mass}
        units={units}
        most={8}
        className="make-field small-number"
        aria-label={`${label} in ${units.mass}`}
        placeholder={onScale === null ? "" : units.bareWeight(onScale)}
        onType={setMass}
        onPressEnter={(event) => {
          // With nothing to weigh the key means Next, as everywhere.
          if (value === null) return;
          event.stopPropagation();
          void log();
        }}
      />
      <button type="button" disabled={value === null} onClick={() => void log()}>
        {act}
      </button>
    </>
  );
}
