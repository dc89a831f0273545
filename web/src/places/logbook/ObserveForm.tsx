import { Button, Segmented } from "antd";
import { useState } from "react";
import { api, type Batch, Refused } from "../../api/client";
import { useHouse } from "../../shell/HouseContext";
import { readNumber } from "../../words/format";

type Kind = "thumb-press" | "slump" | "note";

/** Log what the thumb, the warm box or the nose said. */
export function ObserveForm({ batch, onDone }: { batch: Batch; onDone: (now: Batch) => void }) {
  const { units } = useHouse();
  const [kind, setKind] = useState<Kind>("thumb-press");
  const [temperature, setTemperature] = useState(units.bareTemperature(batch.workroomC));
  const [thumb, setThumb] = useState(3);
  const [slump, setSlump] = useState("");
  const [text, setText] = useState("");
  const [error, setError] = useState<{ field: string; text: string } | null>(null);
  const submit = async () => {
    const asked = kind === "slump" ? slump : temperature;
    const celsius = kind === "note" ? null : units.readTemperature(asked);
    if (kind !== "note" && celsius === null) {
      return setError({
        field: kind === "slump" ? "value" : "temperatureC",
        text: `“${asked.slice(0, 40)}” is not a temperature. Type one such as ${units.bareTemperature(kind === "slump" ? 42 : 20)}.`,
      });
    }
    // A slip of the comma is the usual cause of a slump far below what anyone measures.
    const slip =
      kind === "slump" &&
      celsius !== null &&
      celsius < 12 &&
      batch.saidSlumpC != null &&
      batch.saidSlumpC > 30 &&
      readNumber(slump) !== null;
    if (slip && !error?.text.includes("slip")) {
      return setError({
        field: "value",
        text: `It was said to slump at ${units.temperature(batch.saidSlumpC ?? 0)}; ${slump} looks like a slip. Press Log it again if it is right.`,
      });
    }
    try {
      onDone(
        await api.observe(batch.id, {
          kind,
          temperatureC: kind === "thumb-press" ? celsius : null,
          value: kind === "thumb-press" ? thumb : kind === "slump" ? celsius : null,
          text,
        }),
      );
      setError(null);
      setText("");
      setSlump("");
    } catch (refused) {
      setError({
        field: refused instanceof Refused ? refused.field : "",
        text: refused instanceof Refused ? refused.line : "Not kept: no connection. What you typed stays here.",
      });
    }
  };
  return (
    <form
      id="observe"
      className="observe"
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <Segmented
        aria-label="What was observed"
        value={kind}
        options={[
          { label: "Thumb press", value: "thumb-press" },
          { label: "Slump", value: "slump" },
          { label: "Note", value: "note" },
        ]}
        onChange={(value) => {
          setKind(value as Kind);
          setError(null);
        }}
      />
      {kind === "thumb-press" && (
        <>
          <label>
            at{" "}
            <input
              className="text-field number"
              value={temperature}
              onChange={(event) => setTemperature(event.target.value)}
              aria-label="Temperature of the product"
              aria-invalid={error?.field === "temperatureC"}
            />{" "}
            {units.degree}
          </label>
          <fieldset className="thumbs">
            <legend className="visually-hidden">Firmness by thumb</legend>
            {[1, 2, 3, 4, 5].map((step) => (
              <label key={step}>
                <input
                  type="radio"
                  name={`thumb-${batch.id}`}
                  checked={thumb === step}
                  onChange={() => setThumb(step)}
                />{" "}
                {step}
              </label>
            ))}
            <span className="hint">1 sinks in, 5 does not mark</span>
          </fieldset>
        </>
      )}
      {kind === "slump" && (
        <label>
          lost its shape at{" "}
          <input
            className="text-field number"
            value={slump}
            onChange={(event) => setSlump(event.target.value)}
            aria-label="Temperature at which it slumped"
            aria-invalid={error?.field === "value"}
          />{" "}
          {units.degree}
        </label>
      )}
      <input
        className="text-field observe-text"
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
