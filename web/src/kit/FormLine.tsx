import type { ReactNode } from "react";

/** A labelled field with what is wrong with it. */
export function FormLine({ label, error = "", children }: { label: ReactNode; error?: string; children: ReactNode }) {
  return (
    <label className="form-field">
      <span>{label}</span>
      {children}
      {error && <Wrong>{error}</Wrong>}
    </label>
  );
}

/** What was refused and what to do instead. */
export function Wrong({ children }: { children: ReactNode }) {
  return (
    <span className="field-error" role="alert">
      {children}
    </span>
  );
}
