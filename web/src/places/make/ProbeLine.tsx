import { useEffect, useState } from "react";
import { api, inWords, type CoolingWatch } from "../../api/client";
import { useDevice } from "../../shell/devices";
import type { Units } from "../../words/format";
import { nothingTold, type Told } from "./useWatch";

type Props = {
  batch: number;
  step: string;
  watch: CoolingWatch;
  /** By the workshop's clock. */
  now: number;
  units: Units;
  onRead: (read: Told) => Promise<boolean>;
};

const dippedKey = "amber.dipped";
const everyMs = 3 * 60_000;
/** A probe that has just been dipped still shows where it lay before. */
const lagMs = 20_000;

/** The thermometer at a step that cools: once it is in the pot, it is read without being asked. */
export function ProbeLine({ batch, step, watch, now, units, onRead }: Props) {
  const device = useDevice("probe");
  const key = `${batch}/${step}`;
  const [dipped, setDipped] = useState(() => localStorage.getItem(dippedKey));
  // What was just read comes back with the batch a moment later: until then it is not read again.
  const [notBefore, setNotBefore] = useState(0);
  const [failed, setFailed] = useState("");
  const isIn = dipped === key;
  const last = watch.readings.at(-1);
  const readAt = Date.parse(watch.startedAt) + (last?.min ?? 0) * 60_000;
  const value = device?.standing === "settled" && isIn ? device.value : null;
  const isDue = value !== null && now >= notBefore && (!last || now - readAt >= everyMs);

  useEffect(() => {
    if (!isDue || value === null) return;
    setNotBefore(now + everyMs);
    void onRead({ ...nothingTold, temperatureC: value }).then((kept) => {
      if (!kept) setNotBefore(now + lagMs);
    });
  }, [isDue, value, now, onRead]);

  if (!device) return null;
  const put = (into: string | null) => {
    if (into) localStorage.setItem(dippedKey, into);
    else localStorage.removeItem(dippedKey);
    setDipped(into);
  };
  const dip = async () => {
    try {
      if (device.pretend) await api.follow(batch);
      setFailed("");
      setNotBefore(now + lagMs);
      put(key);
      // The hand goes on from the number: Enter is Next there.
      document.querySelector<HTMLInputElement>(".make-number")?.focus();
    } catch (error) {
      setFailed(inWords(error));
    }
  };
  return (
    <p className="make-quiet probe-line">
      {device.name || "Thermometer"}
      {device.value !== null && (
        <>
          {" "}
          <b>{units.temperature(device.value)}</b>
        </>
      )}
      {isIn && ", read every 3 min"}{" "}
      <button type="button" className="link" onClick={() => (isIn ? put(null) : void dip())}>
        {isIn ? "Take it out" : "Dip it in"}
      </button>
      {(failed || device.says) && <span className="stop"> {failed || device.says}</span>}
    </p>
  );
}
