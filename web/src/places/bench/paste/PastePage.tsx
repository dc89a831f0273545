import { skipToken, useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { api, inWords, Refused } from "../../../api/client";
import { keys, touch } from "../../../api/keys";
import { Area } from "../../../kit/Field";
import { FormLine } from "../../../kit/FormLine";
import { Plates } from "../../../shell/Plates";
import { NameAndKind } from "../NameAndKind";
import { PasteAsks } from "./PasteAsks";
import { PasteRow } from "./PasteRow";
import { usePaste } from "./usePaste";
import "./paste.css";

const such = "Beeswax 12 %\nShea butter 24 %\nSunflower oil to 100";

/** A list from a spreadsheet, a page or a notebook: read, asked where it is not plain, and shown before it is taken. */
export function PastePage() {
  const { paste, change, retype, answer, list, error, clear } = usePaste();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [refused, setRefused] = useState<unknown>(null);
  const into = Number(useSearchParams()[0].get("into")) || null;
  const trial = useQuery({
    queryKey: keys.trial(into ?? 0),
    queryFn: () => api.trial(into ?? 0),
    enabled: into !== null,
  });
  const family = trial.data?.content.family ?? paste.family;
  const content = list?.content;
  const judged = useQuery({
    queryKey: keys.under(content),
    queryFn: content ? () => api.assess({ formula: content, parts: [], remedies: false }) : skipToken,
  });
  const take = async () => {
    if (!content) return;
    try {
      const made = trial.data
        ? await api.forkTrial(trial.data.id, "from a pasted list", [], {
            ...trial.data.content,
            lines: content.lines,
          })
        : await api.startFormula({ name: paste.name, family, from: "mix", content });
      clear();
      await touch(queries, "formula");
      navigate(`/bench/${made.id}`);
    } catch (problem) {
      setRefused(problem);
    }
  };
  const atName = refused instanceof Refused && refused.field === "name" ? refused.line : "";
  return (
    <Plates
      name="Bench"
      page="Paste a list"
      title={
        <>
          <h1 className="title">Paste a list</h1>
          <p className="facts">
            {trial.data
              ? `for ${trial.data.formulaName}: it becomes the next trial`
              : "from a spreadsheet, a page or your notebook"}
          </p>
          <div className="button-row acts">
            <Button onClick={() => navigate(-1)}>Put it away</Button>
            <Button type="primary" aria-disabled={!content} onClick={() => void take()}>
              {trial.data ? "Make it the next trial" : "Start with these"}
            </Button>
          </div>
        </>
      }
    >
      <div className="paste scrolls">
        <section className="paste-text" aria-label="Text">
          {!into && (
            <NameAndKind
              asks="What is it called?"
              of={paste}
              error={atName}
              onName={(name) => {
                setRefused(null);
                change({ name });
              }}
              onKind={(family) => change({ family })}
            />
          )}
          <FormLine label="As pasted" error={error ? inWords(error) : ""}>
            <Area
              rows={12}
              value={paste.text}
              placeholder={such}
              autoFocus
              aria-invalid={!!error}
              onChange={(event) => retype(event.target.value)}
            />
          </FormLine>
          <p className="hint">
            Percent, grams, ounces, parts, spoons and drops are read, fractions and ranges too; “q.s.” and “to 100” take
            the rest.
          </p>
        </section>
        <section className="paste-read" aria-label="As read" aria-live="polite">
          {list && (
            <>
              <p>
                {list.says} {!content && "Answer what is asked first."}
              </p>
              <PasteAsks list={list} paste={paste} onChange={change} />
              <table className="paste-table">
                <thead>
                  <tr>
                    <th scope="col">Row</th>
                    <th scope="col">On your shelf</th>
                    <th scope="col">As written</th>
                    <th scope="col">Share</th>
                  </tr>
                </thead>
                <tbody>
                  {list.rows.map((row) => (
                    <PasteRow key={`${row.row} ${row.text}`} row={row} onAnswer={(by) => answer(row.row, by)} />
                  ))}
                </tbody>
              </table>
              {content && judged.data && <p className="paste-headline">{judged.data.assessment.headline}</p>}
            </>
          )}
          {refused !== null && !atName && (
            <p className="field-error" role="alert">
              {inWords(refused)}
            </p>
          )}
        </section>
      </div>
    </Plates>
  );
}
