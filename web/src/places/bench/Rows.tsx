import { memo, type PointerEvent, useCallback, useLayoutEffect, useMemo, useRef, useState } from "react";
import type { Assessment, FormulaLine, LensColumn, Material, Refused } from "../../api/client";
import { KeepMark } from "../../instruments/glyphs";
import { follow } from "../../shell/drag";
import type { TakeKeys } from "./AddLine";
import { narrow, number, percent, phaseWords, type Units } from "../../words/format";
import type { Way } from "./benchState";
import { type Donor, GivesWayPick } from "./GivesWayPick";
import { ShareField } from "./ShareField";

export type RowIn = {
  line: FormulaLine;
  material: Material | undefined;
  was: number | null;
  now: number;
  kept: boolean;
};

/** What a hand can do to a row; stays the same while something is only being shown. */
export type RowActs = {
  choose: (id: string) => void;
  /** Opens what is told of a line; of all of them for none. */
  open: (id: string | null) => void;
  type: (id: string | null) => void;
  share: (id: string, text: string) => Promise<Refused | null>;
  keep: (id: string, kept: boolean) => void;
  reorder: (id: string, to: number) => void;
};

type Props = {
  rows: RowIn[];
  donors: readonly Donor[];
  assessment: Assessment;
  /** Weights while something is shown but not done. */
  shown: Assessment | null;
  /** The last column: what a lens tells of each line; null for what rounding leaves. */
  column: LensColumn | null;
  units: Units;
  chosen: string | null;
  typing: string | null;
  /** Keys typed before the field was there. */
  takeKeys: TakeKeys | null;
  under: Map<string, number> | null;
  frozen: boolean;
  rowHeight: number;
  acts: RowActs;
  way: Way;
  onWay: (way: Way) => void;
  /** What part of the rows is in view, px. */
  onView: (view: { top: number; height: number }) => void;
};

/** A pointer that moves less than this clicks, px. */
const clickWithinPx = 4;

/** The click of a drag comes at once after it, or not at all. */
const clickComesMs = 50;

