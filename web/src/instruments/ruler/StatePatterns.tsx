import type { MatterState } from "../../api/client";

export const states: MatterState[] = ["brittle", "hard", "firm", "scoopable", "soft", "slumping", "liquid"];

/** Colour and pattern of each state of matter, and the frayed edges between neighbours. */
export function StatePatterns({ id }: { id: string }) {
  return (
    <defs>
      {states.map((state) => (
        <pattern
          key={state}
          id={`${id}-${state}`}
          width={size[state]}
          height={size[state]}
          patternUnits="userSpaceOnUse"
        >
          <rect width={size[state]} height={size[state]} fill={`var(--${state})`} />
          {strokes[state]}
        </pattern>
      ))}
      {states.slice(1).map((state, i) => (
        <pattern
          key={state}
          id={`${id}-fray-${state}`}
          width="16"
          height="16"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width="8" height="16" fill={`var(--${states[i]})`} />
          <rect x="8" width="8" height="16" fill={`var(--${state})`} />
        </pattern>
      ))}
    </defs>
  );
}

const size: Record<MatterState, number> = {
  brittle: 6,
  hard: 4,
  firm: 9,
  scoopable: 8,
  soft: 8,
  slumping: 16,
  liquid: 16,
};

const strokes: Record<MatterState, React.ReactNode> = {
  brittle: <path d="M0 0L6 6M6 0L0 6" stroke="#fff" strokeOpacity=".32" />,
  hard: <path d="M2 0V4" stroke="#fff" strokeOpacity=".32" />,
  firm: <path d="M4.5 0V9" stroke="#fff" strokeOpacity=".38" />,
  scoopable: <path d="M-2 2L2 -2M0 8L8 0M6 10L10 6" stroke="#12212C" strokeOpacity=".34" />,
  soft: <path d="M1.5 1.5h1M5.5 5.5h1" stroke="#12212C" strokeOpacity=".45" strokeWidth="1.3" />,
  slumping: <path d="M0 8Q4 4 8 8T16 8" fill="none" stroke="#12212C" strokeOpacity=".4" />,
  liquid: null,
};
