import { type Assessment, type Trial } from "../../../api/client";
import { useHouse } from "../../../shell/HouseContext";
import { Sheet } from "../../../kit/Sheet";
import { percent } from "../../../words/format";
import { Frame } from "./Frame";

export function CostPanel({ trial, assessment, onBack }: { trial: Trial; assessment: Assessment; onBack: () => void }) {
  const { materials, units } = useHouse();
  const line = (id: string) => trial.content.lines.find((one) => one.id === id);
  const { containers, labels, time } = assessment.cost.beside;
  const beside = (
    [
      ["Containers", containers],
      ["Labels", labels],
      ["Time", time],
    ] as const
  ).filter(([, money]) => money > 0);
  return (
    <Frame title="Cost" onBack={onBack}>
      {assessment.cost.batchCost != null ? (
        <p>
          The batch costs <b>{units.money(assessment.cost.batchCost)}</b>
          {assessment.cost.unitCost != null && (
            <>
              , <b>{units.money(assessment.cost.unitCost)}</b> each
            </>
          )}
          .
        </p>
      ) : (
        <p>No price is known yet for {assessment.cost.unpriced.join(", ") || "anything in the pot"}.</p>
      )}
      <div className="panel-part">
        <Sheet
          label="Materials"
          rows={assessment.cost.lines}
          keyOf={(cost) => cost.line}
          columns={[
            {
              title: "Material",
              rowScope: "row",
              render: (_, cost) => materials.get(line(cost.line)?.material ?? "")?.name,
            },
            { title: "Share", render: (_, cost) => `${percent(line(cost.line)?.percent ?? 0)} %` },
            {
              title: "Cost",
              className: "number",
              align: "right",
              sorter: (a, b) => a.cost - b.cost,
              render: (_, cost) => units.money(cost.cost),
            },
          ]}
        />
      </div>
      {beside.length > 0 && (
        <ul className="cost-beside" aria-label="Beside the materials">
          {beside.map(([what, money]) => (
            <li key={what}>
              {what} <b>{units.money(money)}</b>
            </li>
          ))}
        </ul>
      )}
      <p className="hint">{assessment.cost.counts}</p>
    </Frame>
  );
}
