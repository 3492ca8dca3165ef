import { AXLES, ROTATIONS, WHEELS } from '../../../core/format/names';
import { putDotted } from '../../../core/dotted';
import { ROTATION_WORDS } from '../../../core/log/logEntry';
import { unitOf, unitSize, type UnitSystem } from '../../../core/units/quantity';
import { typedNumber } from '../../ui/RowsDialog';
import type { Draft } from './logStore';
import { CHALK_WORDS } from './words';
import { TREAD_MARK_MM } from './tread';

export type FollowKind = Exclude<
  Draft['kind'],
  'test-fit' | 'reconciled' | 'photo' | 'corrected' | 'struck' | 'restored'
>;
/** A field of the follow-up form; its id is its place in the entry, its quantity the unit it is typed in. */
export type FollowField = {
  id: string;
  words: string;
  width: string;
  as: 'text' | 'number' | 'km' | 'kPa' | 'tread' | readonly (readonly [value: string, words: string])[];
  /** Left out of the entry where nothing is typed. */
  optional?: boolean;
};

const ANGLES = [
  ['casterDeg', 'caster'],
  ['camberDeg', 'camber'],
  ['toeDeg', 'toe'],
] as const;
const ODOMETER: FollowField = {
  id: 'odometerKm',
  words: 'Odometer',
  width: 'w-32',
  as: 'km',
  optional: true,
};
const number = (id: string, words: string): FollowField => ({
  id,
  words,
  width: 'w-24',
  as: 'number',
  optional: true,
});

export const FOLLOW_WORDS: Record<FollowKind, string> = {
  're-torque': 'Re-torque',
  alignment: 'Alignment',
  tread: 'Tread',
  chalk: 'Chalk',
  pressures: 'Pressures',
  'handed-over': 'Handover',
  note: 'Note',
};

export const FOLLOW_FIELDS: Record<FollowKind, readonly FollowField[]> = {
  're-torque': [
    ODOMETER,
    { id: 'torque', words: 'Set to, with its unit', width: 'w-40', as: 'text' },
    { id: 'loose', words: 'How many were loose', width: 'w-40', as: 'number' },
  ],
  alignment: [
    ODOMETER,
    ...(['before', 'after'] as const).flatMap((when) =>
      ANGLES.map(([id, words]) => number(`${when}.${id}`, `${words} ${when}, °`)),
    ),
  ],
  tread: [
    ODOMETER,
    ...WHEELS.flatMap((place) =>
      (['inner', 'middle', 'outer'] as const).map((part): FollowField => ({
        id: `mm.${place}.${part}`,
        words: `${place.replace('-', ' ')} ${part}`,
        width: 'w-24',
        as: 'tread',
        optional: true,
      })),
    ),
    {
      id: 'rotated',
      words: 'Tires moved',
      width: 'w-72',
      as: [['', 'not moved'], ...ROTATIONS.map((one) => [one, ROTATION_WORDS[one]] as const)],
      optional: true,
    },
  ],
  chalk: [
    ODOMETER,
    { id: 'axle', words: 'Axle', width: 'w-28', as: AXLES.map((axle) => [axle, axle] as const) },
    { id: 'kpa', words: 'Driven at', width: 'w-28', as: 'kPa' },
    {
      id: 'mark',
      words: 'The chalk',
      width: 'w-52',
      as: Object.entries(CHALK_WORDS),
    },
  ],
  pressures: [
    ODOMETER,
    { id: 'frontKpa', words: 'Front', width: 'w-28', as: 'kPa' },
    { id: 'rearKpa', words: 'Rear', width: 'w-28', as: 'kPa' },
  ],
  'handed-over': [ODOMETER, { id: 'words', words: 'Said to the customer', width: 'grow', as: 'text' }],
  note: [ODOMETER, { id: 'words', words: 'What was seen or done', width: 'grow', as: 'text' }],
};

function scaleOf(as: 'km' | 'kPa' | 'tread', units: UnitSystem): readonly [unit: string, per: number] {
  if (as === 'tread') return [units === 'metric' ? 'mm' : '1/32 in', TREAD_MARK_MM[units]];
  const quantity = as === 'km' ? 'distance' : 'pressure';
  return [unitOf(quantity, units), unitSize(quantity, units)];
}

/** What a field is called, with the unit it is typed in. */
export function fieldWords({ words, as }: FollowField, units: UnitSystem): string {
  return as === 'km' || as === 'kPa' || as === 'tread' ? `${words}, ${scaleOf(as, units)[0]}` : words;
}

function valueOf({ as }: FollowField, text: string, units: UnitSystem): unknown {
  if (as === 'text' || typeof as === 'object') return text;
  const value = typedNumber(text);
  if (as === 'number' || typeof value !== 'number') return value;
  return Number((value * scaleOf(as, units)[1]).toFixed(2));
}

/** The entry that the form holds, as it is typed: what cannot be read stays text, for the log to refuse by name. */
export function draftOf(kind: FollowKind, typed: Readonly<Record<string, string>>, units: UnitSystem): Draft {
  const draft: Record<string, unknown> = {
    kind,
    ...(kind === 'alignment' ? { before: {}, after: {} } : {}),
    ...(kind === 'tread' ? { mm: {} } : {}),
  };
  for (const field of FOLLOW_FIELDS[kind]) {
    const first = typeof field.as === 'object' ? (field.as[0]?.[0] ?? '') : '';
    const text = (typed[field.id] ?? first).trim();
    if (text === '' && field.optional) continue;
    putDotted(draft, field.id, valueOf(field, text, units));
  }
  return draft as unknown as Draft;
}
