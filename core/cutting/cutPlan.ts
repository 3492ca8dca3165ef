import { inMm, say, type Wording } from '../wording';
import { AXLES, type AxleName, type Build, type Material, type Obstacle } from '../format/build';
import { sweepCorner, sweepInputOf, type SweepCorner } from '../clearance/corner';
import { profileFor } from '../clearance/cures/trial';
import type { Profile } from '../clearance/profile';
import type { Side } from '../format/measured';
import { NEVER_CUT } from '../format/vehicle';
import { edgeOf, type Edge } from './edge';
import { cutKindOf, cutMinutes, type CutKind } from './kinds';
import type { Vec } from '../geometry/vec';
import { reachOf, type Reach } from './reach';
import { smoothed } from './smooth';

/** One place along an edge: how deep it must be cut and is, and the pose that asks for it. */
export type CutSample = {
  /** Along the edge from its first point, mm. */
  alongMm: number;
  point: Vec;
  /** Which way the cut goes, unit. */
  away: Vec;
  /** Infinity where no depth that way frees it. */
  neededMm: number;
  depthMm: number;
  lockDeg: number;
  travelMm: number;
  /** The new edge. */
  edge: Vec;
};
export type EdgeCut = {
  axle: AxleName;
  obstacle: string;
  label: string;
  side: Side | 'both';
  material: Material;
  carrier: Obstacle['carrier'];
  /** null for what is never cut. */
  kind: CutKind | null;
  samples: CutSample[];
  deepestMm: number;
  /** The part of the edge that is cut, mm along it. */
  cutFromMm: number;
  cutToMm: number;
  mayCutMm: number;
  /** Why it is not cut, in words; null where it may be. */
  refused: Wording | null;
  /** An estimate. */
  minutes: number;
};

/** One sample about every 5 mm of edge. */
const STEP_MM = 5;
/** A cut deeper than this is no trimming any more. */
const DEEPEST_MM = 200;
const FIND_MM = 4;

/** The least depth at which a point clears by the margin, to 0.05 mm; Infinity where none up to 200 mm does. */
function neededDepth(
  reach: (point: Vec) => Reach,
  point: Vec,
  away: Vec,
  marginMm: number,
): { depthMm: number; pose: number } {
  const at = (depth: number): Vec => [
    point[0] + away[0] * depth,
    point[1] + away[1] * depth,
    point[2] + away[2] * depth,
  ];
  const first = reach(point);
  if (first.clearanceMm >= marginMm - 1e-9) return { depthMm: 0, pose: first.pose };
  let low = 0;
  let high = FIND_MM;
  while (high <= DEEPEST_MM && reach(at(high)).clearanceMm < marginMm) [low, high] = [high, high + FIND_MM];
  if (high > DEEPEST_MM) return { depthMm: Infinity, pose: first.pose };
  while (high - low > 0.05) {
    const middle = (low + high) / 2;
    if (reach(at(middle)).clearanceMm < marginMm) low = middle;
    else high = middle;
  }
  return { depthMm: high, pose: first.pose };
}

function whyNot({ id, label, material, cutMm }: Obstacle, needed: number, deepestMm: number): Wording | null {
  const name = label || id;
  if (NEVER_CUT.has(material))
    return `The ${name} is ${material === 'structure' ? 'structure' : `a ${material} part`} and is never cut. Move the wheel away from it.`;
  if (needed === Infinity)
    return `Cutting the ${name} away from the hub does not free it: the tire meets it sideways.`;
  if (cutMm === 0)
    return `Nothing of the ${name} may be cut, as it is entered. Say how much may, or move the wheel.`;
  if (deepestMm > cutMm + 0.05)
    return say`The ${name} would have to give ${inMm(deepestMm, 0)}; only ${inMm(cutMm)} may be cut. Cut less and lift, or choose a smaller tire.`;
  return null;
}

function cutOf(
  corner: SweepCorner,
  profile: Profile,
  i: number,
  obstacle: Obstacle,
  marginMm: number,
  discRadiusMm: number,
): EdgeCut | null {
  const edge: Edge = edgeOf(obstacle.points, STEP_MM);
  const reach = reachOf(corner, profile, i);
  const needs = edge.points.map((point, k) => neededDepth(reach, point, edge.away[k] ?? [0, 0, 1], marginMm));
  const mostNeeded = Math.max(...needs.map(({ depthMm }) => depthMm));
  if (mostNeeded <= 0) return null;
  // What no cut frees is drawn as deep as is looked for, and refused.
  const asked = needs.map(({ depthMm }) => Math.min(depthMm, DEEPEST_MM));
  const depths = edge.points.length > 1 ? smoothed(asked, edge.stepMm, discRadiusMm) : asked;
  const deepestMm = Math.max(...depths);
  const locks = corner.grid.lockDeg.length;
  const samples = edge.points.map((point, k): CutSample => {
    const { depthMm: neededMm, pose } = needs[k] ?? { depthMm: 0, pose: -1 };
    const depthMm = depths[k] ?? 0;
    const away = edge.away[k] ?? [0, 0, 1];
    return {
      alongMm: k * edge.stepMm,
      point,
      away,
      neededMm,
      depthMm,
      lockDeg: pose < 0 ? 0 : (corner.grid.lockDeg[pose % locks] ?? 0),
      travelMm: pose < 0 ? 0 : (corner.grid.travelMm[Math.floor(pose / locks)] ?? 0),
      edge: [point[0] + away[0] * depthMm, point[1], point[2] + away[2] * depthMm],
    };
  });
  const cut = samples.filter(({ depthMm }) => depthMm > 0.05);
  const cutFromMm = cut[0]?.alongMm ?? 0;
  const cutToMm = cut.at(-1)?.alongMm ?? 0;
  const kind = cutKindOf(obstacle) ?? null;
  return {
    axle: corner.axle,
    obstacle: obstacle.id,
    label: obstacle.label || obstacle.id,
    side: obstacle.side ?? 'both',
    material: obstacle.material,
    carrier: obstacle.carrier,
    kind,
    samples,
    deepestMm,
    cutFromMm,
    cutToMm,
    mayCutMm: obstacle.cutMm,
    refused: whyNot(obstacle, mostNeeded, deepestMm),
    minutes: kind === null ? 0 : cutMinutes(kind, cutToMm - cutFromMm),
  };
}

const ORDER: readonly (CutKind | null)[] = ['tuck', 'plastic', 'bumper', 'fold', 'metal', null];

/**
 * What must give, edge by edge, for the package to clear by the margin over the zone: how deep along each, which way, and
 * at which pose. The new edge keeps the margin from the swept wheel and has no hollow tighter than the disc. Cuts that were
 * decided before are not counted: depths are from the edge as measured. Lightest kinds first, what is refused last.
 */
export function cutPlanOf(build: Build, discRadiusMm: number, axles: readonly AxleName[] = AXLES): EdgeCut[] {
  const profile = profileFor(build.package);
  return axles
    .flatMap((axle) => {
      const corner = sweepCorner(sweepInputOf(build, axle));
      return corner.corner.obstacles.flatMap((obstacle, i) => {
        const cut = cutOf(corner, profile, i, obstacle, build.use.marginMm, discRadiusMm);
        return cut ? [cut] : [];
      });
    })
    .sort(
      (a, b) =>
        Number(a.refused !== null) - Number(b.refused !== null) ||
        ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind) ||
        b.deepestMm - a.deepestMm,
    );
}
