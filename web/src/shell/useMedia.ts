import { useSyncExternalStore } from "react";

type Watch = { subscribe: (changed: () => void) => () => void; matches: () => boolean };

/** One watch for each query, so that drawing again neither asks nor subscribes anew. */
const watches = new Map<string, Watch>();

function watch(query: string): Watch {
  let here = watches.get(query);
  if (!here) {
    const media = window.matchMedia(query);
    here = {
      subscribe: (changed) => {
        media.addEventListener("change", changed);
        return () => media.removeEventListener("change", changed);
      },
      matches: () => media.matches,
    };
    watches.set(query, here);
  }
  return here;
}

/** Whether a media query holds now. */
export function useMedia(query: string): boolean {
  const { subscribe, matches } = watch(query);
  return useSyncExternalStore(subscribe, matches);
}
