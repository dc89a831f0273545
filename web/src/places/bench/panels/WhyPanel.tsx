import type { LensView } from "../../../api/client";
import { narrow, number } from "../../../words/format";
import { Frame } from "./Frame";

/** Digits that a figure deserves: three that count. */
export function figure(value: number): string {
  const size = Math.abs(value);
  return number(value, size >= 100 ? 0 : size >= 10 ? 1 : size >= 0.995 ? 2 : 3);
}

/** The computation behind an instrument, in steps with their sources. */
export function WhyPanel({ reading, onBack }: { reading: LensView | null; onBack: () => void }) {
  const steps = reading?.steps ?? [];
  return (
    <Frame title="Why?" onBack={onBack}>
      <p>{reading?.says}</p>
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
