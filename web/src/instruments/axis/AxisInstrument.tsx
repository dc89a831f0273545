import { memo, useId } from "react";
import type { HillPoint, Instrument, LensStem } from "../../api/client";
import { upper } from "../../words/format";
import { type Flag, layFlags } from "../ruler/geometry";
import { Peg } from "../ruler/Peg";
import { textWidth } from "../textWidth";
import { AxisScale, Words } from "./AxisWords";
import { Bars, Vessels } from "./Bars";
import { lineOf } from "./geometry";
import { bodyOf, captionHeight, flagsHeight, scaleHeight, wordsHeight } from "./heights";
import { holdPeg, stepPeg } from "./pegActs";
import { Silhouette } from "./Silhouette";

/** A peg taken from its place to see what would happen. */
export type PegMoved = { instrument: string; stem: LensStem; to: number };

type Props = {
  instrument: Instrument;
  /** The same of a trial that lies under, drawn hanging. */
  under?: Instrument | undefined;
  /** What stood before something was moved, dashed. */
  ghost?: readonly HillPoint[] | undefined;
  patterns: string;
  left: number;
  width: number;
  top: number;
  height: number;
  held: PegMoved | null;
  late: boolean;
  onMove: (moved: PegMoved) => void;
  onPutBack: () => void;
};

/** An axis with silhouette, bars or vessels, words under the line, and pegs: the one grammar of every lens but the ruler's own. */
export const AxisInstrument = memo(function AxisInstrument(props: Props) {
  const { instrument, under, ghost, patterns, left, width, top, height, held, late, onMove, onPutBack } = props;
  const clip = useId();
  const line = lineOf(instrument, left, width);
  const words = instrument.words.length > 0 ? wordsHeight : 6;
  const hangs = under && under.hill.length > 0;
  const { lanes, hill } = bodyOf(instrument, !!hangs);
  const scaleY = top + height - scaleHeight;
  const base = scaleY - words - (hangs ? hill + wordsHeight : 0);
  const full = hangs ? hill : base - lanes - top - captionHeight - (instrument.stems.length > 0 ? flagsHeight : 0);
  const hung = base + wordsHeight * 2;
  const flagTop = top + captionHeight - 3;
  const placeOf = (stem: LensStem) =>
    held?.instrument === instrument.id && held.stem.id === stem.id ? held.to : stem.at;
  const move = (stem: LensStem) => (to: number) => onMove({ instrument: instrument.id, stem, to });
  const stems = instrument.stems.map((stem) => Math.round(line.x(placeOf(stem))));
  const lines = instrument.stems.map((stem, i) => [stem.name, instrument.stems[i]?.says ?? ""]);
  const flags = layFlags(
    instrument.stems.map((stem, i) => ({
      id: stem.id,
      x: stems[i] ?? 0,
      width: Math.max(...(lines[i] ?? []).map((text) => textWidth(text, 13, 600))) + 19,
    })),
    left + width + 16,
  );
  return (
    <g className="axis-instrument">
      <rect
        className="bed-words"
        x={left - 25}
        width={width + 50}
        y={base}
        height={(hangs ? hung : scaleY + scaleHeight) - base}
      />
      {hangs && <rect className="bed-words" x={left - 25} width={width + 50} y={scaleY} height={scaleHeight} />}
      <text className="quiet-text" x={left} y={top + 14}>
        {[upper(instrument.axis), instrument.heightSays.charAt(0).toLowerCase() + instrument.heightSays.slice(1)]
          .filter(Boolean)
          .join(": ")}
      </text>
      <Silhouette
        id={`${clip}-hand`}
        patterns={patterns}
        instrument={instrument}
        line={line}
        base={base}
        full={full}
        direction={-1}
        late={late}
        ghost={ghost}
      />
      {hangs && (
        <Silhouette
          id={`${clip}-under`}
          patterns={patterns}
          instrument={under}
          line={line}
          base={hung}
          full={full}
          direction={1}
          late={false}
          other
        />
      )}
      <Bars instrument={instrument} patterns={patterns} line={line} foot={hill > 0 ? base - full : base} />
      <Vessels instrument={instrument} line={line} base={base} full={full} />
      <path className="axis" d={`M${left - 24} ${base}H${left + width + 24}`} />
      {hangs && <path className="axis other" d={`M${left - 24} ${hung}H${left + width + 24}`} />}
      <Words instrument={instrument} line={line} stems={stems} y={base} />
      {hangs && <Words instrument={under} line={line} stems={stems} y={hung - wordsHeight} other />}
      <AxisScale instrument={instrument} line={line} y={scaleY} />
      {instrument.stems.map((stem, i) => {
        const flag = flags.find((one) => one.id === stem.id);
        const x = stems[i] ?? 0;
        const isHeld = held?.instrument === instrument.id && held.stem.id === stem.id;
        const foot = hangs ? scaleY : base;
        return (
          flag && (
            <g key={stem.id}>
              {isHeld && held.stem.at !== held.to && (
                <path className="stem ghost" d={`M${Math.round(line.x(held.stem.at))} ${flagTop}V${foot}`} />
              )}
              <FlagStem x={x} flag={flag} top={flagTop} foot={foot} held={isHeld} moves={!!stem.probe} />
              <Peg
                x={x}
                y={base}
                held={isHeld}
                label={stem.name}
                least={instrument.from}
                most={instrument.to}
                value={placeOf(stem)}
                text={`${stem.name}: ${stem.says}`}
                {...(stem.probe
                  ? {
                      onHold: holdPeg(stem, line, move(stem), onPutBack),
                      onKey: stepPeg(stem, instrument, placeOf(stem), isHeld, move(stem), onPutBack),
                    }
                  : {})}
              />
            </g>
          )
        );
      })}
      {instrument.stems.map((stem, i) => {
        const flag = flags.find((one) => one.id === stem.id);
        return flag ? (
          <FlagText key={stem.id} x={stems[i] ?? 0} flag={flag} top={flagTop} lines={lines[i] ?? []} />
        ) : null;
      })}
    </g>
  );
});

function FlagStem({
  x,
  flag,
  top,
  foot,
  held,
  moves,
}: {
  x: number;
  flag: Flag;
  top: number;
  foot: number;
  held: boolean;
  moves: boolean;
}) {
  const y = top + 5 + flag.lane * 40;
  return (
    <g className={`flag ${held ? "held" : ""} ${moves ? "must" : ""}`}>
      <path className="stem-casing" d={`M${x} ${y}V${foot}`} />
      <path className="stem" d={`M${x} ${y}V${foot}`} />
      <path className="stem" d={`M${x} ${y}H${flag.flipped ? x - flag.width : x + flag.width}`} />
    </g>
  );
}

function FlagText({ x, flag, top, lines }: { x: number; flag: Flag; top: number; lines: string[] }) {
  return (
    <g className="flag must">
      {lines.map((text, i) => (
        <text
          key={`${i}`}
          x={flag.flipped ? x - 8 : x + 8}
          y={top + 20 + flag.lane * 40 + i * 18}
          textAnchor={flag.flipped ? "end" : "start"}
          className={i === 0 ? "" : "strong"}
        >
          {text}
        </text>
      ))}
    </g>
  );
}
