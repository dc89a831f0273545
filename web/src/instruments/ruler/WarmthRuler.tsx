import { type KeyboardEvent, type PointerEvent, memo, useId, useRef, useState } from "react";
import type { CurveView, LandmarkReading, MeltPart } from "../../api/client";
import { follow } from "../../shell/drag";
import { useWidth } from "../../shell/useWidth";
import { type Units, upper } from "../../words/format";
import { textWidth } from "../textWidth";
import { axisOf, type Flag, hillLine, layFlags, placeWords } from "./geometry";
import { Hill } from "./Hill";
import { Peg } from "./Peg";
import { RulerTable } from "./RulerTable";
import { Scale } from "./Scale";
import { StatePatterns } from "./StatePatterns";
import "./ruler.css";

/** A landmark taken from its place to see what would happen. */
export type Moved = { id: string; celsius: number; from?: number };

type Props = {
  name: string;
  melt: MeltPart;
  units: Units;
  ghost?: CurveView | null | undefined;
  under?: { name: string; melt: MeltPart } | null;
  moved?: Moved | null;
  late?: boolean;
  /** Drawn low and without a foot, as a table or as a picture: something else stands below it, and tells for both. */
  low?: { asTable: boolean } | null;
  foot?: React.ReactNode;
  onWhy?: () => void;
  /** An act beside the reasons. */
  more?: { label: string; onDo: () => void } | undefined;
  /** A press of the thumb: where it was made, and where the product is so firm. */
  ring?: { atC: number; asC: number } | null | undefined;
  onMove?: (moved: Moved) => void;
  onPutBack?: () => void;
};

