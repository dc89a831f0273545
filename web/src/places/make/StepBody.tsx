import { type ReactNode, useEffect, useState } from "react";
import type { MakeStep } from "../../api/client";
import type { Quantity } from "../../kit/quantity";
import { QuantityField } from "../../kit/QuantityField";
import { useHouse } from "../../shell/HouseContext";
import { narrow, span, type Units } from "../../words/format";
import { KitLine } from "./KitLine";
import { rangeWords } from "./SheetSteps";
import { StageCards } from "./StageCards";

type Props = {
  step: MakeStep;
  number: Quantity;
  units: Units;
  since: string | null;
  onType: (now: Quantity) => void;
  children?: ReactNode;
};

/** A step without a scale: what to do, why, when it is done, what can hurt. */
export function StepBody({ step, number, units, since, onType, children }: Props) {
  return (
    <>
      <h2 className="make-title">{step.title}</h2>
      <p className="make-text">{step.text}</p>
      {step.why && <p className="make-quiet">{step.why}</p>}
      <p className="make-text">
        <b>Done when:</b> {step.doneWhen}
      </p>
      <Sayings step={step} />
      <KitLine />
      {step.waitMinutes != null && since && <Clock minutes={step.waitMinutes} since={since} />}
      {isRead(step) && (
        <label className="make-text">
          Thermometer{" "}
          <QuantityField
            of={number}
            units={units}
            most={8}
            className="make-field make-number small-number"
            onType={onType}
            aria-label={`Temperature in ${units.degree}`}
          />
          <span className="make-quiet">
            {" "}
            wanted {rangeWords(step, units)}
            {step.mostC != null && `, ${units.temperature(step.mostC)} at most`}
          </span>
        </label>
      )}
      {children}
      <StageCards />
      <Cautions step={step} />
    </>
  );
}

/** Whether a temperature is wanted at a step. */
export const isRead = (step: MakeStep): boolean => step.fromC != null || step.toC != null;

/** What the plan has to say of a step. */
export function Sayings({ step }: { step: MakeStep }) {
  return step.says.map((saying) => (
    <p key={saying.sentence} className={saying.severity === "note" ? "make-text" : "make-text make-warns"}>
      {saying.sentence}
    </p>
  ));
}

/** What can hurt at a step. */
export function Cautions({ step }: { step: MakeStep }) {
  return step.cautions.length > 0 ? (
    <ul className="cautions">
      {step.cautions.map((caution) => (
        <li key={caution.id}>
          <b>{caution.message}</b> {caution.fix}
        </li>
      ))}
    </ul>
  ) : null;
}

/** What a step says where something else has the screen: folded, with what can hurt. */
export function WhatToDo({ step, children }: { step: MakeStep; children?: ReactNode }) {
  return (
    <details
      className="cooling-how"
      onToggle={(event) => event.currentTarget.open && event.currentTarget.scrollIntoView?.({ block: "start" })}
    >
      <summary>What to do</summary>
      <p className="make-text">{step.text}</p>
      <p className="make-text">
        <b>Done when:</b> {step.doneWhen}
      </p>
      <Sayings step={step} />
      <KitLine />
      <StageCards />
      <Cautions step={step} />
      {children}
    </details>
  );
}

/** Counts from the wall clock, so that a closed tab or a restart changes nothing. */
function Clock({ minutes, since }: { minutes: number; since: string }) {
  const speed = useHouse().house.clockSpeed;
  const [skew] = useState(() => Date.now() - new Date(since).getTime());
  const [started] = useState(() => Date.now());
  const [, tick] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => tick((n) => n + 1), 1000);
    return () => clearInterval(timer);
  }, []);
  // In the made-up pantry the server's clock is not the wall's: a step just begun counts from its opening here.
  const plausible = skew >= 0 && skew < 14 * 86_400_000;
  const here = (Date.now() - started) * speed;
  const gone = plausible ? skew + here : here;
  const left = minutes * 60_000 - gone;
  return (
    <p className="make-clock">
      {left > 0 ? (
        <>
          {minutes < 60
            ? `${Math.floor(left / 60_000)}:${String(Math.floor((left % 60_000) / 1000)).padStart(2, "0")}`
            : span(left)}{" "}
          <span className="make-quiet">to go of {span(minutes * 60_000)}</span>
        </>
      ) : (
        <>
          {span(minutes * 60_000)} are over{narrow}
        </>
      )}
    </p>
  );
}