/** The formula as rows of equal height; a changed number shows old → new. */
export function Rows(props: Props) {
  const { rows, assessment, shown, column, units, chosen, under } = props;
  const cells = useMemo(() => new Map(column?.lines.map((cell) => [cell.line, cell.text])), [column]);
  const weights = new Map((shown ?? assessment).weighing.lines.map((line) => [line.line, line]));
  const total = rows.reduce((sum, row) => sum + row.now, 0);
  const moving = useRef<{ id: string; y: number } | null>(null);
  const [lifted, setLifted] = useState<{ id: string; dy: number } | null>(null);
  // The click that ends a drag is not one on the mark that was taken hold of.
  const dragged = useRef(false);

  const scroll = useRef<HTMLDivElement>(null);
  const { onView } = props;
  const tellView = useCallback(() => {
    if (scroll.current) onView({ top: scroll.current.scrollTop, height: scroll.current.clientHeight });
  }, [onView]);
  useLayoutEffect(() => {
    if (!scroll.current) return;
    const observer = new ResizeObserver(tellView);
    observer.observe(scroll.current);
    tellView();
    return () => observer.disconnect();
  }, [tellView]);

  const { acts, frozen, rowHeight } = props;
  const count = rows.length;
  const lift = useCallback(
    (id: string, index: number, event: PointerEvent<HTMLElement>) => {
      if (frozen) return;
      moving.current = { id, y: event.clientY };
      const rest = () => {
        moving.current = null;
        setLifted(null);
      };
      follow(event, {
        move: (to) => moving.current && setLifted({ id, dy: to.clientY - moving.current.y }),
        drop: (to) => {
          const dy = to.clientY - (moving.current?.y ?? to.clientY);
          const by = Math.round(dy / rowHeight);
          dragged.current = Math.abs(dy) > clickWithinPx;
          setTimeout(() => (dragged.current = false), clickComesMs);
          rest();
          if (by !== 0) acts.reorder(id, Math.max(0, Math.min(count - 1, index + by)));
        },
        cancel: rest,
      });
    },
    [acts, count, frozen, rowHeight],
  );

  const rowActs = useMemo<RowActs>(
    () => ({ ...acts, keep: (id, kept) => (dragged.current ? undefined : acts.keep(id, kept)) }),
    [acts],
  );

  return (
    <div
      className={`rows ${under ? "with-under" : ""} ${column ? "with-lens" : ""}`}
      role="table"
      aria-label="Materials"
      aria-rowcount={rows.length + 2}
    >
      <div className="row row-head" role="row">
        <span role="columnheader" className="visually-hidden">
          Kept
        </span>
        <span role="columnheader" className="cell-material">
          Material
        </span>
        {!under && <span role="columnheader">Phase</span>}
        <span role="columnheader" className="number cell-percent">
          %
        </span>
        {under && (
          <>
            <span role="columnheader" className="number">
              Was
            </span>
            <span role="columnheader" className="number">
              Change
            </span>
          </>
        )}
        <span role="columnheader" className="number">
          To weigh
        </span>
        <span role="columnheader" className="number">
          {column?.title ?? "Off by"}
        </span>
      </div>
      <div className="rows-scroll" ref={scroll} onScroll={tellView} role="rowgroup">
        {rows.map((row, i) => {
          const weight = weights.get(row.line.id);
          return (
            <Row
              key={row.line.id}
              index={i}
              line={row.line}
              name={row.material?.name ?? row.line.material}
              was={row.was}
              now={row.now}
              kept={row.kept}
              makeweight={!under && assessment.makeweightLine === row.line.id}
              old={under ? (under.get(row.line.material) ?? 0) : null}
              grams={weight?.grams ?? 0}
              offG={column ? null : (weight?.offG ?? 0)}
              cell={cells.get(row.line.id) ?? ""}
              roughPercent={!column && weight && weight.verdict !== "fine" ? weight.errorPercent : null}
              units={units}
              chosen={chosen === row.line.id}
              isStop={chosen === row.line.id || (i === 0 && !rows.some((one) => one.line.id === chosen))}
              before={rows[i - 1]?.line.id ?? null}
              after={rows[i + 1]?.line.id ?? null}
              typing={props.typing === row.line.id}
              takeKeys={props.typing === row.line.id ? props.takeKeys : null}
              liftedBy={lifted?.id === row.line.id ? lifted.dy : null}
              acts={rowActs}
              onLift={lift}
            />
          );
        })}
      </div>
      <div className="row row-sum" role="row">
        <span role="cell" />
        <span role="cell" className="cell-material">
          <button type="button" className="row-name" onClick={() => acts.open(null)}>
            All {rows.length}
          </button>
          <GivesWayPick donors={props.donors} way={props.way} onWay={props.onWay} />
        </span>
        {!under && <span role="cell" />}
        <span role="cell" className="number cell-percent">
          <AlignedPercent value={total} />
        </span>
        {under && (
          <>
            <span role="cell" className="number">
              <AlignedPercent value={[...under.values()].reduce((sum, value) => sum + value, 0)} />
            </span>
            <span role="cell" />
          </>
        )}
        <span role="cell" className="number weigh">
          <b>{units.bareWeight((shown ?? assessment).weighing.totalG)}</b>
          <span className="unit">{units.mass}</span>
        </span>
        <span role="cell" className="number">
          {column?.sum}
        </span>
      </div>
    </div>
  );
}

type RowProps = {
  index: number;
  line: FormulaLine;
  name: string;
  was: number | null;
  now: number;
  kept: boolean;
  makeweight: boolean;
  /** Its share in the trial that lies under; null when none does. */
  old: number | null;
  grams: number;
  /** What rounding leaves, g; null where a lens has the column. */
  offG: number | null;
  /** What the lens tells of it. */
  cell: string;
  /** Weighing error where it matters, percent. */
  roughPercent: number | null;
  units: Units;
  chosen: boolean;
  /** The one row that Tab enters; the arrows go to the others. */
  isStop: boolean;
  before: string | null;
  after: string | null;
  typing: boolean;
  takeKeys: TakeKeys | null;
  liftedBy: number | null;
  acts: RowActs;
  onLift: (id: string, index: number, event: PointerEvent<HTMLElement>) => void;
};

