import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useDeferredValue, useEffect, useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { api } from "../api/client";
import { keys } from "../api/keys";
import { places } from "./Shelf";
import { Field } from "../kit/Field";
import { Dialog } from "../kit/Dialog";

const most = 10;
const mostMaterials = 3;

/** Jump to anything by name, number or lot. */
export function JumpTo({ open, onClose }: { open: boolean; onClose: () => void }) {
  const [text, setText] = useState("");
  const [at, setAt] = useState(0);
  const navigate = useNavigate();
  // Each time it opens it starts empty.
  useEffect(() => {
    if (!open) return;
    setText("");
    setAt(0);
  }, [open]);
  const query = { search: useDeferredValue(text.trim()), take: "9" };
  const formulas = useQuery({
    queryKey: keys.formulas(query),
    queryFn: () => api.formulas(query),
    enabled: open,
    placeholderData: keepPreviousData,
  });
  const batches = useQuery({
    queryKey: keys.logbook(query),
    queryFn: () => api.logbook(query),
    enabled: open,
    placeholderData: keepPreviousData,
  });
  const trials = useQuery({
    queryKey: keys.findTrials(query.search),
    queryFn: () => api.findTrials(query.search),
    enabled: open && query.search !== "",
    placeholderData: keepPreviousData,
  });
  const materials = useQuery({
    queryKey: keys.find(query.search),
    queryFn: () => api.findMaterials(query.search),
    enabled: open && query.search !== "",
    placeholderData: keepPreviousData,
  });
  const found = useMemo(() => {
    const all = [
      ...places.map((place) => ({ name: place.name, hint: "place", path: place.path as string })),
      { name: "House", hint: "place", path: "/house" },
      { name: "Start a formula", hint: "", path: "/bench/new" },
      { name: "Formulas", hint: "find, tag, bring in, take out", path: "/bench/all" },
      ...(formulas.data?.items ?? []).map((one) => ({
        name: one.name,
        hint: `trial ${one.trialNumber}`,
        path: `/bench/${one.trial}`,
      })),
      ...(batches.data?.items ?? []).map((one) => ({
        name: one.lot,
        hint: `${one.formulaName}, trial ${one.trialNumber}`,
        path: `/logbook/${one.id}`,
      })),
      ...(trials.data ?? []).map((one) => ({
        name: `${one.formulaName}, trial ${one.number}`,
        hint: one.intent,
        path: `/bench/${one.id}`,
      })),
      { name: "Paste a list", hint: "", path: "/bench/paste" },
      { name: "Read a label", hint: "", path: "/bench/read" },
    ];
    const wanted = text.trim().toLowerCase().split(/\s+/);
    const named = all.filter((one) => wanted.every((word) => `${one.name} ${one.hint}`.toLowerCase().includes(word)));
    // A material is found by any of its names and nearly right spelled: the server's word is taken for it.
    const matter = (text.trim() === "" ? [] : (materials.data ?? [])).slice(0, mostMaterials).map((one) => ({
      name: one.name,
      hint: "material",
      path: `/pantry?find=${encodeURIComponent(one.name)}`,
    }));
    const once = new Map([...named.slice(0, most - matter.length), ...matter].map((one) => [one.path, one]));
    return [...once.values()];
  }, [text, formulas.data, batches.data, trials.data, materials.data]);
  const go = (path: string | undefined) => {
    if (!path) return;
    onClose();
    navigate(path);
  };
  return (
    <Dialog open={open} title="Jump to" onClose={onClose} width={460}>
      <Field
        style={{ width: "100%" }}
        role="combobox"
        aria-expanded="true"
        aria-controls="jump-list"
        aria-activedescendant={found[at] ? `jump-${at}` : undefined}
        aria-label="Name or lot"
        placeholder="A formula, trial, lot or material"
        autoFocus
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          setAt(0);
        }}
        onKeyDown={(event) => {
          if (event.key === "ArrowDown" || event.key === "ArrowUp") {
            event.preventDefault();
            setAt(Math.max(0, Math.min(found.length - 1, at + (event.key === "ArrowDown" ? 1 : -1))));
          } else if (event.key === "Enter") go(found[at]?.path);
        }}
      />
      <div id="jump-list" role="listbox" aria-label="Found" className="jump-list">
        {found.map((one, i) => (
          <div
            key={one.path + one.name}
            id={`jump-${i}`}
            role="option"
            aria-selected={i === at}
            onClick={() => go(one.path)}
            onMouseEnter={() => setAt(i)}
          >
            <span>{one.name}</span> <span className="hint">{one.hint}</span>
          </div>
        ))}
      </div>
      {found.length === 0 && <p role="status">Nothing called “{text.slice(0, 40)}”.</p>}
    </Dialog>
  );
}
