import { describe, expect, test } from 'vitest';
import { demoBuild, example, exampleFile, obstacle, checked } from '../../tests/example';
import { assess } from '../assess';
import type { Build, BuildFile } from '../format/build';
import { turningCircleM } from '../vehicle/turningCircle';
import { stoppedSteering, sweepAll, sweepCorner, sweepInputOf } from './corner';
import { fitBoth } from './fit';
import { loadCases } from './loadCases';
import { nearestPoint } from './nearest';
import { profileOf } from './profile';
import { tireSize } from '../tire/size';
import { WHOLLY_GUESSED_MM } from './spread';

const front = (build: Build) => fitBoth(build).front;
const withUse = (build: Build, use: Partial<Build['use']>): Build => ({
  ...build,
  use: { ...build.use, ...use },
});

describe('zones of the shop', () => {
  const build = demoBuild('halyard-1-tall-and-narrow');
  test('limits in force replace the zone: those of street give what street gives', () => {
    const street = front(withUse(build, { zone: 'street' }));
    const own = front(withUse(build, { zone: 'all', zoneLimits: { label: 'town', bump: 0.4, lock: 0.3 } }));
    expect(own.byObstacle).toEqual(street.byObstacle);
  });
  test('a smaller zone never meets more', () => {
    const least = (bump: number, lock: number): number =>
      front(withUse(build, { zoneLimits: { label: 'x', bump, lock } })).leastClearanceMm;
    expect(least(0.2, 0.2)).toBeGreaterThanOrEqual(least(0.6, 0.2));
    expect(least(0.6, 0.2)).toBeGreaterThanOrEqual(least(1, 1));
  });
  test('a share beyond all of it is refused by name', () => {
    const file = exampleFile({ use: { zoneLimits: { label: 'x', bump: 1.5, lock: 0 } } });
    expect(() => checked(file)).toThrow('use.zoneLimits.bump: 1.5 is out of range; give 0 to 1');
  });
});

describe('rub policy', () => {
  /** A liner ahead of the hub and outboard, met at the very end of outside lock alone. */
  const kissing = (
    gapMm: number,
    rub: 'none' | 'liner-kiss',
    material: 'liner' | 'plastic' = 'liner',
  ): Build => {
    const probe = example({
      front: { obstacles: [obstacle([[-250, -420, 0]], { material, carrier: 'frame', cutMm: 30 })] },
      use: { grid: { lock: 37, travel: 5 } },
    });
    // Moved outboard until it is met by as much as was asked for.
    let y = -420;
    const at = (place: number): Build => {
      const file: BuildFile = exampleFile({
        front: { obstacles: [obstacle([[-250, place, 0]], { material, carrier: 'frame', cutMm: 30 })] },
        use: { grid: { lock: 37, travel: 5 }, rub },
      });
      return checked(file);
    };
    for (let step = 64; step > 0.01; step /= 2) if (front(at(y + step)).leastClearanceMm > gapMm) y += step;
    expect(front(probe).byObstacle).toHaveLength(1);
    return at(y);
  };
  test('a liner that is met by a little in the last of lock passes as close, and says so', () => {
    const fit = front(kissing(-3, 'liner-kiss'));
    expect(fit.leastClearanceMm).toBeCloseTo(-3, 1);
    expect(Math.abs(fit.at.lockDeg)).toBeGreaterThan(27);
    expect(fit.byObstacle[0]?.accepted).toBe(true);
    expect(fit.grade).toBe('close');
    expect(fit.cutsNeeded).toEqual([]);
  });
  test('not without the policy, not by more, not for what is no liner', () => {
    expect(front(kissing(-3, 'none')).grade).not.toBe('close');
    expect(front(kissing(-9, 'liner-kiss')).byObstacle[0]?.accepted).toBe(false);
    expect(front(kissing(-3, 'liner-kiss', 'plastic')).byObstacle[0]?.accepted).toBe(false);
  });
  test('not where it is met before the last of lock too', () => {
    const build = example({
      front: { obstacles: [obstacle([[0, -20, 466]], { material: 'liner' })] },
      use: { rub: 'liner-kiss' },
    });
    expect(front(build).leastClearanceMm).toBeLessThan(0);
    expect(front(build).byObstacle[0]?.accepted).toBe(false);
  });
});

