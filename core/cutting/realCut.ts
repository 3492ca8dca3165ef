import type { SweepCorner } from '../clearance/corner';
import type { Profile } from '../clearance/profile';
import type { Obstacle } from '../format/vehicle';
import { isNeverCut } from '../format/materials';
import { POSE_STRIDE } from '../clearance/poses';
import { deepestDepth, DEEPEST_MM, edgeDepths, type EdgeDepth } from './edgeDepth';
import { edgeOf, type Edge } from './edge';

/** One sample about every 5 mm of edge. */
const STEP_MM = 5;
/** A cut that is shallower than this is none: nobody marks it. */
export const LEAST_CUT_MM = 0.05;

/** What cutting an obstacle takes: along its edge in equal steps, and at its deepest; Infinity where no depth frees it. */
export type RealCut = { edge: Edge; needs: EdgeDepth[]; deepestMm: number };

/**
 * The cut that brings an obstacle to the margin over the zone, in the way that it is made: square to its edge or away from the
 * hub, from the edge as measured. `gainMm` is by how much the sweep's grid alone makes the obstacle's clearance too good.
 * Undefined where nothing has to give.
 */
export function realCutOf(
  corner: SweepCorner,
  profile: Profile,
  i: number,
  marginMm: number,
  gainMm = 0,
): RealCut | undefined {
  const edge = edgeOf(corner.corner.obstacles[i]?.points ?? [], STEP_MM);
  const needs = edgeDepths(corner, profile, i, edge, marginMm + gainMm);
  const deepestMm = Math.max(0, ...needs.map(({ depthMm }) => depthMm));
  return deepestMm > LEAST_CUT_MM ? { edge, needs, deepestMm } : undefined;
}

/**
 * How deep that cut is at its deepest, mm, without working out the rest of it; `pose` is the pose in which the obstacle comes
 * nearest. A cut of `LEAST_CUT_MM` where less than that has to give.
 */
export function realDepthMm(
  corner: SweepCorner,
  profile: Profile,
  i: number,
  marginMm: number,
  gainMm: number,
  pose: number,
): number {
  const edge = edgeOf(corner.corner.obstacles[i]?.points ?? [], STEP_MM);
  const [hx = 0, , hz = 0] = (corner.poseSets[0] ?? new Float64Array(3)).subarray(pose * POSE_STRIDE);
  // About where it is met: the place that is nearest to the hub in the side view.
  let begin = 0;
  let nearest = Infinity;
  edge.points.forEach(([x, , z], k) => {
    const away = Math.hypot(x - hx, z - hz);
    if (away < nearest) [nearest, begin] = [away, k];
  });
  return Math.max(LEAST_CUT_MM, deepestDepth(corner, profile, i, edge, marginMm + gainMm, begin));
}

/** A depth in the whole millimetres that a cut is marked in: up, but to no more than may be cut where that is enough. */
export const wholeDepthMm = (deepMm: number, { cutMm }: Pick<Obstacle, 'cutMm'>): number =>
  Math.min(Math.ceil(deepMm - 1e-9), Math.max(deepMm, cutMm));

/** Whether a cut can be made at all: of something that is ever cut, within what may be cut of it, and it frees it. */
export function isCutPossible(
  { material, cutMm }: Pick<Obstacle, 'material' | 'cutMm'>,
  deepestMm: number,
): boolean {
  return !isNeverCut(material) && cutMm > 0 && deepestMm <= Math.min(DEEPEST_MM, cutMm + LEAST_CUT_MM);
}
