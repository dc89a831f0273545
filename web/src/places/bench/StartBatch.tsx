import { useQueryClient } from "@tanstack/react-query";
import { Button, Checkbox, Input } from "antd";
import { useCallback, useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { api, inWords, type StartCheck, type Trial } from "../../api/client";
import { touch } from "../../api/keys";
import { outbox, scopeOf } from "../../shell/outbox";
import { remembered } from "../../shell/remembered";
import { Sentence } from "../../words/Sentence";
import type { BenchActs } from "./useBench";
import { Dialog } from "../../kit/Dialog";

const signer = "make.signer";

/** Begins a batch. Where the rules say stop, each stop is read and signed first. */
export function StartBatch({ trial, acts, onClose }: { trial: Trial; acts: BenchActs; onClose: () => void }) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [check, setCheck] = useState<StartCheck | null>(null);
  const [read, setRead] = useState<string[]>([]);
  const [by, setBy] = useState(remembered.get(signer) ?? "");
  const [error, setError] = useState("");
  const command = useRef(crypto.randomUUID());
  const asked = useRef(false);

  const begin = useCallback(
    async (signature: { by: string; revision: string; stops: string[] } | null) => {
      try {
        const batch = await api.beginBatch(trial.id, signature, command.current);
        await touch(queries, "made");
        navigate(`/make/${batch.id}`);
      } catch (refused) {
        setError(inWords(refused));
        if (!signature) {
          acts.say({ text: inWords(refused), stop: true });
          onClose();
        }
      }
    },
    [acts, navigate, onClose, queries, trial.id],
  );

  useEffect(() => {
    if (asked.current) return;
    asked.current = true;
    void (async () => {
      try {
        // What is on its way belongs to the trial that is made.
        acts.dispatch({ kind: "act" });
        if (outbox.waiting(scopeOf({ kind: "undo", trial: trial.id })).length > 0) await outbox.flush();
        const start = await api.startCheck(trial.id);
        if (start.stops.length === 0) await begin(null);
        else setCheck(start);
      } catch (refused) {
        acts.say({ text: inWords(refused), stop: true });
        onClose();
      }
    })();
  }, [acts, begin, onClose, trial.id]);

  if (!check) return null;
  const all = check.stops.every((stop) => read.includes(stop.id));
  return (
    <Dialog title="Read before you begin" onClose={onClose} width={620}>
      <form
        onChange={() => setError("")}
        onSubmit={(event) => {
          event.preventDefault();
          if (!all || by.trim() === "") {
            setError(!all ? "Tick each stop once you have read it." : "Type your name: it stands in the record.");
            return;
          }
          remembered.set(signer, by.trim());
          void begin({ by, revision: check.revision, stops: read });
        }}
      >
        <p>
          {check.stops.length === 1 ? "One finding says" : `${check.stops.length} findings say`} stop. Mend{" "}
          {check.stops.length === 1 ? "it" : "them"} on the bench, or read and sign. Local rules and licensed practice
          decide.
        </p>
        <ul className="start-stops">
          {check.stops.map((stop) => (
            <li key={stop.id}>
              <Checkbox
                checked={read.includes(stop.id)}
                onChange={(event) =>
                  setRead(event.target.checked ? [...read, stop.id] : read.filter((one) => one !== stop.id))
                }
              >
                <Sentence text={stop.sentence} />
              </Checkbox>
              {stop.advice && <p className="hint">{stop.advice}</p>}
            </li>
          ))}
        </ul>
        <label className="form-field">
          <span>Your name</span>
          <Input value={by} maxLength={80} onChange={(event) => setBy(event.target.value)} />
        </label>
        {error && (
          <p className="field-error" role="alert">
            {error}
          </p>
        )}
        <div className="button-row">
          <Button type="primary" htmlType="submit">
            Signed: begin the batch
          </Button>
          <Button onClick={onClose}>Back to the bench</Button>
        </div>
      </form>
    </Dialog>
  );
}