/** The warmth ruler: what the product is from −5 to 95 °C, and at the places the maker has named. */
export const WarmthRuler = memo(function WarmthRuler({
  name,
  melt,
  units,
  ghost,
  under,
  moved,
  late,
  low,
  foot,
  onWhy,
  more,
  ring,
  onMove,
  onPutBack,
}: Props) {
  const id = useId();
  const [ref, width] = useWidth<SVGSVGElement>(1280);
  const [table, setAsTable] = useState(false);
  const asTable = low?.asTable ?? table;
  const axis = axisOf(width);
  const full = under ? 86 : low ? 58 : 100;
  const ground = under ? 126 : 44 + full;
  const beam = under ? 40 : melt.whip ? 38 : 24;
  const hung = ground + beam;
  const scaleY = under ? hung + 82 : ground + beam;
  const height = scaleY + 28;
  const at = (landmark: LandmarkReading) => (moved?.id === landmark.id ? moved.celsius : landmark.temperatureC);
  const stems = melt.landmarks.map((landmark) => Math.round(axis.x(at(landmark))));
  const lines = melt.landmarks.map((landmark) => flagLines(landmark, at(landmark), units, moved, under, name));
  const flags = layFlags(
    melt.landmarks.map((landmark, i) => ({
      id: landmark.id,
      x: stems[i] ?? 0,
      width: Math.max(...(lines[i] ?? []).map((line) => textWidth(line, 13, 600))) + 19,
    })),
    width - 8,
  );
  const words = placeWords(melt.states, axis, stems, (word) => textWidth(word, 13, 600));
  const wordsUnder = under ? placeWords(under.melt.states, axis, stems, (word) => textWidth(word, 13, 600)) : [];
  const dragging = useRef<string | null>(null);

  const hold = (landmark: LandmarkReading) => (event: PointerEvent<SVGGElement>) => {
    if (!onMove) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    event.currentTarget.focus();
    dragging.current = landmark.id;
    const box = ref.current?.getBoundingClientRect();
    follow(event, {
      move: (to) => {
        if (dragging.current === landmark.id && box)
          onMove({ id: landmark.id, celsius: Math.round(axis.celsius(to.clientX - box.left) * 2) / 2 });
      },
      drop: () => (dragging.current = null),
      cancel: () => {
        dragging.current = null;
        onPutBack?.();
      },
    });
  };

  const step = (landmark: LandmarkReading) => (event: KeyboardEvent<SVGGElement>) => {
    const by = { ArrowRight: 0.5, ArrowUp: 0.5, ArrowLeft: -0.5, ArrowDown: -0.5, PageUp: 5, PageDown: -5 }[event.key];
    if (by !== undefined && onMove) {
      event.preventDefault();
      event.stopPropagation();
      const to = at(landmark) + (event.shiftKey ? by * 10 : by);
      onMove({ id: landmark.id, celsius: Math.min(95, Math.max(-5, to)) });
    } else if (event.key === "Escape" && moved) {
      event.stopPropagation();
      onPutBack?.();
    }
  };

  return (
    <div className="ruler">
      {asTable ? (
        <RulerTable melt={melt} under={under} name={name} units={units} height={height} />
      ) : (
        <svg
          ref={ref}
          className="ruler-picture"
          height={height}
          role="group"
          aria-label={`Warmth ruler. ${melt.sentence}`}
        >
          <StatePatterns id={id} />
          <rect className="bed-words" x="0" y={ground} width={width} height={under ? beam : height - ground} />
          {under && <rect className="bed-words" x="0" y={scaleY} width={width} height={height - scaleY} />}
          {melt.curve && (
            <Hill
              id={`${id}-hand`}
              patterns={id}
              curve={melt.curve}
              spans={melt.states}
              doubtC={melt.doubtC}
              axis={axis}
              baseline={ground}
              full={full}
              direction={-1}
              ghost={ghost}
              late={late ?? false}
            />
          )}
          {under?.melt.curve && (
            <Hill
              id={`${id}-under`}
              patterns={id}
              curve={under.melt.curve}
              spans={under.melt.states}
              doubtC={under.melt.doubtC}
              axis={axis}
              baseline={hung}
              full={full}
              direction={1}
              other
            />
          )}
          <path className="axis" d={`M0 ${ground}H${width}`} />
          {under && <path className="axis other" d={`M0 ${hung}H${width}`} />}
          {melt.states.slice(1).map((span) => (
            <path
              key={span.state}
              className="limit"
              d={`M${axis.x(span.fromC).toFixed(1)} ${ground}V${ground + (under ? 19 : 24)}`}
            />
          ))}
          {under?.melt.states.slice(1).map((span) => (
            <path
              key={span.state}
              className="limit other"
              d={`M${axis.x(span.fromC).toFixed(1)} ${hung}V${hung - 19}`}
            />
          ))}
          {words.map((word) => (
            <text key={word.state} className="state-word" x={word.x} y={ground + (under ? 14 : 17)} textAnchor="middle">
              {melt.doubtC >= 3 &&
              textWidth(`about ${word.state}`, 13, 600) + 12 < axis.x(word.span.toC) - axis.x(word.span.fromC)
                ? `about ${word.state}`
                : word.state}
            </text>
          ))}
          {wordsUnder.map((word) => (
            <text key={word.state} className="state-word other" x={word.x} y={hung - 6} textAnchor="middle">
              {word.state}
            </text>
          ))}
          {under && (
            <>
              <text className="hill-name" x={width - 25} y={ground - 14} textAnchor="end">
                {name}, in hand
              </text>
              <text className="hill-name other" x={width - 25} y={hung + 24} textAnchor="end">
                {under.name}, laid under
              </text>
            </>
          )}
          {melt.whip && !under && (
            <g className="whip-window">
              <path d={`M${axis.x(melt.whip.toC).toFixed(1)} ${scaleY}v-11H${axis.x(melt.whip.fromC).toFixed(1)}v11`} />
              <text x={axis.x(melt.whip.toC) - 8} y={scaleY - 2} textAnchor="end">
                {melt.whip.says}
              </text>
            </g>
          )}
          <Scale axis={axis} y={scaleY} fahrenheit={units.fahrenheit} />
          {melt.landmarks.map((landmark, i) => {
            const flag = flags.find((one) => one.id === landmark.id);
            const x = stems[i] ?? 0;
            if (!flag) return null;
            const foot = under ? scaleY : ground;
            return (
              <g key={landmark.id}>
                {moved?.id === landmark.id && moved.from !== undefined && (
                  <path className="stem ghost" d={`M${Math.round(axis.x(moved.from))} 8V${foot}`} />
                )}
                <Stem x={x} flag={flag} foot={foot} held={moved?.id === landmark.id} must={landmark.must} />
                <Peg
                  x={x}
                  y={ground}
                  held={moved?.id === landmark.id}
                  label={landmark.name}
                  value={at(landmark)}
                  text={`${landmark.name}, ${units.temperature(at(landmark))}: ${landmark.says}`}
                  {...(onMove ? { onHold: hold(landmark), onKey: step(landmark) } : {})}
                />
              </g>
            );
          })}
          {ring && melt.curve && <Ring {...ring} line={hillLine(melt.curve, axis, ground, full, -1)} x={axis.x} />}
          {melt.landmarks.map((landmark, i) => {
            const flag = flags.find((one) => one.id === landmark.id);
            const held = moved?.id === landmark.id;
            return flag ? (
              <FlagWords
                key={landmark.id}
                x={stems[i] ?? 0}
                flag={flag}
                lines={lines[i] ?? []}
                strong={held || landmark.must}
              />
            ) : null;
          })}
        </svg>
      )}
      {!low && (
        <div className="ruler-foot">
          <div>
            {foot ??
              (under
                ? `${upper(name)} ${melt.slumpSays}; ${under.name} ${under.melt.slumpSays}. ${melt.sentence}`
                : melt.sentence)}
          </div>
          {more && (
            <button type="button" className="link" onClick={more.onDo}>
              {more.label}
            </button>
          )}
          {onWhy && (
            <button type="button" className="link" onClick={onWhy}>
              Why?
            </button>
          )}
          <button type="button" className="link" onClick={() => setAsTable(!asTable)} aria-pressed={asTable}>
            {asTable ? "Show the ruler" : "Read as a table"}
          </button>
        </div>
      )}
    </div>
  );
});

