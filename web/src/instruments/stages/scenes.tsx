import type { ReactNode } from "react";

/** Ink of an outline; a thing behind glass or far away is drawn thinner. */
const ink = {
  fill: "none",
  stroke: "var(--ink)",
  strokeWidth: 1.75,
  strokeLinecap: "round",
  strokeLinejoin: "round",
} as const;
const thin = { ...ink, strokeWidth: 1.1 } as const;
const faint = { ...thin, stroke: "var(--ink-3)" } as const;
const light = { ...ink, stroke: "var(--raised)" } as const;

type Fill = "liquid" | "soft" | "scoopable" | "firm" | "hard" | "raised" | "other";
const paint = (of: Fill) => `var(--${of})`;

/** A glass jug from the side, filled to a height. */
function Jug({ of, top = 26, print, children }: { of: Fill; top?: number; print?: boolean; children?: ReactNode }) {
  return (
    <>
      <path d={`M27 ${top}h42v32q0 3-3 3H30q-3 0-3-3z`} fill={paint(of)} />
      {print && <path d="M34 36h27M34 42h20M34 48h25M34 54h14" {...thin} />}
      {children}
      <path d="M24 12h4v46q0 4 4 4h34q4 0 4-4V12h4" {...ink} />
    </>
  );
}

/** A bowl from the side with what is in it; its surface may be shaped. */
function Bowl({ of, surface = "h64", children }: { of: Fill; surface?: string; children?: ReactNode }) {
  return (
    <>
      <path d={`M16 34${surface}q-3 26-22 28H38Q19 60 16 34z`} fill={paint(of)} />
      {children}
      <path d="M12 28h3q2 32 23 34h20q21-2 23-34h3" {...ink} />
    </>
  );
}

/** A surface from above with a spoon over it. */
function Pool({ of, children }: { of: Fill; children?: ReactNode }) {
  return (
    <>
      <ellipse cx="48" cy="46" rx="38" ry="19" fill={paint(of)} stroke="var(--ink)" strokeWidth="1.75" />
      {children}
      <path d="M56 14q6-6 12-2L88 4M56 14q-2 6 5 6 6-1 7-8" {...ink} />
    </>
  );
}

/** A block that has set, with its top shaped. */
function Block({ of, top, children }: { of: Fill; top: string; children?: ReactNode }) {
  return (
    <>
      <path d={`M14 32${top}V60H14z`} fill={paint(of)} stroke="var(--ink)" strokeWidth="1.75" strokeLinejoin="round" />
      {children}
    </>
  );
}

function Jar({ of, top, children }: { of: Fill; top: string; children?: ReactNode }) {
  return (
    <>
      <path d={`M28 30${top}v27q0 4-4 4H32q-4 0-4-4z`} fill={paint(of)} />
      {children}
      <path d="M26 24h2v34q0 4 4 4h32q4 0 4-4V24h2" {...ink} />
    </>
  );
}

function Whisk({ upside, tip }: { upside?: boolean; tip: string }) {
  return (
    <g transform={upside ? "translate(0 72) scale(1 -1)" : undefined}>
      <path d="M48 2v14M48 16q-18 10-14 24 4 8 14 8 10 0 14-8 4-14-14-24zM48 16q-8 16 0 32 8-16 0-32" {...ink} />
      <path d={tip} fill={paint("soft")} stroke="var(--ink)" strokeWidth="1.75" strokeLinejoin="round" />
    </g>
  );
}

/** A palm from the front, with something on it. */
function Palm({ children }: { children: ReactNode }) {
  return (
    <>
      {children}
      <path d="M8 46q10 0 14 6 26 12 52 0 4-6 14-6-2 14-16 18-24 6-48 0Q10 60 8 46z" fill={paint("raised")} />
      <path d="M8 46q10 0 14 6 26 12 52 0 4-6 14-6-2 14-16 18-24 6-48 0Q10 60 8 46z" {...ink} />
    </>
  );
}

