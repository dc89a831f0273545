import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Progress } from "antd";
import { useCallback, useEffect, useRef, useState } from "react";
import { api, type CopyWork, inWords } from "../../api/client";
import { keys, touch } from "../../api/keys";
import { day } from "../../words/format";

const words: Record<string, string> = {
  house: "settings",
  reading: "room",
  tomorrow: "tomorrow’s heat",
  materials: "materials",
  "my-names": "names of your own",
  formulas: "formulas",
  trials: "trials",
  "trial-edits": "undo steps",
  "trial-commands": "changes",
  "set-aside": "findings set aside",
  batches: "batches",
  "batch-steps": "recorded steps",
  "batch-commands": "acts",
  observations: "observations",
};

const busy = (work: CopyWork) => work.state === "comparing" || work.state === "keeping";

/** A copy of everything out, one in: first what it would change, then all of it or nothing. */
export function Copy({ onSaid }: { onSaid: (text: string) => void }) {
  const queries = useQueryClient();
  const file = useRef<HTMLInputElement>(null);
  const [work, setWork] = useState<CopyWork | null>(null);
  const [error, setError] = useState("");
  const copies = useQuery({ queryKey: keys.copies, queryFn: api.dailyCopies });

  const begin = async (start: () => Promise<CopyWork>) => {
    setError("");
    setWork(null);
    try {
      setWork(await start());
    } catch (refused) {
      setError(inWords(refused));
    }
  };
  const done = useCallback(
    async (kept: CopyWork) => {
      if (kept.state !== "kept") return;
      await touch(queries, "everything");
      setWork(null);
      onSaid("The copy is in.");
    },
    [onSaid, queries],
  );

  // While the server works, its progress is asked for.
  useEffect(() => {
    if (!work || !busy(work)) return;
    const timer = setTimeout(
      () =>
        void api.copyWork(work.id).then(
          (now) => {
            setWork(now);
            void done(now);
          },
          (refused: unknown) => {
            setWork(null);
            setError(inWords(refused));
          },
        ),
      250,
    );
    return () => clearTimeout(timer);
  }, [work, done]);

  return (
    <div>
      <div className="button-row">
        <a className="ant-btn ant-btn-default house-button" href="/api/house/copy" download>
          Take a copy
        </a>
        <Button onClick={() => file.current?.click()}>Bring a copy in</Button>
        <input
          ref={file}
          type="file"
          accept=".zip,.json,application/zip,application/json"
          className="visually-hidden"
          tabIndex={-1}
          aria-label="A copy of a workshop"
          onChange={(event) => {
            const chosen = event.target.files?.[0];
            event.target.value = "";
            if (chosen) void begin(() => api.bringCopy(chosen));
          }}
        />
      </div>
      {error && (
        <p className="field-error" role="alert">
          {error} Nothing was changed.
        </p>
      )}
      {work && <Work work={work} onWork={setWork} onError={setError} />}
      {copies.data && copies.data.length > 0 && (
        <details className="daily-copies">
          <summary>
            {copies.data.length} daily {copies.data.length === 1 ? "copy" : "copies"} beside the data file
          </summary>
          <ul>
            {copies.data.map((copy) => (
              <li key={copy.name}>
                {day(copy.madeAt)}{" "}
                <Button size="small" onClick={() => void begin(() => api.restoreCopy(copy.name))}>
                  See what it brings back
                </Button>
              </li>
            ))}
          </ul>
        </details>
      )}
    </div>
  );
}

type WorkProps = { work: CopyWork; onWork: (work: CopyWork | null) => void; onError: (text: string) => void };

function Work({ work, onWork, onError }: WorkProps) {
  const trying = (act: () => Promise<CopyWork | null>) => () =>
    void act().then(onWork, (refused: unknown) => onError(inWords(refused)));
  const leave = trying(async () => {
    await api.stopCopy(work.id);
    return null;
  });
  if (work.refusal)
    return (
      <p className="field-error" role="alert">
        {work.refusal.detail} {work.refusal.remedy} (at {work.refusal.field}) Nothing was changed.
      </p>
    );
  if (busy(work))
    return (
      <div className="copy-preview" role="status">
        <p>
          {work.state === "keeping" ? "Taking it in" : "Comparing"}: {words[work.part] ?? "beginning"}, {work.lines}
          {work.of > 0 && ` of ${work.of}`} records.
        </p>
        <Progress percent={work.of > 0 ? Math.round((100 * work.lines) / work.of) : 0} showInfo={false} />
        <Button onClick={leave}>Stop: keep nothing of it</Button>
      </div>
    );
  const sum = (of: "new" | "changed" | "same") => work.counts.reduce((all, count) => all + count[of], 0);
  const touched = work.counts.filter((count) => count.new + count.changed > 0);
  return (
    <div className="copy-preview">
      <p>
        <b>{sum("new")}</b> new, <b>{sum("changed")}</b> changed, <b>{sum("same")}</b> the same.{" "}
        {touched.length > 0 ? "Nothing has been changed yet." : "All of it is here already."}
      </p>
      <ul>
        {touched.map((count) => (
          <li key={count.part}>
            <b>{words[count.part] ?? count.part}</b>: {count.new} new, {count.changed} changed
            {count.examples.length > 0 && <span className="quiet"> ({count.examples.slice(0, 5).join(", ")}…)</span>}
          </li>
        ))}
      </ul>
      <div className="button-row">
        {touched.length > 0 && (
          <Button type="primary" onClick={trying(() => api.keepCopy(work.id))}>
            Take it all in
          </Button>
        )}
        <Button onClick={leave}>Leave it</Button>
      </div>
    </div>
  );
}
