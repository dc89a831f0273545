import type { KitPiece } from "../../api/client";

export type Kind = KitPiece["kind"];

/** Kinds of kit by their words. */
export const kinds: { value: Kind; label: string }[] = [
  { value: "scale", label: "scale" },
  { value: "vessel", label: "pot, jug, beaker" },
  { value: "whip_bowl", label: "whipping bowl" },
  { value: "grinder", label: "grinder" },
  { value: "mould", label: "mould" },
  { value: "cold", label: "place to cool in" },
  { value: "dropper", label: "dropper" },
  { value: "sprayer", label: "sprayer" },
  { value: "whisk", label: "whisk" },
  { value: "stick_blender", label: "stick blender" },
  { value: "stirrer", label: "stirrer" },
];