/** One line of the formula. While a boundary moves only the rows whose numbers change are drawn again. */
const Row = memo(function Row(props: RowProps) {
  const { index, line, name, was, now, kept, makeweight, old, grams, offG, cell, roughPercent, units, chosen } = props;
  const { before, after, typing, takeKeys, liftedBy, acts, onLift } = props;
  const tabIndex = props.isStop ? 0 : -1;
  const changed = was !== null && was !== now;
  return (
    <div
      role="row"
      aria-selected={chosen}
      data-line={line.id}
      className={`row ${changed ? "changed" : ""} ${chosen ? "chosen" : ""} ${liftedBy === null ? "" : "lifted"}`}
      style={liftedBy === null ? undefined : { transform: `translateY(${liftedBy}px)` }}
    >
      <span role="cell">
        <button
          type="button"
          className="keep"
          tabIndex={tabIndex}
          aria-pressed={kept}
          aria-label={`${kept ? "Let go" : "Keep"} ${name}`}
          title={kept ? "Let it go" : "Keep it: it never gives way"}
          onClick={() => acts.keep(line.id, !kept)}
          onPointerDown={(event) => onLift(line.id, index, event)}
        >
          {kept ? <KeepMark /> : <span className="keep-empty" />}
        </button>
      </span>
      <span role="cell" className="cell-material">
        <button
          type="button"
          className="row-name"
          tabIndex={tabIndex}
          onClick={() => acts.open(line.id)}
          onFocus={() => acts.choose(line.id)}
        >
          {name}
          {kept && <span className="quiet">, kept</span>}
          {line.gap && <span className="quiet">, not told</span>}
          {makeweight && !line.gap && <span className="quiet">, makeweight</span>}
        </button>
      </span>
      {old === null && <span role="cell">{phaseWords[line.phase]}</span>}
      <span role="cell" className="number cell-percent">
        {typing ? (
          <ShareField
            start={now}
            takeKeys={takeKeys}
            name={name}
            onDone={async (text) => acts.share(line.id, text)}
            onClose={(next) => acts.type(next === 0 ? null : next === 1 ? after : before)}
          />
        ) : (
          <button
            type="button"
            className="share"
            tabIndex={tabIndex}
            onClick={() => acts.type(line.id)}
            onFocus={() => acts.choose(line.id)}
            aria-label={`${name}: ${percent(now)} percent, type another`}
          >
            {changed && (
              <>
                <span className="was">{percent(was ?? 0)}</span> <span aria-hidden="true">→</span>{" "}
              </>
            )}
            {line.gap && <span className="quiet">? </span>}
            <AlignedPercent value={now} />
          </button>
        )}
      </span>
      {old !== null && (
        <>
          <span role="cell" className="number quiet">
            <AlignedPercent value={old} />
          </span>
          <span role="cell" className="number">
            {now === old ? "" : `${now > old ? "+" : ""}${number(now - old, 1)}`}
          </span>
        </>
      )}
      <span role="cell" className="number weigh">
        {grams > 0 ? (
          <>
            <b>{units.bareWeight(grams)}</b>
            <span className="unit">{units.mass}</span>
          </>
        ) : (
          ""
        )}
      </span>
      <span
        role="cell"
        className={`number ${offG === null ? "lens-cell" : "off"} ${roughPercent === null ? "" : "rough"}`}
      >
        {offG === null ? cell : Math.abs(offG) >= 0.005 ? signed(offG) : ""}
        {roughPercent !== null && (
          <span className="verdict">
            {" "}
            ±{roughPercent.toFixed(0)}
            {narrow}%
          </span>
        )}
      </span>
    </div>
  );
});

const signed = (value: number) => `${value > 0 ? "+" : ""}${number(value, 2)}`;

/** A share aligned on its point: room is kept for a second decimal. */
function AlignedPercent({ value }: { value: number }) {
  const text = percent(value);
  const decimals = text.split(".")[1]?.length ?? 0;
  return (
    <span className="aligned">
      {text}
      {decimals < 2 && <span aria-hidden="true" className="pad" />}
    </span>
  );
}
