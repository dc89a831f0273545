import { Button, Checkbox } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { type Assessment, type Trial } from "../../../api/client";
import { useHouse } from "../../../shell/HouseContext";
import { useRoving } from "../../../shell/useRoving";
import type { BenchActs } from "../useBench";
import { Frame } from "./Frame";

/** Which places the product must stand: only those raise findings. */
export function StandPanel({
  acts,
  trial,
  assessment,
  onBack,
}: {
  acts: BenchActs;
  trial: Trial;
  assessment: Assessment;
  onBack: () => void;
}) {
  const { units, families } = useHouse();
  const [error, setError] = useState("");
  const rows = useRoving<HTMLUListElement>("li");
  const kind = families.get(trial.content.family)?.name ?? trial.content.family;
  const places = (assessment.parts.melt?.landmarks ?? []).filter((place) => place.kind !== "pot");
  const { mustStand, gone } = assessment.use;
  const ask = async (asked: string[] | null) => {
    const refused = await acts.apply([{ kind: "set_must_stand", places: asked }]);
    setError(refused?.line ?? "");
  };
  return (
    <Frame title="Must stand" onBack={onBack}>
      <p>
        Places where this {kind} must stand up to the warmth. Only these raise a finding: {mustStand.length} of{" "}
        {places.length}.
      </p>
      <ul className="stand-places" {...rows}>
        {places.map((place) => (
          <li key={place.id}>
            <Checkbox
              checked={place.must}
              onChange={(event) =>
                void ask(event.target.checked ? [...mustStand, place.id] : mustStand.filter((id) => id !== place.id))
              }
            >
              <span className="stand-name">
                {place.name}
                {place.hours ? `, ${place.hours} h` : ""}
              </span>
              <span className="stand-degrees">{units.temperature(place.temperatureC)}</span>
              <span className="hint">{place.verdict}</span>
            </Checkbox>
          </li>
        ))}
      </ul>
      {gone.length > 0 && <p className="hint">No longer a place of the house: {gone.join(", ")}.</p>}
      {error && (
        <p className="field-error" role="alert">
          {error}
        </p>
      )}
      <div className="button-row panel-part">
        <Button disabled={trial.content.mustStand === null} onClick={() => void ask(null)}>
          As usual for its kind
        </Button>
        <Link className="link" to="/house">
          Change the places
        </Link>
      </div>
    </Frame>
  );
}
