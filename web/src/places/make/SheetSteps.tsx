import type { ReactNode } from "react";
import type { MakeStep } from "../../api/client";
import { useHouse } from "../../shell/HouseContext";
import { narrow, type Units } from "../../words/format";

/** How long a step takes, in minutes or hours. */
export function clockWords(clock: MakeStep["clock"]): string {
  if (!clock) return "";
  const hours = clock.toMin >= 180;
  const shown = (minutes: number) => (hours ? Math.round(minutes / 6) / 10 : Math.round(minutes));
  const [from, to] = [shown(clock.fromMin), shown(clock.toMin)];
  return `${from === to ? "" : `${from} to `}${to}${narrow}${hours ? "h" : "min"}`;
}

/** The wanted temperatures of a step. */
export function rangeWords(step: MakeStep, units: Units): string {
  if (step.fromC != null && step.fromC === step.toC) return units.temperature(step.fromC);
  if (step.fromC != null && step.toC != null)
    return `${units.bareTemperature(step.fromC)} to ${units.temperature(step.toC)}`;
  if (step.toC != null) return `${units.temperature(step.toC)} or less`;
  return step.fromC != null ? `${units.temperature(step.fromC)} or more` : "";
}

/** All steps of a sheet, each opening to what is done and how one sees that it is. */
export function SheetSteps({ steps, acts }: { steps: MakeStep[]; acts?: (step: MakeStep) => ReactNode }) {
  const { units } = useHouse();
  return (
    <ol className="sheet-steps" aria-label="Steps">
      {steps.map((step, i) => (
        <li key={step.id}>
          <details>
            <summary>
              <span className="sheet-number">{i + 1}</span>
              <span className="sheet-title">
                {step.title}
                {step.isOwn && <span className="quiet"> your way</span>}
              </span>
              <span className="sheet-figure">
                {step.targetG != null ? units.weight(step.targetG) : rangeWords(step, units)}
              </span>
              <span className="sheet-clock">{clockWords(step.clock)}</span>
            </summary>
            <p>{step.text}</p>
            {step.doneWhen && (
              <p>
                <b>Done when</b> {step.doneWhen}
              </p>
            )}
            {step.why && <p className="quiet">{step.why}</p>}
            {step.says.map((saying) => (
              <p key={saying.sentence}>
                <b className="severity">
                  {saying.severity === "stop" ? "Stop" : saying.severity === "note" ? "Note" : "Watch"}
                </b>{" "}
                {saying.sentence}
              </p>
            ))}
            {step.cautions.length > 0 && (
              <ul className="sheet-cautions">
                {step.cautions.map((caution) => (
                  <li key={caution.id}>
                    <b>{caution.message}</b> {caution.fix}
                  </li>
                ))}
              </ul>
            )}
            {acts?.(step)}
          </details>
        </li>
      ))}
    </ol>
  );
}
