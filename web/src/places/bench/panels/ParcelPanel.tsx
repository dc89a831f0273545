import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Button } from "antd";
import { useEffect, useRef, useState } from "react";
import { api, type FormulaEdit, inWords, type ParcelTrip, Refused, type Trial } from "../../../api/client";
import { keys } from "../../../api/keys";
import { LensInstrument } from "../../../instruments/axis/LensInstrument";
import { Field } from "../../../kit/Field";
import { FormLine, Wrong } from "../../../kit/FormLine";
import { Pick } from "../../../kit/Pick";
import { complaint, quantity, type Quantity } from "../../../kit/quantity";
import { QuantityField } from "../../../kit/QuantityField";
import { useHouse } from "../../../shell/HouseContext";
import { useDraft } from "../../../shell/useDraft";
import type { BenchActs } from "../useBench";
import { useShown } from "../useShown";
import { Frame } from "./Frame";

type Props = { trial: Trial; acts: BenchActs; onBack: () => void };
type Leg = { name: string; celsius: Quantity; hours: Quantity };
type Wrap = NonNullable<ParcelTrip["wrap"]>;

const wraps: [Wrap, string][] = [
  ["bare", "no wrap"],
  ["padded", "a padded box"],
  ["cool_box", "a foam box"],
  ["cool_pack", "a foam box with a frozen pack"],
];
/** A usual way, until the maker types her own: it is remembered. */
const usual = {
  legs: [
    ["door", 20, 1],
    ["van", 40, 4],
    ["mailbox", 32, 3],
  ] as [string, number, number][],
  wrap: "padded" as Wrap,
};
const none = () => undefined;

