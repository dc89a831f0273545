import type { InputRef } from "antd";
import { type KeyboardEvent, useEffectEvent, useLayoutEffect, useRef, useState } from "react";
import type { Refused } from "../../api/client";
import { Field } from "../../kit/Field";
import { percent } from "../../words/format";
import type { TakeKeys } from "./AddLine";

/** A share being typed. A refusal stays under the field with what was typed until it is mended or put back. */
export function ShareField({
  start,
  takeKeys,
  name,
  onDone,
  onClose,
}: {
  start: number;
  takeKeys: TakeKeys | null;
  name: string;
  onDone: (text: string) => Promise<Refused | null>;
  onClose: (next: -1 | 0 | 1) => void;
}) {
  const [text, setText] = useState(percent(start).replace(",", ""));
  const [refused, setRefused] = useState<Refused | null>(null);
  const field = useRef<InputRef>(null);
  const closing = useRef(false);
  const finish = async (next: -1 | 0 | 1, typed = text) => {
    if (closing.current) return;
    closing.current = true;
    const answer = typed.trim() === percent(start) ? null : await onDone(typed);
    closing.current = false;
    if (answer) {
      setRefused(answer);
      field.current?.focus();
    } else onClose(next);
  };
  const begin = useEffectEvent(() => {
    const keys = takeKeys?.() ?? "";
    field.current?.focus();
    if (keys.trim()) setText(keys.trim());
    else field.current?.select();
    if (keys.endsWith("\n")) void finish(0, keys.trim());
  });
  useLayoutEffect(() => begin(), []);
  useLayoutEffect(() => {
    if (refused) document.getElementById("share-error")?.scrollIntoView?.({ block: "nearest" });
  }, [refused]);

  const key = (event: KeyboardEvent) => {
    if (event.key === "Enter") {
      event.preventDefault();
      void finish(0);
    } else if (event.key === "Tab") {
      event.preventDefault();
      void finish(event.shiftKey ? -1 : 1);
    } else if (event.key === "Escape") {
      event.stopPropagation();
      closing.current = true;
      onClose(0);
    }
  };
  return (
    <span className="share-field">
      <Field
        ref={field}
        className="number"
        aria-label={`Share of ${name}: percent, a weight, spoons, drops or pumps; ? where it is not known`}
        aria-invalid={!!refused}
        aria-describedby="share-error"
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          setRefused(null);
        }}
        onKeyDown={key}
        onBlur={() => void (refused ? undefined : finish(0))}
      />
      {refused && (
        <span id="share-error" role="alert" className="field-error">
          {refused.line}
        </span>
      )}
    </span>
  );
}
