import { type FocusEvent, type KeyboardEvent, type RefObject, useLayoutEffect, useRef } from "react";

const controls = "a, button, [tabindex]";
const steps: Record<string, number> = { ArrowDown: 1, ArrowUp: -1, ArrowRight: 1, ArrowLeft: -1 };

/**
 * Makes a list one tab stop. Up and down go between its rows, left and right between the controls of a row, Home and
 * End to its ends; Tab leaves it. Coming back meets the row that was left, else the current one, else the first.
 */
export function useRoving<Place extends HTMLElement>(row: string) {
  const place: RefObject<Place | null> = useRef<Place>(null);
  const last = useRef<HTMLElement | null>(null);

  const rows = () =>
    [...(place.current?.querySelectorAll<HTMLElement>(row) ?? [])].filter((one) => itemsOf(one).length > 0);
  const stopAt = (stop: HTMLElement | undefined) => {
    for (const item of rows().flatMap(itemsOf)) item.tabIndex = item === stop ? 0 : -1;
  };

  // Whatever was drawn anew: exactly one control can be reached by Tab.
  useLayoutEffect(() => {
    const all = rows();
    const left =
      last.current && all.some((one) => itemsOf(one).includes(last.current as HTMLElement)) ? last.current : null;
    const current = all.find((one) => one.getAttribute("aria-current") === "true") ?? all[0];
    stopAt(left ?? (current && itemsOf(current)[0]));
  });

  const onFocus = (event: FocusEvent) => {
    const item = (event.target as HTMLElement).closest<HTMLElement>(controls);
    if (!item || !rows().some((one) => itemsOf(one).includes(item))) return;
    last.current = item;
    stopAt(item);
  };

  const onKeyDown = (event: KeyboardEvent) => {
    const all = rows();
    const at = all.findIndex((one) => itemsOf(one).includes(event.target as HTMLElement));
    const here = all[at];
    if (!here || event.ctrlKey || event.metaKey || event.altKey) return;
    const inRow = itemsOf(here);
    const sideways = event.key === "ArrowRight" || event.key === "ArrowLeft";
    if (sideways && inRow.length === 1) return;
    const by = steps[event.key];
    const item = inRow.indexOf(event.target as HTMLElement);
    const to = sideways
      ? inRow[item + (by ?? 0)]
      : event.key === "Home"
        ? all[0] && itemsOf(all[0])[0]
        : event.key === "End"
          ? all.at(-1) && itemsOf(all.at(-1) as HTMLElement)[0]
          : by === undefined
            ? undefined
            : beside(all[at + by], item);
    if (by === undefined && event.key !== "Home" && event.key !== "End") return;
    event.preventDefault();
    event.stopPropagation();
    to?.focus();
  };

  return { ref: place, onFocus, onKeyDown };
}

/** The controls of a row, or the row itself where it is one; a form in it has tab stops of its own. */
function itemsOf(row: HTMLElement): HTMLElement[] {
  if (row.matches(controls)) return [row];
  return [...row.querySelectorAll<HTMLElement>(controls)].filter((item) => !item.closest("form"));
}

const beside = (row: HTMLElement | undefined, item: number): HTMLElement | undefined => {
  const items = row ? itemsOf(row) : [];
  return items[Math.min(item, items.length - 1)];
};
