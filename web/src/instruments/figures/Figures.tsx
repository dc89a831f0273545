import type { ExplainStep, Part, Parts } from "../../api/client";
import { narrow, number } from "../../words/format";
import "./figures.css";

const titles: Record<Part, string> = {
  melt: "Melt",
  feel: "Feel",
  powder: "Powder",
  bath: "Bath",
  keeping: "Keeping",
  scent: "Scent",
  colour: "Colour",
  safety: "Safety",
};

/** Digits that a figure deserves: three that count. */
export function figure(value: number): string {
  const size = Math.abs(value);
  return number(value, size >= 100 ? 0 : size >= 10 ? 1 : size >= 0.995 ? 2 : 3);
}

/** The parts that say something, each with its steps. */
export function told(parts: Parts, asked: Part[]): { part: Part; title: string; steps: ExplainStep[] }[] {
  return asked.flatMap((part) => {
    const answer = parts[part];
    const steps = answer && "steps" in answer ? answer.steps : [];
    return steps.length > 0 ? [{ part, title: titles[part], steps }] : [];
  });
}

/** What the numbers of a product come to, science by science: for kinds that no ruler speaks of. */
export function Figures({ parts, asked }: { parts: Parts; asked: Part[] }) {
  const groups = told(parts, asked);
  return (
    <div className="figures" tabIndex={0} role="region" aria-label="Figures">
      {groups.length === 0 && <p className="quiet">Nothing can be told of it yet. Add a material.</p>}
      {groups.map((group) => (
        <section key={group.part} aria-label={group.title}>
          <h2 className="head">{group.title}</h2>
          <dl>
            {group.steps.map((step) => (
              <div key={step.says}>
                <dt>{`${figure(step.value)}${step.unit ? narrow + step.unit : ""}`}</dt>
                <dd>
                  {step.says} <span className="hint">{step.source}</span>
                </dd>
              </div>
            ))}
          </dl>
        </section>
      ))}
    </div>
  );
}
