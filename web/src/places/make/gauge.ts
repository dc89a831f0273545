/** The weighing gauge: the last tenth of the way is drawn ten times as tall, above a torn edge. */
const times = 10;

export type Gauge = {
  y: (grams: number) => number;
  tear: number;
  top: number;
  bottom: number;
  breakG: number;
  mostG: number;
};

export function gaugeOf(targetG: number, toleranceG: number, top: number, bottom: number): Gauge {
  const breakG = targetG * 0.9;
  const mostG = targetG + Math.max(toleranceG * 2, targetG * 0.03);
  const stretched = times * (mostG - breakG);
  const tear = top + ((bottom - top) * stretched) / (breakG + stretched);
  const y = (grams: number) => {
    const held = Math.max(0, Math.min(mostG, grams));
    return held <= breakG
      ? bottom - ((bottom - tear) * held) / breakG
      : tear - ((tear - top) * (held - breakG)) / (mostG - breakG);
  };
  return { y, tear, top, bottom, breakG, mostG };
}

export type Reach = "short" | "right" | "over";

export function reach(grams: number, targetG: number, toleranceG: number): Reach {
  if (grams > targetG + toleranceG + 1e-9) return "over";
  return grams >= targetG - toleranceG - 1e-9 ? "right" : "short";
}
