import type { Trial } from "../../api/client";
import type { BenchActs, Said } from "./useBench";

/** One line that says what was done, is shown, or could not be done; what can be taken back has its word beside it. */
export function BenchStatus({
  trial,
  words,
  rests,
  said,
  acts,
}: {
  trial: Trial;
  words: string | null;
  /** What stands there while nothing was done. */
  rests: string;
  said: Said;
  acts: BenchActs;
}) {
  return (
    <p className={said.stop ? "status-line stop" : "status-line"} id="status" role="status">
      {(words ?? said.text) || <span className="hint rests">{rests}</span>}{" "}
      {!words && (said.back || (said.undo && trial.undo)) && (
        <button type="button" className="link" onClick={() => void acts.step("undo")}>
          Undo
        </button>
      )}
      {!words && said.redo && trial.redo && (
        <button type="button" className="link" onClick={() => void acts.step("redo")}>
          Redo
        </button>
      )}
    </p>
  );
}
