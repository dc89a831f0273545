type Props = {
  /** What each would do; nothing where there is nothing. */
  undo: string | null | undefined;
  redo: string | null | undefined;
  onStep: (way: "undo" | "redo") => void;
};

/** Undo and Redo on a title line: by touch as many steps as by keys. */
export function StepsBack({ undo, redo, onStep }: Props) {
  const button = (way: "undo" | "redo", word: string, what: string | null | undefined) => (
    <button
      type="button"
      className="link"
      aria-disabled={what == null}
      title={what ?? undefined}
      onClick={() => onStep(way)}
    >
      {word}
    </button>
  );
  return (
    <span className="steps-back">
      {button("undo", "Undo", undo)}
      {button("redo", "Redo", redo)}
    </span>
  );
}
