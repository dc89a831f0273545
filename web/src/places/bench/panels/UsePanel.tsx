import { Button } from "antd";
import { useState } from "react";
import { type Assessment, type ForWhom, type Trial, type WornOn } from "../../../api/client";
import { FormLine } from "../../../kit/FormLine";
import { Pick } from "../../../kit/Pick";
import type { BenchActs } from "../useBench";
import { Frame } from "./Frame";

const worn: { value: WornOn; label: string }[] = [
  { value: "hands", label: "Hands" },
  { value: "body", label: "Body" },
  { value: "face", label: "Face" },
  { value: "near_eyes", label: "Near the eyes" },
  { value: "lips", label: "Lips" },
  { value: "underarm", label: "Underarms" },
  { value: "scalp", label: "Scalp" },
  { value: "feet", label: "Feet" },
  { value: "bath", label: "In the bath" },
];
const people: { value: ForWhom; label: string }[] = [
  { value: "anyone", label: "Anyone grown up" },
  { value: "child", label: "Children from three on" },
  { value: "child_under3", label: "Children under three" },
  { value: "pregnant", label: "In pregnancy" },
];

/** Where it is worn and by whom: limits and cautions go by it. */
export function UsePanel({
  acts,
  trial,
  assessment,
  onBack,
}: {
  acts: BenchActs;
  trial: Trial;
  assessment: Assessment;
  onBack: () => void;
}) {
  const [error, setError] = useState("");
  const { wornOn, forWhom } = trial.content;
  const set = async (use: { wornOn: WornOn | null; forWhom: ForWhom | null }) => {
    const refused = await acts.apply([{ kind: "set_use", ...use }]);
    setError(refused?.line ?? "");
  };
  return (
    <Frame title="Use" onBack={onBack}>
      <p>Limits of scent, colours and actives go by where it is worn, and by whom. Local rules decide.</p>
      <FormLine label="Worn on">
        <Pick
          label="Worn on"
          wide
          value={assessment.use.wornOn as WornOn}
          options={worn}
          onPick={(to) => void set({ wornOn: to, forWhom })}
        />
      </FormLine>
      <FormLine label="For">
        <Pick
          label="For whom"
          wide
          value={assessment.use.forWhom as ForWhom}
          options={people}
          onPick={(to) => void set({ wornOn, forWhom: to })}
        />
      </FormLine>
      {error && (
        <p className="field-error" role="alert">
          {error}
        </p>
      )}
      <Button
        className="panel-part"
        disabled={wornOn === null && forWhom === null}
        onClick={() => void set({ wornOn: null, forWhom: null })}
      >
        As usual for its kind
      </Button>
    </Frame>
  );
}
