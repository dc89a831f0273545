import { useEffect, useState } from "react";
import { api, inWords, type DeviceState } from "../../api/client";
import { type Quantity, quantity } from "../../kit/quantity";
import { useDevice } from "../../shell/devices";
import type { Units } from "../../words/format";

const taredKey = "amber.tared";

export type LiveScale = {
  device: DeviceState;
  /** Whether the number on the screen is the scale's. */
  follows: boolean;
  /** Grams that it shows; null where it cannot be believed or has not been tared for this step. */
  value: number | null;
  settled: boolean;
  /** What is the matter; empty when all is well. */
  says: string;
  tare: () => void;
  follow: () => void;
  /** Lets the hand of a stand-in pour; undefined at a real scale. */
  pour: (() => void) | undefined;
};

/** What the scale shows, with all the digits that the house reads of it. */
export const liveNumber = ({ value }: LiveScale, units: Units): Quantity => ({
  ...quantity("mass", value, units),
  text: value === null ? "" : units.bareWeight(value),
});

/** Something that is weighed, by a name that nothing else in the batch has. */
export type Weighing = {
  of: string;
  title: string;
  targetG: number;
  toleranceG: number;
  /** Part of a split mix that is weighed, or tinted. */
  part?: string;
  /** Colour that is weighed for it. */
  colour?: string;
};

type AtWeighing = {
  /** Undefined while there is none, or nothing is weighed. */
  scale: LiveScale | undefined;
  /** From now on it is typed; a scale that is heard of later does not take it over. */
  byHand: () => void;
};

/** The scale at a weighing: tared once for each, even through a reload, and let go when the maker types. */
export function useScale(batch: number, weighing: Weighing | undefined, isRecorded: boolean): AtWeighing {
  const device = useDevice("scale");
  const key = `${batch}/${weighing?.of ?? ""}`;
  const [typedAt, setTypedAt] = useState<string | null>(null);
  const [followedAt, setFollowedAt] = useState<string | null>(null);
  const [tared, setTared] = useState(() => localStorage.getItem(taredKey));
  const [failed, setFailed] = useState("");
  const follows = weighing !== undefined && typedAt !== key && (!isRecorded || followedAt === key);
  const tells = device?.standing === "moving" || device?.standing === "settled";

  const tare = (purpose: string | null) =>
    void api.tare(purpose).then(
      () => {
        localStorage.setItem(taredKey, key);
        setTared(key);
        setFailed("");
      },
      (error: unknown) => setFailed(inWords(error)),
    );

  // Another page may have tared it for this step; so may this one before the workshop was started anew.
  const isTared = tared === key || device?.taredFor === key;
  const wantsTare = follows && tells && !isTared;
  useEffect(() => {
    if (wantsTare) tare(key);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once for each weighing
  }, [wantsTare, key]);

  const byHand = () => setTypedAt(key);
  if (!device || !weighing) return { scale: undefined, byHand };
  const scale: LiveScale = {
    device,
    follows,
    value: follows && tells && isTared ? device.value : null,
    settled: device.standing === "settled",
    says: failed || device.says,
    tare: () => tare(null),
    follow: () => {
      setTypedAt(null);
      setFollowedAt(key);
    },
    pour: device.pretend
      ? () => void api.pour(weighing.targetG).catch((error: unknown) => setFailed(inWords(error)))
      : undefined,
  };
  return { scale, byHand };
}
