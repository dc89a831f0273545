import type { HouseSettings } from "../api/client";

/** Narrow no-break space: stands before every unit. */
export const narrow = "\u202f";

const gramsPerOunce = 28.349523125;
const kilogramsPerPound = 0.45359237;

/** A number with a true minus and never "−0.0". */
export function number(value: number, digits: number): string {
  const text = Math.abs(value).toFixed(digits);
  const grouped = text.replace(/\B(?<!\.\d*)(?=(\d{3})+(?!\d))/g, ",");
  return value < 0 && Number(text) !== 0 ? `−${grouped}` : grouped;
}

/** A share: one decimal, two below 1. */
export function percent(value: number): string {
  return number(value, value > 0 && value < 1 ? 2 : Math.abs(value * 10 - Math.round(value * 10)) > 1e-6 ? 2 : 1);
}

/** Writes numbers in the units of the house. */
export class Units {
  constructor(private readonly workshop: HouseSettings["workshop"]) {}

  get fahrenheit(): boolean {
    return this.workshop.temperature === "fahrenheit";
  }

  get degree(): string {
    return this.fahrenheit ? "°F" : "°C";
  }

  get mass(): string {
    return this.workshop.weight === "ounces" ? "oz" : "g";
  }

  /** What one of the house's weights is in grams. */
  get massG(): number {
    return this.workshop.weight === "ounces" ? gramsPerOunce : 1;
  }

  /** What materials are bought by. */
  get bulk(): string {
    return this.workshop.weight === "ounces" ? "lb" : "kg";
  }

  /** Half degrees Celsius or whole degrees Fahrenheit, without a unit. */
  bareTemperature(celsius: number): string {
    if (this.fahrenheit) return number(Math.round((celsius * 9) / 5 + 32), 0);
    const half = Math.round(celsius * 2) / 2;
    return number(half, Number.isInteger(half) ? 0 : 1);
  }

  temperature(celsius: number): string {
    return `${this.bareTemperature(celsius)}${narrow}${this.degree}`;
  }

  /** How fast a temperature changes, to a tenth of a degree. */
  rate(celsius: number): string {
    return `${number(this.degree === "°F" ? (celsius * 9) / 5 : celsius, 1)}${narrow}${this.degree}`;
  }

  /** A difference of temperatures, to half a degree. */
  degrees(celsius: number): string {
    const told = Math.round((this.fahrenheit ? (celsius * 9) / 5 : celsius) * 2) / 2;
    return `${number(told, Number.isInteger(told) ? 0 : 1)}${narrow}${this.degree}`;
  }

  /** What a typed temperature is in °C; null for anything but a number. */
  readTemperature(text: string): number | null {
    const typed = readNumber(text);
    if (typed === null) return null;
    return this.fahrenheit ? ((typed - 32) * 5) / 9 : typed;
  }

  /** Grams or ounces at the scale's step, without a unit. */
  bareWeight(grams: number): string {
    const ounces = this.workshop.weight === "ounces";
    return number(ounces ? grams / gramsPerOunce : grams, this.decimals + (ounces ? 2 : 0));
  }

  /** A weight as it would be typed: no grouping, no zeros at the end. */
  plainWeight(grams: number): string {
    if (this.workshop.weight !== "ounces") return String(Number(grams.toFixed(2)));
    const ounces = grams / gramsPerOunce;
    return String(Number(ounces < 0.1 ? ounces.toPrecision(3) : ounces.toFixed(this.decimals + 2)));
  }

  /** Digits of a gram that the scale shows. */
  private get decimals(): number {
    const step = this.workshop.scale.resolutionG;
    return step >= 1 ? 0 : step >= 0.1 ? 1 : 2;
  }

  weight(grams: number): string {
    return `${this.bareWeight(grams)}${narrow}${this.mass}`;
  }

  /** A batch: no more digits than it needs. */
  roundWeight(grams: number): string {
    if (this.workshop.weight === "ounces") return `${number(grams / gramsPerOunce, 2)}${narrow}oz`;
    if (grams >= 10_000) return `${number(grams / 1000, 2).replace(/\.?0+$/, "")}${narrow}kg`;
    return `${number(grams, Number.isInteger(grams) ? 0 : 1)}${narrow}g`;
  }

  /** What a typed weight is in grams. */
  readWeight(text: string): number | null {
    const typed = readNumber(text);
    if (typed === null) return null;
    return this.workshop.weight === "ounces" ? typed * gramsPerOunce : typed;
  }

