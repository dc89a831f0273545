import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, inWords, type Trial } from "../../../api/client";
import { keys } from "../../../api/keys";
import { Wrong } from "../../../kit/FormLine";
import { upper } from "../../../words/format";
import { Frame } from "./Frame";

/** How it is warmed, what goes in at which warmth, and where it is best cooled. */
export function CoolingPanel({ trial, onBack }: { trial: Trial; onBack: () => void }) {
  const asked = useQuery({
    queryKey: keys.cooling(trial.content),
    queryFn: () => api.cooling(trial.content),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const found = asked.error ? undefined : asked.data;
  return (
    <Frame title="Heat and cooling" onBack={onBack}>
      {asked.error && <Wrong>{inWords(asked.error)}</Wrong>}
      {found && <p role="status">{found.says}</p>}
      {found && found.steps.length > 0 && (
        <section className="panel-part" aria-label="What goes in">
          <h3>What goes in, and what it does to the pot</h3>
          <ul className="heat-steps">
            {found.steps.map((step) => (
              <li key={step.name} className={step.warns ? "warns" : ""}>
                <b>{step.name}</b> {step.says}
              </li>
            ))}
          </ul>
        </section>
      )}
      {found && found.places.length > 0 && (
        <section className="panel-part" aria-label="Where to cool it">
          <h3>Where to cool it</h3>
          <ul className="heat-steps">
            {found.places.map((place) => (
              <li key={place.name} className={place.isBest ? "best" : ""}>
                <b>{upper(place.name)}</b> {place.waits}, {place.grain}
                {place.sweats && `; ${place.sweats}`}.
              </li>
            ))}
          </ul>
        </section>
      )}
      {found && found.fats.length > 0 && (
        <section className="panel-part" aria-label="What each fat asks for">
          <h3>What each fat asks for</h3>
          <ul className="heat-steps">
            {found.fats.map((says) => (
              <li key={says}>{says}</li>
            ))}
          </ul>
        </section>
      )}
      <p className="hint">
        The pot in its bowl, or one container; still air. Hot fat burns: warm it in a water bath, never on a flame.
      </p>
    </Frame>
  );
}
