import type { AxleName } from '../core/format/names';
import type { Build, Obstacle } from '../core/format/build';
import { tireSize } from '../core/tire/size';

/**
 * The sweep written a second time, as plainly as the contract's text: rotation matrices, one point at a time,
 * no culling and nothing laid out flat. Slow; the kernel is held against it.
 */
type Vec = [number, number, number];
type Mat = [Vec, Vec, Vec];
const RAD = Math.PI / 180;

const times = (m: Mat, v: Vec): Vec => m.map((row) => row[0] * v[0] + row[1] * v[1] + row[2] * v[2]) as Vec;
const plus = (a: Vec, b: Vec): Vec => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
const minus = (a: Vec, b: Vec): Vec => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const dot = (a: Vec, b: Vec): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const unit = (a: Vec): Vec => a.map((n) => n / Math.hypot(...a)) as Vec;

/** Rotation by an angle about a unit axis, as a matrix. */
function about([x, y, z]: Vec, angle: number): Mat {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const t = 1 - c;
  return [
    [t * x * x + c, t * x * y - s * z, t * x * z + s * y],
    [t * x * y + s * z, t * y * y + c, t * y * z - s * x],
    [t * x * z - s * y, t * y * z + s * x, t * z * z + c],
  ];
}

/** One column of a measured path at a height: Fritsch and Carlson's cubic in Hermite's form, straight beyond the ends. */
function column(rows: readonly (readonly [h: number, value: number])[], at: number): number {
  const list = [...rows].sort((a, b) => a[0] - b[0]);
  const n = list.length;
  const h = (i: number): number => list[i + 1]![0] - list[i]![0];
  const m = (i: number): number => (list[i + 1]![1] - list[i]![1]) / h(i);
  const end = (h0: number, h1: number, m0: number, m1: number): number => {
    const d = ((2 * h0 + h1) * m0 - h0 * m1) / (h0 + h1);
    if (d * m0 <= 0) return 0;
    return m0 * m1 < 0 && Math.abs(d) > Math.abs(3 * m0) ? 3 * m0 : d;
  };
  const slope = (i: number): number => {
    if (n === 2) return m(0);
    if (i === 0) return end(h(0), h(1), m(0), m(1));
    if (i === n - 1) return end(h(n - 2), h(n - 3), m(n - 2), m(n - 3));
    if (m(i - 1) * m(i) <= 0) return 0;
    const [w1, w2] = [2 * h(i) + h(i - 1), h(i) + 2 * h(i - 1)];
    return (w1 + w2) / (w1 / m(i - 1) + w2 / m(i));
  };
  if (at <= list[0]![0]) return list[0]![1] + slope(0) * (at - list[0]![0]);
  if (at >= list[n - 1]![0]) return list[n - 1]![1] + slope(n - 1) * (at - list[n - 1]![0]);
  const i = list.findIndex(([x], k) => at >= x && at <= list[k + 1]![0]);
  const t = (at - list[i]![0]) / h(i);
  return (
    (2 * t ** 3 - 3 * t ** 2 + 1) * list[i]![1] +
    (t ** 3 - 2 * t ** 2 + t) * h(i) * slope(i) +
    (-2 * t ** 3 + 3 * t ** 2) * list[i + 1]![1] +
    (t ** 3 - t ** 2) * h(i) * slope(i + 1)
  );
}

export function referencePose(
  build: Build,
  axle: AxleName,
  frontArm: number | null,
  lockDeg: number,
  h: number,
  wheel: 'left' | 'right' | null = null,
): { hub: Vec; spin: Vec } {
  const { steering, suspension } = build.vehicle.corners[axle];
  const lift = build.package.lift[axle];
  const up = h + lift.bracketMm;
  const { path } = suspension;
  const along = (key: 'xMm' | 'yMm' | 'camberDeg' | 'casterDeg' | 'toeDeg'): number =>
    path
      ? column(
          path.map((row) => [row.hMm, row[key] ?? 0]),
          up,
        )
      : 0;
  const side = path ? null : suspension.sideArmMm;
  let hub: Vec = [0, 0, 0];
  let spin: Vec = [0, 1, 0];
  if (steering) {
    const swing = side === null ? 0 : Math.sign(side) * Math.asin(up / Math.abs(side));
    const caster = (steering.casterDeg + lift.casterDeltaDeg + along('casterDeg')) * RAD - swing;
    const k = unit([-Math.tan(caster), -Math.tan(steering.kpiDeg * RAD), 1]);
    const pivot: Vec = [steering.kingpinForeAftMm, -steering.kingpinMm, 0];
    const turn = about(k, (lockDeg - along('toeDeg')) * RAD);
    hub = plus(pivot, times(turn, minus(hub, pivot)));
    spin = times(turn, spin);
  }
  if (!steering) spin = [Math.sin(along('toeDeg') * RAD), Math.cos(along('toeDeg') * RAD), 0];
  const swings = path ? -along('camberDeg') * RAD : frontArm === null ? 0 : Math.asin(up / frontArm);
  const roll = about([1, 0, 0], swings);
  hub = times(roll, hub);
  spin = times(roll, spin);
  const back = side === null ? 0 : Math.sign(side) * (Math.abs(side) - Math.sqrt(side ** 2 - up ** 2));
  const inboard = path || frontArm === null ? 0 : frontArm - Math.sqrt(frontArm ** 2 - up ** 2);
  const { trackBarMm: bar, trackBarRiseMm: rise = 0, trackBarFrameSide: frame = 'left' } = suspension;
  const span = (at: number): number => Math.sqrt((bar ?? 0) ** 2 - (rise - at) ** 2);
  const across = bar && wheel ? (wheel === frame ? -1 : 1) * (span(up) - span(0)) : 0;
  const shift: Vec = [
    lift.foreAftMm + back + along('xMm'),
    lift.outboardMm - inboard + along('yMm') + across,
    h,
  ];
  return { hub: plus(hub, shift), spin };
}

