import type { Instrument } from "../../api/client";
import { number } from "../../words/format";
import { fitWords } from "../ruler/geometry";
import { textWidth } from "../textWidth";
import { type Line, marks } from "./geometry";

/** The words of the stretches, under the line. */
export function Words({
  instrument,
  line,
  stems,
  y,
  other,
}: {
  instrument: Instrument;
  line: Line;
  stems: number[];
  y: number;
  other?: boolean;
}) {
  const spans = instrument.words.map((word) => ({ word: word.word, from: line.x(word.from), to: line.x(word.to) }));
  return (
    <g>
      {spans.slice(1).map((span) => (
        <path
          key={span.word}
          className={other ? "limit other" : "limit"}
          d={`M${span.from.toFixed(1)} ${y + 2}V${y + 20}`}
        />
      ))}
      {fitWords(spans, stems, (word) => textWidth(word, 13, 600)).map((placed) => (
        <text
          key={placed.word}
          className={other ? "state-word other" : "state-word"}
          x={placed.x}
          y={y + 17}
          textAnchor="middle"
        >
          {placed.word}
        </text>
      ))}
    </g>
  );
}

/** Ticks and figures. */
export function AxisScale({ instrument, line, y }: { instrument: Instrument; line: Line; y: number }) {
  const figures = instrument.major < 1 ? (instrument.major < 0.1 ? 2 : 1) : instrument.major % 1 === 0 ? 0 : 1;
  return (
    <g className="scale" aria-hidden="true">
      <path d={`M${line.x(instrument.from)} ${y}H${line.x(instrument.to)}`} />
      {marks(instrument).map((mark) => (
        <g key={mark.at} transform={`translate(${line.x(mark.at).toFixed(1)} ${y})`}>
          <path d={`M0 0V${mark.figure ? 9 : 3}`} />
          {mark.figure && (
            <text y="21" textAnchor="middle">
              {number(mark.at, figures)}
            </text>
          )}
        </g>
      ))}
    </g>
  );
}
