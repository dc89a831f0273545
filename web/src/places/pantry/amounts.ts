import type { StockKind } from "../../api/client";
import { number, type Units } from "../../words/format";

/** Grams in the house's unit, or a count of pieces. */
export const amount = (kind: StockKind, value: number, units: Units): string =>
  kind === "container" ? number(value, 0) : units.roundWeight(value);

/** "Feb 2027". */
export const month = (date: string): string => `${months[Number(date.slice(5, 7)) - 1]} ${date.slice(0, 4)}`;

const months = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];

export const groupWords = {
  waxes: "Waxes",
  butters: "Butters",
  oils: "Oils",
  powders: "Powders",
  salts: "Salts",
  scents: "Scents",
  colours: "Colours",
  others: "Others",
  containers: "Containers",
} as const;
