import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useEffect, useEffectEvent, useState } from "react";
import { api, type FormulaEdit, type Material, type Trial, inWords } from "../../../api/client";
import { keys } from "../../../api/keys";
import { Field } from "../../../kit/Field";
import { FormLine } from "../../../kit/FormLine";
import { MaterialCombobox } from "../../../shell/MaterialCombobox";
import { useHouse } from "../../../shell/HouseContext";
import { upper } from "../../../words/format";
import type { BenchActs } from "../useBench";
import { Frame } from "./Frame";

/** What is put on top of what is in the pot: every other gram stays, every other share shrinks. Shown before it is done. */
export function TopPanel({ trial, acts, onBack }: { trial: Trial; acts: BenchActs; onBack: () => void }) {
  const { units } = useHouse();
  const [material, setMaterial] = useState<Material | null>(null);
  const [amount, setAmount] = useState("");
  const here = trial.content.lines.find((line) => line.material === material?.id);
  const edits: FormulaEdit[] =
    !material || amount.trim() === ""
      ? []
      : here
        ? [{ kind: "set_share", line: here.id, share: amount, givesWay: "on_top", from: null }]
        : [{ kind: "add_line", material: material.id, share: amount, at: null, givesWay: "on_top", from: null }];
  const effect = useQuery({
    queryKey: keys.effect([trial.content, edits]),
    queryFn: () => api.effect(trial.content, edits),
    enabled: edits.length > 0,
    placeholderData: keepPreviousData,
    retry: false,
  });
  const refused = edits.length > 0 && effect.error ? inWords(effect.error) : "";
  const ready = edits.length > 0 && !effect.error && !effect.isPlaceholderData && effect.isSuccess;
  const show = useEffectEvent(() => {
    if (ready) acts.dispatch({ kind: "show", edits, by: "keys" });
    else acts.putBack();
  });
  useEffect(() => show(), [ready, amount, material]);
  const leave = useEffectEvent(() => acts.putBack());
  useEffect(() => () => leave(), []);
  const add = async () => {
    if (!ready) return;
    if (!(await acts.apply(edits))) onBack();
  };
  return (
    <Frame title="Added on top" onBack={onBack}>
      <p>
        {units.roundWeight(trial.content.batch.grams)} is in the pot. What comes on top leaves every other gram where it
        is and thins its share.
      </p>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        {material ? (
          <FormLine label="What">
            <span>
              {material.name}{" "}
              <button type="button" className="link" onClick={() => setMaterial(null)}>
                Another
              </button>
            </span>
          </FormLine>
        ) : (
          <MaterialCombobox label="What comes on top" placeholder="A material…" autoFocus onChoose={setMaterial} />
        )}
        <FormLine label="How much" error={refused}>
          <Field
            className="number"
            placeholder={`such as ${units.plainWeight(30)} ${units.mass} or 5 %`}
            value={amount}
            onChange={(event) => setAmount(event.target.value)}
          />
        </FormLine>
        {ready && (
          <p className="effect">{effect.data ? `${upper(effect.data)}.` : "Nothing that is judged changes."}</p>
        )}
        <Button type="primary" htmlType="submit" disabled={!ready}>
          Add it on top
        </Button>
      </form>
    </Frame>
  );
}
