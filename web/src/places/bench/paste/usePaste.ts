import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useDeferredValue } from "react";
import { api, type Family, type PastedAnswer, type PastedQuestion } from "../../../api/client";
import { keys } from "../../../api/keys";
import { draftOf, useDraft } from "../../../kit/useDraft";
import { remembered } from "../../../shell/remembered";

/** What was pasted and answered so far. */
export type Paste = Omit<PastedQuestion, "text" | "family"> & { text: string; family: Family; name: string };

export const blank: Paste = { text: "", family: "balm", name: "", answers: [], scale: false };

/** Begins where the maker comes from: with a name and a kind, or with the text itself. */
export const beginPaste = (by: Partial<Paste>) =>
  remembered.set("paste", JSON.stringify({ ...draftOf("paste", blank), ...by }));

/** What the server is asked; the name is no part of it. */
const questionOf = ({ text, family, answers, batchG, bare, scale, rest }: Paste): PastedQuestion => ({
  text,
  family,
  answers,
  batchG,
  bare,
  scale,
  rest,
});

/** A pasted text as it is read by the server, answer by answer; a reload in the middle loses nothing. */
export function usePaste() {
  const [paste, setPaste] = useDraft("paste", blank);
  const asked = useDeferredValue(questionOf(paste));
  const read = useQuery({
    queryKey: keys.pasted(asked),
    queryFn: () => api.readPasted(asked),
    enabled: asked.text.trim() !== "",
    placeholderData: keepPreviousData,
    retry: false,
  });
  const change = (by: Partial<Paste>) => setPaste((now) => ({ ...now, ...by }));
  return {
    paste,
    change,
    /** Other text: what was answered of the rows before it says nothing of these. */
    retype: (text: string) => change({ text, answers: [], scale: false, rest: null, bare: null, batchG: null }),
    answer: (row: number, by: Omit<PastedAnswer, "row">) =>
      setPaste((now) => {
        const before = now.answers?.find((one) => one.row === row);
        return {
          ...now,
          answers: [...(now.answers ?? []).filter((one) => one.row !== row), { ...before, ...by, row }],
        };
      }),
    list: asked.text.trim() === "" ? undefined : read.data,
    error: asked.text.trim() === "" ? null : read.error,
    clear: () => setPaste(blank),
  };
}
