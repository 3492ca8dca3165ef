import {
  cutDepths,
  leastOf,
  sweepCorner,
  sweepForLeast,
  sweepInputOf,
  type SweepCorner,
} from '../clearance/corner';
import type { SweepResult } from '../clearance/kernel';
import { decidingProfile } from '../clearance/profile';
import { misses } from '../clearance/rub';
import { AXLES, type AxleName } from '../format/names';
import type { Build, Obstacle } from '../format/build';
import { sectionOf, type Section } from '../clearance/section';
import type { Package } from '../format/package';
import { isThere } from '../vehicle/parts';
import { witnessesOf } from '../clearance/witnesses';

/** Coarse enough to be asked about tens of thousands of packages; what is offered is held against the whole zone afterwards. */
const GRID = { lock: 21, travel: 13 } as const;
/** Corners that are kept laid out; a third change to the suspension makes more than is worth keeping. */
const MOST_KEPT = 800;

/** A part of a build, and at which axle it is. */
export type PartAt = { axle: AxleName; part: Obstacle };

export type Corners = {
  /** Numbers of an axle's obstacles that are under their goal. */
  under: (axle: AxleName, build: Build) => number[];
  /** The same as the parts that they are, of both axles. */
  inTheWay: (build: Build) => PartAt[];
  /** Whether it is plain, without a sweep, that more than `upTo` parts of an axle are too near, or one that is not `fixable`. */
  hopeless: (build: Build, upTo: number, fixable: Record<AxleName, Uint8Array>) => boolean;
  /** Whether everything at both axles is at its goal. */
  clears: (build: Build) => boolean;
  /** Least clearance of each obstacle, mm, on the same grid. */
  least: (axle: AxleName, build: Build) => Float64Array;
};

/**
 * Answers, for packages of one build, which obstacles come nearer than their goals (`goals`, mm, by axle): on a grid of
 * poses, with bounds so tight that whatever stands clear costs next to nothing.
 */
export function cornersOf(base: Build, goals: Record<AxleName, Float64Array>): Corners {
  const laid = new Map<string, SweepCorner>();
  const { lock, travel } = base.use.grid;
  const grid = { lock: lock === 1 ? 1 : Math.min(lock, GRID.lock), travel: Math.min(travel, GRID.travel) };
  const use = { ...base.use, grid };

  const cornerAt = (axle: AxleName, { vehicle, package: pack }: Build): SweepCorner => {
    const { lift, sagMm, lockStopDeg, moves, removed } = pack;
    const key = JSON.stringify([axle, lift[axle], sagMm[axle], lockStopDeg, moves, removed]);
    const known = laid.get(key);
    if (known) return known;
    if (laid.size >= MOST_KEPT) laid.clear();
    const made = sweepCorner(sweepInputOf({ vehicle, package: pack, use }, axle));
    laid.set(key, made);
    return made;
  };
  const isUnder = (axle: AxleName, corner: SweepCorner, { least }: SweepResult, i: number): boolean =>
    isThere(corner.corner.obstacles[i]!) && misses(least[i]!, goals[axle][i]!);

  // Packages whose wheel and tire are the same objects have one section.
  const sections = new WeakMap<Package['tire'], Map<string, Section>>();
  const sectionFor = (pack: Package): Section => {
    const { tire, wheel, spacerMm } = pack;
    let ofTire = sections.get(tire);
    if (!ofTire) sections.set(tire, (ofTire = new Map<string, Section>()));
    const key = `${wheel.offsetMm} ${spacerMm} ${wheel.widthIn} ${wheel.diameterIn}`;
    let known = ofTire.get(key);
    if (!known) ofTire.set(key, (known = sectionOf(decidingProfile(pack, use))));
    return known;
  };
  const ofBuild = (axle: AxleName, build: Build) => {
    const corner = cornerAt(axle, build);
    return {
      corner,
      profile: decidingProfile(build.package, use),
      cut: cutDepths(corner.corner.obstacles, build.package.cuts),
    };
  };
  const under: Corners['under'] = (axle, build) => {
    const { corner, profile, cut } = ofBuild(axle, build);
    const result = sweepForLeast(corner, profile, cut, undefined, goals[axle]);
    const found = Array.from(result.least.keys()).filter((i) => isUnder(axle, corner, result, i));
    if (isPlaced(build)) for (const i of found) seen[axle].note(corner, build, i, result.leastPose[i]!);
    return found;
  };
  const seen = {
    front: witnessesOf(base, 'front', goals.front, sectionFor),
    rear: witnessesOf(base, 'rear', goals.rear, sectionFor),
  };
  /** Whether its parts stand as those of the build do: what was seen of them says something of it. */
  const isPlaced = ({ package: { moves, removed, cuts } }: Build): boolean =>
    moves === base.package.moves && removed === base.package.removed && cuts === base.package.cuts;
  const hopeless: Corners['hopeless'] = (build, upTo, fixable) =>
    isPlaced(build) && AXLES.some((axle) => seen[axle].deny(build, upTo, fixable[axle]));
  const nothing = { front: new Uint8Array(goals.front.length), rear: new Uint8Array(goals.rear.length) };
  return {
    under,
    inTheWay: (build) =>
      AXLES.flatMap((axle) =>
        under(axle, build).map((i) => ({ axle, part: build.vehicle.corners[axle].obstacles[i]! })),
      ),
    hopeless,
    clears: (build) => !hopeless(build, 0, nothing) && AXLES.every((axle) => under(axle, build).length === 0),
    least: (axle, build) => {
      const { corner, profile, cut } = ofBuild(axle, build);
      return leastOf(corner, profile, cut);
    },
  };
}
