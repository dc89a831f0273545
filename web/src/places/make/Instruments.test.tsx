import { act, render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { Route, Routes } from "react-router";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { CoolingWatch, DeviceState } from "../../api/client";
import { devices } from "../../shell/devices";
import { Units } from "../../words/format";
import { batchInHand, step } from "../../test/making";
import { house, inBrowser, Refusal, show, wire } from "../../test/workshop";
import { MakeBatch } from "./MakeBatch";
import { ProbeLine } from "./ProbeLine";

inBrowser();

const state = (change: Partial<DeviceState> = {}): DeviceState => ({
  kind: "scale",
  standing: "settled",
  name: "Quay scale",
  value: 0,
  decimals: 1,
  capacityG: 3000,
  pretend: false,
  counts: { lost: 0, garbled: 0 },
  says: "",
  tareG: null,
  taredFor: null,
  ...change,
});
const says = (change: Partial<DeviceState> = {}) => act(() => devices.take(state(change)));

const steps = [
  step("s1", "weigh", "Beeswax", { targetG: 84, toleranceG: 0.8 }),
  step("s2", "weigh", "Lanolin", { targetG: 48, toleranceG: 0.5 }),
  step("s3", "finish", "Fill and count"),
];

function served() {
  const now = batchInHand(steps);
  return {
    "GET /api/batches/9": () => structuredClone(now),
    "POST /api/batches/9/commands": ({ command }: { command: { step: string; weighedG: number | null } }) => {
      now.batch.done.push({ ...command, doneAt: "2026-06-11T08:05:00Z", temperatureC: null, note: null });
      now.atIndex = Math.min(2, steps.findIndex((one) => one.id === command.step) + 1);
      return structuredClone(now);
    },
    "POST /api/devices/scale/tare": () => state(),
    "POST /api/devices/scale/pour": () => state(),
  };
}

const open = (routes: Record<string, unknown> = served()) =>
  show(
    <Routes>
      <Route path="/make/:batch" element={<MakeBatch />} />
    </Routes>,
    routes,
    "/make/9",
  );
const tares = () => wire.sent.filter((one) => one.call === "POST /api/devices/scale/tare").length;
const recorded = () =>
  wire
    .bodies("POST /api/batches/9/commands")
    .map((body) => (body as { command: { step: string; weighedG: number } }).command)
    .map(({ step, weighedG }) => ({ step, weighedG }));
const weight = (of = "Beeswax") => screen.getByLabelText<HTMLInputElement>(new RegExp(`^Weight of ${of}`));
const next = () => screen.getByRole("button", { name: /^Next/ });

describe("the scale at a weighing", () => {
  let clock = 0;
  beforeEach(() => {
    localStorage.clear();
    act(() => devices.forget());
    vi.spyOn(performance, "now").mockImplementation(() => (clock += 1000));
  });
  afterEach(() => {
    vi.restoreAllMocks();
    act(() => devices.forget());
  });

  it("is tared once for each step, shown as it says, and kept when it has settled", async () => {
    const { user } = await open();
    await screen.findByText("Weigh 1 of 2");
    says({ value: 512.3 });
    await waitFor(() => expect(tares()).toBe(1));
    says({
      value: 40.2,
      standing: "moving",
      says: "The scale still moves: wait until it settles, or type the weight.",
    });
    expect(weight().value).toBe("40.2");
    expect(screen.getByText(/Quay scale, tared/)).toBeTruthy();
    await user.click(next());
    expect(await screen.findByText(/still moves: wait until it settles/)).toBeTruthy();
    expect(recorded()).toEqual([]);
    says({ value: 84.1 });
    await user.click(next());
    await screen.findByText("Weigh 2 of 2");
    expect(recorded()).toEqual([{ step: "s1", weighedG: 84.1 }]);
    await waitFor(() => expect(tares()).toBe(2));
    says({ value: 12 });
    expect(weight("Lanolin").value).toBe("12.0");
    await user.keyboard("t");
    await waitFor(() => expect(tares()).toBe(3));
    // A reload does not tare away what is in the pot.
    expect(localStorage.getItem("amber.tared")).toBe("9/s2");
  });

  it("is not tared once more where another page has done it for the step", async () => {
    await open();
    await screen.findByText("Weigh 1 of 2");
    says({ value: 31.5, taredFor: "9/s1" });
    expect(weight().value).toBe("31.5");
    expect(tares()).toBe(0);
  });

  it("is let go by typing and taken again, and what it cannot tell is said", async () => {
    const { user } = await open();
    await screen.findByText("Weigh 1 of 2");
    says();
    await waitFor(() => expect(tares()).toBe(1));
    says({ value: 83.9 });
    await user.click(weight());
    await user.keyboard("79");
    expect(weight().value).toBe("79");
    says({ value: 10 });
    expect(weight().value).toBe("79");
    await user.click(screen.getByRole("button", { name: "Use the scale" }));
    expect(weight().value).toBe("10.0");
    says({ standing: "troubled", value: null, says: "The scale is unplugged. Type the weight, or plug it in." });
    expect(screen.getByText(/The scale is unplugged/)).toBeTruthy();
    expect(weight().value).toBe("");
    await user.click(screen.getByRole("button", { name: "Type it" }));
    await user.keyboard("84{Enter}");
    await waitFor(() => expect(recorded()).toEqual([{ step: "s1", weighedG: 84 }]));
  });

  it("lets a stand-in pour what the step asks for, and says why it cannot be tared", async () => {
    const { user } = await open({
      ...served(),
      "POST /api/devices/scale/tare": () =>
        new Refusal("There is nobody at the device who could do that.", "device", "Type it.", 409),
    });
    await screen.findByText("Weigh 1 of 2");
    says({ pretend: true });
    expect(await screen.findByText(/There is nobody at the device/)).toBeTruthy();
    expect(weight().value).toBe("");
    await user.click(screen.getByRole("button", { name: "Let its hand pour" }));
    await waitFor(() => expect(wire.bodies("POST /api/devices/scale/pour")).toEqual([{ toG: 84 }]));
  });
});

describe("the thermometer at a step that cools", () => {
  const start = "2026-06-11T08:00:00Z";
  const at = (minutes: number) => Date.parse(start) + minutes * 60_000;
  const cools = (readings: { id: string; min: number; c: number }[]) =>
    ({ startedAt: start, readings }) as unknown as CoolingWatch;

  it("reads by itself once it is in the pot: not at once, then every three minutes", async () => {
    localStorage.clear();
    const read = vi.fn(() => Promise.resolve(true));
    const line = (minutes: number, readings: { id: string; min: number; c: number }[] = []) => (
      <ProbeLine
        batch={9}
        step="s5"
        watch={cools(readings)}
        now={at(minutes)}
        units={new Units(house.house.workshop)}
        onRead={read}
      />
    );
    wire.reset({ "POST /api/devices/probe/follow": () => state() });
    const user = userEvent.setup();
    const { rerender } = render(line(1));
    says({ kind: "probe", name: "Quay probe", value: 21.4, pretend: true });
    expect(await screen.findByText(/^21\.5/)).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Dip it in" }));
    await screen.findByText(/read every 3 min/);
    expect(wire.bodies("POST /api/devices/probe/follow")).toEqual([{ batch: 9 }]);
    expect(read).not.toHaveBeenCalled();
    says({ kind: "probe", value: 61.2, pretend: true });
    rerender(line(1.5));
    await waitFor(() => expect(read).toHaveBeenCalledTimes(1));
    // The batch has not come back with it yet: it is not read once more.
    says({ kind: "probe", value: 61, pretend: true });
    rerender(line(1.6));
    expect(read).toHaveBeenCalledTimes(1);
    expect(read.mock.calls[0]).toEqual([expect.objectContaining({ temperatureC: 61.2 })]);
    rerender(line(3, [{ id: "a", min: 1.5, c: 61.2 }]));
    rerender(line(4.6, [{ id: "a", min: 1.5, c: 61.2 }]));
    await waitFor(() => expect(read).toHaveBeenCalledTimes(2));
    await user.click(screen.getByRole("button", { name: "Take it out" }));
    rerender(line(9, [{ id: "a", min: 1.5, c: 61.2 }]));
    expect(read).toHaveBeenCalledTimes(2);
  });
});
