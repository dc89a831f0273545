import { Select } from "antd";
import type { GivesWay } from "../../api/client";
import type { Way } from "./benchState";
import type { RowIn } from "./Rows";

const words: [GivesWay, string][] = [
  ["makeweight", "the makeweight gives way"],
  ["everyone", "all give way in proportion"],
  ["same_role", "its own group gives way"],
];

/** Who gives way to a share that is typed or stepped: remembered while the trial is open. */
export function GivesWayPick({ rows, way, onWay }: { rows: RowIn[]; way: Way; onWay: (way: Way) => void }) {
  const there = way.from === null || rows.some((row) => row.line.id === way.from);
  return (
    <Select<string>
      aria-label="Who gives way"
      className="gives-way"
      size="small"
      variant="borderless"
      popupMatchSelectWidth={false}
      value={there ? (way.from ?? way.way) : "makeweight"}
      options={[
        ...words.map(([value, label]) => ({ value: value as string, label })),
        ...rows
          .filter((row) => !row.kept)
          .map((row) => ({ value: row.line.id, label: `${row.material?.name ?? row.line.material} gives way` })),
      ]}
      onChange={(value) => {
        const general = words.find(([one]) => one === value);
        onWay(general ? { way: general[0], from: null } : { way: "donor", from: value });
      }}
    />
  );
}
