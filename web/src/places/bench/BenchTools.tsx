import { Segmented } from "antd";
import type { ReactNode } from "react";
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

/** Over the rows: what the mix is read by, and where a material joins it. */
export function BenchTools({
  lens,
  lenses,
  onRead,
  children,
}: {
  lens: Lens;
  lenses: readonly Lens[];
  onRead: (lens: Lens) => void;
  children: ReactNode;
}) {
  return (
    <div className="bench-tools">
      <span className="quiet">Read by</span>
      <Segmented<Lens>
        aria-label="Read by"
        value={lens}
        options={lenses.map((one) => ({ value: one, label: words[one] }))}
        onChange={onRead}
      />
      {children}
    </div>
  );
}
