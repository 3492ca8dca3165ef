import { describe, expect, test } from 'vitest';
import { arc, checked, demoBuild, demoTexts, example, exampleFile, obstacle } from '../../tests/example';
import { assess } from '../assess';
import { readBuild } from '../format/read';
import type { BuildFile } from '../format/build';
import { deriveFigures } from '../figures';
import { cutPlanOf } from '../cutting/cutPlan';
import { curveAt, curveThrough } from './curve';
import { fitBoth } from './fit';
import { linkageOf } from './linkage';
import { POSE_STRIDE, writePose } from './poses';

const made = (change: (file: BuildFile) => void) => {
  const file = exampleFile();
  change(file);
  return readBuild(file);
};
const faultsOf = (change: (file: BuildFile) => void): string[] => {
  const read = made(change);
  return read.ok ? [] : read.faults.map(({ path, message }) => `${path} ${message}`);
};

describe('a measured path', () => {
  test('goes through its rows, straight between two, and straight on beyond the ends', () => {
    const line = curveThrough([-50, 0], [5, 0]);
    expect([-100, -50, -25, 0, 50].map((h) => curveAt(line, h))).toEqual([10, 5, 2.5, 0, -5]);
    const curve = curveThrough([-60, 0, 30, 80], [4, 0, 1, 9]);
    for (const [h, value] of [
      [-60, 4],
      [0, 0],
      [30, 1],
      [80, 9],
    ] as const)
      expect(curveAt(curve, h)).toBeCloseTo(value, 12);
    // No hump where the rows have none.
    for (let h = -60; h < 0; h++)
      expect(curveAt(curve, h)).toBeGreaterThanOrEqual(curveAt(curve, h + 1) - 1e-12);
    for (let h = 0; h < 80; h++) expect(curveAt(curve, h)).toBeLessThanOrEqual(curveAt(curve, h + 1) + 1e-12);
  });

  test('camber leans the top in, toe points the front in, and both arms stand aside for it', () => {
    const suspension = {
      frontArmMm: 420,
      sideArmMm: -900,
      path: [
        { hMm: -60, xMm: 0, yMm: 0, camberDeg: 0 },
        { hMm: 0, xMm: 0, yMm: 0, camberDeg: 0 },
        { hMm: 60, xMm: 3, yMm: -4, camberDeg: -2, toeDeg: 0.5 },
      ],
    };
    const pose = new Float64Array(POSE_STRIDE);
    const { lift } = example().package;
    writePose(pose, 0, undefined, linkageOf(suspension), lift.rear, 0, 60);
    const [hx, hy, hz, sx, sy = 0, sz = 0] = pose;
    expect([hx, hy, hz]).toEqual([3, -4, 60]);
    expect(sx).toBeCloseTo(Math.sin((0.5 * Math.PI) / 180), 12);
    // The axle's outer end rises by 2 degrees: the top of the wheel leans in.
    expect((Math.atan2(sz, sy) * 180) / Math.PI).toBeCloseTo(2, 2);
  });

  test.each([
    [
      'a solid axle',
      (file: BuildFile): void => {
        file.vehicle.corners.rear.suspension.kind = 'solid';
      },
    ],
    [
      'no row at 0',
      (file: BuildFile): void => {
        file.vehicle.corners.rear.suspension.path = [{ hMm: 10 }, { hMm: 20 }];
      },
    ],
    [
      'something at 0',
      (file: BuildFile): void => {
        file.vehicle.corners.rear.suspension.path = [{ hMm: 0, yMm: 1 }, { hMm: 20 }];
      },
    ],
    [
      'one height twice',
      (file: BuildFile): void => {
        file.vehicle.corners.rear.suspension.path?.push({ hMm: 20 });
      },
    ],
  ] as const)('is refused by its path: %s', (_what, change) => {
    const faults = faultsOf((file) => {
      file.vehicle.corners.rear.suspension.path = [{ hMm: 0 }, { hMm: 20, camberDeg: -1 }];
      change(file);
    });
    expect(faults[0]).toMatch(/^vehicle\.corners\.(front|rear)\.suspension\.path/);
  });
});

