import { memo } from "react";
import type { Assessment, CurveView, Part } from "../../api/client";
import { Figures } from "../../instruments/figures/Figures";
import { type Moved, WarmthRuler } from "../../instruments/ruler/WarmthRuler";
import type { Units } from "../../words/format";
import type { Under } from "./useUnder";

type Props = {
  name: string;
  assessment: Assessment;
  /** Sciences that were asked for: the first decides the instrument. */
  parts: Part[];
  units: Units;
  ghost: CurveView | null | undefined;
  under: Under | null;
  moved: Moved | null;
  late: boolean;
  foot: React.ReactNode;
  onMove: (moved: Moved) => void;
  onPutBack: () => void;
};

/** The instrument that fits what is made: the warmth ruler for what melts, figures for grains and baths. */
export const BenchInstrument = memo(function BenchInstrument(props: Props) {
  const melt = props.assessment.parts.melt;
  if (!props.parts.includes("melt")) return <Figures parts={props.assessment.parts} asked={props.parts} />;
  if (!melt) return null;
  const { late, foot, ...rest } = props;
  return <WarmthRuler {...rest} melt={melt} late={late} foot={late ? "Still working it out." : foot} />;
});
