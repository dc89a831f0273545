import { Button } from "antd";
import type { AssessAnswer } from "../../api/client";
import type { PegMoved } from "../../instruments/axis/AxisInstrument";
import { narrow, number } from "../../words/format";
import { TypedPeg } from "./TypedPeg";
import { setShare } from "./benchState";
import type { BenchActs } from "./useBench";

/** A peg that was moved to see what would happen: put it back, or keep what it makes of the mix. */
export function WhatIfPeg({
  peg,
  answer,
  acts,
  onMove,
}: {
  peg: PegMoved;
  answer: AssessAnswer | null;
  acts: BenchActs;
  onMove: (to: PegMoved) => void;
}) {
  const { stem, to, instrument } = peg;
  const told = answer?.assessment.reading?.instruments.find((one) => one.id === instrument);
  const says = told?.stems.find((one) => one.id === stem.id)?.says;
  const line =
    stem.probe === "share" || stem.probe === "room"
      ? answer?.formula.lines.find((one) => one.id === stem.probeId)
      : undefined;
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
      {line && (
        <Button size="small" onClick={() => void acts.apply([setShare(line.id, line.percent)])}>
          Keep {number(line.percent, 2)}
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
