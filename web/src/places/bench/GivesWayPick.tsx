import { Select } from "antd";
import { memo, useMemo } from "react";
import type { GivesWay } from "../../api/client";
import type { Way } from "./benchState";

const words: [GivesWay, string][] = [
  ["makeweight", "the makeweight gives way"],
  ["everyone", "all give way in proportion"],
  ["same_role", "its own group gives way"],
];

/** A line that may be named to give way. */
export type Donor = { id: string; name: string };

type Props = { donors: readonly Donor[]; way: Way; onWay: (way: Way) => void };

/** Who gives way to a share that is typed or stepped: remembered while the trial is open. */
export const GivesWayPick = memo(function GivesWayPick({ donors, way, onWay }: Props) {
  const there = way.from === null || donors.some((donor) => donor.id === way.from);
  const options = useMemo(
    () => [
      ...words.map(([value, label]) => ({ value: value as string, label })),
      ...donors.map(({ id, name }) => ({ value: id, label: `${name} gives way` })),
    ],
    [donors],
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
