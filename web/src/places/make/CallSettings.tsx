import { Checkbox } from "antd";
import { useState } from "react";
import { callOut, keepCalling, readCalling } from "../../shell/callouts";

/** How the maker is called when a clock is due: kept in this browser. */
export function CallSettings() {
  const [calling, setCalling] = useState(readCalling);
  const [said, setSaid] = useState("");
  const change = (now: typeof calling) => {
    setCalling(now);
    keepCalling(now);
  };
  const allow = async (on: boolean) => {
    if (on && (!("Notification" in window) || (await Notification.requestPermission()) !== "granted")) {
      setSaid("This browser does not allow notices. The tone and the tab’s title still call.");
      return;
    }
    setSaid("");
    change({ ...calling, notice: on });
  };
  return (
    <div className="call-settings" role="group" aria-label="How you are called">
      <span>When a clock is due:</span>
      <Checkbox
        checked={calling.sound}
        onChange={(event) => {
          change({ ...calling, sound: event.target.checked });
          if (event.target.checked) callOut("", 1, { sound: true, speech: false, notice: false });
        }}
      >
        a tone
      </Checkbox>
      <Checkbox checked={calling.speech} onChange={(event) => change({ ...calling, speech: event.target.checked })}>
        spoken
      </Checkbox>
      <Checkbox checked={calling.notice} onChange={(event) => void allow(event.target.checked)}>
        a notice
      </Checkbox>
      {said && (
        <span className="hint" role="status">
          {said}
        </span>
      )}
    </div>
  );
}