test('a track bar moves the axle toward its frame end in bump, by both signs', () => {
  const gapOf = (side: 'left' | 'right', frame: 'left' | 'right'): number => {
    const file = exampleFile();
    // A wall inboard of both wheels: the one that moves in comes nearer.
    const wall = obstacle([[0, -260, 0]], { id: 'wall', carrier: 'frame', side });
    file.vehicle.corners.rear = {
      suspension: {
        kind: 'solid',
        bumpMm: 80,
        droopMm: 80,
        frontArmMm: null,
        sideArmMm: null,
        trackBarMm: 700,
        trackBarRiseMm: 0,
        trackBarFrameSide: frame,
      },
      obstacles: [wall],
    };
    return fitBoth(checked(file)).rear.leastClearanceMm;
  };
  // Span shortens either way: the axle goes toward the frame end, its own wheel outboard and the other one inboard.
  const shift = 700 - Math.sqrt(700 ** 2 - 80 ** 2);
  expect(gapOf('left', 'left') - gapOf('right', 'left')).toBeGreaterThan(0.5 * shift);
  expect(gapOf('right', 'right')).toBeCloseTo(gapOf('left', 'left'), 6);
});

describe('parts moved and taken off', () => {
  const near = (more: object) =>
    exampleFile({
      front: {
        obstacles: [
          obstacle(arc(400, 0, 20, 50), { id: 'flap', removable: true, movableMm: 30, ...more }),
          obstacle([[600, 0, 0]], { id: 'far' }),
        ],
      },
    });
  test('are judged where they are set, left out where they are off, and named in a check', () => {
    const before = fitBoth(checked(near({}))).front;
    const file = near({});
    file.package.moves = [{ obstacle: 'flap', byMm: [20, 0, 20] }];
    const moved = assess(checked(file));
    expect(moved.fit.front.leastClearanceMm).toBeGreaterThan(before.leastClearanceMm + 15);
    expect(moved.checks.find(({ id }) => id === 'moved-flap')?.status).toBe('watch');
    file.package.moves = [];
    file.package.removed = ['flap'];
    const off = assess(checked(file));
    expect(off.fit.front.byObstacle.map(({ obstacle: id }) => id)).toEqual(['far']);
    expect(off.checks.find(({ id }) => id === 'removed-flap')?.status).toBe('watch');
  });

  test('not further than they may, and never what stays on', () => {
    const say = (pack: object, more: object = {}): string => {
      const file = near(more);
      Object.assign(file.package, pack);
      const read = readBuild(file);
      return read.ok ? '' : read.faults.map(({ path, message }) => `${path}: ${message}`).join(' ');
    };
    expect(say({ moves: [{ obstacle: 'flap', byMm: [30, 1, 0] }] })).toContain(
      'package.moves.0.byMm: 30.0 mm is further',
    );
    expect(say({ moves: [{ obstacle: 'far', byMm: [1, 0, 0] }] })).toContain('movableMm is 0');
    expect(say({ removed: ['far'] })).toContain('package.removed.0');
    expect(say({ removed: ['wing'] })).toContain('no obstacle of this vehicle');
    expect(say({}, { material: 'brake', cutMm: 0, removable: true })).toContain('removable');
  });
});

