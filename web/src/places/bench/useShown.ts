import { useState } from "react";
import type { FormulaEdit } from "../../api/client";
import type { BenchActs } from "./useBench";

/** What is offered stands in the mix while it has the focus or the pointer: gives what of several is shown, and the handlers of each. */
export function useShown(acts: BenchActs) {
  const [shown, setShown] = useState("");
  const show = (key: string, edits: readonly unknown[], by: "keys" | "pointer") => {
    setShown(key);
    if (edits.length > 0) acts.dispatch({ kind: "show", edits: edits as FormulaEdit[], by });
  };
  const hide = () => {
    setShown("");
    acts.putBack();
  };
  const on = (key: string, edits: readonly unknown[]) => ({
    onFocus: () => show(key, edits, "keys"),
    onBlur: hide,
    onMouseEnter: () => show(key, edits, "pointer"),
    onMouseLeave: hide,
  });
  return { shown, on };
}
