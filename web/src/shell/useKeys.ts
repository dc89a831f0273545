import { useEffect, useRef } from "react";

/** What keys do on a page: by key name, with "Ctrl+" before it for chords and "Shift+" for shifted ones. */
export type Keys = Record<string, (event: KeyboardEvent) => void>;

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

export function keyName(event: Pick<KeyboardEvent, "key" | "ctrlKey" | "metaKey" | "shiftKey">): string {
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  const chord = event.ctrlKey || event.metaKey ? "Ctrl+" : "";
  if (chord && key === "y") return "Ctrl+Shift+z";
  const shift = event.shiftKey && (event.key.length > 1 || chord) ? "Shift+" : "";
  return chord + shift + key;
}

/** One that is closing has given its keys back already. */
const openDialog = ".ant-modal-wrap:not([style*='display: none']) .ant-modal:not(.ant-zoom-leave)";

/** Listens while the page is there. Single letters act outside fields only, and only if the house allows them. */
export function useKeys(keys: Keys, singleKeys = true) {
  const latest = useRef(keys);
  latest.current = keys;
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.altKey) return;
      const name = keyName(event);
      const act = latest.current[name];
      if (!act) return;
      const chord = name.startsWith("Ctrl+");
      const leavesPanel = name === "Escape" && (event.target as Element).closest?.(".plate-right");
      if (typing(event.target) && !leavesPanel && !(chord && !["Ctrl+z", "Ctrl+Shift+z"].includes(name))) return;
      if (!chord && event.key.length === 1 && event.key !== " " && !singleKeys) return;
      if (document.querySelector(openDialog)) return;
      act(event);
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, [singleKeys]);
}
