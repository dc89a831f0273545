import type { Material } from "../../api/client";
import type { LayerIn } from "../../instruments/strata/geometry";

/** Layers of another formula, matched to the lines in hand by material so that links can be drawn. */
export function toLayers(
  lines: { id: string; material: string; percent: number; kept: boolean; gap?: boolean }[],
  materials: ReadonlyMap<string, Material>,
  like?: { id: string; material: string }[],
): LayerIn[] {
  return lines.map((line) => ({
    id: like?.find((one) => one.material === line.material)?.id ?? (like ? `under-${line.id}` : line.id),
    percent: line.percent,
    colour: materials.get(line.material)?.colour ?? "#ccc",
    kept: line.kept,
    gap: line.gap ?? false,
  }));
}

/** Shares by material, for the column that stands beside. */
export function underShares(lines: { material: string; percent: number }[]): Map<string, number> {
  const shares = new Map<string, number>();
  for (const line of lines) shares.set(line.material, (shares.get(line.material) ?? 0) + line.percent);
  return shares;
}
