import { type ReactNode } from "react";

/** Which panel stands in the right plate in place of the findings. */
export type Panel =
  { kind: "material"; line: string } | { kind: "trials" | "batch" | "cost" | "pour" | "formulas" } | null;

export function Frame({ title, onBack, children }: { title: string; onBack: () => void; children: ReactNode }) {
  return (
    <section className="panel" aria-label={title}>
      <div className="panel-head">
        <button type="button" className="link" onClick={onBack}>
          ‹ Findings
        </button>
        <h2 className="head">{title}</h2>
      </div>
      {children}
    </section>
  );
}
