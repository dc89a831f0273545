import type { Quantity } from "../../kit/quantity";
import { QuantityField } from "../../kit/QuantityField";
import type { Units } from "../../words/format";
import type { LiveScale } from "./useScale";

const fullSize = 5;

/** So wide is a number in its own size: the point takes less than a digit. */
const widthOf = (text: string) =>
  `${[...text].reduce((sum, letter) => sum + (/[.,]/.test(letter) ? 0.28 : 0.47), 0.03)}em`;

type Props = {
  of: Quantity;
  units: Units;
  /** What is weighed. */
  label: string;
  scale: LiveScale | undefined;
  onType: (now: Quantity) => void;
};

/** What the scale shows, to be read at arm's length; or typed. */
export function BigNumber({ of, units, label, scale, onType }: Props) {
  const letters = of.text.length;
  const shrink = Math.min(1, fullSize / Math.max(1, letters));
  return (
    <label className="make-big" style={{ fontSize: `calc(var(--big) * ${shrink})` }}>
      <QuantityField
        of={of}
        units={units}
        most={8}
        bare
        variant="borderless"
        className="make-number"
        aria-label={`Weight of ${label} in ${units.mass}`}
        placeholder={units.bareWeight(0)}
        style={{ width: widthOf(letters > 2 ? of.text : units.bareWeight(0)) }}
        onType={onType}
        readOnly={scale?.follows}
        autoFocus
      />
      <span className="unit">{units.mass}</span>
    </label>
  );
}
