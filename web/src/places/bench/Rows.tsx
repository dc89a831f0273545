import {
  type KeyboardEvent,
  type PointerEvent,
  useCallback,
  useEffectEvent,
  useLayoutEffect,
  useRef,
  useState,
} from "react";
import type { Assessment, FormulaLine, Material, Refused } from "../../api/client";
import { KeepMark } from "../../instruments/glyphs";
import type { TakeKeys } from "./AddLine";
import { narrow, number, percent, phaseWords, type Units } from "../../words/format";

export type RowIn = {
  line: FormulaLine;
  material: Material | undefined;
  was: number | null;
  now: number;
  kept: boolean;
};

type Props = {
  rows: RowIn[];
  assessment: Assessment;
  /** Weights while something is shown but not done. */
  shown: Assessment | null;
  units: Units;
  chosen: string | null;
  typing: string | null;
  /** Keys typed before the field was there. */
  takeKeys: TakeKeys | null;
  under: Map<string, number> | null;
  frozen: boolean;
  rowHeight: number;
  onChoose: (id: string) => void;
  onOpen: (id: string) => void;
  onType: (id: string | null) => void;
  onShare: (id: string, text: string) => Promise<Refused | null>;
  onKeep: (id: string, kept: boolean) => void;
  onReorder: (id: string, to: number) => void;
  /** What part of the rows is in view, px. */
  onView: (view: { top: number; height: number }) => void;
};

/** The formula as rows of equal height; a changed number shows old → new. */
export function Rows(props: Props) {
  const { rows, assessment, shown, units, chosen, under } = props;
  const weights = new Map((shown ?? assessment).sheet.map((line) => [line.line, line]));
  const total = rows.reduce((sum, row) => sum + row.now, 0);
  const moving = useRef<{ id: string; y: number } | null>(null);
  const [lifted, setLifted] = useState<{ id: string; dy: number } | null>(null);

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

  const lift = (id: string, index: number) => (event: PointerEvent<HTMLElement>) => {
    if (props.frozen) return;
    moving.current = { id, y: event.clientY };
    const move = (to: globalThis.PointerEvent) =>
      moving.current && setLifted({ id, dy: to.clientY - moving.current.y });
    const drop = (to: globalThis.PointerEvent) => {
      window.removeEventListener("pointermove", move);
      const by = Math.round((to.clientY - (moving.current?.y ?? to.clientY)) / props.rowHeight);
      moving.current = null;
      setLifted(null);
      if (by !== 0) props.onReorder(id, Math.max(0, Math.min(rows.length - 1, index + by)));
    };
    window.addEventListener("pointermove", move);
    window.addEventListener("pointerup", drop, { once: true });
  };

  return (
    <div
      className={under ? "rows with-under" : "rows"}
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
          Off by
        </span>
      </div>
      <div className="rows-scroll" ref={scroll} onScroll={tellView} role="rowgroup">
        {rows.map((row, i) => {
          const { line, material } = row;
          const weight = weights.get(line.id);
          const changed = row.was !== null && row.was !== row.now;
          const old = under?.get(line.material) ?? 0;
          return (
            <div
              key={line.id}
              role="row"
              aria-selected={chosen === line.id}
              data-line={line.id}
              className={`row ${changed ? "changed" : ""} ${chosen === line.id ? "chosen" : ""} ${lifted?.id === line.id ? "lifted" : ""}`}
              style={lifted?.id === line.id ? { transform: `translateY(${lifted.dy}px)` } : undefined}
            >
              <span role="cell">
                <button
                  type="button"
                  className="keep"
                  aria-pressed={row.kept}
                  aria-label={`${row.kept ? "Let go" : "Keep"} ${material?.name ?? line.material}`}
                  title={row.kept ? "Let it go" : "Keep it: it never gives way"}
                  onClick={() => props.onKeep(line.id, !row.kept)}
                  onPointerDown={lift(line.id, i)}
                >
                  {row.kept ? <KeepMark /> : <span className="keep-empty" />}
                </button>
              </span>
              <span role="cell" className="cell-material">
                <button
                  type="button"
                  className="row-name"
                  onClick={() => props.onOpen(line.id)}
                  onFocus={() => props.onChoose(line.id)}
                >
                  {material?.name ?? line.material}
                  {row.kept && <span className="quiet">, kept</span>}
                  {!under && assessment.makeweightLine === line.id && <span className="quiet">, makeweight</span>}
                </button>
              </span>
              {!under && <span role="cell">{phaseWords[line.phase]}</span>}
              <span role="cell" className="number cell-percent">
                {props.typing === line.id ? (
                  <ShareField
                    start={row.now}
                    takeKeys={props.takeKeys}
                    name={material?.name ?? line.material}
                    onDone={async (text) => props.onShare(line.id, text)}
                    onClose={(next) => props.onType(next === 0 ? null : (rows[i + next]?.line.id ?? null))}
                  />
                ) : (
                  <button
                    type="button"
                    className="share"
                    onClick={() => props.onType(line.id)}
                    onFocus={() => props.onChoose(line.id)}
                    aria-label={`${material?.name}: ${percent(row.now)} percent, type another`}
                  >
                    {changed && (
                      <>
                        <span className="was">{percent(row.was ?? 0)}</span> <span aria-hidden="true">→</span>{" "}
                      </>
                    )}
                    <AlignedPercent value={row.now} />
                  </button>
                )}
              </span>
              {under && (
                <>
                  <span role="cell" className="number quiet">
                    <AlignedPercent value={old} />
                  </span>
                  <span role="cell" className="number">
                    {row.now === old ? "" : `${row.now > old ? "+" : ""}${number(row.now - old, 1)}`}
                  </span>
                </>
              )}
              <span role="cell" className="number weigh">
                {weight && weight.grams > 0 ? (
                  <>
                    <b>{units.bareWeight(weight.grams)}</b>
                    <span className="unit">{units.mass}</span>
                  </>
                ) : (
                  ""
                )}
              </span>
              <span role="cell" className={`number off ${weight && weight.verdict !== "fine" ? "rough" : ""}`}>
                {weight && Math.abs(weight.offG) >= 0.005 ? signed(weight.offG) : ""}
                {weight && weight.verdict !== "fine" && (
                  <span className="verdict">
                    {" "}
                    ±{weight.errorPercent.toFixed(0)}
                    {narrow}%
                  </span>
                )}
              </span>
            </div>
          );
        })}
      </div>
      <div className="row row-sum" role="row">
        <span role="cell" />
        <span role="cell" className="cell-material">
          All {rows.length}
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
          <b>{units.bareWeight((shown ?? assessment).sheetTotalG)}</b>
          <span className="unit">{units.mass}</span>
        </span>
        <span role="cell" />
      </div>
    </div>
  );
}

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

