import type { ReactNode } from "react";
import { api, type Trial } from "../../../api/client";
import { keys } from "../../../api/keys";
import { Wrong } from "../../../kit/FormLine";
import { upper } from "../../../words/format";
import { Frame } from "./Frame";
import { useAsked } from "./useAsked";

/** How it is warmed, what goes in at which warmth, and where it is best cooled. */
export function CoolingPanel({ trial, onBack }: { trial: Trial; onBack: () => void }) {
  const { found, wrong } = useAsked(keys.cooling(trial.content), () => api.cooling(trial.content));
  return (
    <Frame title="Heat and cooling" onBack={onBack}>
      {wrong && <Wrong>{wrong}</Wrong>}
      {found && <p role="status">{found.says}</p>}
      <Part name="What goes in" title="What goes in, and what it does to the pot">
        {found?.steps.map((step) => (
          <li key={step.name} className={step.warns ? "warns" : ""}>
            <b>{step.name}</b> {step.says}
          </li>
        ))}
      </Part>
      <Part name="Where to cool it">
        {found?.places.map((place) => (
          <li key={place.name} className={place.isBest ? "best" : ""}>
            <b>{upper(place.name)}</b> {place.waits}, {place.grain}
            {place.sweats && `; ${place.sweats}`}.
          </li>
        ))}
      </Part>
      <Part name="What each fat asks for">
        {found?.fats.map((says) => (
          <li key={says}>{says}</li>
        ))}
      </Part>
      <p className="hint">
        The pot in its bowl, or one container; still air. Hot fat burns: warm it in a water bath, never on a flame.
      </p>
    </Frame>
  );
}

/** A list under its heading; nothing where there is nothing to list. */
function Part({ name, title = name, children }: { name: string; title?: string; children: ReactNode[] | undefined }) {
  if (!children || children.length === 0) return null;
  return (
    <section className="panel-part" aria-label={name}>
      <h3>{title}</h3>
      <ul className="heat-steps">{children}</ul>
    </section>
  );
}