/** A parcel's way by hours: how it arrives, and what insulation, a cooler day or another mix would do. */
export function ParcelPanel({ trial, acts, onBack }: Props) {
  const { units } = useHouse();
  const { on } = useShown(acts);
  const way = useDraft("parcel", usual);
  const [legs, setLegs] = useState<Leg[]>(() =>
    way.now.legs.map(([name, celsius, hours]) => ({
      name,
      celsius: quantity("temperature", celsius, units),
      hours: quantity("number", hours, units),
    })),
  );
  const [grams, setGrams] = useState(() => quantity("mass", (trial.content.batch.fillG ?? 50) * 6, units));
  const [asked, setAsked] = useState<ParcelTrip | null>(null);
  const [slips, setSlips] = useState<string[]>([]);
  const results = useRef<HTMLDivElement>(null);
  const answer = useQuery({
    queryKey: keys.parcel([trial.content, asked]),
    queryFn: () => api.parcel(trial.content, asked as ParcelTrip),
    enabled: asked !== null,
    placeholderData: keepPreviousData,
    retry: false,
  });
  // What was found is brought into sight once.
  useEffect(() => {
    if (asked && answer.data) results.current?.scrollIntoView?.({ block: "nearest" });
  }, [asked, answer.data]);
  const refused = answer.error instanceof Refused ? answer.error : null;
  const at = Number(/^legs\[(\d+)\]/.exec(refused?.field ?? "")?.[1] ?? -1);
  const send = (wrap: Wrap = way.now.wrap) => {
    const wrong = [
      ...legs.map((leg) => complaint(leg.celsius, 40, units) || complaint(leg.hours, 4, units)),
      complaint(grams, 300, units),
    ];
    setSlips(wrong);
    if (wrong.some((slip) => slip !== "")) return;
    const told = legs.map(
      (leg) => [leg.name, leg.celsius.exact ?? 0, leg.hours.exact ?? 0] as [string, number, number],
    );
    way.set({ legs: told, wrap });
    setAsked({
      legs: told.map(([name, celsius, hours]) => ({ name, celsius, hours })),
      grams: grams.exact ?? 0,
      wrap,
      startC: 20,
    });
  };
  const change = (next: Leg[]) => {
    setLegs(next);
    setSlips([]);
    setAsked(null);
  };
  const put = (i: number, part: Partial<Leg>) => change(legs.map((leg, k) => (k === i ? { ...leg, ...part } : leg)));
  const found = asked && !answer.error ? answer.data : undefined;
  return (
    <Frame title="Send a parcel" onBack={onBack}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          send();
        }}
      >
        <ul className="wishes">
          {legs.map((leg, i) => (
            <li key={i} className="wish">
              <div className="wish-line">
                <Field
                  className="wish-word"
                  aria-label={`stretch ${i + 1}: where`}
                  maxLength={40}
                  value={leg.name}
                  onChange={(event) => put(i, { name: event.target.value })}
                />
                <QuantityField
                  className="wish-field"
                  aria-label={`stretch ${i + 1}: temperature`}
                  of={leg.celsius}
                  units={units}
                  onType={(celsius) => put(i, { celsius })}
                />
                <span>for</span>
                <QuantityField
                  className="wish-field"
                  aria-label={`stretch ${i + 1}: hours`}
                  of={leg.hours}
                  units={units}
                  onType={(hours) => put(i, { hours })}
                />
                <span>h</span>
                {legs.length > 1 && (
                  <button
                    type="button"
                    className="wish-drop"
                    aria-label={`Leave out stretch ${i + 1}`}
                    onClick={() => change(legs.filter((_, k) => k !== i))}
                  >
                    ×
                  </button>
                )}
              </div>
              {(slips[i] || at === i) && <Wrong>{slips[i] || refused?.line}</Wrong>}
            </li>
          ))}
        </ul>
        <button
          type="button"
          className="link"
          onClick={() =>
            change([
              ...legs,
              { name: "stall", celsius: quantity("temperature", 28, units), hours: quantity("number", 2, units) },
            ])
          }
        >
          Another stretch
        </button>
        <FormLine label="In it" error={slips[legs.length] || (refused?.field === "grams" ? refused.line : "")}>
          <span>
            <QuantityField
              aria-label="In it"
              of={grams}
              units={units}
              onType={(now) => {
                setGrams(now);
                change(legs);
              }}
            />
          </span>
        </FormLine>
        <FormLine label="Wrapped in">
          <Pick<Wrap>
            label="Wrapped in"
            wide
            value={way.now.wrap}
            options={wraps.map(([value, label]) => ({ value, label }))}
            onPick={(wrap) => {
              way.set({ ...way.now, wrap });
              setAsked(null);
            }}
          />
        </FormLine>
        <Button type="primary" htmlType="submit">
          Send it
        </Button>
      </form>
      {answer.error && at < 0 && refused?.field !== "grams" && (
        <p className="field-error" role="alert">
          {inWords(answer.error)}
        </p>
      )}
      {answer.isFetching && (
        <p role="status" className="quiet">
          On its way…
        </p>
      )}
      {found && (
        <div ref={results}>
          <LensInstrument
            name={`trial ${trial.number}`}
            view={{
              lens: "melt",
              instruments: [found.way],
              column: null,
              says: found.says,
              steps: [],
              chips: [],
              layers: [],
              parts: [],
              order: [],
            }}
            before={null}
            under={null}
            held={null}
            late={answer.isPlaceholderData}
            foot={<b role="status">{found.says}</b>}
            onMove={none}
            onPutBack={none}
          />
          <ul className="swap-list">
            {found.choices.map((choice) => (
              <li key={choice.name}>
                <button
                  type="button"
                  className="swap-option"
                  disabled={choice.edits.length === 0 && choice.wrap === null}
                  {...on(choice.name, choice.edits)}
                  onClick={() =>
                    choice.wrap !== null
                      ? send(choice.wrap)
                      : void acts.apply(choice.edits as FormulaEdit[], `${choice.name}: taken.`)
                  }
                >
                  <b>{choice.name}</b>
                  <span className="swap-says">{choice.says}</span>
                </button>
              </li>
            ))}
          </ul>
        </div>
      )}
    </Frame>
  );
}
