import { isTwoWays, quoted, readNumber, type Units } from "../words/format";

/** What a field asks for. Kept in °C, in grams and by the kilogram, whatever the house shows. */
export type Measure = "temperature" | "degrees" | "mass" | "price" | "number";

/** A number in a field: what was typed, in which unit, and what it is exactly. */
export type Quantity = { measure: Measure; text: string; exact: number | null; unit: string };

/** A field that holds a number already, or nothing yet. */
export function quantity(measure: Measure, exact: number | null | undefined, units: Units): Quantity {
  const value = exact ?? null;
  return {
    measure,
    exact: value,
    unit: unitOf(measure, units),
    text: value === null ? "" : show(measure, value, units),
  };
}

/** The field after a letter more or less. */
export function typed(of: Quantity, text: string, units: Units): Quantity {
  return {
    ...of,
    text,
    exact: text.trim() === "" ? null : read(of.measure, text, units),
    unit: unitOf(of.measure, units),
  };
}

/** The same quantity in the units the house shows now; what is no number stays as it was typed. */
export function shownIn(of: Quantity, units: Units): Quantity {
  return of.exact === null || of.unit === unitOf(of.measure, units) ? of : quantity(of.measure, of.exact, units);
}

export const isBlank = (of: Quantity): boolean => of.text.trim() === "";

/** The field of something that may be left open: nothing typed, or a number. */
export const isTaken = (of: Quantity): boolean => of.exact !== null || isBlank(of);

/** Why it cannot be taken, with a number that could; nothing where it can. */
export function complaint(of: Quantity, such: number, units: Units): string {
  const { kind } = ways[of.measure];
  const one = show(of.measure, such, units);
  if (of.exact !== null) return "";
  if (isBlank(of)) return `Type a ${kind} such as ${one}.`;
  const said = quoted(of.text);
  return isTwoWays(of.text)
    ? `${said} can be read as ${of.text.trim().replace(",", "")} and as ${of.text.trim().replace(",", ".")}. Type it without the comma.`
    : `${said} is not a ${kind}. Type one such as ${one}.`;
}

type Way = {
  kind: string;
  unit: (units: Units) => string;
  show: (exact: number, units: Units) => string;
  read: (text: string, units: Units) => number | null;
};

const ways: Record<Measure, Way> = {
  temperature: {
    kind: "temperature",
    unit: (units) => units.degree,
    show: (exact, units) => units.bareTemperature(exact),
    read: (text, units) => units.readTemperature(text),
  },
  degrees: {
    kind: "number of degrees",
    unit: (units) => units.degree,
    show: (exact, units) => String(Math.round(exact * (units.fahrenheit ? 1.8 : 1) * 100) / 100),
    read: (text, units) => {
      const typed = readNumber(text);
      return typed === null ? null : units.fahrenheit ? typed / 1.8 : typed;
    },
  },
  mass: {
    kind: "weight",
    unit: (units) => units.mass,
    show: (exact, units) => units.plainWeight(exact),
    read: (text, units) => units.readWeight(text),
  },
  price: {
    kind: "price",
    unit: (units) => `a ${units.bulk}`,
    show: (exact, units) => units.plainPrice(exact),
    read: (text, units) => units.readPrice(text),
  },
  number: {
    kind: "number",
    unit: () => "",
    show: (exact) => String(Math.round(exact * 1e6) / 1e6),
    read: (text) => readNumber(text),
  },
};

export const unitOf = (measure: Measure, units: Units): string => ways[measure].unit(units);
const show = (measure: Measure, exact: number, units: Units): string => ways[measure].show(exact, units);
const read = (measure: Measure, text: string, units: Units): number | null => ways[measure].read(text, units);
