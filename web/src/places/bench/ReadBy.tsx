import { Segmented } from "antd";
import { memo, useMemo } from "react";
import type { Lens } from "../../api/client";

const words: Record<Lens, string> = {
  melt: "Melt",
  feel: "Feel",
  shade: "Shade",
  keeping: "Keeping",
  scent: "Scent",
  cost: "Cost",
  sponge: "Sponge",
  fizz: "Fizz",
  air: "Air",
  tub: "Tub",
};

type Props = { lens: Lens; lenses: readonly Lens[]; onRead: (lens: Lens) => void };

/** What the mix is read by. */
export const ReadBy = memo(function ReadBy({ lens, lenses, onRead }: Props) {
  const options = useMemo(() => lenses.map((one) => ({ value: one, label: words[one] })), [lenses]);
  return (
    <>
      <span className="quiet">Read by</span>
      <Segmented<Lens> aria-label="Read by" value={lens} options={options} onChange={onRead} />
    </>
  );
});
