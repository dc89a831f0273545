import { api, type Assessment, type Trial } from "../../../api/client";
import { keys } from "../../../api/keys";
import { Wrong } from "../../../kit/FormLine";
import { upper } from "../../../words/format";
import type { BenchActs } from "../useBench";
import { Frame } from "./Frame";
import { useAsked } from "./useAsked";
import { OptionList } from "./OptionList";

type Props = { trial: Trial; lamp: Assessment["lamp"]; acts: BenchActs; onBack: () => void };

/** Whether it is waterless, with the reasons, and the preservatives that fit where one is wanted. */
export function WaterPanel({ trial, lamp, acts, onBack }: Props) {
  const { found, wrong } = useAsked(keys.preservatives(trial.content), () => api.preservatives(trial.content));
  return (
    <Frame title={upper(lamp.says)} onBack={onBack}>
      <ul className="panel-list">
        {lamp.reasons.map((reason) => (
          <li key={reason}>{reason}</li>
        ))}
      </ul>
      <section className="panel-part" aria-label="Preservatives that fit">
        <h3>Preservatives that fit</h3>
        {wrong && <Wrong>{wrong}</Wrong>}
        {found && <p>{found.says}</p>}
        {found && <OptionList options={found.options} acts={acts} onDone={onBack} />}
      </section>
      <p className="hint">
        Estimates: a challenge test tells whether a product is held, and local rules decide what must be preserved.
      </p>
    </Frame>
  );
}
