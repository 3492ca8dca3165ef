import { CUTTABLE, materialOf } from '../../../core/format/materials';
import { readQuantity, type Quantity, type UnitSystem } from '../../../core/units/quantity';

/** A field of the dialog: `start` is what stands there first, as typed or as a figure is stored, and is an estimate where it says so. */
export type VehicleField = {
  key: string;
  label: string;
  start: string | number;
  /** Under the field, always: units that are taken, which way is more. */
  hint?: string;
  placeholder?: string;
  as: 'text' | 'number' | 'circle' | Quantity;
  /** Of six columns. */
  columns: 2 | 3;
};

const EMPTY = 'may be left empty';
export const VEHICLE_FIELDS: readonly VehicleField[] = [
  { key: 'title', label: 'What the job is', start: '', as: 'text', columns: 3 },
  { key: 'customer', label: 'Customer', start: '', placeholder: EMPTY, as: 'text', columns: 3 },
  { key: 'label', label: 'Vehicle', start: '', as: 'text', columns: 3 },
  { key: 'platform', label: 'Which body it is', start: '', placeholder: EMPTY, as: 'text', columns: 3 },
  { key: 'tireCode', label: 'Tire on it, as its sidewall says', start: '', as: 'text', columns: 2 },
  { key: 'rimWidthIn', label: 'Wheel width, in', start: '7', as: 'number', columns: 2 },
  { key: 'offsetMm', label: 'Wheel offset', start: 30, hint: 'more is further in', as: 'length', columns: 2 },
  {
    key: 'circle',
    label: 'Bolt circle',
    start: '6 × 139.7',
    hint: 'studs × mm or in',
    as: 'circle',
    columns: 2,
  },
  { key: 'boreMm', label: 'Hub bore', start: 106.1, as: 'length', columns: 2 },
  {
    key: 'wheelbaseMm',
    label: 'Wheelbase',
    start: '',
    hint: 'hub to hub; 112 in is taken too',
    as: 'length',
    columns: 2,
  },
  {
    key: 'trackMm',
    label: 'Track',
    start: '',
    hint: 'tread middle to tread middle',
    as: 'length',
    columns: 2,
  },
  {
    key: 'massFrontKg',
    label: 'Front axle as weighed',
    start: '',
    hint: '2310 lb is taken too',
    as: 'mass',
    columns: 2,
  },
  {
    key: 'massRearKg',
    label: 'Rear axle as weighed',
    start: '',
    hint: '2090 lb is taken too',
    as: 'mass',
    columns: 2,
  },
];

/** What may be cut, asked by material: the usual depth stands there as an estimate. */
export const CUT_FIELDS: readonly VehicleField[] = CUTTABLE.map((material) => ({
  key: `mayCutMm.${material}`,
  label: materialOf(material).words,
  start: materialOf(material).cut?.usualMm ?? 0,
  as: 'length',
  columns: 2,
}));

export const VEHICLE_CHOICES = [
  [
    'kind',
    'Kind',
    [
      ['truck', 'truck'],
      ['van', 'van'],
      ['suv', 'SUV'],
    ],
  ],
  [
    'axle',
    'Front axle',
    [
      ['independent', 'independent'],
      ['solid', 'solid axle'],
    ],
  ],
  [
    'shape',
    'Wells look',
    [
      ['round', 'round'],
      ['squared', 'squared'],
      ['closing', 'closing in below the hub'],
      ['flat-topped', 'flat-topped'],
    ],
  ],
] as const;

/** What is still asked where all else comes from the platform. */
export const FROM_PLATFORM: ReadonlySet<string> = new Set(['title', 'customer', 'label']);

/**
 * A typed field as the endpoint takes it; text that cannot be read goes as it is and is refused there by name. What is left empty
 * is left out: it is missing there, not a number that cannot be read.
 */
export function typedValue({ as }: VehicleField, text: string, units: UnitSystem): unknown {
  if (as === 'text' || as === 'circle') return text.trim();
  if (text.trim() === '') return undefined;
  if (as !== 'number') {
    const read = readQuantity(text, as, units);
    return read.ok ? read.value : text;
  }
  const number = Number(text.replace(',', '.'));
  return Number.isFinite(number) ? number : text;
}
