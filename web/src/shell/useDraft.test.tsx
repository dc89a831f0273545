import { act, cleanup, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { useDraft } from "./useDraft";

const draft = (saved = "as saved") =>
  renderHook(({ text }) => useDraft("notes.1", text), { initialProps: { text: saved } });

describe("what is typed and not saved", () => {
  beforeEach(() => localStorage.clear());
  afterEach(cleanup);

  it("is there again when the page comes back, and gone once it is saved", () => {
    const first = draft();
    expect([first.result.current.now, first.result.current.unsaved]).toEqual(["as saved", false]);
    act(() => first.result.current.set("half a thought"));
    first.unmount();
    const second = draft();
    expect([second.result.current.now, second.result.current.unsaved]).toEqual(["half a thought", true]);
    second.rerender({ text: "half a thought" });
    expect(second.result.current.unsaved).toBe(false);
    second.unmount();
    expect(draft("changed elsewhere").result.current.now).toBe("changed elsewhere");
  });

  it("goes back to what is saved, and forgets a draft that cannot be read", () => {
    localStorage.setItem("amber.draft.notes.1", "{broken");
    const one = draft();
    expect(one.result.current.now).toBe("as saved");
    act(() => one.result.current.set("x"));
    act(() => one.result.current.drop());
    expect([one.result.current.now, localStorage.getItem("amber.draft.notes.1")]).toEqual(["as saved", null]);
  });
});
