import { Segmented } from "antd";

/** Those on the bench, or those put away. */
export function WhichFormulas({ archived, onPick }: { archived: boolean; onPick: (archived: boolean) => void }) {
  return (
    <Segmented
      aria-label="Which formulas"
      value={archived ? "archived" : "bench"}
      options={[
        { value: "bench", label: "On the bench" },
        { value: "archived", label: "Archived" },
      ]}
      onChange={(which) => onPick(which === "archived")}
    />
  );
}
