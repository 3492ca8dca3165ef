import fc from 'fast-check';
import type { Build, BuildFile, Obstacle } from '../core/format/build';
import { checked, exampleFile, obstacle } from './example';

export const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const arm = fc.oneof(fc.constant(null), number(400, 2500));
export const points = fc.array(fc.tuple(number(-600, 600), number(-400, 250), number(-400, 650)), {
  minLength: 1,
  maxLength: 5,
});
const carrier = fc.oneof(
  fc.constantFrom('body' as const, 'frame' as const, 'upright' as const),
  number(0, 1).map((follow) => ({ arm: follow })),
);
const obstacles: fc.Arbitrary<Obstacle[]> = fc
  .array(fc.record({ points, carrier, cutMm: fc.constantFrom(0, 15) }), { minLength: 1, maxLength: 5 })
  .map((list) => list.map((one, i) => obstacle(one.points, { ...one, id: `o${i}` })));

const suspension = fc.record({
  kind: fc.constantFrom('independent' as const, 'solid' as const),
  bumpMm: number(40, 120),
  droopMm: number(40, 130),
  frontArmMm: arm,
  sideArmMm: fc
    .tuple(arm, fc.constantFrom(1, -1))
    .map(([length, way]) => (length === null ? null : length * way)),
});
const steering = fc.record({
  kpiDeg: number(-3, 16),
  casterDeg: number(-3, 9),
  kingpinMm: number(-20, 160),
  kingpinForeAftMm: number(-20, 20),
  lockInsideDeg: number(10, 42),
  lockOutsideDeg: number(10, 36),
});
const lift = fc.record({
  springMm: number(0, 60),
  bracketMm: number(0, 60),
  bodyMm: number(0, 50),
  bumpStopMm: number(0, 20),
  droopGainMm: number(0, 20),
  foreAftMm: number(-15, 15),
  outboardMm: number(-10, 20),
  casterDeltaDeg: number(-3, 4),
});

/** A random vehicle, package and lift, on a small grid. */
export const builds: fc.Arbitrary<Build> = fc
  .record({
    front: obstacles,
    rear: obstacles,
    suspension,
    steering,
    lift,
    offsetMm: number(-60, 70),
    spacerMm: fc.constantFrom(0, 25),
    widthIn: fc.constantFrom(6.5, 8, 9.5),
    pattern: fc.constantFrom('road' as const, 'mud' as const),
  })
  .map((r) => {
    const file: BuildFile = exampleFile({
      front: { steering: r.steering, suspension: r.suspension, obstacles: r.front },
      use: { grid: { lock: 7, travel: 5 } },
    });
    file.vehicle.corners.rear = { suspension: { ...r.suspension, kind: 'solid' }, obstacles: r.rear };
    const cuts = r.front[0]?.cutMm ? [{ obstacle: r.front[0].id, depthMm: 9 }] : [];
    file.package = {
      ...file.package,
      tire: { code: '255/85R16', pattern: r.pattern },
      wheel: { ...file.package.wheel, offsetMm: r.offsetMm, widthIn: r.widthIn },
      spacerMm: r.spacerMm,
      lift: { front: r.lift, rear: r.lift },
      cuts,
    };
    return checked(file);
  });
