import { useQueryClient } from "@tanstack/react-query";
import { type ClipboardEvent, type KeyboardEvent, memo, useRef } from "react";
import { useNavigate } from "react-router";
import type { Material, Trial } from "../../api/client";
import { MaterialCombobox } from "../../shell/MaterialCombobox";
import { beginPaste, blank } from "./paste/usePaste";
import type { Way } from "./benchState";
import type { BenchActs } from "./useBench";

type Props = {
  trial: Trial;
  acts: BenchActs;
  way: Way;
  /** The new line, so that its share can be typed at once, and where its field takes over what was typed until then. */
  onAdded: (line: string, takeKeys: TakeKeys) => void;
};

/** Gives the keys held so far, "\n" for Enter, and holds no more. */
export type TakeKeys = () => string;

/** Where a material joins the formula. */
export const AddLine = memo(function AddLine({ trial, acts, way, onAdded }: Props) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  // Quick hands type the share before the line is there: the keys are held for its field.
  const ahead = useRef<string | null>(null);
  const hold = (event: KeyboardEvent) => {
    if (ahead.current === null || event.ctrlKey || event.metaKey) return;
    if (event.key.length !== 1 && event.key !== "Enter") return;
    event.preventDefault();
    event.stopPropagation();
    ahead.current += event.key === "Enter" ? "\n" : event.key;
  };
  const take = () => {
    const keys = ahead.current ?? "";
    ahead.current = null;
    return keys;
  };
  const add = async (material: Material) => {
    ahead.current = "";
    const refused = await acts.apply([
      {
        kind: "add_line",
        material: material.id,
        share: String(material.firstPercent),
        givesWay: way.way,
        from: way.from,
      },
    ]);
    const now = queries.getQueryData<Trial>(["trial", trial.id]);
    const line = now?.content.lines.find((one) => one.material === material.id);
    if (line && !refused) onAdded(line.id, take);
    else take();
  };
  // Several lines are no name: they are read as a list.
  const list = (event: ClipboardEvent) => {
    const text = event.clipboardData.getData("text/plain");
    if (!text.trim().includes("\n")) return;
    event.preventDefault();
    event.stopPropagation();
    beginPaste({ ...blank, text, family: trial.content.family });
    navigate(`/bench/paste?into=${trial.id}`);
  };
  return (
    <div className="add-line" onKeyDownCapture={hold} onPasteCapture={list}>
      <MaterialCombobox
        label="Add a material"
        placeholder="Add a material"
        exclude={trial.content.lines.map((line) => line.material)}
        onChoose={(material) => void add(material)}
      />
    </div>
  );
});
