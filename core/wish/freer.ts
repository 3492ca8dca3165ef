import { assess } from '../assess';
import { reaches, type Grade } from '../clearance/grade';
import { decidingProfile, holdsWithin, type Profile } from '../clearance/profile';
import { KISS } from '../clearance/rub';
import type { AxleName } from '../format/names';
import type { Build } from '../format/build';
import type { FreeLimits } from '../format/freeLimits';
import { materialOf } from '../format/materials';
import { cornersOf, type Corners } from '../together/corners';
import { freedBy, type Freed } from '../together/offers';
import { waysOf, type Way } from '../together/search';
import { hopelessOf } from './hopeless';

/** Of the ways that free a package only so many are held against `assess`, those of the least work first. */
const HELD = 4;
/** Kept in hand against what the coarse grid does not see, mm. */
const IN_HAND_MM = 2;

export type Freer = {
  /** Its corners, and what every part of them is to come to, mm. */
  corners: Corners;
  goals: Record<AxleName, Float64Array>;
  /** A package as it is, where it stands so. */
  asItIs: (build: Build) => Freed | null;
  /** With the fewest changes that free one that does not stand as it is; `lift` is the number of its kit. */
  withChanges: (build: Build, lift: number) => Freed | null;
};

/**
 * Frees packages of one vehicle, one after the other; null where nothing within the limits does. What failed is kept: a wheel that
 * takes up all the room of one that nothing freed on the same kit is not freed either.
 */
export function freerOf(base: Build, goalMm: number, wanted: Grade, limits: FreeLimits): Freer {
  const goalsOf = (hardMm: number, softMm = hardMm) => {
    const of = (axle: AxleName): Float64Array =>
      Float64Array.from(base.vehicle.corners[axle].obstacles, ({ material }) =>
        materialOf(material).soft ? softMm : hardMm,
      );
    return { front: of('front'), rear: of('rear') };
  };
  const goals = goalsOf(goalMm);
  const corners = cornersOf(base, goals);
  const sure = cornersOf(base, goalsOf(goalMm + IN_HAND_MM));
  // What the rub policy may let pass: whether it does is known when the package is assessed.
  const kissing = base.use.rub === 'none' ? corners : cornersOf(base, goalsOf(goalMm, -KISS.depthMm));
  const isHopeless = hopelessOf(base, corners, goalMm, limits);
  const failed = new Map<number, Profile[]>();

  function asItIs(build: Build): Freed | null {
    if (!kissing.clears(build)) return null;
    const assessment = assess(build);
    return reaches(assessment.grade, wanted) ? { build, changes: [], assessment } : null;
  }

  /** What frees a package on a grid, held against `assess`; undefined where nothing does on the grid already. */
  function heldOn(grid: Corners, build: Build): Freed | null | undefined {
    const ways: Way[] = [];
    for (const { found } of waysOf(build, grid, limits, true)) ways.push(...found);
    if (ways.length === 0) return undefined;
    ways.sort((one, other) => one.hours - other.hours);
    for (const way of ways.slice(0, HELD)) {
      const freed = freedBy(build, way, wanted, limits, grid);
      if (freed) return freed;
    }
    return null;
  }

  /** Undefined where it is plain that nothing frees it, nor anything that takes up more room. */
  function search(build: Build): Freed | null | undefined {
    if (isHopeless(build)) return undefined;
    const held = heldOn(corners, build);
    // Between the poses of the grid a part can be nearer than any of them shows: once more with that much in hand.
    return held === null ? (heldOn(sure, build) ?? null) : held;
  }

  return {
    corners,
    goals,
    asItIs,
    withChanges: (build, lift) => {
      const profile = decidingProfile(build.package, build.use);
      const before = failed.get(lift) ?? [];
      if (before.some((one) => holdsWithin(profile, one))) return null;
      const freed = search(build);
      if (freed === undefined)
        failed.set(lift, [...before.filter((one) => !holdsWithin(one, profile)), profile]);
      return freed ?? null;
    },
  };
}