describe('bushings', () => {
  const build = (complianceMm: number, x: number): Build => {
    const file = exampleFile({ front: { obstacles: [obstacle([[x, -20, 0]], { carrier: 'frame' })] } });
    file.vehicle.corners.front.suspension.complianceMm = complianceMm;
    delete file.vehicle.corners.front.steering;
    return checked(file);
  };
  test('stiff ones are not reported', () => expect(front(build(0, 450)).direction).toBeUndefined());
  test('what is ahead comes nearer when driving by what they give, what is behind when braking', () => {
    const stiff = front(build(0, 450)).leastClearanceMm;
    const { direction, leastClearanceMm } = front(build(4, 450));
    expect(leastClearanceMm).toBeCloseTo(stiff - 4, 1);
    expect(direction?.driving.leastClearanceMm).toBeCloseTo(stiff - 4, 1);
    expect(direction?.braking.leastClearanceMm).toBeCloseTo(stiff + 4, 1);
    const behind = front(build(4, -450));
    expect(behind.direction?.braking.leastClearanceMm).toBeCloseTo(stiff - 4, 1);
  });
  test('each way adds poses and never takes any away', () => {
    const soft = build(6, 450);
    const corner = sweepCorner(sweepInputOf(soft, 'front'));
    expect(corner.motionCases.map(({ foreAftMm }) => foreAftMm)).toEqual([0, -6, 6]);
  });
});

describe('turning circle and lock stop', () => {
  const steering = example().vehicle.corners.front.steering;
  test('L/sin δ and the outer edge, twice, from kerb to kerb', () => {
    // 3 m wheelbase, 30° outside: 6 m to the kingpin’s line, 90 mm kingpin and 110 mm edge beyond.
    expect(turningCircleM({ wheelbaseMm: 3000 }, steering, 110)).toBeCloseTo(2 * (6 + 0.2), 9);
    expect(turningCircleM({ wheelbaseMm: 3000 }, undefined, 110)).toBeUndefined();
  });
  test('grows where a stop is set, and with the lock that is free', () => {
    const build = demoBuild('halyard-1-tall-and-narrow');
    const free = front(build).turningCircleM;
    const stopped = front({ ...build, package: { ...build.package, lockStopDeg: 25 } }).turningCircleM;
    expect(stopped?.asDelivered).toBe(free?.asDelivered);
    expect(stopped?.package).toBeGreaterThan(free?.package ?? Infinity);
    expect(free?.usable).toBeGreaterThanOrEqual(free?.package ?? Infinity);
  });
  test('a stop beyond the lock changes nothing; one within it takes both sides by the same share', () => {
    expect(stoppedSteering(steering, 50)).toBe(steering);
    expect(stoppedSteering(steering, 18)).toMatchObject({ lockInsideDeg: 18, lockOutsideDeg: 15 });
  });
  test('zones keep their shares of the lock as delivered', () => {
    const build = withUse(demoBuild('rook-1-long-tour'), { zone: 'street' });
    const open = sweepCorner(sweepInputOf(build, 'front'));
    const stopped = sweepCorner({ ...sweepInputOf(build, 'front'), lockStopDeg: 10 });
    const counted = (mask: Uint8Array): number => mask.reduce((sum, one) => sum + one, 0);
    // Up to 10° is within three tenths of every lock here, so that every pose counts.
    expect(counted(stopped.inZone)).toBe(stopped.inZone.length);
    expect(counted(open.inZone)).toBeLessThan(open.inZone.length);
  });
});

