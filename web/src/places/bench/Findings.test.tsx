import { screen, waitFor, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { Remedy } from "../../api/client";
import { assessment, finding, inBrowser, show } from "../../test/workshop";
import { countFindings, Findings } from "./Findings";

inBrowser();

const remedy = (id: string, effect: string): Remedy =>
  ({ id, label: `Do ${id}`, edits: [{ kind: "set_share", line: "L1", share: "17" }], effect }) as unknown as Remedy;
const stands = finding("holds-shape", "fix", {
  advice: "Keep the van in the shade.",
  remedies: [remedy("more-wax", "It stands 50 °C."), remedy("less-oil", "It stands 49 °C.")],
});
const grain = finding("grain", "watch", {
  schools: [{ id: "q1", question: "Chill it?", one: "fast.", other: "slowly.", settled: "fast." }] as never,
});
const acts = () => ({
  onShow: vi.fn(),
  onHide: vi.fn(),
  onApply: vi.fn(),
  onSetAside: vi.fn(async () => undefined),
  onTakeBack: vi.fn(),
  onOpen: vi.fn(),
});

describe("findings", () => {
  it("count each severity in its order and leave out what is not there", () => {
    expect(countFindings([grain, stands, finding("x", "watch"), finding("y", "stop")])).toBe(
      "1 stop · 1 fix · 2 watch",
    );
    expect(countFindings([])).toBe("");
  });

  it("say so when there is nothing to mend", async () => {
    await show(<Findings assessment={assessment()} setAside={[]} {...acts()} />);
    expect(screen.getByText("Nothing to mend in this trial.")).toBeTruthy();
  });

  it("begin with what the product is, and end with the checks that no model makes", async () => {
    const checks = [
      { id: "pack", do: "Stand one upside down", sees: "no leak", why: "Lids swell", source: "practice" },
    ];
    await show(<Findings assessment={assessment({ headline: "Firm at 20 °C.", checks })} setAside={[]} {...acts()} />);
    expect(screen.getByText("Firm at 20 °C.")).toBeTruthy();
    expect(screen.getByText("1 check to make on the first ones")).toBeTruthy();
    expect(screen.getByText(/Stand one upside down/).textContent).toBe("Stand one upside down: no leak. Lids swell.");
  });

  it("show a remedy under the pointer and under the focus, hide it after, and apply it on a click", async () => {
    const all = acts();
    const { user } = await show(<Findings assessment={assessment({ findings: [stands] })} setAside={[]} {...all} />);
    const more = screen.getByRole("button", { name: "Do more-wax" });
    await user.hover(more);
    expect(all.onShow).toHaveBeenLastCalledWith(stands.remedies[0], "pointer");
    expect(screen.getByText("It stands 50 °C.")).toBeTruthy();
    await user.unhover(more);
    expect(all.onHide).toHaveBeenCalled();
    expect(screen.queryByText("It stands 50 °C.")).toBeNull();
    more.focus();
    await user.keyboard("{ArrowRight}");
    expect(all.onShow).toHaveBeenLastCalledWith(stands.remedies[1], "keys");
    expect(await screen.findByText("It stands 49 °C.")).toBeTruthy();
    await user.keyboard("{Enter}");
    expect(all.onApply).toHaveBeenCalledWith(stands.remedies[1], stands);
  });

  it("tell why, with both schools, only when asked", async () => {
    const { user } = await show(<Findings assessment={assessment({ findings: [grain] })} setAside={[]} {...acts()} />);
    const why = screen.getByRole("button", { name: /^Why\?/ });
    expect(why.getAttribute("aria-expanded")).toBe("false");
    expect(screen.queryByText("Because of grain.")).toBeNull();
    await user.click(why);
    expect(why.getAttribute("aria-expanded")).toBe("true");
    expect(screen.getByText("Because of grain.")).toBeTruthy();
    expect(screen.getByText(/Some say: fast\. Others: slowly\. Here: fast\./)).toBeTruthy();
  });

  it("are set aside with a reason and not without one", async () => {
    const all = acts();
    const { user } = await show(<Findings assessment={assessment({ findings: [grain] })} setAside={[]} {...all} />);
    await user.click(screen.getByRole("button", { name: /^Why\?/ }));
    await user.click(screen.getByRole("button", { name: "Set it aside" }));
    const put = screen.getByRole<HTMLButtonElement>("button", { name: "Set aside" });
    expect(put.disabled).toBe(true);
    await user.type(screen.getByLabelText("Reason for setting it aside"), "we chill it");
    expect(put.disabled).toBe(false);
    await user.click(put);
    expect(all.onSetAside).toHaveBeenCalledWith(grain, "we chill it");
    await waitFor(() => expect(screen.queryByLabelText("Reason for setting it aside")).toBeNull());
  });

  it("rest with their reason below the others and can be taken back", async () => {
    const all = acts();
    const rests = { ...grain, rests: true };
    const { user } = await show(
      <Findings
        assessment={assessment({ findings: [stands, rests] })}
        setAside={[{ finding: "grain", reason: "we chill it", value: 8, at: "2026-06-01T00:00:00Z" }] as never}
        {...all}
      />,
    );
    expect(screen.getByText("1 fix")).toBeTruthy();
    const resting = screen.getByText("1 set aside").closest("details") as HTMLElement;
    expect(within(resting).getByText("“we chill it”")).toBeTruthy();
    await user.click(within(resting).getByRole("button", { name: "Take it back", hidden: true }));
    expect(all.onTakeBack).toHaveBeenCalledWith("grain");
  });
});
