/** Layers thinner than this share leave the column for the tray. */
export const trayBelow = 1.5;
export const trayTimes = 4;

export type LayerIn = { id: string; percent: number; colour: string; kept: boolean; gap?: boolean };
export type Layer = LayerIn & { y: number; height: number; inTray: boolean };
export type StrataShape = { layers: Layer[]; columnHeight: number; trayTop: number; trayHeight: number };

/** Where each layer lies: thick ones stacked in row order, thin ones in the tray below, four times as thick. */
export function stack(lines: LayerIn[], pxPerPercent: number): StrataShape {
  let y = 0;
  const inColumn: Layer[] = [];
  for (const line of lines.filter((one) => one.percent >= trayBelow)) {
    const height = line.percent * pxPerPercent;
    inColumn.push({ ...line, y, height, inTray: false });
    y += height;
  }
  const columnHeight = y;
  const trayTop = columnHeight + 10;
  let trayY = trayTop;
  const inTray: Layer[] = [];
  for (const line of lines.filter((one) => one.percent > 0 && one.percent < trayBelow)) {
    const height = line.percent * pxPerPercent * trayTimes;
    inTray.push({ ...line, y: trayY, height, inTray: true });
    trayY += height;
  }
  const byId = new Map([...inColumn, ...inTray].map((layer) => [layer.id, layer]));
  return {
    layers: lines.flatMap((line) => byId.get(line.id) ?? []),
    columnHeight,
    trayTop,
    trayHeight: trayY - trayTop,
  };
}

/** A ribbon from a layer's edge to its row's chip. */
export function ribbonPath(
  layer: { y: number; height: number },
  x0: number,
  chip: { y: number; height: number },
  x1: number,
): string {
  const mid = (x0 + x1) / 2;
  const a = layer.y;
  const b = layer.y + layer.height;
  const c = chip.y;
  const d = chip.y + chip.height;
  return `M${x0} ${a}C${mid} ${a} ${mid} ${c} ${x1} ${c}V${d}C${mid} ${d} ${mid} ${b} ${x0} ${b}Z`;
}

/** Ribbons that may be drawn: one from the tray that would cross another is left out, its chip stays. */
export function uncrossed(ribbons: { id: string; from: number; to: number; inTray: boolean }[]): Set<string> {
  const kept = new Set<string>();
  for (const one of ribbons) {
    const crosses = ribbons.some((other) => other !== one && (other.from - one.from) * (other.to - one.to) < 0);
    if (!(one.inTray && crosses)) kept.add(one.id);
  }
  return kept;
}

/** The two free neighbours that a boundary trades between; null when one side is all kept. */
export function neighbours(
  lines: LayerIn[],
  above: string,
): { upper: LayerIn; lower: LayerIn; passed: LayerIn[] } | null {
  const at = lines.findIndex((line) => line.id === above);
  const upper = lines.slice(0, at + 1).findLast((line) => !line.kept);
  const lower = lines.slice(at + 1).find((line) => !line.kept);
  if (!upper || !lower) return null;
  const passed = lines.slice(lines.indexOf(upper) + 1, lines.indexOf(lower)).filter((line) => line.kept);
  return { upper, lower, passed };
}

/** The shares while two layers trade; the sum stays. Steps of a tenth, stopped at nothing. */
export function trade(
  lines: LayerIn[],
  upper: string,
  lower: string,
  byPercent: number,
): { lines: LayerIn[]; by: number } {
  const gains = lines.find((line) => line.id === upper);
  const gives = lines.find((line) => line.id === lower);
  if (!gains || !gives) return { lines, by: 0 };
  const tenth = Math.round(byPercent * 10) / 10;
  const to = (value: number) => Math.round(value * 10_000) / 10_000;
  const by = to(Math.min(gives.percent, Math.max(-gains.percent, tenth)));
  return {
    by,
    lines: lines.map((line) =>
      line.id === upper
        ? { ...line, percent: to(line.percent + by) }
        : line.id === lower
          ? { ...line, percent: to(line.percent - by) }
          : line,
    ),
  };
}
