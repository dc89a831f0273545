import type { Severity } from "../api/client";

const level = { stop: 1, fix: 0.75, watch: 0.5, note: 0 } as const;

/** A little jar, filled as far as the finding is grave. Its word always stands beside it. */
export function Jar({ severity }: { severity: Severity }) {
  const bottom = 17;
  const top = 7.5;
  const filled = (bottom - top) * level[severity];
  return (
    <svg width="20" height="20" viewBox="0 0 20 20" aria-hidden="true" className={`jar jar-${severity}`}>
      {filled > 0 && <rect x="4" y={bottom - filled} width="12" height={filled} fill="currentColor" />}
      <path
        d="M3.5 7.5h13V17.5h-13zM5 2.5h10M6.5 2.5v5M13.5 2.5v5"
        fill="none"
        stroke="currentColor"
        strokeWidth="1.75"
      />
    </svg>
  );
}

/** Slanted hatch in a square: a kept layer. */
export function KeepMark() {
  return (
    <svg width="16" height="16" viewBox="0 0 16 16" aria-hidden="true">
      <rect x="1" y="1" width="14" height="14" fill="none" stroke="currentColor" strokeWidth="1.75" />
      <path d="M1 9L9 1M1 15L15 1M7 15l8-8" stroke="currentColor" strokeWidth="1.75" />
    </svg>
  );
}
