import type { Assessment } from "../../../api/client";
import { narrow, number } from "../../../words/format";
import { Frame } from "./Frame";

/** Digits that a figure deserves: three that count. */
export function figure(value: number): string {
  const size = Math.abs(value);
  return number(value, size >= 100 ? 0 : size >= 10 ? 1 : size >= 0.995 ? 2 : 3);
}

/** The computation behind an instrument, in steps with their sources. */
export function WhyPanel({ assessment, onBack }: { assessment: Assessment; onBack: () => void }) {
  // The melt of what is not whipped has no axes of its own: the ruler tells of it.
  const { says, steps } = assessment.reading ?? {
    says: assessment.parts.melt?.sentence,
    steps: assessment.parts.melt?.steps ?? [],
  };
  return (
    <Frame title="Why?" onBack={onBack}>
      <p>{says}</p>
      {steps.length === 0 && <p className="quiet">Nothing was computed for it.</p>}
      <ol className="why-steps">
        {steps.map((step) => (
          <li key={step.says}>
            <b className="number">{`${figure(step.value)}${step.unit ? narrow + step.unit : ""}`}</b> {step.says}{" "}
            <span className="hint">{step.source}</span>
          </li>
        ))}
      </ol>
    </Frame>
  );
}
