import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { unmeasured } from '../../tests/newcomer';
import { demoBuild } from '../../tests/example';
import type { AxleName } from '../format/names';
import type { Corner, Obstacle, Vehicle } from '../format/build';
import type { Vec } from '../geometry/vec';
import { toClock } from '../measure/outline';
import { takeReading } from '../measure/take';
import { withGaps } from '../measure/gaps';
import { guessSpread, readSpread } from './readSpread';
import {
  GUESSED_BESIDE_OTHER_MM,
  GUESSED_ON_UPRIGHT_MM,
  GUESSED_POINT_MM,
  GUESSED_WELL_MM,
  WHOLLY_GUESSED_MM,
} from './spread';

const vehicle = unmeasured(demoBuild('holloway-1-tires-only').vehicle);
const corner = vehicle.corners.front;
const named = (name: string): Corner['obstacles'][number] => {
  const found = corner.obstacles.find(({ id }) => id === name);
  if (!found) throw new Error(`no ${name}`);
  return { ...found, tapeErrorMm: 3 };
};
const reading = (id: string) => ({ reading: id, side: 'left' as const, valueMm: 500 });
const withFront = (front: Corner): Vehicle => ({ ...vehicle, corners: { ...vehicle.corners, front } });
const after = (...ids: string[]): Vehicle =>
  withFront({ ...corner, measured: { readings: ids.map(reading), gaps: [], placed: [] } });
const guessSpreadMm = (of: Vehicle, axle: AxleName, obstacle: Obstacle, point: number, along: Vec): number =>
  guessSpread(of, axle, obstacle)(point, along);
function taken(of: Vehicle, id: string, valueMm: number): Vehicle {
  const answer = takeReading(of, 'front', { reading: id, side: 'left', valueMm });
  if (!answer.ok) throw new Error(answer.fault.message);
  return { ...of, corners: { ...of.corners, front: answer.value } };
}
const OUT: Vec = [0, 0, 1];
const ACROSS: Vec = [0, 1, 0];
const directions = fc
  .tuple(...Array.from({ length: 3 }, () => fc.double({ min: 0.01, max: 1, noNaN: true })))
  .map(([x = 1, y = 1, z = 1]): Vec => {
    const length = Math.hypot(x, y, z);
    return [x / length, y / length, z / length];
  });

describe('what nobody read', () => {
  test('of a part of which nothing was read is as far off in every direction', () =>
    fc.assert(
      fc.property(fc.constantFrom('rail', 'seam', 'valance'), directions, (name, along) => {
        const mm = guessSpreadMm(after(), 'front', named(name), 0, along);
        expect(mm).toBeCloseTo(Math.hypot(3, WHOLLY_GUESSED_MM), 6);
      }),
    ));

  test('what clears the wheel at full bump, or rides beside it on the upright, differs less', () => {
    const of = (name: string): number => guessSpreadMm(after(), 'front', named(name), 8, OUT);
    expect(of('fender-lip')).toBeCloseTo(Math.hypot(3, GUESSED_WELL_MM), 6);
    expect(of('caliper')).toBeCloseTo(Math.hypot(3, GUESSED_ON_UPRIGHT_MM), 6);
    expect(GUESSED_ON_UPRIGHT_MM).toBeLessThan(GUESSED_WELL_MM);
  });

  test('a gap tells along its own way, and best where it was read', () => {
    const gap = { obstacle: 'rail', side: 'left' as const, lockDeg: 30, travelMm: 0, gapMm: 60, errorMm: 2 };
    const read = withFront(withGaps(vehicle, 'front', [gap]));
    const rail = read.corners.front.obstacles.find(({ id }) => id === 'rail')!;
    const of = (point: number, along: Vec): number => guessSpread(read, 'front', rail)(point, along);
    const [first, , last] = [0, 1, 2].map((point) => of(point, ACROSS));
    expect(Math.min(first!, last!)).toBeLessThan(25);
    expect(of(0, ACROSS)).toBeLessThan(guessSpreadMm(after(), 'front', named('rail'), 0, ACROSS));
    // Nothing of it lies above or below the wheel: a gap across tells nothing of that.
    expect(of(0, OUT)).toBeGreaterThan(28);
  });

  test('of an edge: the nearer to a reading, the surer; no surer than the tape', () => {
    const lip = named('fender-lip');
    const spreads = lip.points
      .map((point, i) => ({
        away: Math.abs(toClock(point, true).hour),
        mm: guessSpreadMm(after('lip-12'), 'front', lip, i, OUT),
      }))
      .sort((a, b) => a.away - b.away);
    expect(spreads[0]?.mm).toBeCloseTo(3, 6);
    expect(spreads.at(-1)?.mm).toBeCloseTo(Math.hypot(3, GUESSED_POINT_MM), 6);
    for (const [i, { mm }] of spreads.entries())
      expect(mm).toBeGreaterThanOrEqual((spreads[i - 1]?.mm ?? 0) - 1e-9);
  });

  test('the lip tells of the liner, the depth of how far it stands across', () => {
    const liner = named('liner');
    const of = (ids: string[], along: Vec): number => guessSpreadMm(after(...ids), 'front', liner, 8, along);
    expect(of(['lip-12'], OUT)).toBeCloseTo(Math.hypot(3, GUESSED_BESIDE_OTHER_MM), 6);
    expect(of(['across-12'], ACROSS)).toBeCloseTo(Math.hypot(3, GUESSED_POINT_MM), 6);
    expect(of(['across-12', 'liner-depth'], ACROSS)).toBeLessThan(10);
  });

  test('of a thing: an axis that was read is as sure as the tape, but for its shape', () => {
    const rail = named('rail');
    const across = guessSpreadMm(after('rail-inboard'), 'front', rail, 0, ACROSS);
    const up = guessSpreadMm(after('rail-inboard'), 'front', rail, 0, OUT);
    expect(across).toBeLessThan(16);
    expect(up).toBeGreaterThan(GUESSED_POINT_MM);
  });

  test('another reading never makes a place less sure', () =>
    fc.assert(
      fc.property(
        fc.constantFrom('fender-lip', 'liner'),
        fc.subarray(['lip-12', 'lip-2h-ahead', 'lip-3h-behind', 'liner-12', 'across-12', 'liner-depth']),
        fc.constantFrom('lip-12', 'lip-1h-behind', 'liner-12', 'across-3h-ahead', 'liner-depth'),
        directions,
        fc.integer({ min: 0, max: 16 }),
        (name, read, more, along, point) => {
          const before = guessSpreadMm(after(...read), 'front', named(name), point, along);
          expect(guessSpreadMm(after(...read, more), 'front', named(name), point, along)).toBeLessThanOrEqual(
            before + 1e-9,
          );
        },
      ),
    ));
});

