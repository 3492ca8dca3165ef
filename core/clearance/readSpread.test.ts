import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { unmeasured } from '../../tests/newcomer';
import { demoBuild } from '../../tests/example';
import type { Corner } from '../format/build';
import type { Vec } from '../geometry/vec';
import { toClock } from '../measure/outline';
import { guessSpreadMm, readSpreadMm } from './readSpread';
import { GUESSED_POINT_MM, WHOLLY_GUESSED_MM } from './spread';

const corner = unmeasured(demoBuild('holloway-1-tires-only').vehicle).corners.front;
const named = (name: string): Corner['obstacles'][number] => {
  const found = corner.obstacles.find(({ id }) => id === name);
  if (!found) throw new Error(`no ${name}`);
  return { ...found, tapeErrorMm: 3 };
};
const reading = (id: string) => ({ reading: id, side: 'left' as const, valueMm: 500 });
const after = (...ids: string[]): Pick<Corner, 'measured'> => ({
  measured: { readings: ids.map(reading), gaps: [], placed: [] },
});
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
      fc.property(fc.constantFrom('fender-lip', 'rail', 'seam', 'strut'), directions, (name, along) => {
        const mm = guessSpreadMm(after(), 'front', named(name), 0, along);
        expect(mm).toBeCloseTo(Math.hypot(3, WHOLLY_GUESSED_MM), 6);
      }),
    ));

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
    expect(of(['lip-12'], OUT)).toBeCloseTo(Math.hypot(3, GUESSED_POINT_MM), 6);
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

test('what the round placed by a few readings is as sure as its typical shape; what a gap placed, as the gap', () => {
  const rail = named('rail');
  expect(readSpreadMm(after(), 'front', rail)).toBe(3);
  expect(readSpreadMm(after('rail-inboard', 'rail-above'), 'front', rail)).toBeGreaterThan(12);
  const { measured } = after('rail-inboard', 'rail-above');
  const placed = [{ obstacle: 'rail', shiftMm: [0, 0, 0] as [number, number, number], tapeErrorMm: 5 }];
  expect(readSpreadMm({ measured: { ...measured!, placed } }, 'front', rail)).toBe(3);
});
