import type { Assessment } from "../../../api/client";
import { upper } from "../../../words/format";
import { Frame } from "./Frame";

/** Whether it is waterless, with the reasons. */
export function WaterPanel({ lamp, onBack }: { lamp: Assessment["lamp"]; onBack: () => void }) {
  return (
    <Frame title={upper(lamp.says)} onBack={onBack}>
      <ul className="panel-list">
        {lamp.reasons.map((reason) => (
          <li key={reason}>{reason}</li>
        ))}
      </ul>
      <p className="hint">Local rules decide what must be preserved.</p>
    </Frame>
  );
}
