import { type Assessment, type Trial } from "../../../api/client";
import { useHouse } from "../../../shell/HouseContext";
import { percent } from "../../../words/format";
import { Frame } from "./Frame";

export function CostPanel({ trial, assessment, onBack }: { trial: Trial; assessment: Assessment; onBack: () => void }) {
  const { materials, units } = useHouse();
  return (
    <Frame title="Cost" onBack={onBack}>
      {assessment.cost.batchCost != null ? (
        <p>
          The batch costs <b>{units.money(assessment.cost.batchCost)}</b>
          {assessment.cost.unitCost != null && (
            <>
              , <b>{units.money(assessment.cost.unitCost)}</b> each with its container
            </>
          )}
          .
        </p>
      ) : (
        <p>No price is known yet for {assessment.cost.unpriced.join(", ") || "anything in the pot"}.</p>
      )}
      <table className="plain-table panel-part">
        <caption>Materials</caption>
        <tbody>
          {assessment.cost.lines.map((cost) => {
            const line = trial.content.lines.find((one) => one.id === cost.line);
            return (
              <tr key={cost.line}>
                <th scope="row">{materials.get(line?.material ?? "")?.name}</th>
                <td>{percent(line?.percent ?? 0)} %</td>
                <td>{units.money(cost.cost)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="hint">Materials and containers only. Time, label and losses are not in it.</p>
    </Frame>
  );
}
