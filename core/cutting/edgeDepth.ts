import type { SweepCorner } from '../clearance/corner';
import { POSE_STRIDE } from '../clearance/poses';
import { sectionClearance, type Profile } from '../clearance/profile';
import { clearance, clearancesInPoses, sectionOf } from '../clearance/section';
import type { Vec } from '../geometry/vec';
import type { Edge } from './edge';

/** How deep a place of an edge must be cut, mm, and the pose that asks for it; -1 where none does, and for what rides on the hub. */
export type EdgeDepth = { depthMm: number; pose: number };

/** A cut deeper than this is no trimming any more. */
export const DEEPEST_MM = 200;
const FIND_MM = 4;
const EXACT_MM = 0.05;
/** Places of an edge that are looked at together: 30 mm of it. */
const RUN = 6;
/** Where most of them are passed over. */
const LONG_RUN = 10;
/** How deep cuts are first thought to be; where one is deeper, more poses are looked at. */
const FIRST_DEPTH_MM = 48;

/** Least depth at which `clears`, by steps and then halving; Infinity where none up to `DEEPEST_MM` does. */
function leastDepth(clears: (depthMm: number) => boolean): number {
  let low = 0;
  let high = FIND_MM;
  while (high <= DEEPEST_MM && !clears(high)) [low, high] = [high, high + FIND_MM];
  if (high > DEEPEST_MM) return Infinity;
  while (high - low > EXACT_MM) {
    const middle = (low + high) / 2;
    if (clears(middle)) high = middle;
    else low = middle;
  }
  return high;
}

const UP: Vec = [0, 0, 1];
const moved = ([x, y, z]: Vec, away: Vec, depth: number): Vec => [
  x + away[0] * depth,
  y + away[1] * depth,
  z + away[2] * depth,
];

/** What rides on the hub meets the wheel in one place only. */
function depthsOnHub(profile: Profile, { points, away }: Edge, marginMm: number): EdgeDepth[] {
  const gap = ([x, y, z]: Vec): number => sectionClearance(profile, y, Math.hypot(x, z));
  return points.map((point, k) => {
    const clears = (depth: number): boolean => gap(moved(point, away[k] ?? UP, depth)) >= marginMm;
    return { depthMm: gap(point) >= marginMm - 1e-9 ? 0 : leastDepth(clears), pose: -1 };
  });
}

/** What is asked of an obstacle's edge again and again, in the corner as it is. */
function askerOf(
  { flat, poseSets, inZone, passed }: SweepCorner,
  profile: Profile,
  i: number,
  marginMm: number,
) {
  const rise = flat.rise[i] ?? 0;
  const follow = flat.follow[i] ?? 0;
  const section = sectionOf(profile);
  const gapAt = (poses: Float64Array, p: number, x: number, y: number, z: number): number =>
    clearance(section, poses, p, x, y, z, rise + follow * poses[p + 6]!);
  const zone = Int32Array.from(inZone.keys()).filter((k) => inZone[k] === 1);
  const gaps = new Float64Array(zone.length);
  const lifts = poseSets.map((poses) =>
    Float64Array.from(inZone, (_, k) => rise + follow * poses[k * POSE_STRIDE + 6]!),
  );
  const most = zone.length * poseSets.length;
  const way = new Int32Array(most);
  const pose = new Int32Array(most);
  let count = 0;
  /** Looks only at the poses, from now on, in which something within `reachMm` of a place may have less than the margin. */
  const lookNear = ([x, y, z]: Vec, reachMm: number): void => {
    count = 0;
    poseSets.forEach((poses, w) => {
      if (passed[w]?.[i] === 1) return;
      clearancesInPoses(section, poses, lifts[w]!, zone, zone.length, x, y, z, gaps);
      for (let k = 0; k < zone.length; k++) {
        if (gaps[k]! >= marginMm + reachMm) continue;
        way[count] = w;
        pose[count++] = zone[k]!;
      }
    });
  };
  const gapIn = (n: number, [x, y, z]: Vec): number =>
    gapAt(poseSets[way[n]!]!, pose[n]! * POSE_STRIDE, x, y, z);
  // Whichever pose forbade the last place forbids the next one as a rule: it is asked first.
  let asked = 0;
  return {
    lookNear,
    /** The least gap of a place over the poses that are looked at, and the pose. */
    least: (place: Vec): { mm: number; pose: number } => {
      let mm = Infinity;
      let worst = -1;
      for (let n = 0; n < count; n++) {
        const gap = gapIn(n, place);
        if (gap < mm) [mm, worst] = [gap, n];
      }
      asked = Math.max(0, worst);
      return { mm, pose: worst < 0 ? -1 : pose[worst]! };
    },
    /** Whether a place has the margin in every pose of the zone, whichever are looked at. */
    clearsAnywhere: ([x, y, z]: Vec): boolean => {
      for (let w = 0; w < poseSets.length; w++) {
        if (passed[w]?.[i] === 1) continue;
        const poses = poseSets[w]!;
        for (const k of zone) if (gapAt(poses, k * POSE_STRIDE, x, y, z) < marginMm) return false;
      }
      return true;
    },
    clears: (place: Vec): boolean => {
      if (asked >= count) asked = 0;
      for (let n = 0, at = asked; n < count; n++, at = at + 1 === count ? 0 : at + 1) {
        if (gapIn(at, place) >= marginMm) continue;
        asked = at;
        return false;
      }
      return true;
    },
  };
}

