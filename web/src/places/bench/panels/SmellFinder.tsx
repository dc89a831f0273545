import { useQuery } from "@tanstack/react-query";
import { Button, Checkbox } from "antd";
import { useState } from "react";
import { api, inWords, type ScentDrops } from "../../../api/client";
import { keys } from "../../../api/keys";
import { Field } from "../../../kit/Field";
import { FormLine } from "../../../kit/FormLine";
import { useRoving } from "../../../shell/useRoving";

type Props = { onAdd: (material: string) => void; onBlend: (drops: readonly ScentDrops[]) => void };

/** A smell in plain words, matched from the maker's own bottles. */
export function SmellFinder({ onAdd, onBlend }: Props) {
  const [text, setText] = useState("");
  const [asked, setAsked] = useState("");
  const [onlyMine, setOnlyMine] = useState(true);
  const rows = useRoving<HTMLUListElement>("li");
  const smell = useQuery({
    queryKey: keys.smell([asked, onlyMine]),
    queryFn: () => api.smell(asked, onlyMine),
    enabled: asked !== "",
    retry: false,
  });
  const found = smell.data;
  return (
    <form
      className="panel-part"
      onSubmit={(event) => {
        event.preventDefault();
        setAsked(text.trim());
      }}
    >
      <FormLine label="Match a smell" error={smell.error ? inWords(smell.error) : ""}>
        <Field
          placeholder="such as green and lemony, a little smoky, no mint"
          value={text}
          aria-invalid={!!smell.error}
          onChange={(event) => setText(event.target.value)}
        />
      </FormLine>
      <div className="button-row">
        <Button size="small" htmlType="submit" disabled={text.trim() === ""}>
          Look among the bottles
        </Button>
        <Checkbox checked={onlyMine} onChange={(event) => setOnlyMine(event.target.checked)}>
          only mine
        </Checkbox>
      </div>
      {found && !smell.error && (
        <>
          <p role="status">{found.says}</p>
          {found.blend.length > 0 && (
            <Button
              size="small"
              onClick={() => onBlend(found.blend.map(({ material, drops }) => ({ material, drops })))}
            >
              Take{" "}
              {found.blend
                .map(
                  (one) =>
                    `${one.drops} ${found.bottles.find((bottle) => bottle.material === one.material)?.name ?? one.material}`,
                )
                .join(", ")}
            </Button>
          )}
          <ul className="panel-list" {...rows}>
            {found.bottles.map((bottle) => (
              <li key={bottle.material}>
                <span>
                  {bottle.name} <span className="hint">{bottle.says}</span>
                </span>
                <button
                  type="button"
                  className="link"
                  aria-label={`Add ${bottle.name}`}
                  onClick={() => onAdd(bottle.material)}
                >
                  Add
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
    </form>
  );
}
