import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Checkbox } from "antd";
import { useState } from "react";
import { api, inWords, type FormulaLine, type SwapBy, type Trial } from "../../../api/client";
import { keys } from "../../../api/keys";
import { Pick } from "../../../kit/Pick";
import type { BenchActs } from "../useBench";
import { OptionList } from "./OptionList";

const words: Record<SwapBy, string> = {
  firmness: "one as firm",
  feel: "one that feels alike",
  keeping: "one that keeps longer",
  price: "one that costs less",
  shade: "one that looks alike",
  uptake: "one that holds as much oil",
  benefit: "one with the same fatty acids",
};

type Props = { trial: Trial; line: FormulaLine; can: readonly SwapBy[]; acts: BenchActs };

/** What can stand in for a line by one property, best first: shown while one has the focus, done by a press. */
export function SwapPart({ trial, line, can, acts }: Props) {
  const [by, setBy] = useState<SwapBy | null>(null);
  const [onlyMine, setOnlyMine] = useState(false);
  const answer = useQuery({
    queryKey: keys.swaps([trial.content, line.id, by, onlyMine]),
    queryFn: () => api.swaps(trial.content, line.id, by as SwapBy, onlyMine),
    enabled: by !== null,
    placeholderData: keepPreviousData,
    retry: false,
  });
  return (
    <>
      <Pick<SwapBy | "name">
        label="Look for it by"
        wide
        value={by ?? "name"}
        options={[{ value: "name", label: "by its name" }, ...can.map((one) => ({ value: one, label: words[one] }))]}
        onPick={(next) => setBy(next === "name" ? null : next)}
      />
      {by && (
        <>
          <label className="check">
            <Checkbox checked={onlyMine} onChange={(event) => setOnlyMine(event.target.checked)} /> only what my pantry
            has
          </label>
          {answer.isError && (
            <p className="field-error" role="alert">
              {inWords(answer.error)}
            </p>
          )}
          {answer.isFetching && !answer.data && <p className="quiet">Trying them in this mix…</p>}
          {answer.data && <p className="quiet">{answer.data.says}</p>}
          <OptionList options={answer.data?.options ?? []} acts={acts} />
        </>
      )}
    </>
  );
}
