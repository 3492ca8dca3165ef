import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { unmeasured } from '../../tests/newcomer';
import { demoBuild } from '../../tests/example';
import { axisSpreadMm } from '../clearance/axisSpread';
import { vehicleSchema } from '../format/vehicle';
import type { Vehicle } from '../format/build';
import type { GapReading } from '../format/measured';
import { vecOf } from '../geometry/vec';
import { withCorner } from '../vehicle/withCorner';
import { gapClearance, withGaps } from './gaps';
import { awayFrom, PLACE_REACH_MM, placesAmong, readingNamed, readingsAt } from './places';
import { readsNow } from './readsNow';
import { takeReading } from './take';

const begun = unmeasured(demoBuild('holloway-1-tires-only').vehicle);

function take(vehicle: Vehicle, reading: string, valueMm: number): Vehicle {
  const taken = takeReading(vehicle, 'front', { reading, side: 'left', valueMm });
  if (!taken.ok) throw new Error(taken.fault.message);
  return withCorner(vehicle, 'front', taken.value);
}
function partOf(vehicle: Vehicle, id: string) {
  const found = vehicle.corners.front.obstacles.find((one) => one.id === id);
  if (!found) throw new Error(`no ${id}`);
  return found;
}
function nowOf(vehicle: Vehicle, id: string): number {
  const known = readingNamed('front', 'left', id);
  if (!known) throw new Error(`no ${id}`);
  return readsNow(vehicle.corners.front, 'front', known) ?? NaN;
}
const rounded = (points: readonly (readonly number[])[]): number[][] =>
  points.map((point) => point.map((n) => Math.round(n * 1e6) / 1e6 + 0));