function Lump({
  of,
  d = "M30 52q-6-20 8-28 14-6 24 4 8 10 2 24z",
  children,
}: {
  of: Fill;
  d?: string;
  children?: ReactNode;
}) {
  return (
    <>
      <path d={d} fill={paint(of)} stroke="var(--ink)" strokeWidth="1.75" strokeLinejoin="round" />
      {children}
    </>
  );
}

function Heap({ of, d, children }: { of: Fill; d: string; children?: ReactNode }) {
  return (
    <>
      <path d={d} fill={paint(of)} stroke="var(--ink)" strokeWidth="1.75" strokeLinejoin="round" />
      <path d="M8 62h80" {...ink} />
      {children}
    </>
  );
}

function Bottle({ of, children }: { of: Fill; children?: ReactNode }) {
  return (
    <>
      <path d="M34 30h28v28q0 4-4 4H38q-4 0-4-4z" fill={paint(of)} />
      {children}
      <path d="M42 6h12v10q8 4 8 12v30q0 4-4 4H38q-4 0-4-4V28q0-8 8-12z" {...ink} />
    </>
  );
}

const dots = (at: [number, number][], r: number, look: object) =>
  at.map(([x, y]) => <circle key={`${x} ${y}`} cx={x} cy={y} r={r} {...look} />);

const grain = { fill: "var(--ink-2)" };
const crumb = { fill: "var(--soft)", stroke: "var(--ink)", strokeWidth: 1.1 };
const bead = { fill: "var(--other)", fillOpacity: 0.5, stroke: "var(--ink)", strokeWidth: 1.1 };
const bubble = { fill: "var(--raised)", stroke: "var(--ink)", strokeWidth: 1.1 };

