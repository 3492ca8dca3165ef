import type { Wheel } from '../format/wheel';
import type { Tire } from '../format/tire';
import type { Package } from '../format/package';
import type { Use } from '../format/use';
import { decidingSize } from '../tire/grown';
import { tireSize, type TireSize } from '../tire/size';
import { MM_PER_INCH } from '../units/length';
import { FLANGE_HEIGHT_MM, overallWidthMm } from '../wheel/geometry';

/**
 * Half section of a mounted wheel, mm: a along the axle from the hub face (outboard positive), r from the
 * axle. The tire is a rounded rectangle, the rim a plain one; both share the centre plane.
 */
export type Profile = {
  centreMm: number;
  tireHalfWidthMm: number;
  shoulderMm: number;
  tireInnerMm: number;
  tireOuterMm: number;
  rimHalfWidthMm: number;
  rimInnerMm: number;
  rimOuterMm: number;
};

/** The rim stands from 12 mm inside its bead seat to the top of its flange. */
const RIM_DEPTH_MM = 12;

export function profileOf(size: TireSize, wheel: Wheel, spacerMm: number): Profile {
  const rimMm = (MM_PER_INCH / 2) * wheel.diameterIn;
  const tireHalfWidthMm = size.sectionWidthMm / 2;
  const halfHeightMm = (size.overallDiameterMm / 2 - rimMm) / 2;
  // A shoulder cannot be rounder than the section is thick, nor hollow where the tread is the wider.
  const shoulderMm = Math.max(
    0,
    Math.min((size.sectionWidthMm - size.treadWidthMm) / 2, halfHeightMm, tireHalfWidthMm),
  );
  return {
    centreMm: spacerMm - wheel.offsetMm,
    tireHalfWidthMm,
    shoulderMm,
    tireInnerMm: rimMm,
    tireOuterMm: size.overallDiameterMm / 2,
    rimHalfWidthMm: overallWidthMm(wheel.widthIn) / 2,
    rimInnerMm: rimMm - RIM_DEPTH_MM,
    rimOuterMm: rimMm + FLANGE_HEIGHT_MM,
  };
}

/** By how much at most a place is nearer to a larger tire than to a smaller one on the same wheel, mm. */
export function standsOutMm(small: Profile, large: Profile): number {
  const wider = large.tireHalfWidthMm - small.tireHalfWidthMm;
  const taller = large.tireOuterMm - small.tireOuterMm;
  // A corner moves by both; a rounder shoulder takes from it, a sharper one adds its own reach, (√2 − 1) of the difference.
  const sharper = Math.max(0, small.shoulderMm - large.shoulderMm) * (Math.SQRT2 - 1);
  return Math.hypot(Math.max(0, wider), Math.max(0, taller)) + sharper;
}

/** Whether one mounted wheel takes up all the room that another one does, tire within tire and rim within rim. */
export function holdsWithin(large: Profile, small: Profile): boolean {
  // A rounded rectangle is what lies between four discs, and both shapes are convex.
  const within = (
    distance: (profile: Profile, a: number, r: number) => number,
    halfMm: number,
    innerMm: number,
    outerMm: number,
    cornerMm: number,
  ): boolean =>
    [-1, 1].every((side) =>
      [innerMm + cornerMm, outerMm - cornerMm].every(
        (r) => distance(large, small.centreMm + side * (halfMm - cornerMm), r) <= 1e-9 - cornerMm,
      ),
    );
  const { tireHalfWidthMm, tireInnerMm, tireOuterMm, shoulderMm } = small;
  return (
    within(tireDistance, tireHalfWidthMm, tireInnerMm, tireOuterMm, shoulderMm) &&
    within(rimDistance, small.rimHalfWidthMm, small.rimInnerMm, small.rimOuterMm, 0)
  );
}

/** The profile of a tire on the wheel that it is on, pushed out by a spacer. */
export const mountedProfile = ({ tire, wheel }: { tire: Tire; wheel: Wheel }, spacerMm: number): Profile =>
  profileOf(tireSize(tire, wheel.widthIn), wheel, spacerMm);

/** The profile that decides the grade of a package: its tire as it is sold, or grown in service. */
export const decidingProfile = (
  pack: Pick<Package, 'tire' | 'wheel' | 'spacerMm'>,
  use: Pick<Use, 'tire' | 'rules'>,
): Profile => profileOf(decidingSize(pack, use), pack.wheel, pack.spacerMm);

/** Exact signed distance (negative inside) of (u, w) from a rectangle of half sizes about 0 with corner radius. */
function boxDistance(u: number, w: number, halfU: number, halfW: number, radius: number): number {
  const qu = Math.abs(u) - halfU + radius;
  const qw = Math.abs(w) - halfW + radius;
  if (qu > 0 && qw > 0) return Math.sqrt(qu * qu + qw * qw) - radius;
  return Math.max(qu, qw) - radius;
}

/** Signed distance in mm from a point (a, r) of the section plane to the tire alone. */
export function tireDistance(profile: Profile, a: number, r: number): number {
  return boxDistance(
    a - profile.centreMm,
    r - (profile.tireInnerMm + profile.tireOuterMm) / 2,
    profile.tireHalfWidthMm,
    (profile.tireOuterMm - profile.tireInnerMm) / 2,
    profile.shoulderMm,
  );
}

/** The same to the rim alone. */
export function rimDistance(profile: Profile, a: number, r: number): number {
  return boxDistance(
    a - profile.centreMm,
    r - (profile.rimInnerMm + profile.rimOuterMm) / 2,
    profile.rimHalfWidthMm,
    (profile.rimOuterMm - profile.rimInnerMm) / 2,
    0,
  );
}

/** Signed distance in mm from a point (a, r) of the section plane to tire or rim, whichever is nearer. */
export function sectionClearance(profile: Profile, a: number, r: number): number {
  return Math.min(tireDistance(profile, a, r), rimDistance(profile, a, r));
}

/**
 * The tire's half section as a closed outline of (a, r) pairs, each shoulder an arc of `steps` chords.
 * Starts at the inner bead, runs round the tread and back.
 */
export function tireOutline(profile: Profile, steps = 8): [number, number][] {
  const { centreMm, tireHalfWidthMm, shoulderMm, tireInnerMm, tireOuterMm } = profile;
  const corners: [number, number, number][] = [
    [-1, -1, Math.PI],
    [-1, 1, Math.PI / 2],
    [1, 1, 0],
    [1, -1, -Math.PI / 2],
  ];
  const outline: [number, number][] = [];
  for (const [side, end, from] of corners) {
    const a = centreMm + side * (tireHalfWidthMm - shoulderMm);
    const r = end > 0 ? tireOuterMm - shoulderMm : tireInnerMm + shoulderMm;
    // Corner by corner clockwise, seen with r up: the arc starts where the straight before it ends.
    const start = from + Math.PI / 2;
    for (let i = 0; i <= steps; i++) {
      const angle = start - (i / steps) * (Math.PI / 2);
      outline.push([a + shoulderMm * Math.cos(angle), r + shoulderMm * Math.sin(angle)]);
    }
  }
  return outline;
}