test('what the round placed by a few readings is as sure as its typical shape; what gaps placed, best where they were read', () => {
  const rail = named('rail');
  expect(readSpread(after(), 'front', rail)(0, ACROSS)).toBe(3);
  const read = after('rail-inboard', 'rail-above', 'seam-behind', 'seam-below', 'seam-across');
  const spreadOf = (name: string): number => readSpread(read, 'front', named(name))(0, ACROSS);
  // Panels differ and frames bend in at the wheel; what moves with it runs straight.
  expect(spreadOf('rail')).toBeGreaterThan(10);
  expect(spreadOf('seam')).toBeGreaterThan(10);
  const link = readSpread(after('sway-link-inboard'), 'front', named('sway-link'))(0, ACROSS);
  expect(link).toBeGreaterThan(5);
  expect(link).toBeLessThan(spreadOf('rail') / 2 + 1);
  const gap = { obstacle: 'seam', side: 'left' as const, travelMm: 0, gapMm: 60, errorMm: 2 };
  const gaps = [
    { ...gap, lockDeg: 0 },
    { ...gap, lockDeg: 5 },
  ];
  const placed = withFront(withGaps(vehicle, 'front', gaps));
  const stands = placed.corners.front.obstacles.find(({ id }) => id === 'seam')!;
  expect(stands.estimated).toBeUndefined();
  // Both are read level with the hub: its lower end, 240 mm below, is farther from them than its upper one.
  const [, near = NaN, , far = NaN] = [0, 1, 2, 3].map((point) =>
    readSpread(placed, 'front', stands)(point, ACROSS),
  );
  expect(near).toBeGreaterThan(stands.tapeErrorMm);
  expect(far).toBeGreaterThan(1.5 * near);
});

test('gaps to an edge make no place of it that the tape has read less sure', () => {
  const gap = { obstacle: 'fender-lip', side: 'left' as const, travelMm: 0, gapMm: 120, errorMm: 2 };
  const read = taken(vehicle, 'lip-12', 500);
  const placed = {
    ...read,
    corners: {
      ...read.corners,
      front: withGaps(read, 'front', [
        { ...gap, lockDeg: 30 },
        { ...gap, lockDeg: 10 },
      ]),
    },
  };
  const stands = placed.corners.front.obstacles.find(({ id }) => id === 'fender-lip')!;
  const was = read.corners.front.obstacles.find(({ id }) => id === 'fender-lip')!;
  const byTape = was.points.flatMap((_, i) => (was.estimated?.includes(i) ? [] : [i]));
  expect(byTape.length).toBeGreaterThan(0);
  const spread = readSpread(placed, 'front', stands);
  for (const point of byTape) expect(spread(point, OUT)).toBe(stands.tapeErrorMm);
  expect(Math.max(...stands.points.map((_, i) => spread(i, OUT)))).toBeGreaterThan(stands.tapeErrorMm);
});
