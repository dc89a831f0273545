import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { useFocusKept } from "./useFocusKept";

function Page() {
  useFocusKept();
  const [rows, setRows] = useState(["shea", "mango", "kokum"]);
  const [asking, setAsking] = useState(false);
  const [busy, setBusy] = useState(false);
  return (
    <main id="main" tabIndex={-1}>
      <ul>
        {rows.map((row) => (
          <li key={row}>
            <button type="button">{row}</button>
            <button type="button" onClick={() => setRows(rows.filter((one) => one !== row))}>
              Remove {row}
            </button>
            <button type="button" data-remedy="">
              Cure {row}
            </button>
          </li>
        ))}
      </ul>
      <p>words</p>
      {asking ? (
        <form>
          <input aria-label="Reason" />
          <button type="button" onClick={() => setAsking(false)}>
            Done
          </button>
        </form>
      ) : (
        <button type="button" onClick={() => setAsking(true)}>
          Ask
        </button>
      )}
      <button type="button" disabled={busy} onClick={() => setBusy(true)}>
        Send
      </button>
    </main>
  );
}

const has = () => document.activeElement?.textContent || document.activeElement?.getAttribute("aria-label");
const settled = () => new Promise((done) => setTimeout(done, 0));

describe("the focus after an act", () => {
  let user: ReturnType<typeof userEvent.setup>;
  beforeEach(() => {
    user = userEvent.setup();
    render(<Page />);
  });
  afterEach(cleanup);

  const press = async (name: string) => {
    await user.click(screen.getByRole("button", { name }));
    await settled();
  };

  it("goes to the neighbour that came into its place, and to the last one where there is none", async () => {
    await press("Remove mango");
    expect(has()).toBe("Remove kokum");
    await user.keyboard("{Enter}");
    await settled();
    expect(has()).toBe("Remove shea");
  });

  it("goes to what stands where the last of a list stood", async () => {
    for (const row of ["shea", "mango", "kokum"]) await press(`Remove ${row}`);
    expect(document.activeElement).not.toBe(document.body);
    expect(screen.getByRole("main").contains(document.activeElement)).toBe(true);
  });

  it("follows a question that takes the place of its button, and comes back", async () => {
    await press("Ask");
    expect(has()).toBe("Reason");
    await press("Done");
    expect(document.activeElement).not.toBe(document.body);
  });

  it("leaves a button that is asleep now", async () => {
    await press("Send");
    expect(document.activeElement).not.toBe(document.body);
    expect((document.activeElement as HTMLButtonElement).disabled).not.toBe(true);
  });

  it("stays nowhere where the hand has put it nowhere", async () => {
    await user.click(screen.getByText("words"));
    await press("Remove shea");
    await user.click(screen.getByText("words"));
    (document.activeElement as HTMLElement | null)?.blur();
    await settled();
    expect(document.activeElement).toBe(document.body);
  });
});
