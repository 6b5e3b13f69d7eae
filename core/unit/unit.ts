/**
 * Units of the International System and those that people use beside it, by quantity; the first one of each is its SI
 * base unit.
 */
export const quantities = {
  length: { m: 1, cm: 0.01, mm: 0.001, km: 1000, in: 0.0254, ft: 0.3048 },
  mass: { kg: 1, g: 0.001, lb: 0.45359237, oz: 0.028349523125 },
  temperature: { K: 1, '°C': 1, '°F': 5 / 9 },
  volume: { 'm³': 1, l: 0.001, ml: 0.000001, 'fl oz': 0.0000295735295625, gal: 0.003785411784 },
} as const;
export type Quantity = keyof typeof quantities;
export const quantityNames = Object.keys(quantities) as Quantity[];

/** What zero of a unit is in its base unit, for those that do not begin together. */
const zeros: Record<string, number> = { '°C': 273.15, '°F': 459.67 * (5 / 9) };

export const unitsOf = (quantity: Quantity): string[] => Object.keys(quantities[quantity]);
const factorOf = (quantity: Quantity, unit: string): number =>
  (quantities[quantity] as Record<string, number>)[unit] ?? 1;

/** How a unit is called inside an expression, where it is a function: `cm(90)`. */
export const unitFunctions: Record<string, { quantity: Quantity; unit: string }> = Object.fromEntries(
  quantityNames.flatMap((quantity) =>
    unitsOf(quantity).map((unit) => [
      { '°C': 'celsius', '°F': 'fahrenheit', K: 'kelvin', 'm³': 'm3', 'fl oz': 'fl_oz' }[unit] ?? unit,
      { quantity, unit },
    ]),
  ),
);

/** An amount in `unit`, in the SI base unit of its quantity. */
export function toBase(value: number, quantity: Quantity, unit: string): number {
  return trimmed(value * factorOf(quantity, unit) + (zeros[unit] ?? 0));
}

/** An amount in the SI base unit, in `unit`. */
export function fromBase(value: number, quantity: Quantity, unit: string): number {
  return trimmed((value - (zeros[unit] ?? 0)) / factorOf(quantity, unit));
}

/** A number as SQL takes for a REAL: whole ones would divide as whole numbers. */
const real = (value: number): string => (Number.isInteger(value) ? `${value}.0` : String(value));

/** SQL that does the same. */
export const toBaseSql = (sql: string, quantity: Quantity, unit: string): string =>
  `(${sql} * ${real(factorOf(quantity, unit))} + ${real(zeros[unit] ?? 0)})`;
export const fromBaseSql = (sql: string, quantity: Quantity, unit: string): string =>
  `round((${sql} - ${real(zeros[unit] ?? 0)}) / ${real(factorOf(quantity, unit))}, 9)`;

/** Without the last digits of binary fractions: 0.905 m is 90.5 cm and not 90.49999999999999. */
function trimmed(value: number): number {
  return Number(value.toPrecision(13));
}

const metricOf: Record<string, string> = { in: 'cm', ft: 'm', lb: 'kg', oz: 'g', '°F': '°C', 'fl oz': 'ml', gal: 'l' };
const imperialOf: Record<string, string> = {
  cm: 'in',
  mm: 'in',
  m: 'ft',
  kg: 'lb',
  g: 'oz',
  '°C': '°F',
  ml: 'fl oz',
  l: 'gal',
};

/** The unit of the other system that stands for `unit`, or `unit` where it is of the system already. */
export function unitIn(unit: string, system: 'planned' | 'metric' | 'imperial'): string {
  if (system === 'planned') return unit;
  return (system === 'metric' ? metricOf : imperialOf)[unit] ?? unit;
}
