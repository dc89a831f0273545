import { Checkbox } from "antd";
import { useState } from "react";
import { api, type FeelLever, type Trial } from "../../../api/client";
import { keys } from "../../../api/keys";
import { Wrong } from "../../../kit/FormLine";
import type { BenchActs } from "../useBench";
import { Frame } from "./Frame";
import { useAsked } from "./useAsked";
import { OptionList } from "./OptionList";

const words: Record<FeelLever, string> = {
  powder: "Powder takes grease up",
  ester: "A light ester for a part of the oil",
  lighter_oil: "A lighter oil for a heavy one",
  half_the_thick: "Half of the thick one out",
  cascade: "Light, medium and heavy, 2 : 2 : 1",
  cationic: "A cationic emulsifier, half of it active",
  fatty_alcohol: "A fatty alcohol",
};

/** What can be done about the feel, each at its usual doses; one with the focus stands in the mix. */
export function LeversPanel({ trial, acts, onBack }: { trial: Trial; acts: BenchActs; onBack: () => void }) {
  const [onlyMine, setOnlyMine] = useState(false);
  const { found, wrong } = useAsked(keys.levers([trial.content, onlyMine]), () => api.levers(trial.content, onlyMine));
  const levers = [...new Set(found?.options.map((option) => option.lever))];
  return (
    <Frame title="Change the feel" onBack={onBack}>
      <p>
        <Checkbox checked={onlyMine} onChange={(event) => setOnlyMine(event.target.checked)}>
          only with what I have
        </Checkbox>
      </p>
      {wrong && <Wrong>{wrong}</Wrong>}
      {found && <p role="status">{found.says}</p>}
      {levers.map((lever) => (
        <section key={lever} className="panel-part" aria-label={words[lever]}>
          <h3>{words[lever]}</h3>
          <OptionList
            options={(found?.options ?? [])
              .filter((option) => option.lever === lever)
              .map((option) => ({ ...option, id: option.dose, name: option.dose }))}
            acts={acts}
            onDone={onBack}
          />
        </section>
      ))}
    </Frame>
  );
}