  /** A price of a kilogram by what materials are bought by, as it would be typed. */
  plainPrice(perKg: number): string {
    return String(Number((this.workshop.weight === "ounces" ? perKg * kilogramsPerPound : perKg).toFixed(4)));
  }

  /** What a typed price is by the kilogram. */
  readPrice(text: string): number | null {
    const typed = readNumber(text);
    return typed === null ? null : this.workshop.weight === "ounces" ? typed / kilogramsPerPound : typed;
  }

  /** A price of a kilogram: "£8.00 a kg", "£3.63 a lb". */
  price(perKg: number): string {
    const bought = this.workshop.weight === "ounces" ? perKg * kilogramsPerPound : perKg;
    return `${this.money(bought)} a ${this.bulk}`;
  }

  money(amount: number): string {
    return `${this.workshop.currency}${number(amount, Math.abs(amount) < 0.1 ? 3 : 2)}`;
  }
}

/** Whether a comma may part the thousands or the decimals: 1,080 is not guessed at. */
export const isTwoWays = (text: string): boolean => /^\s*-?[1-9]\d{0,2},\d{3}\s*$/.test(text);

/** Reads "12,5" and "12.5" alike; null for anything but a number, and for one that can be read two ways. */
export function readNumber(text: string): number | null {
  if (isTwoWays(text)) return null;
  const plain = text.trim().replace("−", "-").replace(",", ".");
  return /^-?(\d+\.?\d*|\.\d+)$/.test(plain) && plain.length < 16 ? Number(plain) : null;
}

/** Whether a text is a day as it is typed: year, month and day. */
export const isDate = (text: string): boolean => /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(Date.parse(text));

export function time(iso: string): string {
  return new Date(iso).toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" });
}

export function day(iso: string): string {
  return new Date(iso).toLocaleDateString("en-GB", { day: "numeric", month: "short", year: "numeric" });
}

export function weekday(iso: string): string {
  return new Date(iso).toLocaleDateString("en-GB", { weekday: "long", day: "numeric", month: "long" });
}

/** "35 min", "3 h 10", "2 days". */
export function span(milliseconds: number): string {
  const minutes = Math.max(0, Math.round(milliseconds / 60_000));
  if (minutes < 60) return `${minutes}${narrow}min`;
  if (minutes < 48 * 60)
    return `${Math.floor(minutes / 60)}${narrow}h${minutes % 60 ? ` ${String(minutes % 60).padStart(2, "0")}` : ""}`;
  return `${Math.round(minutes / 1440)} days`;
}

/** One tin, two tins; one box, two boxes; one jelly, two jellies. */
export function plural(unit: string, count: number): string {
  if (count === 1) return unit;
  if (/(s|x|ch|sh)$/.test(unit)) return `${unit}es`;
  return /[^aeiou]y$/.test(unit) ? `${unit.slice(0, -1)}ies` : `${unit}s`;
}

/** What was typed, in quotes; no quotes round nothing. */
export const quoted = (text: string): string =>
  text.trim() === "" ? "An empty field" : `“${text.trim().slice(0, 40)}”`;

/** Why stock left the shelf, in a word. */
export const stockOutWords = { sold: "sold", given: "given away", used: "used", spoilt: "spoilt" } as const;

/** Where stock lies. */
export const placeWords = { shelf: "on the shelf", held_back: "held back", cool_box: "in the cool box" } as const;

/** At the head of a sentence. */
export const upper = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** A name inside a sentence: "vitamin E", "beeswax", and "MCT oil" or a place as it is. */
export const inside = (name: string): string =>
  /^\p{Lu}\p{Ll}/u.test(name) && !/^(Epsom|Dead|Irish|Japan|Japanese|Moroccan|Brazil|Brazilian|Scots|St) /.test(name)
    ? name.charAt(0).toLowerCase() + name.slice(1)
    : name;

/** A material's short name inside a sentence: what stands before the first comma. */
export const brief = (name: string): string => inside(name.split(",")[0] ?? name);

/** When a line joins the batch, in a word. */
export const phaseWords = {
  melt: "Melt",
  cool_down: "Cool-down",
  dry: "Dry",
  liquid: "Liquid",
  surface: "On top",
} as const;

/** How grave a finding is, as it is said. */
export const severities = { stop: "Stop", fix: "Fix", watch: "Watch", note: "Note" } as const;
