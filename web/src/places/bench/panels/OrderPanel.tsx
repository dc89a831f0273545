import type { LensView } from "../../../api/client";
import { Frame } from "./Frame";

/** In what order a dry mix is put together or wetted, and what happens else. */
export function OrderPanel({ reading, onBack }: { reading: LensView | null; onBack: () => void }) {
  const steps = reading?.order ?? [];
  return (
    <Frame title={reading?.lens === "fizz" ? "Wet it, dose by dose" : "What goes in first"} onBack={onBack}>
      {steps.length === 0 && <p className="quiet">Read this mix by Sponge or Fizz: its order is told there.</p>}
      <ol className="why-steps in-order">
        {steps.map((step) => (
          <li key={step.do}>
            {step.do}. <span className="hint">{step.else}</span>
          </li>
        ))}
      </ol>
    </Frame>
  );
}
