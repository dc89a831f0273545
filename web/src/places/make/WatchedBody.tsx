import type { MakeStep } from "../../api/client";
import type { Quantity } from "../../kit/quantity";
import type { Units } from "../../words/format";
import { BowlBody } from "./BowlBody";
import { type CoolingAsks, CoolingBody } from "./CoolingBody";
import { DryBody } from "./DryBody";
import { FillBody } from "./FillBody";
import type { Reach } from "./gauge";
import { SplitBody } from "./SplitBody";
import type { LiveScale } from "./useScale";
import { nothingTold, type Told, type Watched } from "./useWatch";
import { WetBody } from "./WetBody";
import { WhipBody } from "./WhipBody";

export type BodyProps = {
  batch: number;
  step: MakeStep;
  watched: Watched;
  number: Quantity;
  scale: LiveScale | undefined;
  state: Reach;
  units: Units;
  /** Sprays that are put down and not answered yet. */
  sprays: number;
  asks: CoolingAsks;
  onAsk: (asks: CoolingAsks) => void;
  onType: (now: Quantity) => void;
  onRead: (read: Told) => Promise<boolean>;
  onTakeBack: (reading: string) => void;
  onSpray: (times: number) => void;
  onShare: (shares: string) => Promise<boolean>;
};

/** The step in hand as it goes on; null where there is nothing to watch. */
export function WatchedBody(props: BodyProps) {
  const { step, units, watched, onRead, onTakeBack } = props;
  if (watched.filling && (!watched.cooling || props.asks === "packs"))
    return (
      <FillBody
        step={step}
        coach={watched.filling}
        cooling={watched.cooling?.says}
        units={units}
        onRead={onRead}
        onTakeBack={onTakeBack}
      />
    );
  if (watched.cooling)
    return (
      <CoolingBody
        batch={props.batch}
        step={step}
        watch={watched.cooling}
        now={watched.now}
        number={props.number}
        units={units}
        onType={props.onType}
        onRead={onRead}
        asks={props.asks}
        onAsk={props.onAsk}
        onTakeBack={onTakeBack}
      />
    );
  if (watched.whipping)
    return <WhipBody step={step} coach={watched.whipping} units={units} onRead={onRead} onTakeBack={onTakeBack} />;
  if (watched.wetting)
    return (
      <WetBody
        step={step}
        coach={watched.wetting}
        waiting={props.sprays}
        units={units}
        onSpray={props.onSpray}
        onWord={(word) => void onRead({ ...nothingTold, word })}
      />
    );
  if (watched.splitting)
    return (
      <SplitBody
        step={step}
        coach={watched.splitting}
        number={props.number}
        scale={props.scale}
        state={props.state}
        units={units}
        onType={props.onType}
        onRead={onRead}
        onTakeBack={onTakeBack}
        onShare={props.onShare}
      />
    );
  if (watched.drying)
    return (
      <DryBody
        step={step}
        coach={watched.drying}
        now={watched.now}
        units={units}
        onRead={onRead}
        onTakeBack={onTakeBack}
      />
    );
  if (watched.bowl) return <BowlBody step={step} test={watched.bowl} onRead={onRead} onTakeBack={onTakeBack} />;
  return null;
}
