import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { inBrowser } from "../test/workshop";
import { useRoving } from "./useRoving";

inBrowser();

function List({ rows, current, forms }: { rows: string[]; current?: string; forms?: boolean }) {
  const list = useRoving<HTMLUListElement>("li");
  return (
    <>
      <button type="button">before</button>
      <ul {...list}>
        {rows.map((row) => (
          <li key={row} aria-current={row === current ? "true" : undefined}>
            <button type="button">{row} open</button>
            <button type="button">{row} under</button>
            {forms && (
              <form>
                <input aria-label={`${row} text`} />
              </form>
            )}
          </li>
        ))}
        <li>nothing to press</li>
      </ul>
      <button type="button">after</button>
    </>
  );
}

const focused = () => document.activeElement?.textContent;
const open = (current?: string, forms = false) => {
  const user = userEvent.setup();
  const { rerender } = render(<List forms={forms} rows={["a", "b", "c"]} {...(current ? { current } : {})} />);
  screen.getByText("before").focus();
  return { user, rerender };
};

describe("a list as one tab stop", () => {
  it("is entered at its first row and left by Tab", async () => {
    const { user } = open();
    await user.tab();
    expect(focused()).toBe("a open");
    expect(document.querySelectorAll("li button[tabindex='0']")).toHaveLength(1);
  });

  it("goes up and down between rows and sideways within one, not beyond its ends", async () => {
    const { user } = open();
    await user.tab();
    await user.keyboard("{ArrowDown}{ArrowRight}");
    expect(focused()).toBe("b under");
    await user.keyboard("{ArrowDown}{ArrowDown}{ArrowRight}");
    expect(focused()).toBe("c under");
    await user.keyboard("{Home}");
    expect(focused()).toBe("a open");
    await user.keyboard("{ArrowUp}{ArrowLeft}");
    expect(focused()).toBe("a open");
    await user.keyboard("{End}");
    expect(focused()).toBe("c open");
  });

  it("is entered at the current row, and again where it was left", async () => {
    const { user } = open("b");
    await user.tab();
    expect(focused()).toBe("b open");
    await user.keyboard("{ArrowDown}");
    screen.getByText("before").focus();
    await user.tab();
    expect(focused()).toBe("c open");
  });

  it("keeps a stop when its rows change", async () => {
    const { user, rerender } = open();
    await user.tab();
    await user.keyboard("{End}");
    rerender(<List rows={["a", "b"]} />);
    screen.getByText("before").focus();
    await user.tab();
    expect(focused()).toBe("a open");
  });

  it("leaves a form in a row to itself", async () => {
    const { user } = open(undefined, true);
    const field = screen.getByLabelText<HTMLInputElement>("b text");
    await user.type(field, "xy{ArrowLeft}z");
    expect(field.value).toBe("xzy");
    expect(field.tabIndex).toBe(0);
  });
});
