import type { Instrument } from "../../api/client";

export const scaleHeight = 28;
export const wordsHeight = 24;
export const captionHeight = 18;
export const flagsHeight = 42;
const hillHeight = 96;
const hillUnderLanes = 76;
const hillOfTwo = 56;
const lowHill = 34;
export const laneHeight = 19;
export const barHeight = 26;

/** Bars that are halves of one lie on one level: a part that begins where another ended. */
export function levelsOf(instrument: Instrument): Instrument["lanes"][] {
  const levels: Instrument["lanes"][] = [];
  for (const lane of instrument.lanes) {
    const before = levels.at(-1);
    if (before && lane.from > instrument.from && before.at(-1)?.to === lane.from) before.push(lane);
    else levels.push([lane]);
  }
  return levels;
}

/** Height of what stands over the line, without flags and caption. */
export const bodyOf = (instrument: Instrument, hangs: boolean) => {
  const levels = levelsOf(instrument).length;
  const stands = instrument.hill.length > 0 || instrument.tanks.length > 0;
  const hill =
    hangs && instrument.hill.length > 0
      ? hillOfTwo
      : instrument.isLow
        ? lowHill
        : levels > 0
          ? hillUnderLanes
          : hillHeight;
  return { lanes: levels * (stands ? laneHeight : barHeight), hill: stands ? hill : 0 };
};

/** Height that an instrument needs, px; `hangs` where another lies under it. */
export function heightOf(instrument: Instrument, hangs: boolean): number {
  const { lanes, hill } = bodyOf(instrument, hangs);
  const words = instrument.words.length > 0 ? wordsHeight : 6;
  const under = hangs && instrument.hill.length > 0 ? hill + wordsHeight : 0;
  return captionHeight + (instrument.stems.length > 0 ? flagsHeight : 0) + lanes + hill + words + under + scaleHeight;
}
