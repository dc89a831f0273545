/** A step of a made-up batch. */
export const step = (id: string, kind: string, title: string, change: object = {}) => ({
  id,
  kind,
  title,
  text: `Do ${title}.`,
  why: "Because.",
  doneWhen: "it is done",
  says: [],
  cautions: [],
  mostC: null,
  clock: null,
  hands: "hands",
  line: null,
  targetG: null,
  toleranceG: null,
  fromC: null,
  toC: null,
  waitMinutes: null,
  isOwn: false,
  ...change,
});

/** A batch as the server tells it, standing at one of its steps. */
export const batchInHand = (steps: { id: string }[], at = 0, lots: object[] = [], taken: object[] = []) => ({
  id: 9,
  revision: 0,
  atIndex: at,
  potG: 0,
  unit: "tin",
  workroomC: 20,
  humidityPercent: null,
  colour: "#EEDDAA",
  signedBy: "",
  from: { formulaName: "Slipway Hand Balm", trialId: 7, trialNumber: 2, intent: "" },
  said: { sentence: "", slumpC: 48, landmarks: [] },
  lots,
  deviations: [],
  asks: null,
  took: "",
  kit: null,
  stages: {},
  answered: [],
  batch: {
    lots: taken,
    lot: "SH-26-009",
    steps,
    atStep: steps[at]?.id,
    done: [] as object[],
    observations: [],
    notes: "",
    startedAt: "2026-06-11T08:00:00Z",
    finishedAt: null,
  },
});

/** Moments so many minutes after another, and what a batch wants of the hands between two of them. */
export const minutesFrom = (now: number) => {
  const at = (minutes: number) => new Date(now + minutes * 60_000).toISOString();
  const block = (lot: string, title: string, from: number, to: number, hands = "hands") => ({
    lot,
    step: title,
    title,
    hands,
    from: at(from),
    to: at(to),
    slackMin: 0,
    canStayWarm: false,
    hasAlcohol: false,
    hasHeat: false,
  });
  return { at, block };
};
