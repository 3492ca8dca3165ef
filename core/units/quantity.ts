import { MM_PER_INCH, readLength, tapeInches, type Read } from './length';

/** What a person has chosen to read; stored values are always metric. */
export type UnitSystem = 'metric' | 'inch';

export type Quantity =
  | 'length'
  | 'mass'
  | 'pressure'
  | 'speed'
  | 'distance'
  | 'angle'
  | 'rim'
  | 'turns'
  | 'torque'
  | 'area'
  | 'plain';

type Scale = { unit: string; perUnit: number; digits: number };

/** International definitions: 1 lb = 0.45359237 kg, 1 psi = 6.894757 kPa, 1 mile = 1.609344 km. */
const SCALES: Record<Quantity, Record<UnitSystem, Scale>> = {
  length: {
    metric: { unit: 'mm', perUnit: 1, digits: 1 },
    inch: { unit: 'in', perUnit: MM_PER_INCH, digits: 3 },
  },
  mass: {
    metric: { unit: 'kg', perUnit: 1, digits: 1 },
    inch: { unit: 'lb', perUnit: 0.45359237, digits: 1 },
  },
  pressure: {
    metric: { unit: 'kPa', perUnit: 1, digits: 0 },
    inch: { unit: 'psi', perUnit: 6.894757293168361, digits: 1 },
  },
  speed: {
    metric: { unit: 'km/h', perUnit: 1, digits: 1 },
    inch: { unit: 'mph', perUnit: 1.609344, digits: 1 },
  },
  distance: {
    metric: { unit: 'km', perUnit: 1, digits: 0 },
    inch: { unit: 'mi', perUnit: 1.609344, digits: 0 },
  },
  angle: {
    metric: { unit: '°', perUnit: 1, digits: 1 },
    inch: { unit: '°', perUnit: 1, digits: 1 },
  },
  rim: {
    metric: { unit: 'in', perUnit: 1, digits: 1 },
    inch: { unit: 'in', perUnit: 1, digits: 1 },
  },
  turns: {
    metric: { unit: 'per km', perUnit: 1, digits: 0 },
    inch: { unit: 'per mile', perUnit: 1 / 1.609344, digits: 0 },
  },
  /** International: 1 lbf·ft = 1.3558179483 N·m. */
  torque: {
    metric: { unit: 'N·m', perUnit: 1, digits: 0 },
    inch: { unit: 'lb·ft', perUnit: 1.3558179483314, digits: 0 },
  },
  area: {
    metric: { unit: 'm²', perUnit: 1, digits: 2 },
    inch: { unit: 'sq ft', perUnit: 0.09290304, digits: 1 },
  },
  plain: {
    metric: { unit: '', perUnit: 1, digits: 3 },
    inch: { unit: '', perUnit: 1, digits: 3 },
  },
};

export function unitOf(quantity: Quantity, system: UnitSystem): string {
  return SCALES[quantity][system].unit;
}

/** What a column or a field is called, with the unit that it is read in behind it. */
export function withUnit(words: string, quantity: Quantity, system: UnitSystem): string {
  const unit = unitOf(quantity, system);
  return unit ? `${words}, ${unit}` : words;
}

/** How much of the stored (metric) unit one of the shown unit is: 25.4 for lengths in inches. */
export function unitSize(quantity: Quantity, system: UnitSystem): number {
  return SCALES[quantity][system].perUnit;
}

function trimmed(value: number, digits: number): string {
  const text = value.toFixed(digits);
  const short = text.includes('.') ? text.replace(/\.?0+$/, '') : text;
  return short === '-0' ? '0' : short;
}

/** A stored (metric) value as text without its unit; lengths in inches read to the sixteenth. */
export function show(value: number, quantity: Quantity, system: UnitSystem): string {
  if (!Number.isFinite(value)) return '–';
  if (quantity === 'length' && system === 'inch') return tapeInches(value).replace(/ in$/, '');
  const scale = SCALES[quantity][system];
  return trimmed(value / scale.perUnit, scale.digits);
}

/** The same with its unit. */
export function showWithUnit(value: number, quantity: Quantity, system: UnitSystem): string {
  const unit = unitOf(quantity, system);
  if (unit === '') return show(value, quantity, system);
  return quantity === 'angle'
    ? `${show(value, quantity, system)}°`
    : `${show(value, quantity, system)} ${unit}`;
}

/** The same to a whole unit (or to `digits`) where it is metric, as it is said and not computed with; tapes in inches read to the sixteenth. */
export function showRounded(value: number, quantity: Quantity, system: UnitSystem, digits = 0): string {
  const step = 10 ** digits;
  return showWithUnit(system === 'metric' ? Math.round(value * step) / step : value, quantity, system);
}

const PLAIN = /^([+-]?(?:\d+(?:[.,]\d+)?|[.,]\d+))\s*(kg|lb|lbs|kpa|psi|bar|km\/h|kmh|mph|°|deg|in|")?$/i;
const NAMED: Record<string, { quantity: Quantity; perUnit: number }> = {
  kg: { quantity: 'mass', perUnit: 1 },
  lb: { quantity: 'mass', perUnit: 0.45359237 },
  lbs: { quantity: 'mass', perUnit: 0.45359237 },
  kpa: { quantity: 'pressure', perUnit: 1 },
  psi: { quantity: 'pressure', perUnit: 6.894757293168361 },
  bar: { quantity: 'pressure', perUnit: 100 },
  'km/h': { quantity: 'speed', perUnit: 1 },
  kmh: { quantity: 'speed', perUnit: 1 },
  mph: { quantity: 'speed', perUnit: 1.609344 },
  '°': { quantity: 'angle', perUnit: 1 },
  deg: { quantity: 'angle', perUnit: 1 },
  in: { quantity: 'rim', perUnit: 1 },
  '"': { quantity: 'rim', perUnit: 1 },
};

/** Typed text to the stored (metric) value; a unit that is written out wins over the chosen system. */
export function readQuantity(text: string, quantity: Quantity, system: UnitSystem): Read<number> {
  if (quantity === 'length') return readLength(text, system === 'metric' ? 'mm' : 'in');
  const found = PLAIN.exec(text.trim().replace('−', '-'));
  const unit = unitOf(quantity, system);
  if (!found) return { ok: false, message: `"${text}" is not a number${unit ? ` in ${unit}` : ''}` };
  const value = Number((found[1] ?? '').replace(',', '.'));
  const named = found[2] === undefined ? undefined : NAMED[found[2].toLowerCase()];
  if (named && named.quantity !== quantity)
    return { ok: false, message: `"${found[2] ?? ''}" does not measure this; write it in ${unit}` };
  return { ok: true, value: value * (named?.perUnit ?? SCALES[quantity][system].perUnit) };
}