describe('readings of one place', () => {
  test('are called by the reading of the round and the place', () => {
    expect(readingsAt('front', 'left', 'rail', 380.4).map(({ id }) => id)).toEqual([
      'rail-inboard@380',
      'rail-above@380',
    ]);
    // A seam runs up and down: how far down it ends is no reading of a place of it.
    expect(readingsAt('front', 'left', 'seam', -150).map(({ id }) => id)).toEqual([
      'seam-behind@-150',
      'seam-across@-150',
    ]);
    // Shown in the view that both the tape and the place lie in.
    const viewOf = (id: string) => readingNamed('front', 'left', id)?.view;
    expect(['rail-inboard@0', 'rail-above@0', 'seam-across@0', 'valance-ahead@0'].map(viewOf)).toEqual([
      'plan',
      'side',
      'front',
      'plan',
    ]);
    expect(readingNamed('front', 'left', 'rail-inboard@380')?.kind).toEqual({
      of: 'place',
      axis: 1,
      sign: -1,
      runs: 0,
      atMm: 380,
    });
    expect(
      placesAmong('front', 'left', ['lip-12', 'rail-above@0', 'rail-above@380', '']).map(({ id }) => id),
    ).toEqual(['rail-above@380', 'rail-above@0']);
  });

  test.each([
    'rail-inboard@',
    'rail-inboard@9000',
    'rail-inboard@1.5',
    'lip-12@30',
    'seam-below@-150',
    'nothing@3',
  ])('%s is none, and is refused', (reading) => {
    expect(readingNamed('front', 'left', reading)).toBeUndefined();
    expect(takeReading(begun, 'front', { reading, side: 'left', valueMm: 380 })).toMatchObject({
      ok: false,
      fault: { path: reading },
    });
  });

  const placed = fc.record({
    at: fc.integer({ min: -400, max: 400 }),
    mm: fc.double({ min: 330, max: 460, noNaN: true }),
  });

  test('what was read is what is there, whatever was read before, and what is typed again stands alone', () =>
    fc.assert(
      fc.property(placed, placed, placed, (one, other, first) => {
        const before = take(take(begun, 'rail-inboard', first.mm), `rail-inboard@${other.at}`, other.mm);
        const id = `rail-inboard@${one.at}`;
        const after = take(before, id, one.mm);
        expect(nowOf(after, id)).toBeCloseTo(one.mm, 6);
        // The other place stays where it was read, unless it is the same one.
        if (one.at !== other.at) expect(nowOf(after, `rail-inboard@${other.at}`)).toBeCloseTo(other.mm, 6);
        const twice = take(take(before, id, first.mm), id, one.mm);
        expect(rounded(partOf(twice, 'rail').points)).toEqual(rounded(partOf(after, 'rail').points));
        expect(vehicleSchema.safeParse(after).success).toBe(true);
      }),
      { numRuns: 60 },
    ));

  test('beyond its reach a thing stays where the round read it; where nothing was read it goes along', () => {
    const read = take(begun, 'rail-inboard', 380);
    const [end] = partOf(read, 'rail').points;
    const near = take(read, 'rail-inboard@380', 420);
    // The end that lies ahead went along, the other one did not.
    const xOf = (vehicle: Vehicle) => partOf(vehicle, 'rail').points.map(([x]) => x);
    expect(Math.max(...xOf(near)) - Math.min(...xOf(near))).toBeGreaterThan(2 * PLACE_REACH_MM);
    expect(partOf(near, 'rail').points.find(([x]) => x === end?.[0])).toEqual(end);
    const alone = take(begun, 'rail-inboard@380', 420);
    expect(new Set(partOf(alone, 'rail').points.map(([, y]) => Math.round(y)))).toEqual(new Set([-420]));
  });

  test('the round read after it moves the rest', () => {
    const after = take(take(begun, 'rail-inboard@380', 420), 'rail-inboard', 350);
    expect(nowOf(after, 'rail-inboard@380')).toBeCloseTo(420, 6);
    expect(nowOf(after, 'rail-inboard@-380')).toBeCloseTo(350, 6);
  });

  test('a place that was read in both ways is no estimate', () => {
    const one = take(begun, 'rail-inboard@100', 380);
    expect(partOf(one, 'rail').estimated).toHaveLength(partOf(one, 'rail').points.length);
    const both = partOf(take(one, 'rail-above@100', 90), 'rail');
    expect(both.points.flatMap(([x], i) => (both.estimated?.includes(i) ? [] : [x]))).toEqual([100]);
  });

  test('beside it the thing is the surer the nearer, and at it as sure as the tape', () => {
    const vehicle = take(take(begun, 'rail-inboard', 380), 'rail-inboard@300', 400);
    const rail = partOf(vehicle, 'rail');
    const across = [0, 40, 90, 150, 400].map(
      (away) => axisSpreadMm(vehicle.corners.front, 'front', rail, vecOf([300 - away, -380, 60]))[1],
    );
    expect(across[0]).toBe(0);
    expect(across).toEqual([...across].sort((a, b) => a - b));
    expect(across.at(-1)).toBe(axisSpreadMm(vehicle.corners.front, 'front', rail)[1]);
  });

  test('between two places it is nearer than to either', () => {
    expect(awayFrom([], 5)).toBe(Infinity);
    expect(awayFrom([0], -30)).toBe(30);
    expect(awayFrom([0, 100], 100)).toBe(0);
    expect(awayFrom([0, 100], 50)).toBe(25);
  });
});

describe('gaps and places of one thing', () => {
  const gap = (vehicle: Vehicle, lockDeg: number, moreMm: number): GapReading => {
    const of: GapReading = { obstacle: 'rail', side: 'left', lockDeg, travelMm: 0, gapMm: 0, errorMm: 2 };
    return { ...of, gapMm: gapClearance(vehicle, 'front', partOf(vehicle, 'rail'), of)([0, 0, 0]) + moreMm };
  };

  test('a place that was read stays where it is, the rest goes by the gaps, and all of it comes back', () => {
    const taped = take(take(begun, 'rail-inboard', 380), 'rail-inboard@380', 410);
    const placed = withCorner(taped, 'front', withGaps(taped, 'front', [gap(taped, 30, 25)]));
    expect(nowOf(placed, 'rail-inboard@380')).toBeCloseTo(410, 6);
    expect(nowOf(placed, 'rail-inboard@-380')).toBeGreaterThan(385);
    expect(vehicleSchema.safeParse(placed).success).toBe(true);
    const back = withCorner(placed, 'front', withGaps(placed, 'front', []));
    expect(rounded(partOf(back, 'rail').points)).toEqual(rounded(partOf(taped, 'rail').points));
  });

  test('a place that is read after them is what it was read to be', () => {
    const placed = withCorner(begun, 'front', withGaps(begun, 'front', [gap(begun, 30, -20)]));
    const taped = take(placed, 'rail-inboard@380', 405);
    expect(nowOf(taped, 'rail-inboard@380')).toBeCloseTo(405, 6);
  });
});
