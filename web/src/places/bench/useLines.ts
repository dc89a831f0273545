import { useCallback, useMemo, useState } from "react";
import type { TakeKeys } from "./AddLine";
import type { Panel } from "./panels/Frame";
import type { RowActs } from "./Rows";
import { makeweight, setShare, type Way } from "./benchState";
import type { BenchActs } from "./useBench";

/** Which line is chosen, which share is open for typing, and what a row's controls do. */
export function useLines(acts: BenchActs, onPanel: (panel: Panel) => void) {
  const [chosen, choose] = useState<string | null>(null);
  const [typing, setTyping] = useState<string | null>(null);
  const [way, setWay] = useState<Way>(makeweight);
  const [takeKeys, setTakeKeys] = useState<TakeKeys | null>(null);

  const type = useCallback((line: string | null, take: TakeKeys | null = null) => {
    setTyping(line);
    setTakeKeys(() => take);
    if (line) choose(line);
  }, []);
  const rowActs = useMemo<RowActs>(
    () => ({
      choose,
      open: (line) => onPanel(line === null ? { kind: "groups" } : { kind: "material", line }),
      type: (line) => {
        const left = chosen;
        type(line);
        // The field that had the focus is gone; a hand that has moved on is left alone.
        if (!line)
          requestAnimationFrame(() => {
            if (document.activeElement === document.body)
              document.querySelector<HTMLElement>(`[data-line="${left}"] .share`)?.focus();
          });
      },
      share: async (line, share) => {
        const refused = await acts.apply([setShare(line, share, way)]);
        // The field tells it: once is enough.
        if (refused) acts.say({ text: "" });
        return refused;
      },
      keep: (line, kept) => void acts.apply([{ kind: "keep_line", line, kept }]),
      reorder: (line, to) => void acts.apply([{ kind: "move_line", line, to, takesPhase: true }]),
    }),
    [acts, chosen, type, onPanel, way],
  );
  return { chosen, choose, typing, takeKeys, type, rowActs, way, setWay };
}
