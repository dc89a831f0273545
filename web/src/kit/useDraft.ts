import { type Dispatch, type SetStateAction, useEffect, useState } from "react";
import { remembered } from "../shell/remembered";

/** What was typed so far under a name; `blank` where nothing was, or where it cannot be read. */
export function draftOf<T extends object>(name: string, blank: T): T {
  try {
    return { ...blank, ...(JSON.parse(remembered.get(name) ?? "{}") as Partial<T>) };
  } catch {
    return blank;
  }
}

/** Something half typed that a reload does not lose; forgotten when it is blank again. */
export function useDraft<T extends object>(name: string, blank: T): [T, Dispatch<SetStateAction<T>>] {
  const [draft, setDraft] = useState(() => draftOf(name, blank));
  useEffect(
    () => remembered.set(name, JSON.stringify(draft) === JSON.stringify(blank) ? null : JSON.stringify(draft)),
    [name, draft, blank],
  );
  return [draft, setDraft];
}
