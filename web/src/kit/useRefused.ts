import { useState } from "react";
import { inWords, Refused } from "../api/client";

/** The refusal of a form: told at the field it names, gone as soon as something else is typed. */
export function useRefused() {
  const [now, setNow] = useState<{ field: string; text: string } | null>(null);
  return {
    /** What is wrong with one of these fields. */
    of: (...fields: string[]) => (now && fields.includes(now.field) ? now.text : ""),
    /** What is wrong with none of these. */
    beside: (...fields: string[]) => (now && !fields.includes(now.field) ? now.text : ""),
    say: (field: string, text: string) => setNow({ field, text }),
    take: (error: unknown) =>
      setNow({ field: error instanceof Refused ? lastPart(error.field) : "", text: inWords(error) }),
    clear: () => setNow(null),
  };
}

const lastPart = (path: string) => path.split(".").at(-1) ?? "";
