/** What was done, and the way back from it. */
export type SaidBack = { words: string; undo?: () => void };

/** The status line of a place. */
export function SaidLine({ said }: { said: SaidBack }) {
  return (
    <p className="status-line" role="status">
      {said.words}
      {said.undo && (
        <>
          {" "}
          <button type="button" className="link" onClick={said.undo}>
            Undo
          </button>
        </>
      )}
    </p>
  );
}
