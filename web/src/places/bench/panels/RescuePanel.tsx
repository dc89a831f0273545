import { useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { api, inWords, Refused, type RescueKind, type RescueWish, type Trial } from "../../../api/client";
import { keys } from "../../../api/keys";
import { FormLine } from "../../../kit/FormLine";
import { Pick } from "../../../kit/Pick";
import { complaint, quantity } from "../../../kit/quantity";
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

type Props = { trial: Trial; acts: BenchActs; onBack: () => void };

/** A pot that is made and wrong: what to add, in grams. Nothing can be taken out of it. */
export function RescuePanel({ trial, acts, onBack }: Props) {
  const { units } = useHouse();
  const kinds = useQuery({
    queryKey: keys.rescue([trial.content.family, null]),
    queryFn: () => api.rescue(trial.content, null),
  }).data?.kinds;
  const [chosen, setChosen] = useState<RescueKind | null>(null);
  const kind = chosen ?? kinds?.[0] ?? "too_soft";
  const [pot, setPot] = useState(() => quantity("mass", trial.content.batch.grams, units));
  const [at, setAt] = useState(() => quantity("temperature", 20, units));
  const [state, setState] = useState("firm");
  const [asked, setAsked] = useState<RescueWish | null>(null);
  const [slip, setSlip] = useState({ pot: "", at: "" });
  const answer = useQuery({
    queryKey: keys.rescue([trial.content, asked]),
    queryFn: () => api.rescue(trial.content, asked as RescueWish),
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
        <FormLine label="In the pot now" error={slip.pot || errorOf("potG")}>
          <span>
            <QuantityField aria-label="In the pot now" of={pot} units={units} onType={setPot} />
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
          />
        </>
      )}
    </Frame>
  );
}