/**
 * A function for the depth that places within `radiusMm` of a middle ask for, along their own directions. The clearance of a place
 * changes by at most 1 mm per mm that it moves: to a depth of D only those poses count in which the middle has less than the
 * margin, D and the radius.
 */
function depthsAbout(
  ask: ReturnType<typeof askerOf>,
  marginMm: number,
  middle: Vec,
  radiusMm: number,
): (point: Vec, away: Vec) => EdgeDepth {
  let knownMm = FIRST_DEPTH_MM;
  ask.lookNear(middle, radiusMm + knownMm);
  return (point, away) => {
    const { mm, pose } = ask.least(point);
    if (mm >= marginMm - 1e-9) return { depthMm: 0, pose };
    const depthMm = leastDepth((depth) => {
      if (depth > knownMm) {
        knownMm = Math.min(DEEPEST_MM + FIND_MM, 2 * depth);
        ask.lookNear(middle, radiusMm + knownMm);
      }
      return ask.clears(moved(point, away, depth));
    });
    return { depthMm, pose };
  };
}

type Run = { from: number; points: Vec[]; middle: Vec; radiusMm: number };

/** Neighbouring places of an edge with a ball around each few of them, each moved by `depthMm` along its own direction. */
function runsOf({ points, away }: Edge, depthMm = 0, size = RUN): Run[] {
  return Array.from({ length: Math.ceil(points.length / size) }, (_, n) => {
    const from = n * size;
    const run = points
      .slice(from, from + size)
      .map((point, k) => moved(point, away[from + k] ?? UP, depthMm));
    const first = run[0] ?? UP;
    const last = run.at(-1) ?? first;
    const middle: Vec = [(first[0] + last[0]) / 2, (first[1] + last[1]) / 2, (first[2] + last[2]) / 2];
    return {
      from,
      points: run,
      middle,
      radiusMm: Math.max(...run.map(([x, y, z]) => Math.hypot(x - middle[0], y - middle[1], z - middle[2]))),
    };
  });
}

/**
 * How deep each place of an edge that obstacle `i` carries must be cut, along its own direction, so that it clears by the margin
 * in every pose of the zone and in every way of the corner.
 */
export function edgeDepths(
  corner: SweepCorner,
  profile: Profile,
  i: number,
  edge: Edge,
  marginMm: number,
): EdgeDepth[] {
  if (corner.flat.upright[i] === 1) return depthsOnHub(profile, edge, marginMm);
  const ask = askerOf(corner, profile, i, marginMm);
  return runsOf(edge).flatMap(({ from, points, middle, radiusMm }) => {
    const depthOf = depthsAbout(ask, marginMm, middle, radiusMm);
    return points.map((point, k) => depthOf(point, edge.away[from + k] ?? UP));
  });
}

/**
 * The deepest of `edgeDepths` alone, mm, in a fraction of its time: a place that clears at the deepest so far asks for no more.
 * `begin` is the number of a place that is likely to be the deepest.
 */
export function deepestDepth(
  corner: SweepCorner,
  profile: Profile,
  i: number,
  edge: Edge,
  marginMm: number,
  begin: number,
): number {
  if (corner.flat.upright[i] === 1)
    return Math.max(0, ...depthsOnHub(profile, edge, marginMm).map(({ depthMm }) => depthMm));
  const ask = askerOf(corner, profile, i, marginMm);
  const depthAt = (k: number): number => {
    const point = edge.points[k] ?? UP;
    return depthsAbout(ask, marginMm, point, 0)(point, edge.away[k] ?? UP).depthMm;
  };
  let deepestMm = depthAt(begin);
  let left = runsOf(edge, deepestMm, LONG_RUN).flatMap(({ from, points, middle, radiusMm }) => {
    ask.lookNear(middle, radiusMm);
    return points.flatMap((point, k) => (ask.clears(point) ? [] : [from + k]));
  });
  // Each round takes the middle of what is still open, which is deeper than all before it, and closes what clears there.
  while (left.length > 0 && deepestMm < Infinity) {
    const middle = left[left.length >> 1]!;
    deepestMm = Math.max(deepestMm, depthAt(middle));
    left = left.filter(
      (k) => k !== middle && !ask.clearsAnywhere(moved(edge.points[k]!, edge.away[k]!, deepestMm)),
    );
  }
  return deepestMm;
}
