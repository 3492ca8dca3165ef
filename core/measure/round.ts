import type { AxleName } from '../format/names';
import type { Side } from '../format/names';
import { outlineIds, thingsOf } from './things';

export type Axis = 0 | 1 | 2;
/** To which end of a thing the tape is held, along which axis, and which way it is counted. */
export type ThingKind = { of: 'thing'; axis: Axis; sign: 1 | -1; reach: 'least' | 'most' | 'middle' };
/** The same at one place of a thing, so far from the hub along the axis it runs along, mm. */
export type PlaceKind = { of: 'place'; axis: Axis; sign: 1 | -1; runs: Axis; atMm: number };

/** One reading of the tape round, before it is taken: what to hold the tape to, and how sure it is as a rule. */
export type RoundReading = {
  id: string;
  /** The obstacle that it places. */
  thing: string;
  label: string;
  words: string;
  /** One standard deviation that a careful hand has, mm. An estimate. */
  errorMm: number;
  /** Where it is shown: from the side, from the front, from above. */
  view: 'side' | 'front' | 'plan';
  kind:
    | { of: 'lip' | 'liner'; hour: number }
    | { of: 'across'; hour: number }
    | { of: 'depth' }
    | ThingKind
    | PlaceKind;
};

/** Hours from straight up, ahead of the hub negative. Below the hub the well closes in, if it does. */
const LIP_HOURS = [0, -1, -2, -3, -4, 1, 2, 3, 4] as const;
const LINER_HOURS = [0, -2, 2] as const;
const ACROSS_HOURS = [0, -3, 3] as const;

/**
 * The clock as it is seen from beside the vehicle: from the left side the front is at 9, from the right at 3.
 */
export function clockWords(hour: number, side: Side): string {
  const seen = side === 'left' ? hour : -hour;
  const clock = ((seen + 11) % 12) + 1;
  const way = hour === 0 ? '' : hour < 0 ? ', ahead' : ', behind';
  return `${clock} o’clock${way}`;
}

const hourId = (hour: number): string =>
  hour === 0 ? '12' : hour < 0 ? `${-hour}h-ahead` : `${hour}h-behind`;
const AXIS_VIEW = ['side', 'front', 'side'] as const;

function roundOf(axle: AxleName, side: Side): RoundReading[] {
  const { lip, liner } = outlineIds(axle);
  const lipName = axle === 'front' ? 'fender lip' : 'rear fender lip';
  return [
    ...ACROSS_HOURS.map((hour): RoundReading => ({
      id: `across-${hourId(hour)}`,
      thing: lip,
      label: `Across at ${clockWords(hour, side)}`,
      words: 'From the hub’s mounting face straight out to the lip’s edge, a straight edge held to the lip.',
      errorMm: 3,
      view: 'front',
      kind: { of: 'across', hour },
    })),
    ...LIP_HOURS.map((hour): RoundReading => ({
      id: `lip-${hourId(hour)}`,
      thing: lip,
      label: `${lipName === 'fender lip' ? 'Lip' : 'Rear lip'} at ${clockWords(hour, side)}`,
      words: 'Straight tape from the hub’s centre at its mounting face to the lip’s edge.',
      errorMm: 3,
      view: 'side',
      kind: { of: 'lip', hour },
    })),
    {
      id: 'liner-depth',
      thing: liner,
      label: 'Liner depth',
      words: 'From the lip’s edge straight inward to where the liner begins.',
      errorMm: 5,
      view: 'front',
      kind: { of: 'depth' },
    },
    ...LINER_HOURS.map((hour): RoundReading => ({
      id: `liner-${hourId(hour)}`,
      thing: liner,
      label: `Liner at ${clockWords(hour, side)}`,
      words: 'From the hub’s centre straight out to the liner, in its own plane.',
      errorMm: 5,
      view: 'side',
      kind: { of: 'liner', hour },
    })),
    ...thingsOf(axle).flatMap((thing) =>
      thing.readings.map(({ id, axis, sign, reach, words }): RoundReading => ({
        id,
        thing: thing.id,
        label: `${thing.label.charAt(0).toUpperCase()}${thing.label.slice(1)}: ${id.split('-').at(-1) ?? ''}`,
        words: `${words.charAt(0).toUpperCase()}${words.slice(1)}.`,
        errorMm: thing.errorMm,
        view: AXIS_VIEW[axis],
        kind: { of: 'thing', axis, sign, reach },
      })),
    ),
  ];
}

/** Asked for once for each reading of each part of a well: it is the same every time. */
const ROUNDS: Readonly<Record<AxleName, Record<Side, readonly RoundReading[]>>> = {
  front: { left: roundOf('front', 'left'), right: roundOf('front', 'right') },
  rear: { left: roundOf('rear', 'left'), right: roundOf('rear', 'right') },
};

/** All readings of the round at one axle, in the order they are asked for. Any may be skipped. */
export const roundFor = (axle: AxleName, side: Side): readonly RoundReading[] => ROUNDS[axle][side];

/** The reading of the round that one of a place of a thing is a second of: what stands before the place in its name. */
export const baseOf = (id: string): string => id.split('@')[0] ?? id;
