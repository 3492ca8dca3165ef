import type { AxleName, Build, Obstacle } from '../core/format/build';
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

export function referencePose(
  build: Build,
  axle: AxleName,
  frontArm: number | null,
  lockDeg: number,
  h: number,
): { hub: Vec; spin: Vec } {
  const { steering, suspension } = build.vehicle.corners[axle];
  const lift = build.package.lift[axle];
  const up = h + lift.bracketMm;
  const side = suspension.sideArmMm;
  let hub: Vec = [0, 0, 0];
  let spin: Vec = [0, 1, 0];
  if (steering) {
    const swing = side === null ? 0 : Math.sign(side) * Math.asin(up / Math.abs(side));
    const caster = (steering.casterDeg + lift.casterDeltaDeg) * RAD - swing;
    const k = unit([-Math.tan(caster), -Math.tan(steering.kpiDeg * RAD), 1]);
    const pivot: Vec = [steering.kingpinForeAftMm, -steering.kingpinMm, 0];
    const turn = about(k, lockDeg * RAD);
    hub = plus(pivot, times(turn, minus(hub, pivot)));
    spin = times(turn, spin);
  }
  const roll = about([1, 0, 0], frontArm === null ? 0 : Math.asin(up / frontArm));
  hub = times(roll, hub);
  spin = times(roll, spin);
  const back = side === null ? 0 : Math.sign(side) * (Math.abs(side) - Math.sqrt(side ** 2 - up ** 2));
  const inboard = frontArm === null ? 0 : frontArm - Math.sqrt(frontArm ** 2 - up ** 2);
  return { hub: plus(hub, [lift.foreAftMm + back, lift.outboardMm - inboard, h]), spin };
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
  const arms =
    suspension.kind === 'solid'
      ? [suspension.frontArmMm, build.vehicle.trackMm[axle] / 2]
      : [suspension.frontArmMm];
  const least = obstacles.map(() => Infinity);
  const lines = obstacles.map(({ points }) => dense(points));
  const cuts = obstacles.map(({ id, cutMm }) =>
    Math.min(cutMm, build.package.cuts.find((cut) => cut.obstacle === id)?.depthMm ?? 0),
  );
  const map = heights.map((h) =>
    locks.map((angle) => {
      let cell = Infinity;
      for (const arm of arms) {
        const { hub, spin } = referencePose(build, axle, arm, angle, h);
        obstacles.forEach(({ carrier }, i) => {
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
