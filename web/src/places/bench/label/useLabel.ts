import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useDeferredValue } from "react";
import { api, type LabelAnswer, type LabelQuestion } from "../../../api/client";
import { keys } from "../../../api/keys";
import { useDraft } from "../../../kit/useDraft";

export type Label = Required<LabelQuestion> & { name: string };

const blank: Label = { text: "", family: "balm", name: "", answers: [], onePercentAfter: null, felt: null };

/** The list of a label as it is read by the server, answer by answer; a reload in the middle loses nothing. */
export function useLabel() {
  const [label, setLabel] = useDraft("label", blank);
  const { text, family, answers, onePercentAfter, felt } = useDeferredValue(label);
  const asked: LabelQuestion = { text, family, answers, onePercentAfter, felt };
  const read = useQuery({
    queryKey: keys.label(asked),
    queryFn: () => api.readLabel(asked),
    enabled: text.trim() !== "",
    placeholderData: keepPreviousData,
    retry: false,
  });
  const change = (by: Partial<Label>) => setLabel((now) => ({ ...now, ...by }));
  return {
    label,
    change,
    /** Another list: what was answered of the one before says nothing of it. */
    retype: (now: string) => change({ text: now, answers: [], onePercentAfter: null, felt: null }),
    answer: (row: number, by: Omit<LabelAnswer, "row">) =>
      setLabel((now) => ({
        ...now,
        answers: [...(now.answers ?? []).filter((one) => one.row !== row), { ...by, row }],
      })),
    list: text.trim() === "" ? undefined : read.data,
    error: text.trim() === "" ? null : read.error,
    clear: () => setLabel(blank),
  };
}
