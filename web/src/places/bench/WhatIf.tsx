import { Button } from "antd";
import { api, type Formula, inWords, type LandmarkReading, type MeltPart } from "../../api/client";
import { firstC, lastC } from "../../instruments/ruler/geometry";
import type { Moved } from "../../instruments/ruler/WarmthRuler";
import { useHouse } from "../../shell/HouseContext";
import { whatHappens } from "./benchWords";
import { TypedPeg } from "./TypedPeg";
import type { BenchActs } from "./useBench";

type Props = {
  formula: Formula;
  landmark: LandmarkReading;
  moved: Moved;
  answer: MeltPart | null | undefined;
  acts: BenchActs;
  onFound: (mix: Formula) => void;
  onMove: (to: Moved) => void;
};

/** A landmark that was moved to see what would happen: put it back, keep it, or find a mix that holds there. */
export function WhatIf({ formula, landmark, moved, answer, acts, onFound, onMove }: Props) {
  const { units, keep: keepHouse } = useHouse();
  const trying = (act: () => Promise<void>) => () =>
    void act().catch((refused: unknown) => acts.say({ text: inWords(refused), stop: true }));

  const before = landmark.temperatureC;
  const setTo = (temperatureC: number) =>
    keepHouse((now) => ({
      workshop: {
        ...now.workshop,
        landmarks: now.workshop.landmarks.map((one) => (one.id === moved.id ? { ...one, temperatureC } : one)),
      },
    }));
  const keep = trying(async () => {
    await setTo(moved.celsius);
    acts.putBack();
    acts.say({
      text: `The ${landmark.name} is now at ${units.temperature(moved.celsius)}.`,
      back: () => setTo(before),
    });
  });
  const find = trying(async () => {
    const found = await api.mix(formula, moved.celsius);
    if (found.formula) onFound(found.formula);
    acts.putBack();
    acts.say({ text: found.says });
  });

  return (
    <span className="what-if">
      <span>
        What if the {landmark.name} is{" "}
        <TypedPeg
          label={`What if the ${landmark.name} is`}
          measure="temperature"
          value={moved.celsius}
          from={firstC}
          to={lastC}
          onTo={(celsius) => onMove({ ...moved, celsius })}
        />
        ? {answer ? <b>{whatHappens(answer, moved.id)}</b> : ""}
      </span>
      <Button size="small" onClick={acts.putBack}>
        Put back
      </Button>
      <Button size="small" onClick={keep}>
        Keep {units.bareTemperature(moved.celsius)}°
      </Button>
      {landmark.kind === "storage" && (
        <Button size="small" onClick={find}>
          Find a mix that holds here
        </Button>
      )}
    </span>
  );
}
