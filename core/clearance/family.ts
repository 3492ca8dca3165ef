import { grouped } from '../grouped';
import type { Profile } from './profile';

/** Which wheels a silhouette will be asked about. */
export type Family = {
  /** Where their centre planes lie, mm. */
  centreMm: Range;
  tire: ShapeRange;
  /** Rims come in few diameters, and each is a range of its own; ascending. */
  rims: ShapeRange[];
  /**
   * Whether every rim's flange stands within its own tire. Then what lies beyond the flange is never nearer to
   * the rim: the rim's nearest point is one of the tire.
   */
  flangeInside: boolean;
};

type Range = readonly [low: number, high: number];

/** One shape of a family: a rectangle, its corners round or not, about the centre plane. mm. */
export type ShapeRange = {
  /** Middle radius, between its inner and outer edge. */
  midMm: Range;
  /** Least half sizes of its straight sides, corners left out: along the axle and along the radius. */
  leastHalfAMm: number;
  leastHalfRMm: number;
  cornerMm: Range;
  /** How far straight sides stand out, corners left out: largest and least radius, farthest out- and inboard. */
  outerMm: number;
  innerMm: number;
  rightMm: number;
  leftMm: number;
};

type Box = { centre: number; mid: number; halfA: number; halfR: number; corner: number };

const boxOf = (centre: number, inner: number, outer: number, halfWidth: number, corner: number): Box => ({
  centre,
  mid: (inner + outer) / 2,
  halfA: halfWidth - corner,
  halfR: (outer - inner) / 2 - corner,
  corner,
});

const tireBox = (p: Profile): Box =>
  boxOf(p.centreMm, p.tireInnerMm, p.tireOuterMm, p.tireHalfWidthMm, p.shoulderMm);
const rimBox = (p: Profile): Box => boxOf(p.centreMm, p.rimInnerMm, p.rimOuterMm, p.rimHalfWidthMm, 0);

// A search has more profiles than a call takes arguments.
const least = (values: readonly number[]): number => values.reduce((a, b) => (b < a ? b : a), Infinity);
const most = (values: readonly number[]): number => values.reduce((a, b) => (b > a ? b : a), -Infinity);

function range(values: readonly number[]): Range {
  return [least(values), most(values)];
}

function shapeRange(boxes: readonly Box[]): ShapeRange {
  return {
    midMm: range(boxes.map(({ mid }) => mid)),
    leastHalfAMm: least(boxes.map(({ halfA }) => halfA)),
    leastHalfRMm: least(boxes.map(({ halfR }) => halfR)),
    cornerMm: range(boxes.map(({ corner }) => corner)),
    outerMm: most(boxes.map(({ mid, halfR }) => mid + halfR)),
    innerMm: least(boxes.map(({ mid, halfR }) => mid - halfR)),
    rightMm: most(boxes.map(({ centre, halfA }) => centre + halfA)),
    leftMm: least(boxes.map(({ centre, halfA }) => centre - halfA)),
  };
}

/** Whether the rim's outermost corner stands inside the tire. */
export function flangeInside(p: Profile): boolean {
  const { mid, halfA, halfR, corner } = tireBox(p);
  const u = Math.max(0, p.rimHalfWidthMm - halfA);
  const w = Math.max(0, Math.abs(p.rimOuterMm - mid) - halfR);
  return Math.hypot(u, w) <= corner;
}

const rimMid = ({ rimInnerMm, rimOuterMm }: Profile): number => (rimInnerMm + rimOuterMm) / 2;

/** The family of one profile, or of several (at least one). */
export function familyOf(profiles: readonly Profile[]): Family {
  const byMid = grouped(profiles, rimMid);
  return {
    centreMm: range(profiles.map(({ centreMm }) => centreMm)),
    tire: shapeRange(profiles.map(tireBox)),
    rims: [...byMid.entries()].sort(([x], [y]) => x - y).map(([, some]) => shapeRange(some.map(rimBox))),
    flangeInside: profiles.every(flangeInside),
  };
}

/** Which of the family's rims each of the profiles has that the family was made of: what `rimInFamily` says, without its checks. */
export function rimsInFamily({ rims }: Family, profiles: readonly Profile[]): Int32Array {
  const at = new Map(rims.map(({ midMm: [mid] }, i) => [mid, i]));
  return Int32Array.from(profiles, (profile) => at.get(rimMid(profile)) ?? -1);
}

const ROUNDING_MM = 1e-9;

const inside = (mine: Range, all: Range): boolean =>
  mine[0] >= all[0] - ROUNDING_MM && mine[1] <= all[1] + ROUNDING_MM;

function shapeInside(box: Box, all: ShapeRange): boolean {
  const mine = shapeRange([box]);
  return (
    inside(mine.midMm, all.midMm) &&
    inside(mine.cornerMm, all.cornerMm) &&
    mine.leastHalfAMm >= all.leastHalfAMm - ROUNDING_MM &&
    mine.leastHalfRMm >= all.leastHalfRMm - ROUNDING_MM &&
    mine.outerMm <= all.outerMm + ROUNDING_MM &&
    mine.innerMm >= all.innerMm - ROUNDING_MM &&
    mine.rightMm <= all.rightMm + ROUNDING_MM &&
    mine.leftMm >= all.leftMm - ROUNDING_MM
  );
}

/** Which of the family's rims a profile has; undefined where the profile is not of the family at all. */
export function rimInFamily(family: Family, profile: Profile): number | undefined {
  const { centreMm } = profile;
  if (
    !inside([centreMm, centreMm], family.centreMm) ||
    !shapeInside(tireBox(profile), family.tire) ||
    (family.flangeInside && !flangeInside(profile))
  )
    return undefined;
  const box = rimBox(profile);
  const at = family.rims.findIndex((rim) => shapeInside(box, rim));
  return at < 0 ? undefined : at;
}

/** The least that the distance of (a, r) from any shape of the family can be, mm. */
export function leastDistance(
  { rightMm, leftMm, outerMm, innerMm, cornerMm }: ShapeRange,
  a: number,
  r: number,
): number {
  return Math.max(a - rightMm, leftMm - a, r - outerMm, innerMm - r) - cornerMm[1] - ROUNDING_MM;
}

/** The most that it can be. */
export function mostDistance(shape: ShapeRange, centreMm: Range, a: number, r: number): number {
  const u = Math.max(Math.abs(a - centreMm[0]), Math.abs(a - centreMm[1])) - shape.leastHalfAMm;
  const w = Math.max(Math.abs(r - shape.midMm[0]), Math.abs(r - shape.midMm[1])) - shape.leastHalfRMm;
  return (u > 0 && w > 0 ? Math.sqrt(u * u + w * w) : Math.max(u, w)) - shape.cornerMm[0];
}
