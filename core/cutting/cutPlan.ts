import { inMm, say, type Wording } from '../wording';
import { AXLES, type AxleName } from '../format/names';
import type { Build, Material, Obstacle } from '../format/build';
import { cutDepths, sweepCorner, sweepInputOf, sweepWhole, type SweepCorner } from '../clearance/corner';
import { gainOf } from '../clearance/continuous';
import { decidingProfile } from '../clearance/profile';
import type { Profile } from '../clearance/profile';
import type { Side } from '../format/names';
import { isNeverCut, materialOf } from '../format/materials';
import { cutKindOf, cutMinutes, type CutKind } from './kinds';
import type { Vec } from '../geometry/vec';
import { DEEPEST_MM } from './edgeDepth';
import { isCutPossible, LEAST_CUT_MM, realCutOf } from './realCut';
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

function whyNot(obstacle: Obstacle, needed: number, deepestMm: number): Wording | null {
  if (isCutPossible(obstacle, needed)) return null;
  const { id, label, material, cutMm } = obstacle;
  const name = label || id;
  if (isNeverCut(material))
    return `The ${name} is ${materialOf(material).is} and is never cut. Move the wheel away from it.`;
  if (needed === Infinity)
    return `Cutting the ${name} away from the hub does not free it: the tire meets it sideways.`;
  if (cutMm === 0)
    return `Nothing of the ${name} may be cut, as it is entered. Say how much may, or move the wheel.`;
  return say`The ${name} would have to give ${inMm(deepestMm, 0)}; only ${inMm(cutMm)} may be cut. Cut less and lift, or choose a smaller tire.`;
}

function cutOf(
  corner: SweepCorner,
  profile: Profile,
  i: number,
  obstacle: Obstacle,
  marginMm: number,
  discRadiusMm: number,
  gainMm: number,
): EdgeCut | null {
  const real = realCutOf(corner, profile, i, marginMm, gainMm);
  if (!real) return null;
  const { edge, needs, deepestMm: mostNeeded } = real;
  // What no cut frees is drawn as deep as is looked for, and refused.
  const asked = needs.map(({ depthMm }) => Math.min(depthMm, DEEPEST_MM));
  const depths = edge.points.length > 1 ? smoothed(asked, edge.stepMm, discRadiusMm) : asked;
  const deepestMm = Math.max(...depths);
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
      lockDeg: pose < 0 ? 0 : (corner.poses.lockDeg[pose] ?? 0),
      travelMm: pose < 0 ? 0 : (corner.poses.hubMm[pose] ?? 0) - corner.travel.rideMm,
      edge: [point[0] + away[0] * depthMm, point[1], point[2] + away[2] * depthMm],
    };
  });
  const cut = samples.filter(({ depthMm }) => depthMm > LEAST_CUT_MM);
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
  const profile = decidingProfile(build.package, build.use);
  return axles
    .flatMap((axle) => {
      const corner = sweepCorner(sweepInputOf(build, axle));
      const { obstacles } = corner.corner;
      const { grid, whole } = sweepWhole(corner, profile, cutDepths(obstacles, []));
      return obstacles.flatMap((obstacle, i) => {
        const gainMm = gainOf(grid, whole, i);
        const cut = cutOf(corner, profile, i, obstacle, build.use.marginMm, discRadiusMm, gainMm);
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
