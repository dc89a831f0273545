import { useEffect, useState } from "react";
import type { BowlTest, MakeStep } from "../../api/client";
import { remembered } from "../../shell/remembered";
import { narrow, number } from "../../words/format";
import { Sentence } from "../../words/Sentence";
import { Cautions, Sayings } from "./StepBody";
import { nothingTold, type Told } from "./useWatch";

type Props = {
  step: MakeStep;
  test: BowlTest;
  onRead: (read: Told) => Promise<boolean>;
  onTakeBack: (reading: string) => void;
};

const begun = "bowl";

/** One piece in a bowl: a stopwatch that a reload does not stop, and what the model said. */
export function BowlBody({ step, test, onRead, onTakeBack }: Props) {
  const key = `${begun}.${step.id}`;
  const [since, setSince] = useState(() => Number(remembered.get(key)) || null);
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (since === null) return;
    const timer = setInterval(() => setNow(Date.now()), 200);
    return () => clearInterval(timer);
  }, [since]);
  const seconds = since === null ? null : Math.max(0, (now - since) / 1000);
  const last = test.runs.at(-1);
  const start = () => {
    const at = Date.now();
    remembered.set(key, String(at));
    setNow(at);
    setSince(at);
  };
  const stop = async () => {
    if (since === null) return;
    const gone = Math.max(1, Math.round((Date.now() - since) / 100) / 10);
    if (await onRead({ ...nothingTold, seconds: gone })) forget();
  };
  const forget = () => {
    remembered.set(key, null);
    setSince(null);
  };
  return (
    <>
      <h2 className="make-title">{step.title}</h2>
      <p className="make-text">{step.text}</p>
      <div className="whip-top">
        <p className="whip-figure">
          {seconds !== null ? number(seconds, 0) : last ? number(last.seconds, 0) : "–"}
          <span className="unit">s</span>
        </p>
        <div className="whip-says">
          <p className="make-text">
            <Sentence text={test.says} />
          </p>
          <div className="cooling-log">
            {since === null ? (
              <button type="button" onClick={start}>
                {last ? "Drop another in" : "Dropped in"}
              </button>
            ) : (
              <>
                <button type="button" onClick={() => void stop()}>
                  The fizz is over
                </button>
                <button type="button" onClick={forget}>
                  Not that one
                </button>
              </>
            )}
            {last && since === null && (
              <button type="button" onClick={() => onTakeBack(last.id)}>
                Take it back
              </button>
            )}
          </div>
          {test.runs.length > 1 && (
            <p className="make-quiet">
              {test.runs.map((run) => `${number(run.seconds, 0)}${narrow}s`).join(", ")} so far.
            </p>
          )}
        </div>
      </div>
      <p className="make-text">
        <b>Done when:</b> {step.doneWhen}
      </p>
      <Sayings step={step} />
      <Cautions step={step} />
    </>
  );
}
