import { Button, Radio, Segmented } from "antd";
import { useState } from "react";
import { type Batch, type BatchCommand, inWords, Refused } from "../../api/client";
import { useHouse } from "../../shell/HouseContext";
import { Field } from "../../kit/Field";
import { complaint, quantity } from "../../kit/quantity";
import { QuantityField } from "../../kit/QuantityField";

type Kind = "thumb_press" | "slump" | "note";

/** Sends a command to the batch that is open. */
export type Act = (command: BatchCommand) => Promise<Batch>;

/** Log what the thumb, the warm box or the nose said. */
export function ObserveForm({ view, act }: { view: Batch; act: Act }) {
  const { units } = useHouse();
  const [kind, setKind] = useState<Kind>("thumb_press");
  const [temperature, setTemperature] = useState(() => quantity("temperature", view.workroomC, units));
  const [thumb, setThumb] = useState(3);
  const [slump, setSlump] = useState(() => quantity("temperature", null, units));
  const [text, setText] = useState("");
  const [error, setError] = useState<{ field: string; text: string } | null>(null);
  // What was taken for a slip: typed once more, it is meant.
  const [doubted, setDoubted] = useState<number | null>(null);
  const submit = async () => {
    const asked = kind === "slump" ? slump : temperature;
    if (kind !== "note" && asked.exact === null) {
      return setError({
        field: kind === "slump" ? "value" : "temperatureC",
        text: complaint(asked, kind === "slump" ? 42 : 20, units),
      });
    }
    try {
      await act({
        kind: "observe",
        what: kind,
        temperatureC: kind === "thumb_press" ? temperature.exact : null,
        value: kind === "thumb_press" ? thumb : kind === "slump" ? slump.exact : null,
        text,
        sure: kind === "slump" && doubted !== null && doubted === slump.exact,
      });
      setError(null);
      setDoubted(null);
      setText("");
      setSlump(quantity("temperature", null, units));
    } catch (refused) {
      setDoubted(refused instanceof Refused && refused.error === "E_UNLIKELY" ? slump.exact : null);
      setError({
        field: refused instanceof Refused ? refused.field.replace("command.", "") : "",
        text: inWords(refused),
      });
    }
  };
  return (
    <form
      id="observe"
      className="observe"
      onChange={() => setError(null)}
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <Segmented
        aria-label="What was observed"
        value={kind}
        options={[
          { label: "Thumb press", value: "thumb_press" },
          { label: "Slump", value: "slump" },
          { label: "Note", value: "note" },
        ]}
        onChange={(value) => {
          setKind(value as Kind);
          setError(null);
        }}
      />
      {kind === "thumb_press" && (
        <>
          <label>
            at{" "}
            <QuantityField
              of={temperature}
              units={units}
              onType={setTemperature}
              aria-label="Temperature of the product"
              aria-invalid={error?.field === "temperatureC"}
            />
          </label>
          <div className="thumbs">
            <Radio.Group
              aria-label="Firmness by thumb"
              value={thumb}
              options={[1, 2, 3, 4, 5].map((step) => ({ value: step, label: step }))}
              onChange={(event) => setThumb(event.target.value as number)}
            />
            <span className="hint">1 sinks in, 5 does not mark</span>
          </div>
        </>
      )}
      {kind === "slump" && (
        <label>
          lost its shape at{" "}
          <QuantityField
            of={slump}
            units={units}
            onType={setSlump}
            aria-label="Temperature at which it slumped"
            aria-invalid={error?.field === "value"}
          />
        </label>
      )}
      <Field
        className="observe-text"
        aria-label="In words"
        placeholder="In a few words"
        value={text}
        onChange={(event) => setText(event.target.value)}
        aria-invalid={error?.field === "text"}
      />
      <Button htmlType="submit">Log it</Button>
      {error && (
        <p className="field-error" role="alert">
          {error.text}
        </p>
      )}
    </form>
  );
}
