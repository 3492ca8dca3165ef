import type { Build } from '../../core/format/build';
import { sweepCorner, sweepInputOf, type SweepCorner } from '../../core/clearance/corner';
import { POSE_STRIDE } from '../../core/clearance/poses';
import { profileOf, type Profile } from '../../core/clearance/profile';
import type { Cloud } from '../../core/scan/cloud';
import { scannedWell } from '../../core/scan/madeUpScan';
import { sweepScan, type PartMotion } from '../../core/scan/sweepScan';
import { treeOf } from '../../core/scan/tree';
import { tireSize } from '../../core/tire/size';

type Found = { map: Float64Array; perPoint: Float64Array };
const nothingFound = (poses: number, points: number): Found => ({
  map: new Float64Array(poses).fill(Infinity),
  perPoint: new Float64Array(points).fill(Infinity),
});

/** Every point against every pose, the arithmetic and nothing else: least of each pose and of each point. */
function bruteForce(
  { xyz }: Cloud,
  poses: Float64Array,
  inZone: Uint8Array,
  profile: Profile,
  { map, perPoint }: Found,
  [first, last]: readonly [number, number],
): void {
  const radius = profile.shoulderMm;
  const tireU = profile.tireHalfWidthMm - radius;
  const tireMid = (profile.tireInnerMm + profile.tireOuterMm) / 2;
  const tireW = (profile.tireOuterMm - profile.tireInnerMm) / 2 - radius;
  const rimU = profile.rimHalfWidthMm;
  const rimMid = (profile.rimInnerMm + profile.rimOuterMm) / 2;
  const rimW = (profile.rimOuterMm - profile.rimInnerMm) / 2;
  for (let pose = first; pose < last; pose++) {
    const p = pose * POSE_STRIDE;
    const hx = poses[p]!;
    const hy = poses[p + 1]!;
    const hz = poses[p + 2]!;
    const sx = poses[p + 3]!;
    const sy = poses[p + 4]!;
    const sz = poses[p + 5]!;
    const counts = inZone[pose] === 1;
    let least = Infinity;
    for (let q = 0, i = 0; q < xyz.length; q += 3, i++) {
      const vx = xyz[q]! - hx;
      const vy = xyz[q + 1]! - hy;
      const vz = xyz[q + 2]! - hz;
      const a = vx * sx + vy * sy + vz * sz;
      const rest = vx * vx + vy * vy + vz * vz - a * a;
      const r = rest > 0 ? Math.sqrt(rest) : 0;
      const u = Math.abs(a - profile.centreMm);
      const tu = u - tireU;
      const tw = Math.abs(r - tireMid) - tireW;
      const tire = (tu > 0 && tw > 0 ? Math.sqrt(tu * tu + tw * tw) : tu > tw ? tu : tw) - radius;
      const ru = u - rimU;
      const rw = Math.abs(r - rimMid) - rimW;
      const rim = ru > 0 && rw > 0 ? Math.sqrt(ru * ru + rw * rw) : ru > rw ? ru : rw;
      const gap = tire < rim ? tire : rim;
      if (gap < least) least = gap;
      if (counts && gap < perPoint[i]!) perPoint[i] = gap;
    }
    map[pose] = least;
  }
}

const STILL: PartMotion = { rise: 0, follow: 0, upright: false };

function runScan(corner: SweepCorner, profile: Profile, cloud: Cloud): Float64Array {
  const sweep = sweepScan({
    tree: treeOf(cloud, 2),
    motions: [STILL, STILL],
    poseSets: corner.poseSets.slice(0, 1),
    inZone: corner.inZone,
    locks: corner.grid.lockDeg.length,
    profile,
  });
  let step = sweep.next();
  while (!step.done) step = sweep.next();
  return step.value.map;
}

const timed = <T>(work: () => T): [T, number] => {
  const from = performance.now();
  const value = work();
  return [value, performance.now() - from];
};

const TURNS = 3;

/**
 * `points` (a million, if not said) in every pose of a corner, all of them counted. The tree, built anew each time, and its sweep
 * take turns with thirds of every pair, so that whatever slows the machine slows both; the sweep's middle time
 * counts. A small cloud has warmed both before; their maps must agree.
 */
export function scanFigures(build: Build, points = 1_000_000): Record<string, number> {
  const corner = sweepCorner({ ...sweepInputOf(build, 'front'), zone: 'all', zoneLimits: undefined });
  const { wheel, tire, spacerMm } = build.package;
  const profile = profileOf(tireSize(tire, wheel.widthIn), wheel, spacerMm);
  const [poses] = corner.poseSets;
  if (!poses) throw new Error('a corner without poses');
  const count = corner.inZone.length;
  const small = scannedWell(20_000);
  runScan(corner, profile, small);
  bruteForce(small, poses, corner.inZone, profile, nothingFound(count, 20_000), [0, count]);
  const cloud = scannedWell(points);
  const slow = nothingFound(count, points);
  const fastMs: number[] = [];
  let slowMs = 0;
  let fast = new Float64Array();
  for (let turn = 0; turn < TURNS; turn++) {
    const [map, ms] = timed(() => runScan(corner, profile, cloud));
    fast = Float64Array.from(map);
    fastMs.push(ms);
    const third = [turn, turn + 1].map((k) => Math.round((count * k) / TURNS)) as [number, number];
    slowMs += timed(() => bruteForce(cloud, poses, corner.inZone, profile, slow, third))[1];
  }
  const worst = fast.reduce((most, gap, pose) => Math.max(most, Math.abs(gap - slow.map[pose]!)), 0);
  if (worst > 1e-6) throw new Error(`the scan’s map is ${worst} mm off`);
  const [, scanMs = NaN] = fastMs.sort((a, b) => a - b);
  return { scanPoints: points, scanPoses: count, scanMs, scanVsBruteForce: slowMs / scanMs };
}