describe('the tire grown in service', () => {
  test('is four hundredths wider and taller, and never farther from anything', () => {
    for (const name of Object.keys(demoTexts)) {
      const build = demoBuild(name);
      const { package: now, grown } = deriveFigures(build);
      expect(grown.tireHalfWidthMm).toBeCloseTo(1.04 * now.profile.tireHalfWidthMm, 9);
      expect(grown.tireOuterMm - grown.tireInnerMm).toBeCloseTo(
        1.04 * (now.profile.tireOuterMm - now.profile.tireInnerMm),
        9,
      );
      for (const fit of Object.values(fitBoth(build)))
        expect(fit.grown.leastClearanceMm).toBeLessThanOrEqual(fit.leastClearanceMm + 1e-6);
    }
  });
  test('is what a sweep with that tire finds', () => {
    for (const name of ['pylon-1-dam-road', 'rook-1-long-tour', 'holloway-2-tires-and-lift']) {
      const build = demoBuild(name);
      const { size } = deriveFigures(build).package;
      const { grown } = fitBoth(build).front;
      const { tire, wheel } = build.package;
      const added = size.sectionWidthMm - (tire.sectionWidthMm ?? size.sectionWidthMm);
      const bigger = {
        ...tire,
        sectionWidthMm: 1.04 * size.sectionWidthMm - added,
        treadWidthMm: tire.treadWidthMm ?? 1.04 * size.treadWidthMm,
        overallDiameterMm: 25.4 * wheel.diameterIn + 2 * 1.04 * size.sectionHeightMm,
      };
      const swept = fitBoth({ ...build, package: { ...build.package, tire: bigger } }).front;
      expect(grown.leastClearanceMm).toBeCloseTo(swept.leastClearanceMm, 0);
    }
  });
  test('decides where the use says so', () => {
    const build = demoBuild('halyard-1-tall-and-narrow');
    const { grown, grade } = fitBoth(build).front;
    expect(grade).not.toBe(grown.grade);
    const decided = fitBoth({ ...build, use: { ...build.use, tire: 'grown' } }).front;
    expect(decided.grade).toBe(grown.grade);
  });
});

describe('where it stands', () => {
  test('beyond an end of its travel it is judged at the end, and blocked', () => {
    const read = made((file) => {
      file.package.lift = { rear: { springMm: 130 } };
    });
    if (!read.ok) throw new Error('it is a build');
    const { fit, checks, grade } = assess(read.value);
    expect(fit.rear.grade).toBe('blocked');
    expect(grade).toBe('blocked');
    expect(checks.find(({ id }) => id === 'ride-height-rear')?.status).toBe('fail');
    expect(fit.rear.map.travelMm[0]).toBeCloseTo(0, 9);
  });

  test('what was added sits it down on springs of a known rate, unless it was read', () => {
    const sagOf = (sagMm: object | undefined): object => {
      const read = made((file) => {
        file.vehicle.corners.rear.suspension.rateNPerMm = 40;
        file.package.addedMass = [{ massKg: 120, behindFrontAxleMm: 2000, heightMm: 900 }];
        if (sagMm) file.package.sagMm = sagMm;
      });
      if (!read.ok) throw new Error('it is a build');
      return read.value.package.sagMm;
    };
    // Two thirds of 120 kg are the rear’s, on two springs of 40 N/mm; one third the front’s.
    expect(sagOf(undefined)).toEqual({ front: (40 * 9.80665) / 80, rear: (80 * 9.80665) / 80 });
    expect(sagOf({ rear: 3 })).toEqual({ front: (40 * 9.80665) / 80, rear: 3 });
  });
});

test('a trim is one that the planner would cut', () => {
  for (const name of Object.keys(demoTexts)) {
    const build = demoBuild(name);
    for (const [axle, fit] of Object.entries(fitBoth(build))) {
      for (const { obstacle: id, depthMm } of fit.cutsNeeded) {
        const least = fit.byObstacle.find(({ obstacle: one }) => one === id)?.leastClearanceMm ?? NaN;
        const decided = build.package.cuts.find((cut) => cut.obstacle === id)?.depthMm ?? 0;
        // Never less than what is missing.
        expect(depthMm).toBeGreaterThanOrEqual(build.use.marginMm - least + decided - 0.2);
      }
      if (fit.grade !== 'trim') continue;
      const plan = cutPlanOf({ ...build, package: { ...build.package, cuts: [] } }, 60, [
        axle as 'front' | 'rear',
      ]);
      for (const { obstacle: id, depthMm } of fit.cutsNeeded) {
        const planned = plan.find((cut) => cut.obstacle === id);
        expect(planned?.refused, `${name} ${id}`).toBeNull();
        expect(planned?.deepestMm).toBeCloseTo(depthMm, 0);
      }
    }
  }
});