/** What eye and hand find at each stage, by the key of its word. */
export const scenes: Record<string, ReactNode> = {
  "melt-lumps": (
    <Jug of="liquid">
      <path d="M33 34q6-5 11 0t-2 9-10-1zM50 30q8-3 12 3t-4 9-11-4zM38 50q7-4 13 1t-3 8-12-2z" fill={paint("soft")} />
      <path d="M33 34q6-5 11 0t-2 9-10-1zM50 30q8-3 12 3t-4 9-11-4zM38 50q7-4 13 1t-3 8-12-2z" {...thin} />
    </Jug>
  ),
  "melt-flakes": (
    <Jug of="liquid">
      <path d="M33 33l4-3M45 35l5 1M58 31l3 4M37 43l5-2M53 44l4-4M34 53l3 3M46 52l5-2M60 53l3-3M62 42l2 3" {...ink} />
    </Jug>
  ),
  "melt-clear": <Jug of="liquid" print />,
  "first-cloud": (
    <Jug of="liquid" print>
      <path d="M27 26h6v26q15 3 30 0V26h6v32q0 3-3 3H30q-3 0-3-3z" fill={paint("raised")} fillOpacity="0.75" />
    </Jug>
  ),
  "wall-set": (
    <Jug of="liquid">
      <path d="M27 26h10q-3 15 0 26 11 3 22 0 3-11 0-26h10v32q0 3-3 3H30q-3 0-3-3z" fill={paint("firm")} />
      <path d="M37 26q-3 15 0 26 11 3 22 0 3-11 0-26" {...thin} />
    </Jug>
  ),
  skin: (
    <Jug of="liquid">
      <path d="M27 24q5-4 10 0t10 0 11 0 11 0v6H27z" fill={paint("scoopable")} />
      <path d="M27 24q5-4 10 0t10 0 11 0 11 0" {...ink} />
    </Jug>
  ),
  dent: (
    <>
      <path d="M27 24q21 24 42 0v34q0 3-3 3H30q-3 0-3-3z" fill={paint("scoopable")} />
      <path d="M27 24q21 24 42 0" {...ink} />
      <path d="M48 12v18M44 26l4 5 4-5" {...faint} />
      <path d="M24 12h4v46q0 4 4 4h34q4 0 4-4V12h4" {...ink} />
    </>
  ),
  "thin-trace": (
    <Pool of="liquid">
      <path d="M60 21v10" {...ink} />
      <ellipse cx="52" cy="44" rx="9" ry="4" {...thin} strokeDasharray="3 3" />
      <ellipse cx="52" cy="44" rx="18" ry="8" {...faint} strokeDasharray="3 4" />
    </Pool>
  ),
  trace: (
    <Pool of="soft">
      <path d="M60 21q2 10-8 14" {...ink} />
      <path d="M24 48q8-8 16-2t14 2 14-4" {...ink} strokeWidth="4" stroke="var(--raised)" />
      <path d="M24 50q8-8 16-2t14 2 14-4" {...thin} />
    </Pool>
  ),
  "thick-trace": (
    <Pool of="scoopable">
      <path d="M20 44q28-14 56 0-28 4-56 0z" fill={paint("soft")} stroke="var(--ink)" strokeWidth="1.5" />
      <path d="M22 50q26-6 52 0M28 56q20-4 40 0" {...thin} />
    </Pool>
  ),
  "slight-set": (
    <Block of="soft" top="h26l4 22 4-22h34">
      <path d="M48 54V10q-5 0-5 7v14" {...ink} />
      <path d="M20 40h14M62 44h14" {...faint} />
    </Block>
  ),
  "half-set": (
    <Block of="scoopable" top="h20q2 14 14 14t14-14h20">
      <path d="M40 34V12q0-6 8-6t8 6v22q-4 8-8 8t-8-8z" fill={paint("raised")} stroke="var(--ink)" strokeWidth="1.75" />
      <path d="M44 36q4 3 8 0" {...thin} />
    </Block>
  ),
  "mostly-set": (
    <Block of="firm" top="h68">
      <path d="M14 38l8 4-4 6 8 4M82 40l-8 3 4 6-6 5" {...ink} />
      <path d="M42 46V22M48 46V22M54 46V22M42 22h12M48 22V4" {...ink} />
    </Block>
  ),
  "butters-half-set": (
    <Bowl of="scoopable">
      <path d="M16 34q3 26 22 28h6q-14-8-16-28zM80 34q-3 26-22 28h-6q14-8 16-28z" fill={paint("firm")} />
      <path d="M49 48V6q-6-3-6 6t6 8" {...ink} />
    </Bowl>
  ),
  block: (
    <Bowl of="firm">
      <path d="M48 2v14M48 16q-14 8-10 26M48 16q14 8 10 26M48 16v28" {...ink} />
      <path d="M34 36l4 6M60 42l3-6" {...thin} />
    </Bowl>
  ),
  mounds: (
    <Bowl of="soft" surface="q8-8 16 0t16 0 16 0 16 0">
      <path d="M26 42q10-6 20 0t20-1M30 50q8-4 18 0t16-1" {...thin} />
    </Bowl>
  ),
  "soft-peak": <Whisk tip="M38 42q-2 10 6 14 8 4 16 10-2-8-2-14 2-6 0-10-10 6-20 0z" />,
  "stiff-peak": <Whisk upside tip="M36 42q2 10 8 14l4 12 4-12q6-4 8-14-12 6-24 0z" />,
  breaking: (
    <Bowl of="liquid">
      {dots(
        [
          [30, 36],
          [42, 33],
          [54, 36],
          [66, 34],
          [36, 44],
          [48, 43],
          [60, 44],
        ],
        5,
        crumb,
      )}
      <path d="M30 54q18 6 36 0" {...light} />
    </Bowl>
  ),
  slumping: (
    <Jar of="soft" top="q4-8 20-8t20 8">
      <path d="M30 22q8-2 10-8 4-6 8-10 2 6 8 10 2 6 10 8" {...faint} strokeDasharray="3 3" />
      <path d="M34 30q14-5 28 0" {...thin} />
    </Jar>
  ),
  grainy: (
    <>
      <path
        d="M12 46q8-20 34-16 26-8 38 6-8 18-34 16-22 10-38-6z"
        fill={paint("soft")}
        stroke="var(--ink)"
        strokeWidth="1.75"
      />
      {dots(
        [
          [26, 42],
          [34, 38],
          [40, 46],
          [48, 40],
          [56, 46],
          [62, 38],
          [70, 42],
          [52, 34],
          [30, 48],
          [66, 48],
        ],
        1.8,
        grain,
      )}
    </>
  ),
  "set-through": (
    <Jar of="firm" top="h40">
      <path d="M28 30h40" {...ink} />
      <path d="M78 10v38a4 4 0 1 0 4 0V10a2 2 0 0 0-4 0zM80 36v14" {...thin} />
    </Jar>
  ),
  unmoulds: (
    <>
      <path d="M10 30h12v22q0 6 6 6h40q6 0 6-6V30h12" {...ink} />
      <path
        d="M26 50q0 4 4 4h34L72 32 30 20z"
        fill={paint("firm")}
        stroke="var(--ink)"
        strokeWidth="1.75"
        strokeLinejoin="round"
      />
      <path d="M80 24l4-10M80 14h5v5" {...faint} />
    </>
  ),
  sweating: (
    <Jar of="firm" top="h40">
      <path d="M28 30h40" {...ink} />
      {dots(
        [
          [34, 26],
          [43, 27],
          [52, 25],
          [61, 27],
          [38, 40],
          [56, 44],
          [46, 52],
        ],
        2.8,
        bead,
      )}
    </Jar>
  ),
  "dry-floats": (
    <Heap of="soft" d="M20 62q10-16 28-20 18 4 28 20z">
      <path d="M24 34q-8-2-6-9t10-4q2-8 11-6t8 9M52 30q0-7 7-6 1-9 11-7t7 10 4 9" {...faint} />
      {dots(
        [
          [34, 30],
          [46, 34],
          [62, 36],
          [70, 26],
          [28, 26],
          [54, 22],
        ],
        1.2,
        grain,
      )}
    </Heap>
  ),
  loose: (
    <Heap of="soft" d="M14 62l34-26 34 26z">
      {dots(
        [
          [48, 30],
          [47, 24],
          [49, 18],
          [46, 12],
          [50, 8],
          [38, 52],
          [52, 48],
          [58, 56],
          [30, 58],
        ],
        1.3,
        grain,
      )}
    </Heap>
  ),
  damp: (
    <Heap of="soft" d="M24 62q-6-20 8-30 4 6 7-2 4 6 8-2 4 6 8-1 4 7 8 2 12 12 8 33z">
      <path d="M34 38v12M43 36v14M52 36v14M61 38v12" {...thin} />
    </Heap>
  ),
  "clumps-oil": (
    <Heap of="soft" d="M16 62q4-10 12-8 2-10 12-7 4-9 14-4 10-2 10 8 12-1 16 11z">
      {dots(
        [
          [30, 50],
          [44, 44],
          [60, 46],
          [54, 56],
          [36, 57],
          [22, 40],
          [74, 44],
        ],
        4.5,
        crumb,
      )}
    </Heap>
  ),
  paste: (
    <>
      <path
        d="M8 50q6-16 34-16 30-2 36-12l8 8Q76 46 46 48q-24 2-38 2z"
        fill={paint("scoopable")}
        stroke="var(--ink)"
        strokeWidth="1.75"
        strokeLinejoin="round"
      />
      <path d="M18 46q14-8 34-8M78 22L66 6l12-4 14 18-6 10" {...ink} />
    </>
  ),
  "oil-on-top": (
    <Jug of="liquid">
      <path d="M27 42q10-4 21 0t21 0v16q0 3-3 3H30q-3 0-3-3z" fill={paint("scoopable")} />
      <path d="M27 42q10-4 21 0t21 0" {...thin} />
      {dots(
        [
          [34, 48],
          [42, 52],
          [52, 48],
          [60, 53],
          [48, 57],
          [36, 56],
        ],
        1.3,
        grain,
      )}
    </Jug>
  ),
  streaks: (
    <>
      <rect x="16" y="16" width="64" height="42" rx="4" fill={paint("soft")} stroke="var(--ink)" strokeWidth="1.75" />
      <path
        d="M18 26q14-6 26 0t34-2M18 38q18-6 30 1t30-3M18 50q12-6 24 0t36-2"
        {...ink}
        strokeWidth="4"
        stroke="var(--firm)"
      />
    </>
  ),
  "no-streak": (
    <>
      <rect
        x="16"
        y="16"
        width="64"
        height="42"
        rx="4"
        fill={paint("scoopable")}
        stroke="var(--ink)"
        strokeWidth="1.75"
      />
      <path d="M24 50l8-8M64 26l8-8" {...light} />
    </>
  ),
  "no-float": (
    <Bowl of="other">
      <path d="M16 34h64" {...thin} />
      {dots(
        [
          [36, 58],
          [42, 60],
          [48, 58],
          [54, 60],
          [60, 58],
          [45, 55],
          [52, 55],
        ],
        1.8,
        grain,
      )}
      <path d="M48 40v8M45 46l3 4 3-4" {...light} />
    </Bowl>
  ),
  "cup-warm": (
    <>
      <path
        d="M30 28h36l-4 32H34z"
        fill={paint("soft")}
        stroke="var(--ink)"
        strokeWidth="1.75"
        strokeLinejoin="round"
      />
      <path d="M40 54l8-6 8 6M48 48v6" {...ink} />
      <path d="M38 22q-4-5 0-9t0-8M48 22q-4-5 0-9t0-8M58 22q-4-5 0-9t0-8" {...faint} />
    </>
  ),
  "squeeze-falls": (
    <Palm>
      {dots(
        [
          [26, 46],
          [34, 42],
          [42, 48],
          [48, 38],
          [56, 46],
          [64, 42],
          [70, 47],
          [40, 36],
          [58, 36],
        ],
        3.4,
        crumb,
      )}
    </Palm>
  ),
  "squeeze-holds": (
    <Palm>
      <Lump of="soft">
        <path d="M48 26l-4 8 6 6-4 10" {...ink} />
      </Lump>
    </Palm>
  ),
  "squeeze-shines": (
    <Palm>
      <Lump of="liquid">
        <path d="M38 34q4-6 10-6M42 40q6-6 12-5" {...light} strokeWidth="2.5" />
        <path d="M22 36l-5-3M24 28l-4-6M72 34l6-3M70 26l4-6" {...thin} />
      </Lump>
    </Palm>
  ),
  "herb-crackles": (
    <>
      <path
        d="M12 50q4-28 32-34l2 16-4 10q-10 12-30 8zM54 16q20 2 30 26-16 8-28 0l2-10z"
        fill={paint("scoopable")}
        stroke="var(--ink)"
        strokeWidth="1.75"
        strokeLinejoin="round"
      />
      <path d="M16 48l26-20M80 40L58 28M48 8v-4M42 10l-3-4M54 10l3-4" {...thin} />
    </>
  ),
  "sand-pours": (
    <>
      <path d="M12 18q20 8 36-4M12 10q16-8 38-2l4 8" {...ink} />
      {dots(
        [
          [54, 18],
          [55, 23],
          [53, 28],
          [56, 32],
          [54, 37],
          [55, 42],
          [53, 47],
        ],
        1.4,
        grain,
      )}
      <path
        d="M24 62q16-6 30-14 14 8 30 14z"
        fill={paint("soft")}
        stroke="var(--ink)"
        strokeWidth="1.75"
        strokeLinejoin="round"
      />
    </>
  ),
  "sand-clumps": (
    <Palm>
      <Lump of="soft" d="M26 50q-4-12 6-16 6-2 10 4l-2 12zM48 50l2-14q8-8 16-2 6 8 2 16z" />
      {dots(
        [
          [46, 26],
          [38, 22],
          [56, 22],
          [46, 42],
          [44, 50],
        ],
        2.2,
        crumb,
      )}
    </Palm>
  ),
  "sand-holds": (
    <Palm>
      <Lump of="soft" d="M26 50q-6-20 10-26l8-1-3 10 6 5-5 12zM54 23q14 2 16 14 0 8-4 13H53l5-11-7-6z" />
    </Palm>
  ),
  "sand-too-wet": (
    <Palm>
      <Lump of="firm" d="M18 52q2-14 18-14 6-6 16-4 16 0 26 18z">
        <path d="M34 44q6-4 12-3M52 42q8 0 12 4" {...light} strokeWidth="2.5" />
        <path d="M48 26q-4 5 0 7 4-2 0-7zM62 22q-4 5 0 7 4-2 0-7z" {...thin} fill={paint("other")} />
      </Lump>
    </Palm>
  ),
  "fizz-starts": (
    <Palm>
      <Lump of="soft" />
      {dots(
        [
          [36, 26],
          [46, 18],
          [56, 24],
          [62, 32],
          [40, 36],
          [50, 32],
          [52, 10],
          [40, 12],
        ],
        3.6,
        bubble,
      )}
    </Palm>
  ),
  "press-firm": (
    <>
      <circle cx="48" cy="38" r="24" fill={paint("soft")} stroke="var(--ink)" strokeWidth="1.75" />
      <path d="M20 38h56" {...ink} />
      <path d="M30 28q6-8 14-9" {...light} />
    </>
  ),
  "dry-through": (
    <>
      <path
        d="M14 58q-4-30 26-38l6 10-6 8 8 10-6 10z"
        fill={paint("soft")}
        stroke="var(--ink)"
        strokeWidth="1.75"
        strokeLinejoin="round"
      />
      <path
        d="M54 58l6-10-8-9 6-8-4-11q30 4 28 38z"
        fill={paint("raised")}
        stroke="var(--ink)"
        strokeWidth="1.75"
        strokeLinejoin="round"
      />
      {dots(
        [
          [66, 36],
          [72, 44],
          [64, 48],
          [74, 52],
          [68, 54],
        ],
        1.2,
        grain,
      )}
    </>
  ),
  "oil-strings": (
    <Bottle of="liquid">
      <path d="M40 58q-4-8 2-14t0-12M48 60q6-8 0-14t2-14M56 58q-6-8 0-14t-1-12" {...thin} />
    </Bottle>
  ),
  "oil-clear": (
    <Bottle of="liquid">
      <path d="M38 38h20M38 44h14M38 50h18" {...thin} />
    </Bottle>
  ),
  "oil-haze": (
    <Bottle of="liquid">
      <path d="M34 42q14-6 28 0v16q0 4-4 4H38q-4 0-4-4z" fill={paint("raised")} fillOpacity="0.8" />
      {dots(
        [
          [40, 48],
          [48, 52],
          [56, 48],
          [44, 57],
          [53, 58],
        ],
        1.5,
        grain,
      )}
    </Bottle>
  ),
  "milk-even": <Jug of="raised" />,
  "milk-eyes": (
    <>
      <ellipse cx="48" cy="40" rx="38" ry="22" fill={paint("raised")} stroke="var(--ink)" strokeWidth="1.75" />
      {dots(
        [
          [34, 36],
          [52, 32],
          [62, 44],
          [44, 48],
          [26, 44],
          [70, 36],
        ],
        4.2,
        { fill: "var(--liquid)", stroke: "var(--ink)", strokeWidth: 1.2 },
      )}
    </>
  ),
};