describe('how sure a gap is', () => {
  test('estimated points are less sure, and said to be', () => {
    const points: [number, number, number][] = [[450, 0, 0]];
    const of = (more: object) =>
      front(example({ front: { obstacles: [obstacle(points, more)] } })).byObstacle[0];
    expect(of({})?.guessed).toBe(false);
    expect(of({})?.spreadParts.tapeMm).toBe(3);
    expect(of({ estimated: [0] })?.guessed).toBe(true);
    expect(of({ estimated: [0] })?.spreadParts.tapeMm).toBeCloseTo(Math.hypot(WHOLLY_GUESSED_MM, 3), 6);
    expect(of({ estimated: [0] })?.chanceOfContact).toBeGreaterThan(of({})?.chanceOfContact ?? 1);
  });
  test('between a measured and an estimated point it is estimated', () => {
    const line = obstacle(
      [
        [450, 0, 200],
        [450, 0, -200],
      ],
      { estimated: [1] },
    );
    expect(front(example({ front: { obstacles: [line] } })).byObstacle[0]?.guessed).toBe(true);
  });
  test('ride height counts where the gap changes with it, and not at a stop', () => {
    const over = example({ front: { steering: undefined, obstacles: [obstacle([[0, -20, 520]])] } });
    const parts = (build: Build) => front(build).byObstacle[0]?.spreadParts;
    // Everything counts: full bump decides, and there the stop holds the wheel.
    expect(parts(over)?.rideMm).toBe(0);
    // Out ahead and above: reached by a turned wheel alone, where the zone ends the travel and no stop does.
    const out = example({ front: { obstacles: [obstacle([[330, 260, 200]])] } });
    const limited = withUse(out, { zoneLimits: { label: 'x', bump: 0.5, lock: 0 }, rideSpreadMm: 7 });
    expect(parts(limited)?.rideMm).toBeGreaterThan(0.5);
    expect(parts(limited)?.rideMm).toBeLessThanOrEqual(7);
  });
  test('the nearest point of a pose is the one that the sweep found', () => {
    const build = demoBuild('rook-2-remote-plots');
    const { wheel, tire, spacerMm } = build.package;
    const corner = sweepCorner(sweepInputOf(build, 'front'));
    const profile = profileOf(tireSize(tire, wheel.widthIn), wheel, spacerMm);
    const { least, leastPose } = sweepAll(corner, profile, new Float64Array(corner.flat.count));
    least.forEach((leastMm, i) => {
      const { clearanceMm, perMmUp } = nearestPoint(corner, profile, i, leastPose[i] ?? -1);
      expect(clearanceMm).toBeCloseTo(leastMm, 6);
      expect(Math.abs(perMmUp)).toBeLessThanOrEqual(1 + 1e-9);
    });
  });
});

describe('loads in one view', () => {
  test('empty, half and laden, and each is what assess says of it', () => {
    const build = demoBuild('holloway-2-tires-and-lift');
    const cases = loadCases(build);
    for (const { fit } of cases)
      for (const axle of ['front', 'rear'] as const) {
        // Standing is a pose of every zone: no gap there is under the least of all.
        expect(fit[axle].standingMm).toBeGreaterThanOrEqual(fit[axle].leastClearanceMm - 0.1);
        expect(fit[axle].fullLockMm === undefined).toBe(!build.vehicle.corners[axle].steering);
        expect(fit[axle].usableLockDeg === undefined).toBe(!build.vehicle.corners[axle].steering);
      }
    expect(cases.map(({ id }) => id).slice(0, 3)).toEqual(['empty', 'half', 'laden']);
    for (const { sagMm, fit } of cases) {
      const { front: f, rear } = assess({ ...build, package: { ...build.package, sagMm } }).fit;
      expect(fit.front.leastClearanceMm).toBeCloseTo(f.leastClearanceMm, 9);
      expect(fit.rear.grade).toBe(rear.grade);
    }
  });
  test('at the rating: what may still be put on a wheel over its rate, marked as an estimate', () => {
    const file = exampleFile({ vehicle: { ratingsKg: { rear: 1300 } } });
    file.vehicle.corners.rear.suspension.rateNPerMm = 40;
    const rated = loadCases(checked(file)).find(({ id }) => id === 'rated');
    expect(rated?.estimate).toBe(true);
    // (1300 − 900)/2 kg · 9.80665 / 40 N/mm
    expect(rated?.sagMm.rear).toBeCloseTo(49.03325, 9);
  });
  test('only empty where no load is known', () =>
    expect(loadCases(example()).map(({ id }) => id)).toEqual(['empty']));
});
