import { useQueryClient } from "@tanstack/react-query";
import { Button, Radio } from "antd";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, type Family, inWords } from "../../api/client";
import { touch } from "../../api/keys";
import { useHouse } from "../../shell/HouseContext";
import { Plates } from "../../shell/Plates";
import { Field } from "../../kit/Field";
import { beginPaste } from "./paste/usePaste";

/** Another formula. */
export function StartPage() {
  return <StartFormula first={false} />;
}

/** The first day, and every new formula: a name, a kind, and where to start from. */
export function StartFormula({ first }: { first: boolean }) {
  const [name, setName] = useState("");
  const [family, setFamily] = useState<Family>("balm");
  const [error, setError] = useState("");
  const navigate = useNavigate();
  const queries = useQueryClient();
  const { families } = useHouse();
  const start = async (from: "blank" | "usual") => {
    try {
      const trial = await api.startFormula({ name, family, from });
      await touch(queries, "formula");
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
            <Field
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
            <Radio.Group
              className="family-choice"
              value={family}
              onChange={(event) => setFamily(event.target.value as Family)}
              options={[...families.values()].map((kind) => ({
                value: kind.family,
                label: (
                  <>
                    {kind.title} <span className="hint">{kind.about}</span>
                  </>
                ),
              }))}
            />
          </fieldset>
          <div className="button-row">
            <Button type="primary" htmlType="submit">
              Start from the usual {families.get(family)?.name ?? family}
            </Button>
            <Button onClick={() => void start("blank")}>Start from a blank pot</Button>
            <Button
              onClick={() => {
                beginPaste({ name, family });
                navigate("/bench/paste");
              }}
            >
              Paste a list…
            </Button>
            <Button onClick={() => navigate("/bench/read")}>Read a label…</Button>
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
