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

/** Round steps of the house's unit up the gauge: about four below the tear, about six above; the labelled ones keep clear of what is told beside them. */
export function ticksOf(gauge: Gauge, told: number[], unitG: number): { value: number; y: number; label: boolean }[] {
  const steps = (from: number, to: number, count: number) => {
    const step = roundStep((to - from) / count);
    const first = Math.floor(from / step) + 1;
    return Array.from({ length: Math.max(0, Math.ceil(to / step) - first) }, (_, i) => (first + i) * step);
  };
  const [torn, most] = [gauge.breakG / unitG, gauge.mostG / unitG];
  return [...steps(0, torn, 4), ...steps(torn, most, 6)].map((value) => {
    const y = gauge.y(value * unitG);
    return { value, y, label: [...told, gauge.tear].every((other) => Math.abs(other - y) > 26) };
  });
}

function roundStep(wanted: number): number {
  const ten = 10 ** Math.floor(Math.log10(wanted));
  return ten * ([1, 2, 5].find((one) => one * ten >= wanted) ?? 10);
}

export type Reach = "short" | "right" | "over";

export function reach(grams: number, targetG: number, toleranceG: number): Reach {
  if (grams > targetG + toleranceG + 1e-9) return "over";
  return grams >= targetG - toleranceG - 1e-9 ? "right" : "short";
}
