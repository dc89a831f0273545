import type { ReactNode } from "react";
import type { Wish, WishKind, WishedMix } from "../../../api/client";
import { Field } from "../../../kit/Field";
import { Pick } from "../../../kit/Pick";
import { quantity, type Quantity } from "../../../kit/quantity";
import { QuantityField } from "../../../kit/QuantityField";
import { useHouse } from "../../../shell/HouseContext";
import type { Units } from "../../../words/format";

/** A wish as it is typed: its numbers may be no numbers yet. */
export type WishDraft = { kind: WishKind; value: Quantity; at: Quantity; word: string };

export const kindWords: Record<WishKind, string> = {
  state_at: "a state at a temperature",
  stands_at: "stands a temperature",
  must_stand: "stands where it must",
  grease_after: "grease after some minutes",
  dress_after: "one may dress after",
  solid_on_skin: "solid on skin",
  unit_cost: "what it costs",
  keeps: "how long it keeps",
  most_materials: "number of materials",
  only_mine: "only from my shelf",
  leave_out: "something left out",
  usual_groups: "groups as usual",
};

export const states = ["brittle", "hard", "firm", "scoopable", "soft"];

export function draftOf(wish: Wish, units: Units): WishDraft {
  return {
    kind: wish.kind,
    value: quantity("number", wish.value, units),
    at: quantity(wish.kind === "grease_after" ? "number" : "temperature", wish.at, units),
    word: wish.word ?? "",
  };
}

/** A wish that has just been added, with figures to begin from. */
export function freshWish(kind: WishKind): Wish {
  const value = {
    stands_at: 3,
    grease_after: 2,
    dress_after: 8,
    solid_on_skin: 12,
    unit_cost: 1,
    keeps: 12,
    most_materials: 8,
  };
  const at = { state_at: 20, stands_at: 38, grease_after: 10 };
  return {
    kind,
    value: (value as Partial<Record<WishKind, number>>)[kind] ?? null,
    at: (at as Partial<Record<WishKind, number>>)[kind] ?? null,
    word: kind === "state_at" ? "scoopable" : kind === "leave_out" ? "bee product" : null,
  };
}

export const wishOf = (draft: WishDraft): Wish => ({
  kind: draft.kind,
  value: draft.value.exact,
  at: draft.at.exact,
  word: draft.word || null,
});

type Props = {
  wish: WishDraft;
  reading: WishedMix["wishes"][number] | undefined;
  error: string;
  onChange: (wish: WishDraft) => void;
  onRemove: () => void;
};

/** A wish in one sentence with its fields, and what it came to. */
export function WishRow({ wish, reading, error, onChange, onRemove }: Props) {
  const { units, house } = useHouse();
  const name = kindWords[wish.kind];
  const field = (of: "value" | "at", label: string) => (
    <QuantityField
      className="wish-field"
      aria-label={`${name}: ${label}`}
      of={wish[of]}
      units={units}
      bare
      onType={(now) => onChange({ ...wish, [of]: now })}
    />
  );
  const sentence: Record<WishKind, ReactNode> = {
    state_at: (
      <>
        Is{" "}
        <Pick
          label="state wished"
          value={wish.word}
          options={states.map((state) => ({ value: state, label: state }))}
          onPick={(word) => onChange({ ...wish, word })}
        />{" "}
        at {field("at", "temperature")} {units.degree}
      </>
    ),
    stands_at: (
      <>
        Stands {field("at", "temperature")} {units.degree}, {field("value", "degrees to spare")} to spare
      </>
    ),
    must_stand: "Stands where it must",
    grease_after: (
      <>
        After {field("at", "minutes")} min grease at most {field("value", "of ten")}
      </>
    ),
    dress_after: <>One may dress after {field("value", "minutes")} min</>,
    solid_on_skin: <>Solid on skin at most {field("value", "percent")} %</>,
    unit_cost: (
      <>
        Costs at most {house.house.workshop.currency} {field("value", "money")}
      </>
    ),
    keeps: <>Keeps {field("value", "months")} months</>,
    most_materials: <>At most {field("value", "materials")} materials</>,
    only_mine: "Only from my shelf",
    leave_out: (
      <>
        Without{" "}
        <Field
          className="wish-word"
          aria-label="left out"
          maxLength={40}
          value={wish.word}
          onChange={(event) => onChange({ ...wish, word: event.target.value })}
        />
      </>
    ),
    usual_groups: "Groups as usual",
  };
  return (
    <li className="wish">
      <div className="wish-line">
        <span>{sentence[wish.kind]}</span>
        <span className={`wish-came ${reading && !reading.met ? "stop" : ""}`}>
          {reading && (
            <>
              {reading.figure}, {reading.met ? "met" : "missed"}
            </>
          )}
        </span>
        <button type="button" className="wish-drop" aria-label={`Let go: ${name}`} onClick={onRemove}>
          ×
        </button>
      </div>
      {error && (
        <p className="field-error" role="alert">
          {error}
        </p>
      )}
      {reading?.short && (
        <p className="wish-short">
          {reading.short}{" "}
          {reading.use != null && (
            <button
              type="button"
              className="link"
              onClick={() =>
                onChange({
                  ...wish,
                  ...(wish.kind === "stands_at"
                    ? { at: quantity("temperature", reading.use, units) }
                    : { value: quantity("number", reading.use, units) }),
                })
              }
            >
              Use that
            </button>
          )}
        </p>
      )}
    </li>
  );
}
