import type { FormulaEdit } from "../../../api/client";
import { upper } from "../../../words/format";
import type { BenchActs } from "../useBench";
import { useShown } from "../useShown";

type Option = {
  /** Where a material may be offered more than once. */
  id?: string;
  material: string;
  name: string;
  /** What stands before the name: grams to add. */
  amount?: string;
  says: string;
  effect: string;
  label?: string;
  edits: unknown[];
  isOwn: boolean;
};

/** Materials that would do, best first: shown in the mix while one has the focus, done by a press. */
export function OptionList({
  options,
  acts,
  onDone,
  onTake,
}: {
  options: readonly Option[];
  acts: BenchActs;
  onDone?: () => void;
  /** Takes it elsewhere than into the mix, which stays as it is. */
  onTake?: (material: string) => void;
}) {
  const { shown, on } = useShown(acts);
  return (
    <ul className="swap-list">
      {options.map((option) => (
        <li key={option.id ?? option.material}>
          <button
            type="button"
            className="swap-option"
            {...on(option.id ?? option.material, onTake ? [] : option.edits)}
            onClick={() =>
              onTake
                ? onTake(option.material)
                : void acts.apply(option.edits as FormulaEdit[]).then((refused) => refused ?? onDone?.())
            }
          >
            <b>
              {option.amount && `${option.amount} `}
              {option.name}
            </b>
            {option.isOwn && <span className="quiet"> on your shelf</span>}
            <span className="swap-says">{upper(option.says)}</span>
            {option.label && <span className="swap-says">{option.label}</span>}
            {shown === (option.id ?? option.material) && option.effect && (
              <span className="effect">{upper(option.effect)}</span>
            )}
          </button>
        </li>
      ))}
    </ul>
  );
}
