import { type ReactNode, useEffect, useState } from "react";
import { useMedia } from "./useMedia";
import { usePageTitle } from "./usePageTitle";
import "./plates.css";

type Props = {
  title: ReactNode;
  right?: ReactNode;
  /** What the folded right plate says of itself on a narrow screen. */
  fold?: string;
  /** Something in the right plate wants to be seen: it opens where it is folded. */
  unfold?: boolean;
  instrument?: ReactNode;
  children: ReactNode;
  name: string;
  /** What the page shows, where that says more than its place. */
  page?: string | undefined;
};

/** A place: left and right plate parted by rims, and the instrument below that never scrolls away. */
export function Plates({ title, right, fold, unfold, instrument, children, name, page }: Props) {
  usePageTitle(page ?? name);
  const folds = useMedia("(min-width: 1001px) and (max-width: 1199px)") && !!fold;
  const [open, setOpen] = useState(false);
  useEffect(() => {
    if (unfold) setOpen(true);
  }, [unfold]);
  return (
    <main
      id="main"
      tabIndex={-1}
      className={[
        "plates",
        right ? "" : "no-right",
        instrument ? "" : "no-instrument",
        folds ? "folds" : "",
        folds && open ? "unfolded" : "",
      ]
        .filter(Boolean)
        .join(" ")}
    >
      <section className="plate plate-left" aria-label={name}>
        <div className="title-line">{title}</div>
        {children}
      </section>
      {right && (
        <aside className="plate plate-right" aria-label={fold ? "Findings" : "More"}>
          {folds && (
            <button type="button" className="lip" aria-expanded={open} onClick={() => setOpen(!open)}>
              {fold}
            </button>
          )}
          <div className="plate-right-body">{right}</div>
        </aside>
      )}
      {instrument && (
        <section className="plate plate-instrument" aria-label="Instrument">
          {instrument}
        </section>
      )}
    </main>
  );
}