function Stem({ x, flag, foot, held, must }: { x: number; flag: Flag; foot: number; held: boolean; must: boolean }) {
  const top = topOf(flag);
  return (
    <g className={`flag ${held ? "held" : ""} ${must ? "must" : ""}`}>
      <path className="stem-casing" d={`M${x} ${top}V${foot}`} />
      <path className="stem" d={`M${x} ${top}V${foot}`} />
      <path className="stem" d={`M${x} ${top}H${flag.flipped ? x - flag.width : x + flag.width}`} />
    </g>
  );
}

/** What a flag says; drawn over all stems, so that none strikes it out. */
function FlagWords({ x, flag, lines, strong }: { x: number; flag: Flag; lines: string[]; strong: boolean }) {
  return (
    <g className={strong ? "flag must" : "flag"}>
      {lines.map((line, i) => (
        <text
          key={line}
          x={flag.flipped ? x - 8 : x + 8}
          y={topOf(flag) + 15 + i * 18}
          textAnchor={flag.flipped ? "end" : "start"}
          className={i === 0 ? "" : "strong"}
        >
          {line}
        </text>
      ))}
    </g>
  );
}

const topOf = (flag: Flag) => 5 + flag.lane * 40;

function flagLines(
  landmark: LandmarkReading,
  celsius: number,
  units: Units,
  moved: Moved | null | undefined,
  under: Props["under"],
  name: string,
): string[] {
  const degrees = `${units.bareTemperature(celsius)}°`;
  if (moved?.id === landmark.id) return [`What if the ${landmark.name} is ${degrees}?`, landmark.says];
  const hours = landmark.hours ? `, ${landmark.hours} h` : "";
  const must = landmark.must ? "must: " : "";
  if (!under) return [`${must}${landmark.name}${hours}`, `${degrees} ${landmark.says}`];
  const other = under.melt.landmarks.find((one) => one.id === landmark.id)?.says ?? "";
  const short = (text: string) => text.replace(/^trial /, "T");
  return [
    `${must}${landmark.name} ${degrees}${hours}`,
    other === landmark.says
      ? `${short(name)}, ${short(under.name)}: ${other}`
      : `${short(name)} ${landmark.says} · ${short(under.name)} ${other}`,
  ];
}

/** What the thumb found beside what its kind is there: a ring, joined to the silhouette. */
function Ring({ atC, asC, line, x }: { atC: number; asC: number; line: [number, number][]; x: (c: number) => number }) {
  const heightAt = (c: number) =>
    line.reduce((a, b) => (Math.abs(b[0] - x(c)) < Math.abs(a[0] - x(c)) ? b : a), line[0] ?? [0, 0])[1];
  const [at, found, kind] = [x(atC), heightAt(asC), heightAt(atC)];
  return (
    <g className="thumb-ring">
      <path d={`M${at} ${kind}V${found}`} />
      <circle cx={at} cy={found} r="5" />
    </g>
  );
}
