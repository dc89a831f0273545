import { type ReactNode, useLayoutEffect, useRef, useState, useSyncExternalStore } from "react";
import { NavLink, useLocation } from "react-router";
import { inWords, isConnected, NoConnection, onConnection } from "../api/client";
import { useHouse } from "./HouseContext";
import { useMedia } from "./useMedia";
import "./shelf.css";

export const places = [
  { path: "/today", name: "Today" },
  { path: "/bench", name: "Bench" },
  { path: "/make", name: "Make" },
  { path: "/pantry", name: "Pantry" },
  { path: "/logbook", name: "Logbook" },
] as const;

/** The shelf edge: the rim opens round the current word, so that word and sheet are one piece. */
export function Shelf({ onJump, onHelp }: { onJump: () => void; onHelp: () => void }) {
  const { house, keep, units } = useHouse();
  const { pathname } = useLocation();
  const nav = useRef<HTMLElement>(null);
  const [slot, setSlot] = useState<{ from: number; to: number; width: number }>({ from: -40, to: -20, width: 1280 });
  const connected = useSyncExternalStore(onConnection, isConnected);
  const narrow = useMedia("(max-width: 900px)");
  const [failed, setFailed] = useState("");
  const change = (what: Parameters<typeof keep>[0]) =>
    void keep(what).then(
      () => setFailed(""),
      (error: unknown) => setFailed(error instanceof NoConnection ? "Not changed: no connection." : inWords(error)),
    );
  const night = house.house.preferences.theme === "night";

  useLayoutEffect(() => {
    const measure = () => {
      const current = nav.current?.querySelector<HTMLElement>("[aria-current=page]");
      const width = nav.current?.getBoundingClientRect().width ?? 1280;
      const box = current?.getBoundingClientRect();
      setSlot(box ? { from: box.left + 0.5, to: box.right - 0.5, width } : { from: -40, to: -20, width });
    };
    measure();
    // A word that changes its length moves its neighbours: fonts, text size, units, light, the lost connection.
    const watch = new ResizeObserver(measure);
    for (const part of [nav.current, ...(nav.current?.querySelectorAll("div") ?? [])]) if (part) watch.observe(part);
    return () => watch.disconnect();
  }, [pathname]);

  return (
    <header className="shelf">
      <nav ref={nav} aria-label="Places">
        <svg className="shelf-rim" width={slot.width} height="48" aria-hidden="true">
          <path className={connected ? "" : "away"} d={rimPath(slot.from, slot.to, slot.width)} />
        </svg>
        <div className="shelf-words">
          {places.map((place) => (
            <NavLink key={place.path} to={place.path}>
              {place.name}
            </NavLink>
          ))}
        </div>
        <Ends narrow={narrow}>
          {!connected && <span role="status">No connection. Go on: what you enter is saved here.</span>}
          {failed && <span role="alert">{failed}</span>}
          <button type="button" onClick={onJump}>
            Jump to… <kbd>J</kbd>
          </button>
          <button type="button" onClick={onHelp}>
            Keys <kbd>?</kbd>
          </button>
          <NavLink to="/house">House</NavLink>
          <button
            type="button"
            aria-label="Switch units"
            onClick={() =>
              change(({ workshop }) => {
                const celsius = workshop.temperature === "celsius";
                const temperature = celsius ? "fahrenheit" : "celsius";
                return { workshop: { ...workshop, temperature, weight: celsius ? "ounces" : "grams" } };
              })
            }
          >
            {units.degree} {units.mass}
          </button>
          <button
            type="button"
            onClick={() =>
              change(({ preferences }) => ({
                preferences: { ...preferences, theme: preferences.theme === "night" ? "day" : "night" },
              }))
            }
          >
            {night ? "Day light" : "Night light"}
          </button>
        </Ends>
      </nav>
    </header>
  );
}

/** The right end of the shelf: side by side, or behind one word where there is no room. */
function Ends({ narrow, children }: { narrow: boolean; children: ReactNode }) {
  const { key } = useLocation();
  if (!narrow) return <div className="shelf-end">{children}</div>;
  return (
    <details className="shelf-more" key={key}>
      <summary>More</summary>
      <div className="shelf-end">{children}</div>
    </details>
  );
}

/** The rim as one line that rises round the slot with flared feet. */
export function rimPath(from: number, to: number, width: number): string {
  const base = 46.5;
  const top = 7.5;
  const r = 6;
  return `M0 ${base}H${from - r}Q${from} ${base} ${from} ${base - r}V${top + r}Q${from} ${top} ${from + r} ${top}H${to - r}Q${to} ${top} ${to} ${top + r}V${base - r}Q${to} ${base} ${to + r} ${base}H${width}`;
}
