import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, type Batch, inWords, Refused, type RescueKind, type RescueWish, type Trial } from "../../../api/client";
import { keys, take, touch } from "../../../api/keys";
import { outbox } from "../../../shell/outbox";
import { FormLine, Wrong } from "../../../kit/FormLine";
import { Pick } from "../../../kit/Pick";
import { complaint, type Quantity, quantity } from "../../../kit/quantity";
import { QuantityField } from "../../../kit/QuantityField";
import { useHouse } from "../../../shell/HouseContext";
import type { BenchActs } from "../useBench";
import { Frame } from "./Frame";
import { OptionList } from "./OptionList";
import { states } from "./WishRow";

const words: Record<RescueKind, string> = {
  too_soft: "too soft",
  too_hard: "too hard",
  slumps_early: "slumps too early",
  too_wet: "clumps: too much oil",
  too_dusty: "dusty: too little oil",
};

type Props = {
  trial: Trial;
  acts: BenchActs;
  /** The batch in hand whose pot it is. */
  batch: number | null;
  onBack: () => void;
};

/**
 * A pot that is made and wrong: what to add, in grams. Nothing can be taken out of it. Of a batch in hand it is the pot
 * as weighed, and what is chosen becomes its next step; else it is the trial's, and goes into the mix.
 */
export function RescuePanel({ trial, acts, batch, onBack }: Props) {
  const { units } = useHouse();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const inHand = useQuery({
    queryKey: keys.openBatches({ search: trial.formulaName }),
    queryFn: () => api.openBatches({ search: trial.formulaName }),
  }).data?.items.filter((one) => one.trialId === trial.id);
  const [lot, setLot] = useState(batch);
  const weighed = useQuery({
    queryKey: keys.batch(lot ?? 0),
    queryFn: () => api.batch(lot ?? 0),
    enabled: lot !== null,
  }).data;
  const kinds = useQuery({
    queryKey: keys.rescue([trial.content.family, null]),
    queryFn: () => api.rescue(trial.content, null),
  }).data?.kinds;
  const [chosen, setChosen] = useState<RescueKind | null>(null);
  const kind = chosen ?? kinds?.[0] ?? "too_soft";
  const [typed, setTyped] = useState<Quantity | null>(null);
  const pot = typed ?? quantity("mass", lot === null ? trial.content.batch.grams : (weighed?.potG ?? null), units);
  const [at, setAt] = useState(() => quantity("temperature", 20, units));
  const [state, setState] = useState("firm");
  const [asked, setAsked] = useState<RescueWish | null>(null);
  const [slip, setSlip] = useState({ pot: "", at: "" });
  const [refusal, setRefusal] = useState("");
  const answer = useQuery({
    queryKey: keys.rescue([trial.content, asked, lot, weighed?.revision]),
    queryFn: () => api.rescue(trial.content, asked as RescueWish, lot),
    enabled: asked !== null,
    retry: false,
  });
  const refused = answer.error instanceof Refused ? answer.error : null;
  const errorOf = (field: string) => (refused?.field === field ? refused.line : "");
  const melts = kind !== "too_wet" && kind !== "too_dusty";
  const look = () => {
    const wrong = { pot: complaint(pot, 500, units), at: melts ? complaint(at, 20, units) : "" };
    setSlip(wrong);
    if (wrong.pot || wrong.at) return;
    setAsked({
      kind,
      potG: pot.exact ?? 0,
      atC: melts ? at.exact : null,
      state: kind === "too_soft" || kind === "too_hard" ? state : null,
    });
  };
  const change = () => {
    setAsked(null);
    setSlip({ pot: "", at: "" });
    setRefusal("");
  };
  const weighIn = async (material: string) => {
    const option = answer.data?.options.find((one) => one.material === material);
    if (!option || lot === null) return;
    try {
      const now = await outbox.put({
        kind: "act",
        batch: lot,
        command: { kind: "add_to_pot", material, addG: option.addG, why: words[kind] },
      });
      // The page of the batch opens on what stands now, not on what it had looked at before.
      take(queries, keys.batch(lot), now as Batch);
      void touch(queries, "batch");
      navigate(`/make/${lot}`);
    } catch (error) {
      setRefusal(inWords(error));
    }
  };
  return (
    <Frame title="Rescue the pot" onBack={onBack}>
      <form
        onChange={change}
        onSubmit={(event) => {
          event.preventDefault();
          look();
        }}
      >
        {inHand && inHand.length > 0 && (
          <FormLine label="Which pot">
            <Pick
              label="Which pot"
              wide
              value={String(lot ?? "")}
              options={[
                { value: "", label: "one like this trial" },
                ...inHand.map((one) => ({ value: String(one.id), label: `lot ${one.lot}, in hand` })),
              ]}
              onPick={(next) => {
                setLot(next === "" ? null : Number(next));
                setTyped(null);
                change();
              }}
            />
          </FormLine>
        )}
        <FormLine label="In the pot now" error={slip.pot || errorOf("potG")}>
          <span>
            <QuantityField aria-label="In the pot now" of={pot} units={units} onType={setTyped} />
          </span>
        </FormLine>
        <FormLine label="What is wrong">
          <Pick
            label="What is wrong"
            wide
            value={kind}
            options={(kinds ?? []).map((one) => ({ value: one, label: words[one] }))}
            onPick={(next) => {
              setChosen(next);
              change();
            }}
          />
        </FormLine>
        {melts && (
          <FormLine label={kind === "slumps_early" ? "It should stand" : "At"} error={slip.at || errorOf("atC")}>
            <span>
              <QuantityField aria-label="Temperature" of={at} units={units} onType={setAt} />
            </span>
          </FormLine>
        )}
        {(kind === "too_soft" || kind === "too_hard") && (
          <FormLine label="It should be" error={errorOf("state")}>
            <Pick
              label="It should be"
              wide
              value={state}
              options={states.map((one) => ({ value: one, label: one }))}
              onPick={(next) => {
                setState(next);
                change();
              }}
            />
          </FormLine>
        )}
        <Button type="primary" htmlType="submit">
          What to add
        </Button>
      </form>
      {answer.isFetching && (
        <p role="status" className="quiet">
          Trying what could be added…
        </p>
      )}
      {answer.error && !["potG", "atC", "state"].includes(refused?.field ?? "") && (
        <p className="field-error" role="alert">
          {inWords(answer.error)}
        </p>
      )}
      {asked && answer.data && (
        <>
          <p role="status">{answer.data.says}</p>
          <OptionList
            options={answer.data.options.map((option) => ({ ...option, amount: units.weight(option.addG) }))}
            acts={acts}
            onDone={onBack}
            onTake={lot === null ? undefined : (material) => void weighIn(material)}
          />
          {lot !== null && answer.data.options.length > 0 && (
            <p className="hint">What you choose becomes the next step of the batch.</p>
          )}
          {refusal && <Wrong>{refusal}</Wrong>}
        </>
      )}
    </Frame>
  );
}
