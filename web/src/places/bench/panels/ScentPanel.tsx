import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { type KeyboardEvent, useState } from "react";
import {
  api,
  type FormulaEdit,
  inWords,
  type Material,
  type ScentDrops,
  type SniffTest,
  type Trial,
} from "../../../api/client";
import { keys } from "../../../api/keys";
import { Field } from "../../../kit/Field";
import { FormLine, Wrong } from "../../../kit/FormLine";
import { Pick } from "../../../kit/Pick";
import { useHouse } from "../../../shell/HouseContext";
import { MaterialCombobox } from "../../../shell/MaterialCombobox";
import { number, plural, quoted, readNumber } from "../../../words/format";
import type { BenchActs } from "../useBench";
import { Frame } from "./Frame";
import { ShownButton } from "./ShownButton";
import { SmellFinder } from "./SmellFinder";

const mostKeys = 9;
const strengths = [
  { value: "kept", label: "as much as it is" },
  { value: "soft", label: "so that it is soft" },
  { value: "clear", label: "so that it is clear" },
  { value: "strong", label: "so that it is strong" },
  { value: "most", label: "the most its limits allow" },
  { value: "percent", label: "a percentage" },
] as const;
type Much = (typeof strengths)[number]["value"];

/** A blend found by drops on a blotter, a key for each bottle; its ratio becomes grams at the strength that is wished. */
export function ScentPanel({ trial, acts, onBack }: { trial: Trial; acts: BenchActs; onBack: () => void }) {
  const { materials, units } = useHouse();
  const [drops, setDrops] = useState<readonly ScentDrops[] | null>(null);
  const [much, setMuch] = useState<Much>("kept");
  const [percent, setPercent] = useState("");
  const [ratio, setRatio] = useState<string | null>(null);
  const [error, setError] = useState("");
  const typed = readNumber(percent);
  const test: SniffTest | null = drops && {
    drops: [...drops],
    percent: much === "percent" ? (typed ?? null) : null,
    asStrong: much === "soft" || much === "clear" || much === "strong" ? much : null,
    mostAllowed: much === "most",
  };
  const missing = much === "percent" && typed === null;
  const sniff = useQuery({
    queryKey: keys.sniff([trial.content, test]),
    queryFn: () => api.sniff(trial.content, test),
    enabled: !missing,
    placeholderData: keepPreviousData,
    retry: false,
  });
  const found = sniff.data;
  const counted = drops ?? found?.scents.map(({ material, drops: count }) => ({ material, drops: count })) ?? [];
  const refused = sniff.error ? inWords(sniff.error) : "";
  const edits = (refused ? [] : (found?.edits ?? [])) as FormulaEdit[];
  const put = (next: readonly ScentDrops[]) => {
    setDrops(next);
    setRatio(null);
    setError("");
  };
  const drop = (at: number, by: number) =>
    put(counted.map((one, i) => (i === at ? { ...one, drops: Math.max(0, one.drops + by) } : one)));
  const add = (material: { id: string }, count = 1) =>
    counted.some((one) => one.material === material.id)
      ? put(counted.map((one) => (one.material === material.id ? { ...one, drops: one.drops + count } : one)))
      : put([...counted, { material: material.id, drops: count }]);

  const onKey = (event: KeyboardEvent) => {
    const digit = /^Digit([1-9])$/.exec(event.code)?.[1];
    if (!digit || event.target instanceof HTMLInputElement || event.ctrlKey || event.metaKey || event.altKey) return;
    event.preventDefault();
    event.stopPropagation();
    drop(Number(digit) - 1, event.shiftKey ? -1 : 1);
  };
  const takeRatio = (text: string) => {
    setRatio(text);
    const parts = text.split(/[:/;\s]+/).filter(Boolean);
    const counts = parts.map(Number);
    if (counts.length !== counted.length || counts.some((one) => !Number.isInteger(one) || one < 0)) return;
    setDrops(counted.map((one, i) => ({ ...one, drops: counts[i] ?? 0 })));
  };
  const ratioParts = (ratio ?? "").split(/[:/;\s]+/).filter(Boolean);
  const wrongRatio =
    ratio !== null &&
    ratio.trim() !== "" &&
    (ratioParts.length !== counted.length || ratioParts.some((one) => !/^\d+$/.test(one)))
      ? `${quoted(ratio)} is no ratio of ${counted.length} ${plural("scent", counted.length)}. Type whole drops, such as ${counted.map((_, i) => counted.length - i).join(" : ")}.`
      : "";

  const take = async () => {
    if (refused || !found) return;
    if (edits.length === 0) return acts.say({ text: "The mix has this blend already." });
    const refusal = await acts.apply(edits, "The blend is in the mix.");
    setError(refusal?.line ?? "");
  };
  const nameOf = (id: string) =>
    found?.scents.find((one) => one.material === id)?.name ?? materials.get(id)?.name ?? id;

  return (
    <Frame title="Blend by drops" onBack={onBack}>
      <div
        className="drops"
        role="group"
        tabIndex={0}
        aria-label="Drops on the blotter. A digit adds a drop of that bottle, Shift and the digit takes one away."
        onKeyDown={onKey}
      >
        {counted.length === 0 && <p className="quiet">No scent yet. Add a bottle, or describe a smell below.</p>}
        {counted.map((one, i) => {
          const scent = found?.scents.find((other) => other.material === one.material);
          return (
            <div key={one.material} className="drop-row">
              <kbd>{i < mostKeys ? i + 1 : ""}</kbd>
              <span className="swatch" style={{ background: materials.get(one.material)?.colour }} />
              <span className="drop-name">
                {nameOf(one.material)}
                {scent?.note && <span className="hint"> {scent.note}</span>}
              </span>
              <Button size="small" aria-label={`One drop less of ${nameOf(one.material)}`} onClick={() => drop(i, -1)}>
                −
              </Button>
              <b className="drop-count" aria-label={`${one.drops} ${plural("drop", one.drops)}`}>
                {one.drops}
              </b>
              <Button size="small" aria-label={`One drop more of ${nameOf(one.material)}`} onClick={() => drop(i, 1)}>
                +
              </Button>
              <span className="number">{scent ? units.weight(scent.grams) : ""}</span>
              <button
                type="button"
                className="link"
                aria-label={`Take ${nameOf(one.material)} off the blotter`}
                onClick={() => put(counted.filter((other) => other !== one))}
              >
                ×
              </button>
            </div>
          );
        })}
      </div>
      <MaterialCombobox
        label="Another bottle"
        placeholder="Another bottle…"
        quiet
        onChoose={(one: Material) => add(one)}
      />
      {counted.length > 1 && (
        <FormLine label="As a ratio" error={wrongRatio}>
          <Field
            value={ratio ?? counted.map((one) => one.drops).join(" : ")}
            aria-invalid={wrongRatio !== ""}
            onChange={(event) => takeRatio(event.target.value)}
            onBlur={() => !wrongRatio && setRatio(null)}
          />
        </FormLine>
      )}
      <FormLine label="How much of it">
        <Pick label="How much of it" wide value={much} options={strengths} onPick={setMuch} />
      </FormLine>
      {much === "percent" && (
        <FormLine
          label="Scent in the product, %"
          error={
            percent.trim() !== "" && missing ? `${quoted(percent)} is not a percentage. Type digits, such as 1.2.` : ""
          }
        >
          <Field
            className="number"
            inputMode="decimal"
            autoFocus
            value={percent}
            onChange={(event) => setPercent(event.target.value)}
          />
        </FormLine>
      )}
      {refused && <Wrong>{refused}</Wrong>}
      {error && <Wrong>{error}</Wrong>}
      {found && !refused && (
        <>
          <p role="status">{found.says}</p>
          {found.notes.length > 0 && (
            <ul className="drop-notes" aria-label="Notes">
              {found.notes.map((note) => (
                <li key={note.note}>
                  <b>
                    {note.note} {number(note.percent, 0)}
                    {"\u202f"}%
                  </b>{" "}
                  {note.says}
                </li>
              ))}
            </ul>
          )}
          {found.weigh && <p className="quiet">{found.weigh}</p>}
        </>
      )}
      <div className="panel-acts">
        <ShownButton
          acts={acts}
          edits={edits}
          found={found}
          disabled={counted.length === 0 || missing || wrongRatio !== ""}
          onClick={() => void take()}
        >
          Put it into the mix
        </ShownButton>
      </div>
      <SmellFinder onAdd={(id) => add({ id })} onBlend={put} />
    </Frame>
  );
}
