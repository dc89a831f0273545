import { useId } from "react";
import type { Instrument } from "../../api/client";
import { areaPath, linePath } from "../ruler/geometry";
import { Peg } from "../ruler/Peg";
import { Words } from "./AxisWords";
import { hillPoints, lineOf } from "./geometry";

/** A short axis: name and figure left of it, one peg, words under the line. */
export function ShortAxis({
  instrument,
  under,
  patterns,
  left,
  width,
  top,
  name = shortName,
}: {
  instrument: Instrument;
  under?: Instrument | undefined;
  patterns: string;
  left: number;
  width: number;
  top: number;
  /** Width of the name left of it, px. */
  name?: number;
}) {
  const clip = useId();
  const line = lineOf(instrument, left + name, width - name);
  const base = top + 22;
  const stem = instrument.stems[0];
  const other = under?.stems[0];
  const points = hillPoints(instrument.hill, line, base, 14, -1);
  return (
    <g className="axis-instrument">
      <text className="state-word" x={left} y={base - 2}>
        {instrument.axis}
      </text>
      {other && (
        <text className="state-word other" x={left} y={base + 15}>
          {under.axis}
        </text>
      )}
      <clipPath id={clip}>
        <path d={areaPath(points, base)} />
      </clipPath>
      <g clipPath={`url(#${clip})`}>
        {instrument.words.map((word) => (
          <rect
            key={word.word}
            x={line.x(word.from)}
            width={line.x(word.to) - line.x(word.from)}
            y={base - 18}
            height="18"
            fill={`url(#${patterns}-${word.wears})`}
          />
        ))}
      </g>
      <path className="hill-line" d={`${linePath(points)}V${base}`} />
      <path className="axis" d={`M${line.x(instrument.from)} ${base}H${line.x(instrument.to)}`} />
      <Words instrument={instrument} line={line} stems={stem ? [line.x(stem.at)] : []} y={base} />
      {other && <path className="stem other" d={`M${line.x(other.at)} ${base - 4}V${base + 16}`} />}
      {stem && (
        <Peg
          x={Math.round(line.x(stem.at))}
          y={base}
          held={false}
          label={stem.name}
          value={stem.at}
          text={`${stem.name}: ${stem.says}`}
        />
      )}
    </g>
  );
}

const shortName = 104;
export const shortHeight = 50;
