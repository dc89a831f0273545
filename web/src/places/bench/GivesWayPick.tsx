import { Select } from "antd";
import { memo, useMemo } from "react";
import type { FormulaLine, GivesWay } from "../../api/client";
import { useHouse } from "../../shell/HouseContext";
import type { Way } from "./benchState";

const words: [GivesWay, string][] = [
  ["makeweight", "the makeweight gives way"],
  ["everyone", "all give way in proportion"],
  ["same_role", "its own group gives way"],
];

type Props = { lines: readonly FormulaLine[]; way: Way; onWay: (way: Way) => void };

/** Who gives way to a share that is typed or stepped: remembered while the trial is open. */
export const GivesWayPick = memo(function GivesWayPick({ lines, way, onWay }: Props) {
  const { materials } = useHouse();
  const there = way.from === null || lines.some((line) => line.id === way.from);
  const options = useMemo(
    () => [
      ...words.map(([value, label]) => ({ value: value as string, label })),
      ...lines
        .filter((line) => !line.kept)
        .map((line) => ({ value: line.id, label: `${materials.get(line.material)?.name ?? line.material} gives way` })),
    ],
    [lines, materials],
  );
  return (
    <Select<string>
      aria-label="Who gives way"
      className="gives-way"
      size="small"
      variant="borderless"
      popupMatchSelectWidth={false}
      value={there ? (way.from ?? way.way) : "makeweight"}
      options={options}
      onChange={(value) => {
        const general = words.find(([one]) => one === value);
        onWay(general ? { way: general[0], from: null } : { way: "donor", from: value });
      }}
    />
  );
});
