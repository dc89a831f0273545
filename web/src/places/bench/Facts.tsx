import { type Assessment, type Trial } from "../../api/client";
import { useHouse } from "../../shell/HouseContext";
import { day, narrow, number, plural } from "../../words/format";
import type { Panel } from "./panels/Frame";

/** The trial's facts as one sentence whose parts open. */
export function Facts({
  trial,
  assessment,
  underName,
  onOpen,
}: {
  trial: Trial;
  assessment: Assessment;
  underName: string | null;
  onOpen: (panel: Panel) => void;
}) {
  const { house, units, families } = useHouse();
  const batch = trial.content.batch;
  const container = house.house.workshop.containers.find((one) => one.id === batch.container);
  const unit = container?.unit ?? "container";
  const { use, parts } = assessment;
  const isPoured = (families.get(trial.content.family)?.nature ?? "melted") === "melted";
  const places = use.mustStand.map((id) => parts.melt?.landmarks.find((one) => one.id === id)?.name ?? id);
  const stands = places.length === 0 ? "nowhere" : places.length > 2 ? `${places.length} places` : places.join(", ");
  return (
    <p className="facts">
      <button type="button" className="openable" onClick={() => onOpen({ kind: "trials" })}>
        trial {trial.number}
      </button>
      {underName && ` over ${underName}`} ·{" "}
      <button type="button" className="openable" onClick={() => onOpen({ kind: "batch" })}>
        {units.roundWeight(batch.grams)}
        {batch.units != null &&
          batch.fillG != null &&
          ` = ${batch.units} ${plural(unit, batch.units)} of ${units.roundWeight(batch.fillG)}`}
      </button>{" "}
      ·{" "}
      {use.overrunPercent != null && (
        <>
          <button type="button" className="openable" onClick={() => onOpen({ kind: "batch" })}>
            {`air ${number(use.overrunPercent, 0)}${narrow}%`}
          </button>{" "}
          ·{" "}
        </>
      )}
      <button type="button" className="openable" onClick={() => onOpen({ kind: "use" })}>
        {use.says}
      </button>{" "}
      ·{" "}
      {parts.melt?.curve && (
        <>
          <button type="button" className="openable" onClick={() => onOpen({ kind: "stand" })}>
            must stand {stands}
          </button>{" "}
          ·{" "}
        </>
      )}
      {isPoured && parts.melt?.clearC != null && use.overrunPercent === null && (
        <>
          <button type="button" className="openable" onClick={() => onOpen({ kind: "pour" })}>
            {trial.content.pourC != null ? `pour at ${units.temperature(trial.content.pourC)}` : "pour when?"}
          </button>{" "}
          ·{" "}
        </>
      )}
      <button type="button" className="openable" onClick={() => onOpen({ kind: "cost" })}>
        {assessment.cost.unitCost != null
          ? `${units.money(assessment.cost.unitCost)} a ${unit}`
          : assessment.cost.batchCost != null
            ? `${units.money(assessment.cost.batchCost)} a batch`
            : "no price yet"}
      </button>
      {" · "}
      <button type="button" className="openable" onClick={() => onOpen({ kind: "water" })}>
        {assessment.lamp.says}
      </button>
      {trial.madeAt && <span className="made"> · made {day(trial.madeAt)}</span>}
    </p>
  );
}
