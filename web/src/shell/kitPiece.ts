import type { KitPiece } from "../api/client";

/** A piece of the kit of which nothing is known yet. */
export const blankPiece = (id: string, kind: KitPiece["kind"], name = ""): KitPiece => ({
  id,
  kind,
  name,
  volumeMl: null,
  massG: null,
  widthMm: null,
  material: null,
  count: null,
  stepG: null,
  repeatabilityG: null,
  capacityG: null,
  place: null,
  temperatureC: null,
  factor: null,
  twentyG: null,
  gapMm: null,
  heightMm: null,
});
