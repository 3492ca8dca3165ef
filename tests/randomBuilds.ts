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
  .array(
    fc.record({
      points,
      carrier,
      cutMm: fc.constantFrom(0, 15),
      side: fc.constantFrom(undefined, undefined, 'left' as const, 'right' as const),
      movableMm: fc.constantFrom(undefined, 30),
      removable: fc.constantFrom(undefined, true as const),
    }),
    { minLength: 1, maxLength: 5 },
  )
  .map((list) =>
    list.map(({ side, movableMm, removable, ...one }, i) =>
      obstacle(one.points, {
        ...one,
        id: `o${i}`,
        ...(side ? { side } : {}),
        ...(movableMm ? { movableMm } : {}),
        ...(removable ? { removable } : {}),
      }),
    ),
  );

/** A path as a camber gauge and a rule would give it. */
const path = fc
  .record({
    low: fc.tuple(number(-8, 8), number(-15, 4), number(-1, 2), number(-1, 1), number(-0.6, 0.6)),
    middle: fc.tuple(number(-4, 4), number(-4, 4), number(-2, 1), number(-1, 1), number(-0.4, 0.4)),
    high: fc.tuple(number(-8, 8), number(-15, 4), number(-4, 1), number(-1, 1), number(-0.6, 0.6)),
  })
  .map(({ low, middle, high }) => {
    const row = (hMm: number, [xMm, yMm, camberDeg, casterDeg, toeDeg]: typeof low) => ({
      hMm,
      xMm,
      yMm,
      camberDeg,
      casterDeg,
      toeDeg,
    });
    return [row(-70, low), row(0, [0, 0, 0, 0, 0]), row(35, middle), row(90, high)];
  });

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
    path: fc.option(path, { nil: undefined }),
    bar: fc.option(
      fc.record({
        length: number(600, 1100),
        rise: number(-60, 150),
        side: fc.constantFrom('left' as const, 'right' as const),
      }),
      { nil: undefined },
    ),
    move: fc.tuple(number(-15, 15), number(-15, 15), number(-15, 15)),
  })
  .map((r) => {
    const file: BuildFile = exampleFile({
      front: { steering: r.steering, suspension: { ...r.suspension }, obstacles: r.front },
      use: { grid: { lock: 7, travel: 5 } },
    });
    if (r.path && r.suspension.kind === 'independent') file.vehicle.corners.front.suspension.path = r.path;
    file.vehicle.corners.rear = { suspension: { ...r.suspension, kind: 'solid' }, obstacles: r.rear };
    if (r.bar) {
      const bar = {
        trackBarMm: r.bar.length,
        trackBarRiseMm: r.bar.rise,
        trackBarFrameSide: r.bar.side,
      };
      Object.assign(file.vehicle.corners.rear.suspension, bar);
      if (r.suspension.kind === 'solid') Object.assign(file.vehicle.corners.front.suspension, bar);
    }
    // What may be moved in both corners is moved, and the last that may be taken off is, where something is left.
    const both = [r.front, r.rear];
    const named = (id: string): Obstacle[] => both.flatMap((list) => list.filter((part) => part.id === id));
    const moves = r.front
      .filter(({ id }) => named(id).some(({ movableMm }) => movableMm))
      .map(({ id }) => ({ obstacle: id, byMm: r.move }));
    const removed = r.front
      .slice(1)
      .map(({ id }) => id)
      .filter(
        (id) =>
          named(id).every(({ removable }) => removable) && !moves.some(({ obstacle }) => obstacle === id),
      )
      .slice(0, 1);
    const cuts = r.front[0]?.cutMm ? [{ obstacle: r.front[0].id, depthMm: 9 }] : [];
    file.package = {
      ...file.package,
      tire: { code: '255/85R16', pattern: r.pattern },
      wheel: { ...file.package.wheel, offsetMm: r.offsetMm, widthIn: r.widthIn },
      spacerMm: r.spacerMm,
      lift: { front: r.lift, rear: r.lift },
      cuts,
      moves,
      removed,
    };
    return checked(file);
  });
