import { useCallback, useEffect, useState } from "react";
import { remembered } from "./remembered";

/**
 * What is typed and not saved yet. It outlives the page and the tab: coming back shows it as it was left, until it is
 * saved or thrown away.
 */
export function useDraft<T>(name: string, saved: T) {
  const key = `draft.${name}`;
  const [now, setNow] = useState<T>(() => read<T>(key) ?? saved);
  const unsaved = JSON.stringify(now) !== JSON.stringify(saved);
  useEffect(() => remembered.set(key, unsaved ? JSON.stringify(now) : null), [key, now, unsaved]);
  const drop = useCallback(() => setNow(saved), [saved]);
  return { now, set: setNow, unsaved, drop };
}

function read<T>(key: string): T | null {
  try {
    return JSON.parse(remembered.get(key) ?? "null") as T | null;
  } catch {
    return null;
  }
}
