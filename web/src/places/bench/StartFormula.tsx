import { useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, type Family, inWords } from "../../api/client";
import { Plates } from "../../shell/Plates";

const families: [Family, string, string][] = [
  ["balm", "Tin balm", "firm in the tin, melts under a thumb"],
  ["salve", "Soft salve", "scoops with no effort"],
  ["stick", "Stick", "lips or skin, stands a pocket"],
  ["bar", "Hard bar", "massage and lotion bars"],
  ["butter", "Butter, not whipped", "as it is before any air goes in"],
];

/** The first day, and every new formula: a name, a kind, and where to start from. */
export function StartFormula({ first }: { first: boolean }) {
  const [name, setName] = useState("");
  const [family, setFamily] = useState<Family>("balm");
  const [error, setError] = useState("");
  const navigate = useNavigate();
  const queries = useQueryClient();
  const start = async (from: "blank" | "usual") => {
    try {
      const trial = await api.startFormula({ name, family, from });
      await queries.invalidateQueries({ queryKey: ["formulas"] });
      await queries.invalidateQueries({ queryKey: ["today"] });
      navigate(`/bench/${trial.id}`);
    } catch (refused) {
      setError(inWords(refused));
    }
  };
  return (
    <Plates name="Bench" title={<h1 className="title">{first ? "Your bench is empty" : "Start a formula"}</h1>}>
      <div className="start scrolls">
        <svg width="104" height="352" className="start-frame" aria-hidden="true">
          <rect x="1" y="1" width="102" height="350" />
        </svg>
        <form
          onSubmit={(event) => {
            event.preventDefault();
            void start("usual");
          }}
        >
          {first && <p>Start a formula: from a blank pot, from a type, or look round a made-up pantry.</p>}
          <label className="form-field">
            <span>What is it called?</span>
            <input
              className="text-field"
              value={name}
              aria-invalid={error !== ""}
              autoFocus
              onChange={(event) => {
                setName(event.target.value);
                setError("");
              }}
            />
            {error && (
              <span className="field-error" role="alert">
                {error}
              </span>
            )}
          </label>
          <fieldset>
            <legend>What kind is it?</legend>
            {families.map(([key, label, hint]) => (
              <label key={key} className="check">
                <input type="radio" name="family" checked={family === key} onChange={() => setFamily(key)} /> {label}{" "}
                <span className="hint">{hint}</span>
              </label>
            ))}
          </fieldset>
          <div className="button-row">
            <Button type="primary" htmlType="submit">
              Start from the usual{" "}
              {
                families
                  .find(([key]) => key === family)?.[1]
                  .toLowerCase()
                  .split(",")[0]
              }
            </Button>
            <Button onClick={() => void start("blank")}>Start from a blank pot</Button>
          </div>
          {first && (
            <p className="hint">
              To look round a made-up pantry first, run <code>./amber demo</code> in another terminal. It keeps its data
              apart from yours.
            </p>
          )}
        </form>
      </div>
    </Plates>
  );
}