function box(u: number, w: number, halfU: number, halfW: number, rho: number): number {
  const q = [Math.abs(u) - halfU + rho, Math.abs(w) - halfW + rho] as const;
  return Math.hypot(Math.max(q[0], 0), Math.max(q[1], 0)) + Math.min(Math.max(q[0], q[1]), 0) - rho;
}

export function referenceClearance(build: Build, point: Vec, hub: Vec, spin: Vec): number {
  const { tire, wheel, spacerMm } = build.package;
  const size = tireSize(tire, wheel.widthIn);
  const v = minus(point, hub);
  const a = dot(v, spin);
  const r = Math.hypot(...minus(v, spin.map((n) => n * a) as Vec));
  const rim = 12.7 * wheel.diameterIn;
  const outer = size.overallDiameterMm / 2;
  const rho = (size.sectionWidthMm - size.treadWidthMm) / 2;
  const u = a - (spacerMm - wheel.offsetMm);
  return Math.min(
    box(u, r - (rim + outer) / 2, size.sectionWidthMm / 2, (outer - rim) / 2, rho),
    box(u, r - (rim - 12 + rim + 17.5) / 2, (25.4 * (wheel.widthIn + 1)) / 2, 29.5 / 2, 0),
  );
}

export function dense(points: Obstacle['points']): Vec[] {
  return points.flatMap((to, i): Vec[] => {
    const from = points[i - 1];
    if (!from) return [to];
    const steps = Math.max(1, Math.ceil(Math.hypot(...minus(to, from)) / 10 - 1e-9));
    return Array.from({ length: steps }, (_, k) =>
      plus(from, minus(to, from).map((n) => (n * (k + 1)) / steps) as Vec),
    );
  });
}

function moved(build: Build, axle: AxleName, carrier: Obstacle['carrier'], [x, y, z]: Vec, h: number): Vec {
  const { bodyMm, bracketMm } = build.package.lift[axle];
  if (carrier === 'body') return [x, y, z + bodyMm];
  if (typeof carrier === 'string') return [x, y, z];
  return [x, y, z - bracketMm + carrier.arm * (h + bracketMm)];
}

/** Least clearance of each obstacle over all poses of the grid (zone "all"), and of each pose over all obstacles. */
export function referenceSweep(build: Build, axle: AxleName): { least: number[]; map: number[][] } {
  const { steering, suspension, obstacles } = build.vehicle.corners[axle];
  const lift = build.package.lift[axle];
  const { lock, travel } = build.use.grid;
  const locks = steering
    ? Array.from(
        { length: lock },
        (_, i) =>
          -steering.lockOutsideDeg + ((steering.lockInsideDeg + steering.lockOutsideDeg) * i) / (lock - 1),
      )
    : [0];
  const top = suspension.bumpMm - lift.bumpStopMm - lift.bracketMm;
  const bottom = -(suspension.droopMm + lift.droopGainMm + lift.bracketMm);
  const heights = Array.from({ length: travel }, (_, i) => bottom + ((top - bottom) * i) / (travel - 1));
  type Pass = { arm: number | null; wheel: 'left' | 'right' | null };
  const together: Pass[] = suspension.trackBarMm
    ? [
        { arm: suspension.frontArmMm, wheel: 'left' },
        { arm: suspension.frontArmMm, wheel: 'right' },
      ]
    : [{ arm: suspension.frontArmMm, wheel: null }];
  const passes: Pass[] =
    suspension.kind === 'solid'
      ? [...together, { arm: build.vehicle.trackMm[axle] / 2, wheel: null }]
      : together;
  const { moves, removed } = build.package;
  const least = obstacles.map(() => Infinity);
  const lines = obstacles.map(({ id, points }) => {
    const by = moves.find(({ obstacle }) => obstacle === id)?.byMm ?? [0, 0, 0];
    return removed.includes(id) ? [] : dense(points).map((point) => plus(point, by));
  });
  const cuts = obstacles.map(({ id, cutMm }) =>
    Math.min(cutMm, build.package.cuts.find((cut) => cut.obstacle === id)?.depthMm ?? 0),
  );
  const map = heights.map((h) =>
    locks.map((angle) => {
      let cell = Infinity;
      for (const { arm, wheel } of passes) {
        const { hub, spin } = referencePose(build, axle, arm, angle, h, wheel);
        obstacles.forEach(({ carrier, side }, i) => {
          if (wheel && side && side !== wheel) return;
          for (const point of lines[i] ?? []) {
            const gap =
              carrier === 'upright'
                ? referenceClearance(build, point, [0, 0, 0], [0, 1, 0])
                : referenceClearance(build, moved(build, axle, carrier, point, h), hub, spin);
            const counted = gap + (cuts[i] ?? 0);
            least[i] = Math.min(least[i] ?? Infinity, counted);
            cell = Math.min(cell, counted);
          }
        });
      }
      return cell;
    }),
  );
  return { least, map };
}