/** A share being typed. A refusal stays under the field with what was typed until it is mended or put back. */
function ShareField({
  start,
  takeKeys,
  name,
  onDone,
  onClose,
}: {
  start: number;
  takeKeys: TakeKeys | null;
  name: string;
  onDone: (text: string) => Promise<Refused | null>;
  onClose: (next: -1 | 0 | 1) => void;
}) {
  const [text, setText] = useState(percent(start).replace(",", ""));
  const [refused, setRefused] = useState<Refused | null>(null);
  const field = useRef<HTMLInputElement>(null);
  const closing = useRef(false);
  const finish = async (next: -1 | 0 | 1, typed = text) => {
    if (closing.current) return;
    closing.current = true;
    const answer = typed.trim() === percent(start) ? null : await onDone(typed);
    closing.current = false;
    if (answer) {
      setRefused(answer);
      field.current?.focus();
    } else onClose(next);
  };
  const begin = useEffectEvent(() => {
    const keys = takeKeys?.() ?? "";
    field.current?.focus();
    if (keys.trim()) setText(keys.trim());
    else field.current?.select();
    if (keys.endsWith("\n")) void finish(0, keys.trim());
  });
  useLayoutEffect(() => begin(), []);

  const key = (event: KeyboardEvent) => {
    if (event.key === "Enter") {
      event.preventDefault();
      void finish(0);
    } else if (event.key === "Tab") {
      event.preventDefault();
      void finish(event.shiftKey ? -1 : 1);
    } else if (event.key === "Escape") {
      event.stopPropagation();
      closing.current = true;
      onClose(0);
    }
  };
  return (
    <span className="share-field">
      <input
        ref={field}
        className="text-field number"
        aria-label={`Share of ${name}, percent or a weight`}
        aria-invalid={!!refused}
        aria-describedby="share-error"
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          setRefused(null);
        }}
        onKeyDown={key}
        onBlur={() => void (refused ? undefined : finish(0))}
      />
      {refused && (
        <span id="share-error" role="alert" className="field-error">
          {refused.line}
        </span>
      )}
    </span>
  );
}
