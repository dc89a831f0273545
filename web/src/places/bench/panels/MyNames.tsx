import { useQueryClient } from "@tanstack/react-query";
import { Button } from "antd";
import { useState } from "react";
import { api, inWords, type Material } from "../../../api/client";
import { touch } from "../../../api/keys";
import { Field } from "../../../kit/Field";

/** What the maker calls a material: the name that is found, and that may stand in a formula. */
export function MyNames({ material }: { material: Material }) {
  const queries = useQueryClient();
  const [text, setText] = useState(material.myNames.join(", "));
  const [error, setError] = useState("");
  const kept = material.myNames.join(", ");
  const keep = async () => {
    try {
      const names = text.split(",").map((name) => name.trim());
      await api.callMaterial(
        material.id,
        names.filter((name) => name !== ""),
      );
      setError("");
      await touch(queries, "materials");
    } catch (refused) {
      setError(inWords(refused));
    }
  };
  return (
    <form
      className="panel-part"
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <label className="form-field">
        <span>I call it</span>
        <Field
          placeholder="Names of your own, with commas between"
          value={text}
          aria-invalid={error !== ""}
          onChange={(event) => {
            setText(event.target.value);
            setError("");
          }}
        />
        {error && (
          <span className="field-error" role="alert">
            {error}
          </span>
        )}
      </label>
      <Button size="small" htmlType="submit" disabled={text.trim() === kept}>
        Save the name
      </Button>
    </form>
  );
}
