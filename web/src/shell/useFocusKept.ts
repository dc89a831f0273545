import { useEffect } from "react";

const focusable =
  'a[href], button:not(:disabled), input:not(:disabled), textarea:not(:disabled), summary, [tabindex]:not([tabindex="-1"])';
const most = 12;

/** Where the focus was: each element round it, and which of its stops it was. */
type Stand = { element: HTMLElement; round: { element: Element; index: number }[] };

/** Notes where an element stands, from its parent outwards to the page. */
export function standOf(element: HTMLElement): Stand {
  const round: Stand["round"] = [];
  // Not as far as the whole page: what is first in it is no neighbour of anything.
  for (let at = element.parentElement; at && !at.matches("body, body > *, .app"); at = at.parentElement) {
    round.push({ element: at, index: stopsIn(at).indexOf(element) });
    if (at.id === "main") break;
  }
  return { element, round };
}

/** What should have the focus after an act took away what had it: the neighbour that came into its place, or the page. */
export function heirOf(stands: Stand[]): HTMLElement | null {
  for (const { element, round } of stands) {
    if (element.isConnected && element.matches(focusable)) return element;
    for (const { element: around, index } of round) {
      if (!around.isConnected) continue;
      // A place may say itself who goes on when all that was in hand is gone.
      if (around instanceof HTMLElement && around.dataset.heir) return document.querySelector(around.dataset.heir);
      // What acts as soon as it has the focus is no heir.
      const stops = stopsIn(around).filter((stop) => !stop.hasAttribute("data-remedy"));
      const heir = stops[Math.min(Math.max(index, 0), stops.length - 1)];
      if (heir) return heir;
    }
  }
  return document.getElementById("main");
}

const stopsIn = (element: Element): HTMLElement[] =>
  [...element.querySelectorAll<HTMLElement>(focusable)].filter((stop) => !stop.closest("[aria-hidden=true], [inert]"));

/** Whatever an act removes or disables, the focus goes to its neighbour and never back to the top of the page. */
export function useFocusKept() {
  useEffect(() => {
    let stands: Stand[] = [];
    const noteAt = (at: EventTarget | null) => {
      if (!(at instanceof HTMLElement) || at === document.body) return;
      stands = [standOf(at), ...stands.filter((one) => one.element !== at)].slice(0, most);
    };
    const note = (event: FocusEvent) => noteAt(event.target);
    // A field that takes the focus as the first page comes up had it before anyone listened.
    noteAt(document.activeElement);
    // A hand that puts the focus nowhere, by pressing beside everything, means it.
    const leave = (event: PointerEvent) => {
      if (event.target instanceof Element && !event.target.closest(focusable)) stands = [];
    };
    const look = () => {
      const at = document.activeElement;
      const last = stands[0]?.element;
      if (!last || (at !== document.body && !at?.matches(":disabled"))) return;
      // A focus that was let go while its element stands was let go by hand.
      if (!last.isConnected || last.matches(":disabled")) heirOf(stands)?.focus();
    };
    const watch = new MutationObserver(look);
    watch.observe(document.body, { childList: true, subtree: true, attributes: true, attributeFilter: ["disabled"] });
    document.addEventListener("focusin", note);
    document.addEventListener("pointerdown", leave, true);
    return () => {
      watch.disconnect();
      document.removeEventListener("focusin", note);
      document.removeEventListener("pointerdown", leave, true);
    };
  }, []);
}
