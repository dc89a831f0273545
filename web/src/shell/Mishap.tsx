import { Component, type ReactNode } from "react";

/** In place of a page that failed: what happened, and the way on. What was entered stands in the outbox and the drafts. */
export class Mishap extends Component<{ at: string; children: ReactNode }, { error: unknown }> {
  override state: { error: unknown } = { error: null };

  static getDerivedStateFromError(error: unknown) {
    return { error };
  }

  override componentDidUpdate(before: { at: string }) {
    if (before.at !== this.props.at && this.state.error !== null) this.setState({ error: null });
  }

  override render() {
    if (this.state.error === null) return this.props.children;
    return (
      <main id="main" className="plates no-right no-instrument">
        <section className="plate plate-left">
          <div className="title-line">
            <h1 className="title">This page stopped</h1>
          </div>
          <p className="page-note" role="alert">
            {String(this.state.error)}
          </p>
          <p className="page-note">
            What you entered is kept. Fetch the page again, or go to another place on the shelf above.
          </p>
          <div className="acts">
            <button type="button" onClick={() => location.reload()}>
              Fetch it again
            </button>
          </div>
        </section>
      </main>
    );
  }
}
