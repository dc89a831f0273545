import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, configure, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { ConfigProvider } from "antd";
import type { ReactNode } from "react";
import { MemoryRouter, useLocation } from "react-router";
import { afterEach, beforeEach, vi } from "vitest";
import type { Assessment, Finding, House, Material, Trial } from "../api/client";
import { forget, learn } from "../api/materials";
import { HouseProvider } from "../shell/HouseContext";

import { wire } from "./wire";

export { Refusal, wire } from "./wire";

configure({ asyncUtilTimeout: 15_000 });

export const house: House = {
  house: {
    workshop: {
      workroomC: 20,
      humidityPercent: 55,
      temperature: "celsius",
      weight: "grams",
      currency: "£",
      scale: { resolutionG: 0.1, repeatabilityG: null, capacityG: null },
      schools: { keeping: "diluted", water: "always", market: "general" },
      containers: [{ id: "tin-60", name: "Tin, 60 ml", unit: "tin", millilitres: 60, price: 0.34, isPlastic: false }],
      kit: [],
      rooms: [],
      procedures: {},
      landmarks: [
        { id: "room", name: "workroom", temperatureC: 20, kind: "workroom", hours: null },
        { id: "van", name: "summer van", temperatureC: 46, kind: "storage", hours: 3 },
      ],
    },
    preferences: { theme: "day", textPercent: 100, singleKeys: true },
    devices: { scale: null, probe: null, weather: null },
  },
  revision: 3,
  isMadeUp: false,
  clockSpeed: 1,
  usualC: null,
  usualHumidityPercent: null,
  dataFile: "~/pantry/workshop.db",
  version: "1.0.0",
  told: [],
} as unknown as House;

export const material = (id: string, name: string, change: Partial<Material> = {}): Material =>
  ({
    id,
    name,
    basedOn: id,
    basedOnName: name,
    inci: `${name} INCI`,
    role: "oil",
    colour: "#EEDDAA",
    densityGMl: 0.92,
    useMinPercent: 0,
    useMaxPercent: 100,
    firstPercent: 5,
    heatCeilingC: null,
    pricePerKg: null,
    alsoCalled: [],
    myNames: [],
    tags: [],
    lookAlikes: [],
    isOwn: false,
    source: "the maker's notes",
    ...change,
  }) as unknown as Material;

export const materials = [
  material("beeswax", "Beeswax, yellow", { role: "wax", pricePerKg: 12, useMaxPercent: 40 }),
  material("shea", "Shea butter", { pricePerKg: 8, heatCeilingC: 80, alsoCalled: ["karite"], tags: ["nut"] }),
  material("sunflower", "Sunflower oil"),
  material("tocopherol", "Mixed tocopherols", { role: "antioxidant", useMaxPercent: 1, firstPercent: 0.5 }),
];

export const trial = (change: Partial<Trial> = {}): Trial =>
  ({
    id: 7,
    formulaId: 2,
    formulaName: "Slipway Hand Balm",
    number: 2,
    intent: "stands the van",
    notes: "",
    archivedAt: null,
    formulaArchivedAt: null,
    revision: 5,
    changedAt: "2026-06-11T08:00:00Z",
    madeAt: null,
    lots: [],
    setAside: [],
    tags: [],
    splits: [],
    trials: [
      {
        id: 4,
        number: 1,
        intent: "first idea",
        madeAt: "2026-05-02T09:00:00Z",
        changedAt: "2026-05-01T09:00:00Z",
        standsFor: [],
      },
      { id: 7, number: 2, intent: "stands the van", madeAt: null, changedAt: "2026-06-11T08:00:00Z", standsFor: [] },
    ],
    content: {
      family: "balm",
      lines: [
        { id: "L1", material: "beeswax", percent: 14, phase: "melt", kept: false },
        { id: "L2", material: "shea", percent: 30, phase: "melt", kept: false },
        { id: "L3", material: "sunflower", percent: 56, phase: "melt", kept: false },
      ],
      batch: { grams: 600, units: 12, container: "tin-60", fillG: 50, lossPercent: 0 },
      pourC: null,
      makeweight: null,
      wornOn: null,
      forWhom: null,
      mustStand: null,
    },
    ...change,
  }) as unknown as Trial;

export const finding = (id: string, severity: Finding["severity"], change: Partial<Finding> = {}): Finding =>
  ({
    id,
    severity,
    sentence: `Sentence of **${id}**.`,
    advice: "",
    because: `Because of ${id}.`,
    numbers: [],
    remedies: [],
    schools: [],
    rests: false,
    ...change,
  }) as unknown as Finding;

