import { Button } from "antd";
import { useState } from "react";
import type { LibraryRow } from "../../../api/client";
import { Field } from "../../../kit/Field";
import { Wrong } from "../../../kit/FormLine";
import { useRefused } from "../../../kit/useRefused";
import { plural } from "../../../words/format";

type Props = {
  rows: readonly LibraryRow[];
  archived: boolean;
  onArchive: () => void;
  onTag: (add: string[], remove: string[]) => Promise<void>;
  onNone: () => void;
};

/** What can be done with the formulas that are chosen. */
export function Chosen({ rows, archived, onArchive, onTag, onNone }: Props) {
  const [tag, setTag] = useState("");
  const refused = useRefused();
  const file = (format: string) => `/api/formulas/file?format=${format}&${rows.map((row) => `id=${row.id}`).join("&")}`;
  const shared = [...new Set(rows.flatMap((row) => row.tags))];
  const put = (add: string[], remove: string[]) =>
    void onTag(add, remove).then(() => {
      setTag("");
      refused.clear();
    }, refused.take);
  return (
    <div className="library-chosen" role="group" aria-label="What is chosen">
      <b>
        {rows.length} {plural("formula", rows.length)}
      </b>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (tag.trim()) put([tag.trim()], []);
        }}
      >
        <Field
          aria-label="Tag them"
          placeholder="Tag, such as gift"
          value={tag}
          aria-invalid={refused.of("add") !== ""}
          onChange={(event) => {
            setTag(event.target.value);
            refused.clear();
          }}
        />
        <Button size="small" htmlType="submit" disabled={tag.trim() === ""}>
          Tag
        </Button>
      </form>
      {shared.map((one) => (
        <button
          key={one}
          type="button"
          className="link"
          aria-label={`Take off the tag ${one}`}
          onClick={() => put([], [one])}
        >
          #{one} ×
        </button>
      ))}
      <Button size="small" onClick={onArchive}>
        {archived ? "Put back" : "Archive"}
      </Button>
      <a className="link" href={file("csv")} download="formulas.csv">
        Take out as CSV
      </a>
      <a className="link" href={file("json")} download="formulas.json">
        as JSON
      </a>
      <button type="button" className="link" onClick={onNone}>
        Choose none
      </button>
      {(refused.of("add") || refused.beside("add")) && <Wrong>{refused.of("add") || refused.beside("add")}</Wrong>}
    </div>
  );
}
