import { type Assessment, type Trial } from "../../api/client";
import { useHouse } from "../../shell/HouseContext";
import { day, plural } from "../../words/format";
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
  const { house, units } = useHouse();
  const batch = trial.content.batch;
  const container = house.house.workshop.containers.find((one) => one.id === batch.container);
  const unit = container?.unit ?? "container";
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
      {assessment.parts.melt?.clearC != null && (
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
      {trial.madeAt && <span className="made"> · made {day(trial.madeAt)}</span>}
    </p>
  );
}
