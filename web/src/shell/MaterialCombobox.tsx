import { useQuery } from "@tanstack/react-query";
import { useDeferredValue, useEffect, useId, useRef, useState } from "react";
import { api, type Material } from "../api/client";
import { keys } from "../api/keys";
import "./combobox.css";
import { Field } from "../kit/Field";

type Props = {
  label: string;
  placeholder: string;
  exclude?: string[];
  onChoose: (material: Material) => void;
  autoFocus?: boolean;
  disabled?: boolean;
  /** Opens only for what is typed: what stands below it is to be read. */
  quiet?: boolean;
};

/** Type a material's name, any of its names, nearly right: the list below offers what is meant. */
export function MaterialCombobox({ label, placeholder, exclude = [], onChoose, autoFocus, disabled, quiet }: Props) {
  const id = useId();
  const [text, setText] = useState("");
  const [open, setOpen] = useState(false);
  const [at, setAt] = useState(0);
  const [picked, setPicked] = useState(false);
  const [asks, setAsks] = useState(false);
  const [entered, setEntered] = useState(false);
  const asked = useDeferredValue(text.trim());
  const found = useQuery({
    queryKey: keys.find(asked),
    queryFn: () => api.findMaterials(asked),
    enabled: open || entered,
    staleTime: 60_000,
    placeholderData: (last) => last,
  });
  const list = (found.data ?? []).filter((material) => !exclude.includes(material.id));
  const choose = (material: Material | undefined) => {
    if (!material) return;
    setText("");
    setOpen(false);
    setAt(0);
    setPicked(false);
    setAsks(false);
    onChoose(material);
  };
  // What was found for an earlier text is no answer to this one: Enter waits for its own.
  const behind = found.isPlaceholderData || asked !== text.trim();
  // Where several names are only near what was typed, none of them is taken for it.
  const doubtful = list[0]?.isSure === false && list.length > 1;
  const enter = () => (doubtful && !picked ? setAsks(true) : choose(list[at]));
  const late = useRef(enter);
  late.current = enter;
  useEffect(() => {
    if (!entered || behind) return;
    setEntered(false);
    late.current();
  }, [entered, behind]);
  const showing = open && (list.length > 0 || asked.length > 0);

  return (
    <div className="combobox">
      <Field
        role="combobox"
        aria-label={label}
        aria-expanded={showing}
        aria-controls={`${id}-list`}
        aria-autocomplete="list"
        aria-activedescendant={showing && list[at] ? `${id}-${at}` : undefined}
        placeholder={placeholder}
        value={text}
        disabled={disabled}
        autoFocus={autoFocus}
        onChange={(event) => {
          setText(event.target.value);
          setAt(0);
          setPicked(false);
          setAsks(false);
          setEntered(false);
          setOpen(true);
        }}
        onFocus={() => !quiet && setOpen(true)}
        onBlur={() => setOpen(false)}
        onKeyDown={(event) => {
          if (event.key === "ArrowDown" || event.key === "ArrowUp") {
            event.preventDefault();
            setOpen(true);
            setPicked(true);
            if (asks) setAsks(false);
            else setAt((now) => Math.max(0, Math.min(list.length - 1, now + (event.key === "ArrowDown" ? 1 : -1))));
          } else if (event.key === "Enter" && open) {
            event.preventDefault();
            if (behind && !picked) setEntered(true);
            else enter();
          } else if (event.key === "Escape") {
            event.stopPropagation();
            setText("");
            setOpen(false);
          }
        }}
      />
      <div
        id={`${id}-list`}
        role="listbox"
        aria-label={label}
        className={showing ? "combobox-list" : "visually-hidden"}
      >
        {showing &&
          list.map((material, i) => (
            <div
              key={material.id}
              id={`${id}-${i}`}
              role="option"
              aria-selected={i === at}
              onMouseDown={(event) => event.preventDefault()}
              onClick={() => choose(material)}
              onMouseEnter={() => setAt(i)}
            >
              <span className="swatch" style={{ background: material.colour }} />
              <span>{material.name}</span>
              <span className="hint">{material.isOwn ? "on your shelf" : material.inci}</span>
            </div>
          ))}
      </div>
      {showing && asks && (
        <p className="combobox-asks" role="alert">
          “{asked.slice(0, 40)}” may be {list[0]?.name} or {list[1]?.name}. Arrow down to the one you mean, then Enter.
        </p>
      )}
      {showing && list.length === 0 && !found.isFetching && (
        <p className="combobox-list combobox-none" role="status">
          Nothing called “{asked.slice(0, 40)}”. Try another name of it, or its INCI name.
        </p>
      )}
    </div>
  );
}
