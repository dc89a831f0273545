import { useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useRef, useState } from "react";
import { api, type CopyPreview, Refused } from "../../api/client";

/** One JSON document out, one in: first what it would change, then all of it or nothing. */
export function Copy({ onSaid }: { onSaid: (text: string) => void }) {
  const queries = useQueryClient();
  const file = useRef<HTMLInputElement>(null);
  const [text, setText] = useState<string | null>(null);
  const [preview, setPreview] = useState<CopyPreview | null>(null);
  const [error, setError] = useState("");
  const tell = (refused: unknown) =>
    setError(
      refused instanceof Refused ? `${refused.line}${refused.field ? ` (at ${refused.field})` : ""}` : String(refused),
    );
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
          accept="application/json,.json"
          className="visually-hidden"
          tabIndex={-1}
          aria-label="A copy of a workshop"
          onChange={async (event) => {
            const chosen = event.target.files?.[0];
            event.target.value = "";
            if (!chosen) return;
            const content = await chosen.text();
            setError("");
            setPreview(null);
            try {
              setPreview(await api.previewCopy(content));
              setText(content);
            } catch (refused) {
              tell(refused);
            }
          }}
        />
      </div>
      {error && (
        <p className="field-error" role="alert">
          {error} Nothing was changed.
        </p>
      )}
      {preview && text && (
        <div className="copy-preview">
          <p>
            <b>{preview.new}</b> new, <b>{preview.changed}</b> changed, <b>{preview.same}</b> the same. Nothing has been
            changed yet.
          </p>
          <ul>
            {preview.rows
              .filter((row) => row.change !== "same")
              .map((row) => (
                <li key={row.kind + row.name}>
                  <b>{row.change}</b> {row.kind === "house" ? "" : row.kind} {row.name}
                </li>
              ))}
          </ul>
          <div className="button-row">
            <Button
              type="primary"
              disabled={preview.new + preview.changed === 0}
              onClick={async () => {
                try {
                  await api.takeCopy(text);
                  setPreview(null);
                  setText(null);
                  await queries.invalidateQueries();
                  onSaid("The copy is in.");
                } catch (refused) {
                  tell(refused);
                }
              }}
            >
              Take it all in
            </Button>
            <Button
              onClick={() => {
                setPreview(null);
                setText(null);
              }}
            >
              Leave it
            </Button>
          </div>
        </div>
      )}
    </div>
  );
}
