import { useQuery } from "@tanstack/react-query";
import { memo } from "react";
import { api, type Assessment, type Trial } from "../../api/client";
import { keys } from "../../api/keys";
import { useHouse } from "../../shell/HouseContext";
import { percent, phaseWords } from "../../words/format";

/** The bench sheet: one page of weights to tick, steps and an empty cooling grid. Seen only in print. */
export const PrintSheet = memo(function PrintSheet({ trial, assessment }: { trial: Trial; assessment: Assessment }) {
  const { house, materials, units } = useHouse();
  const plan = useQuery({
    queryKey: keys.plan(trial),
    queryFn: () => api.plan(trial.id),
    enabled: trial.content.lines.length > 0,
    retry: false,
  });
  const weights = new Map(assessment.weighing.lines.map((line) => [line.line, line]));
  return (
    <section className="print-sheet" aria-hidden="true">
      <h1 className="title">{trial.formulaName}</h1>
      <p>
        Trial {trial.number}, {trial.intent}. {units.roundWeight(trial.content.batch.grams)}
        {trial.content.batch.units != null &&
          ` = ${trial.content.batch.units} of ${units.roundWeight(trial.content.batch.fillG ?? 0)}`}
        . Scale {units.plainWeight(house.house.workshop.scale.resolutionG)} {units.mass}.
      </p>
      <table className="print-lines">
        <thead>
          <tr>
            <th>✓</th>
            <th>Material</th>
            <th>Phase</th>
            <th>%</th>
            <th>To weigh</th>
            <th>Weighed</th>
          </tr>
        </thead>
        <tbody>
          {trial.content.lines.map((line) => (
            <tr key={line.id}>
              <td className="box" />
              <td>{materials.get(line.material)?.name}</td>
              <td>{phaseWords[line.phase]}</td>
              <td className="number">{percent(line.percent)}</td>
              <td className="number">{units.weight(weights.get(line.id)?.grams ?? 0)}</td>
              <td className="write" />
            </tr>
          ))}
          <tr>
            <td />
            <td>All</td>
            <td />
            <td className="number">{percent(assessment.totalPercent)}</td>
            <td className="number">{units.weight(assessment.weighing.totalG)}</td>
            <td className="write" />
          </tr>
        </tbody>
      </table>
      <ol className="print-steps">
        {plan.data
          ?.filter((step) => step.kind !== "weigh")
          .map((step) => (
            <li key={step.title}>
              <b>{step.title}</b>
              {step.fromC != null &&
                step.toC != null &&
                ` ${units.bareTemperature(step.fromC)} to ${units.temperature(step.toC)}.`}{" "}
              {step.text}
            </li>
          ))}
      </ol>
      <table className="print-grid">
        <caption>Cooling</caption>
        <tbody>
          <tr>
            <th>time</th>
            {Array.from({ length: 8 }, (_, i) => (
              <td key={i} />
            ))}
          </tr>
          <tr>
            <th>{units.degree}</th>
            {Array.from({ length: 8 }, (_, i) => (
              <td key={i} />
            ))}
          </tr>
        </tbody>
      </table>
      <p className="print-foot">
        {trial.formulaName}, trial {trial.number}. {assessment.parts.melt?.sentence} Hot fat burns: water bath only,
        never leave the pot. Page 1 of 1
      </p>
    </section>
  );
});
