import { Button } from "antd";
import type { AssessAnswer, FormulaLine } from "../../api/client";
import type { PegMoved } from "../../instruments/axis/AxisInstrument";
import { narrow, number } from "../../words/format";
import { TypedPeg } from "./TypedPeg";
import { movesMix, setShare } from "./benchState";
import type { BenchActs } from "./useBench";

/** A peg that was moved to see what would happen: put it back, or keep what it makes of the mix. */
export function WhatIfPeg({
  peg,
  lines,
  answer,
  acts,
  onMove,
}: {
  peg: PegMoved;
  /** What stands. */
  lines: readonly FormulaLine[];
  answer: AssessAnswer | null;
  acts: BenchActs;
  onMove: (to: PegMoved) => void;
}) {
  const { stem, to, instrument } = peg;
  const told = answer?.assessment.reading?.instruments.find((one) => one.id === instrument);
  const says = told?.stems.find((one) => one.id === stem.id)?.says;
  const moved =
    stem.probe && movesMix.has(stem.probe)
      ? (answer?.formula.lines ?? []).filter(
          (line) =>
            line.id !== answer?.assessment.makeweightLine &&
            line.percent !== lines.find((one) => one.id === line.id)?.percent,
        )
      : [];
  return (
    <span className="what-if">
      <span>
        What if {stem.name} is{" "}
        <TypedPeg
          label={`What if ${stem.name} is`}
          measure="number"
          value={to}
          from={told?.from ?? -1e9}
          to={told?.to ?? 1e9}
          onTo={(value) => onMove({ ...peg, to: value })}
        />
        {told?.unit ? narrow + told.unit : ""}? {says && <b>{says}.</b>}
      </span>
      <Button size="small" onClick={acts.putBack}>
        Put back
      </Button>
      {moved.length > 0 && (
        <Button size="small" onClick={() => void acts.apply(moved.map((line) => setShare(line.id, line.percent)))}>
          Keep {number(moved.length === 1 ? (moved[0]?.percent ?? 0) : to, 2)}
          {narrow}%
        </Button>
      )}
      {stem.probe === "air" && answer && (
        <Button size="small" onClick={() => void acts.apply([{ kind: "set_batch", batch: answer.formula.batch }])}>
          Keep {number(to, 0)}
          {narrow}%
        </Button>
      )}
    </span>
  );
}
