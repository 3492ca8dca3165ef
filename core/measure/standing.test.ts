import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { demoBuild, demoTexts } from '../../tests/example';
import type { Vehicle } from '../format/build';
import { readReadings } from '../../formats/readingsCsv';
import { standingProfile } from './begin';
import { meantInstead, meantNear, newlyTouching, questioned } from './standing';
import { takeAll } from './takeAll';
import { takeReading } from './take';

const { vehicle } = demoBuild('rook-1-long-tour');
const front = vehicle.corners.front.obstacles;
const seam = front.findIndex(({ id }) => id === 'seam');
const { tireOuterMm, centreMm } = standingProfile(vehicle);

/** The seam with its first point elsewhere. */
const seamAt = (to: [number, number, number]): Vehicle => ({
  ...vehicle,
  corners: {
    ...vehicle.corners,
    front: {
      ...vehicle.corners.front,
      obstacles: front.map((one, i) =>
        i === seam ? { ...one, points: [to, ...one.points.slice(1)] as typeof one.points } : one,
      ),
    },
  },
});
const [x = 0, y = 0, z = 0] = front[seam]?.points[0] ?? [];

describe('a vehicle that drives does not touch', () => {
  test('no demo vehicle is questioned as it is, nor when a thing is moved away', () => {
    for (const name of Object.keys(demoTexts)) {
      const { vehicle: one } = demoBuild(name);
      expect(newlyTouching(one, structuredClone(one), 'front'), name).toBeUndefined();
    }
    expect(newlyTouching(vehicle, seamAt([x - 40, y, z]), 'front')).toBeUndefined();
    // What stood inside before may be moved out of it step by step; deeper it is questioned again.
    const inside = (mm: number): Vehicle => seamAt([mm - tireOuterMm, centreMm, 0]);
    expect(newlyTouching(inside(40), inside(30), 'front')).toBeUndefined();
    expect(newlyTouching(inside(40), inside(50), 'front')?.byMm).toBeCloseTo(50, 0);
  });

  test('what a reading puts into the tire that stands there is named, with how deep and what was meant', () => {
    // In the middle of the tread, 40 mm within it.
    const within = (to: number): Vehicle => seamAt([to, centreMm, 0]);
    const touch = newlyTouching(vehicle, within(40 - tireOuterMm), 'front');
    expect(touch?.obstacle.id).toBe('seam');
    expect(touch?.byMm).toBeCloseTo(40, 0);
    const fault = questioned(vehicle, 'front', 'points.0.0', 40 - tireOuterMm, within);
    expect(fault?.message).toMatch(
      /^As it stands it drives, so one of these is wrong: .* 40 mm inside the tire/,
    );
    // Ten times as far it would touch nothing, but no well reaches that far: it is not offered.
    expect(newlyTouching(vehicle, within((40 - tireOuterMm) * 10), 'front')).toBeUndefined();
    expect(fault?.meantMm ?? []).not.toContain((40 - tireOuterMm) * 10);
    expect(meantNear(x / 25.4, x)).toBeCloseTo(x, 4);
  });

  test('a lip typed in inches is refused with the inches offered, one with a zero too many with the zero taken off', () => {
    const lip = (valueMm: number) =>
      takeReading(vehicle, 'front', { reading: 'lip-12', side: 'left', valueMm });
    const right = tireOuterMm + 110;
    expect(lip(right).ok).toBe(true);
    for (const [typed, meant] of [
      [right / 25.4, right],
      [right * 10, right],
      [right / 10, right],
    ] as const) {
      const taken = lip(typed);
      if (taken.ok) throw new Error(`${typed} was taken`);
      expect(taken.fault.meantMm?.some((mm) => Math.abs(mm - meant) < 0.001)).toBe(true);
      expect(taken.fault.message).toContain(`did you mean ${meant.toFixed(1)} mm?`);
    }
    // Where no slip explains it nothing is offered.
    const odd = lip(tireOuterMm * 0.5);
    expect(odd.ok ? '' : odd.fault.message).toMatch(/so one of these is wrong.*read it again/);
  });

  test('gaps of a file that put a thing into the tire are refused by their lines, and nothing is taken', () => {
    const file = (gap: string) =>
      readReadings(
        [
          'axle,side,kind,name,value,error,lockDeg,travel',
          ...[60, 59].map((travel) => `front,left,gap,bumper-corner,${gap} mm,1 mm,35,${travel} mm`),
        ].join('\n'),
        vehicle.stock,
      );
    const [near, far] = [file('0'), file('60')];
    if (!near.ok || !far.ok) throw new Error('the file was not read');
    expect(takeAll(vehicle, far.value).ok).toBe(true);
    const refused = takeAll(vehicle, near.value);
    if (refused.ok) throw new Error('it was taken');
    expect(refused.faults[0]?.path).toBe('line 2, column value');
    expect(refused.faults[0]?.message).toContain('so one of these is wrong');
  });

  test('a slip is one of the unit or of the point, and never what was typed', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 2000, noNaN: true }),
        fc.double({ min: 1, max: 2000, noNaN: true }),
        (a, b) => {
          for (const mm of meantInstead(a, () => true)) {
            expect(mm).not.toBe(a);
            expect([25.4, 1 / 25.4, 10, 0.1].some((f) => Math.abs(mm / a - f) < 1e-4 * f)).toBe(true);
          }
          const near = meantNear(a, b);
          if (near !== undefined)
            expect(Math.abs(Math.log(near / b))).toBeLessThan(Math.abs(Math.log(a / b)));
        },
      ),
    ));
});
