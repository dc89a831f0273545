import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, inWords, type FormulaEdit, type StartView } from "../../api/client";
import { touch } from "../../api/keys";

export type Method = NonNullable<StartView["method"]>;

/** How a trial is made, and the way to change it. A made trial keeps its method: another begins the next trial. */
export function useMethod(start: StartView) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [said, setSaid] = useState("");
  const method: Method = start.method ?? { route: null, choices: {}, steps: null, kit: null };

  const choose = async (now: Method, words: string) => {
    const edits: FormulaEdit[] = [{ kind: "set_method", method: now }];
    try {
      if (start.isMade) {
        const next = await api.forkTrial(start.trial, words, edits);
        await touch(queries, "made");
        navigate(`/make/of/${next.id}`, { replace: true });
      } else {
        await api.editTrial(start.trial, start.revision, edits, crypto.randomUUID());
        await touch(queries, "made");
        setSaid(`${words}.`);
      }
      return true;
    } catch (refused) {
      setSaid(inWords(refused));
      return false;
    }
  };
  return { method, choose, said, setSaid };
}
