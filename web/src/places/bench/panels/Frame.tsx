import { type ReactNode, useLayoutEffect, useRef } from "react";

/** Which panel stands in the right plate in place of the findings. */
export type Panel =
  | { kind: "material"; line: string }
  | { kind: "split"; id: string | null }
  | { kind: "rescue"; batch: number | null }
  | {
      kind:
        | "trials"
        | "batch"
        | "cost"
        | "pour"
        | "formulas"
        | "use"
        | "stand"
        | "why"
        | "water"
        | "shade"
        | "scent"
        | "groups"
        | "top"
        | "balance"
        | "backwards"
        | "levers"
        | "cooling"
        | "parts"
        | "order"
        | "parcel";
    }
  | null;

export function Frame({ title, onBack, children }: { title: string; onBack: () => void; children: ReactNode }) {
  const panel = useRef<HTMLElement>(null);
  const head = useRef<HTMLHeadingElement>(null);
  // It takes the focus from what opened it, and gives it back.
  useLayoutEffect(() => {
    const opener = document.activeElement;
    const own = panel.current;
    head.current?.focus({ preventScroll: true });
    return () => {
      const at = document.activeElement;
      if (opener instanceof HTMLElement && (at === document.body || own?.contains(at))) opener.focus();
    };
  }, []);
  return (
    <section className="panel" aria-label={title} ref={panel}>
      <div className="panel-head">
        <button type="button" className="link" onClick={onBack}>
          ‹ Findings
        </button>
        <h2 className="head" tabIndex={-1} ref={head}>
          {title}
        </h2>
      </div>
      {children}
    </section>
  );
}
