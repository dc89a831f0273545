import { useState } from "react";
import type { Batch } from "../../api/client";
import { isTaken, quantity } from "../../kit/quantity";
import { QuantityField } from "../../kit/QuantityField";
import type { Units } from "../../words/format";

export type Question = NonNullable<Batch["asks"]>;
export type Answer = { answer: string; minutes: number | null; lookedRight: boolean | null };

type Props = {
  of: Question;
  units: Units;
  onAnswer: (answer: Answer) => void;
  onBack: (() => void) | undefined;
  /** What the step shows needs the room: only the question stands there until it is opened. */
  folded: boolean;
  onLater: () => void;
};

/** The question of a batch, until it is put off: then it waits for the next time the page is opened. */
export function AskedOnce({ of, ...rest }: Omit<Props, "of" | "onLater"> & { of: Question | null }) {
  const [later, setLater] = useState<string[]>([]);
  const key = of && `${of.step}/${of.kind}`;
  return of && key && !later.includes(key) ? (
    <Asked key={key} of={of} {...rest} onLater={() => setLater([...later, key])} />
  ) : null;
}

/** The one thing that is asked where the batch left its sheet. It waits: nothing is held up for it. */
function Asked({ of, units, onAnswer, onBack, folded, onLater }: Props) {
  const [opened, setOpened] = useState(false);
  const [minutes, setMinutes] = useState(() => quantity("number", null, units));
  const [looked, setLooked] = useState<boolean | null>(null);
  const timed = of.options.some((option) => option.asksMinutes);
  const look = (value: boolean, words: string) => (
    <button type="button" aria-pressed={looked === value} onClick={() => setLooked(looked === value ? null : value)}>
      {words}
    </button>
  );
  if (folded && !opened)
    return (
      <section className="make-asked folded" aria-label="What happened">
        <p>
          <b>{of.says}.</b> {of.asks}
        </p>
        <button type="button" onClick={() => setOpened(true)}>
          Answer
        </button>
        <button type="button" onClick={onLater}>
          Later
        </button>
      </section>
    );
  return (
    <section className="make-asked" aria-label="What happened">
      <p>
        <b>{of.says}.</b> {of.asks}
      </p>
      <div className="cooling-log">
        {timed && (
          <QuantityField
            of={minutes}
            units={units}
            most={5}
            className="make-field small-number"
            aria-label="Minutes it was so"
            placeholder="min"
            onType={setMinutes}
          />
        )}
        {of.options.map((option) => (
          <button
            key={option.id}
            type="button"
            disabled={!isTaken(minutes)}
            onClick={() =>
              onAnswer({
                answer: option.id,
                minutes: option.asksMinutes ? minutes.exact : null,
                lookedRight: of.asksLook ? looked : null,
              })
            }
          >
            {option.words}
          </button>
        ))}
        {of.asksLook && (
          <span role="group" aria-label="Did it look right?" className="make-look">
            {look(true, "Looked right")}
            {look(false, "Did not")}
          </span>
        )}
        {onBack && (
          <button type="button" onClick={onBack}>
            Go back to it
          </button>
        )}
        <button type="button" onClick={onLater}>
          Later
        </button>
      </div>
    </section>
  );
}