export const assessment = (change: Partial<Assessment> = {}): Assessment =>
  ({
    headline: "Firm at 20 °C, keeps its shape to 48 °C.",
    use: {
      wornOn: "hands",
      forWhom: "anyone",
      mustStand: ["van"],
      gone: [],
      overrunPercent: null,
      says: "for hands",
    },
    checks: [],
    lamp: { state: "waterless", says: "waterless", reasons: ["Nothing in it brings water."] },
    reading: null,
    findings: [],
    makeweightLine: "L3",
    totalPercent: 100,
    cost: {
      batchCost: 5.21,
      unitCost: 0.77,
      unpriced: [],
      lines: [
        { line: "L1", cost: 1.008 },
        { line: "L2", cost: 1.44 },
      ],
      beside: { containers: 4.08, labels: 0, time: 0 },
      counts: "Time and labels are not counted.",
    },
    weighing: {
      smallestFineBatchG: 40,
      totalG: 600,
      lines: [
        { line: "L1", exactG: 84, grams: 84, offG: 0, errorPercent: 0, verdict: "fine" },
        { line: "L2", exactG: 180, grams: 180, offG: 0, errorPercent: 0, verdict: "fine" },
        { line: "L3", exactG: 336, grams: 336, offG: 0, errorPercent: 0, verdict: "fine" },
      ],
    },
    parts: {
      melt: {
        sentence: "Holds its shape to 48 °C.",
        slumpC: 48,
        clearC: 58,
        pourFromC: 60,
        pourToC: 66,
        doubtC: 3,
        curve: { firstC: -5, stepC: 0.5, firmnessKPa: [] },
        states: [
          { state: "firm", fromC: -5, toC: 48 },
          { state: "liquid", fromC: 58, toC: 95 },
        ],
        landmarks: [
          {
            id: "van",
            name: "summer van",
            kind: "storage",
            temperatureC: 46,
            says: "holds its shape",
            verdict: "soft: holds, slumps at 48 °C",
            must: true,
            hours: 3,
            firmnessKPa: 2.4,
          },
          {
            id: "porch",
            name: "winter porch",
            kind: "storage",
            temperatureC: 4,
            says: "hard",
            verdict: "hard: holds, slumps at 48 °C",
            must: false,
            hours: null,
            firmnessKPa: 200,
          },
        ],
      },
    },
    ...change,
  }) as unknown as Assessment;

const base = () => ({
  "GET /api/house": house,
  "GET /api/materials/named": (_: unknown, address: URL) =>
    materials.filter((one) => address.searchParams.getAll("id").includes(one.id)),
  "GET /api/families": [
    { family: "balm", name: "balm", title: "Balm", about: "in a tin", lenses: ["melt", "feel"] },
    { family: "stick", name: "stick", title: "Stick", about: "pushed up", lenses: ["melt", "feel"] },
  ],
});

/** Where the page has gone. */
function Where() {
  const { pathname, search } = useLocation();
  return <output data-testid="where">{pathname + search}</output>;
}

export const where = () => screen.getByTestId("where").textContent;

/** No looks: in a made-up document they cost a third of the time and change nothing. */
const still = { zeroRuntime: true, token: { motion: false } };

/** Shows something inside a workshop whose server answers the given calls. */
export async function show(node: ReactNode, routes: Record<string, unknown> = {}, at = "/") {
  wire.reset({ ...base(), ...routes });
  forget();
  learn(materials);
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const shown = render(
    <QueryClientProvider client={queries}>
      <MemoryRouter initialEntries={[at]}>
        <ConfigProvider theme={still}>
          <HouseProvider>
            {node}
            <Where />
          </HouseProvider>
        </ConfigProvider>
      </MemoryRouter>
    </QueryClientProvider>,
  );
  await screen.findByTestId("where");
  return { ...shown, queries, user: userEvent.setup() };
}

/** Types over what stands in a field. */
export async function retype(user: ReturnType<typeof userEvent.setup>, field: HTMLElement, text: string) {
  await user.clear(field);
  if (text) await user.type(field, text);
}

/** What a browser has and jsdom lacks; called at the top of a test file. */
export function inBrowser() {
  beforeEach(() => {
    localStorage.clear();
    const watch = class {
      observe() {}
      unobserve() {}
      disconnect() {}
    };
    vi.stubGlobal("ResizeObserver", watch);
    vi.stubGlobal("IntersectionObserver", watch);
    vi.stubGlobal("matchMedia", (query: string) => ({
      matches: false,
      media: query,
      addEventListener() {},
      removeEventListener() {},
      addListener() {},
      removeListener() {},
    }));
    Element.prototype.scrollIntoView = () => undefined;
  });
  afterEach(() => {
    cleanup();
    document.body.innerHTML = "";
  });
}
