import type { FormulaEdit } from "../../../api/client";
import { upper } from "../../../words/format";
import type { BenchActs } from "../useBench";
import { useShown } from "../useShown";

type Option = {
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
}: {
  options: readonly Option[];
  acts: BenchActs;
  onDone?: () => void;
}) {
  const { shown, on } = useShown(acts);
  return (
    <ul className="swap-list">
      {options.map((option) => (
        <li key={option.material}>
          <button
            type="button"
            className="swap-option"
            {...on(option.material, option.edits)}
            onClick={() => void acts.apply(option.edits as FormulaEdit[]).then((refused) => refused ?? onDone?.())}
          >
            <b>
              {option.amount && `${option.amount} `}
              {option.name}
            </b>
            {option.isOwn && <span className="quiet"> on your shelf</span>}
            <span className="swap-says">{upper(option.says)}</span>
            {option.label && <span className="swap-says">{option.label}</span>}
            {shown === option.material && option.effect && <span className="effect">{upper(option.effect)}</span>}
          </button>
        </li>
      ))}
    </ul>
  );
}
