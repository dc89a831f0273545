import { useEffect } from "react";
import { Link, useLocation } from "react-router";
import type { Clocks } from "../api/client";
import { span, time } from "../words/format";
import { HandsStrip } from "./HandsStrip";
import { callOut, isNew, readCalling } from "./callouts";
import { useClocks } from "./useClocks";
import "./clocks.css";

const shownMin = 120;
const soonMin = 5;

type One = Clocks["clocks"][number];

/** "in 12 min", or "now". */
export function untilWords(clock: One["clock"], now: number): string {
  const left = Date.parse(clock.callsAt) - now;
  return left > 60_000 ? `in ${span(left)}` : left > -60_000 ? "now" : `since ${time(clock.callsAt)}`;
}

const said = (one: One, now: number) => `${one.formulaName}: ${one.clock.words}, ${untilWords(one.clock, now)}`;

/** The clocks of all batches on every place, and the calls when one is due. Nothing while no clock runs. */
export function ClockStrip() {
  const { all, now } = useClocks();
  const { pathname } = useLocation();
  const clocks = all?.clocks ?? [];

  const due = clocks.find((one) => Date.parse(one.clock.callsAt) <= now);
  useEffect(() => {
    if (!all) return;
    clocks.forEach((one, i) => {
      const left = (Date.parse(one.clock.callsAt) - now) / 60_000;
      const key = `${one.batch} ${one.clock.step} ${one.clock.words}`;
      const isSoon = left <= soonMin && left > 0;
      // A call that was missed long ago, while the program was off, is told by the strip alone.
      const isDue = left <= 0 && left > -shownMin;
      if ((isSoon && isNew(`${key} soon`)) || (isDue && isNew(`${key} due`)))
        callOut(said(one, now), i + 1, readCalling());
    });
  });
  useEffect(() => {
    if (!due) return;
    const plain = document.title;
    document.title = `${due.clock.words} now - ${due.formulaName}`;
    return () => {
      if (document.title.startsWith(`${due.clock.words} now`)) document.title = plain;
    };
  }, [due?.batch, due?.clock.words, pathname]); // eslint-disable-line react-hooks/exhaustive-deps -- the title follows the call and the page, not each answer

  if (all && all.batches.length > 0 && pathname === "/make") return <HandsStrip clocks={all} now={now} />;
  if (clocks.length === 0) return null;
  const clash = all?.clashes[0];
  const x = (iso: string) => Math.min(100, Math.max(0, ((Date.parse(iso) - now) / 60_000 / shownMin) * 100));
  return (
    <nav className="clocks" aria-label="Clocks">
      <div className="clocks-words">
        {clocks.map((one) => (
          <Link
            key={one.batch}
            to={`/make/${one.batch}`}
            className={Date.parse(one.clock.callsAt) <= now ? "clock due" : "clock"}
            title={`${one.clock.title}. Then: ${one.clock.then}.`}
          >
            <i className="chip" style={{ background: one.colour }} />
            {one.formulaName}: {one.clock.words}{" "}
            <b>
              {time(one.clock.callsAt)}, {untilWords(one.clock, now)}
            </b>
          </Link>
        ))}
        {clash && (
          <span className="clock-clash">
            {time(clash.at)} {clash.says}
          </span>
        )}
      </div>
      <svg className="clocks-axis" viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden="true">
        {clocks.map((one) => {
          const calls = x(one.clock.callsAt);
          const ends = x(new Date(Date.parse(one.clock.callsAt) + one.clock.handsMin * 60_000).toISOString());
          return (
            <g key={one.batch}>
              <rect className="clocks-waits" x="0" y="5" width={calls} height="5" />
              <rect className="clocks-hands" x={calls} y="1" width={Math.max(0.4, ends - calls)} height="9" />
            </g>
          );
        })}
        {(all?.clashes ?? []).map((one) => (
          <rect key={`${one.first} ${one.waits}`} className="clocks-both" x={x(one.at)} y="0" width="0.8" height="10" />
        ))}
      </svg>
      <span className="visually-hidden" role="status">
        {due ? said(due, now) : ""}
      </span>
    </nav>
  );
}
