import type { ReactNode } from "react";
import { Link } from "react-router";

/** What stands here instead of a step. */
export function MakeNot({
  title,
  to = "/make",
  toWords = "Batches in the making",
  children,
}: {
  title: string;
  to?: string;
  toWords?: string;
  children: ReactNode;
}) {
  return (
    <main id="main" tabIndex={-1} className="make">
      <section className="make-step">
        <h1 className="make-title">{title}</h1>
        <p className="make-text">{children}</p>
        <p className="make-text">
          <Link to={to}>{toWords}</Link> · <Link to="/today">Today</Link>
        </p>
      </section>
    </main>
  );
}
