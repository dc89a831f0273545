import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import {
  api,
  type FormulaEdit,
  type FormulaLine,
  type Material,
  type Trial,
  inWords,
  Refused,
} from "../../../api/client";
import { keys } from "../../../api/keys";
import { Field } from "../../../kit/Field";
import { FormLine } from "../../../kit/FormLine";
import { readNumber } from "../../../words/format";
import type { BenchActs } from "../useBench";

type Props = { trial: Trial; line: FormulaLine; material: Material; acts: BenchActs };

/** A line measured by what works in it: a wanted active level of a grade, or the units of a vitamin. */
export function StrengthPart({ trial, line, material, acts }: Props) {
  const [wanted, setWanted] = useState("");
  const [strength, setStrength] = useState("");
  const units = material.isVitaminA;
  const typed = [units ? "1" : wanted, strength];
  const [wantedPercent, amount] = typed.map(readNumber);
  const wrong = typed.map((text, i) =>
    text.trim() !== "" && [wantedPercent, amount][i] === null ? `“${text}” is no number.` : "",
  );
  const question = {
    formula: trial.content,
    line: line.id,
    ...(units ? { unitsPerGram: amount } : { wantedPercent, strengthPercent: amount }),
  };
  const answer = useQuery({
    queryKey: keys.strength(question),
    queryFn: () => api.strength(question),
    enabled: wantedPercent != null && amount != null,
    placeholderData: keepPreviousData,
    retry: false,
  });
  const asked = wantedPercent != null && amount != null;
  const refused = asked && answer.error instanceof Refused ? answer.error : null;
  const found = asked && !answer.error ? answer.data : undefined;
  const errorOf = (field: string, i: number) => wrong[i] || (refused?.field === field ? refused.line : "");
  return (
    <details className="panel-part">
      <summary>{units ? "Its units of vitamin A" : "By its strength"}</summary>
      {!units && (
        <FormLine label="Active wanted in the product, %" error={errorOf("wantedPercent", 0)}>
          <Field
            className="number"
            value={wanted}
            placeholder="2.5"
            onChange={(event) => setWanted(event.target.value)}
          />
        </FormLine>
      )}
      <FormLine
        label={units ? "Units in a gram as supplied" : "Active in it as supplied, %"}
        error={errorOf(units ? "unitsPerGram" : "strengthPercent", 1)}
      >
        <Field
          className="number"
          value={strength}
          placeholder={units ? "1000000" : "25"}
          onChange={(event) => setStrength(event.target.value)}
        />
      </FormLine>
      {asked && answer.error && !refused && <p className="field-error">{inWords(answer.error)}</p>}
      {found && <p>{found.says}</p>}
      {found?.caution && <p className="stop">{found.caution}</p>}
      {found && found.edits.length > 0 && (
        <Button size="small" onClick={() => void acts.apply(found.edits as FormulaEdit[])}>
          Weigh that much
        </Button>
      )}
    </details>
  );
}
