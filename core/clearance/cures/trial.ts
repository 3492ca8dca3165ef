import type { AxleName } from '../../format/names';
import { buildSchema, type Build } from '../../format/build';
import { tireSize } from '../../tire/size';
import { MM_PER_INCH } from '../../units/length';
import { travelOf } from '../../vehicle/travel';
import {
  cutDepths,
  frontArms,
  leastOf,
  leastWhole,
  sweepCorner,
  sweepInputOf,
  type SweepCorner,
} from '../corner';
import { decidingProfile } from '../profile';
import { changed, TRYING, type ScannedKind } from './kinds';
import type { Package } from '../../format/package';

export type Trial = {
  /** The same over the whole zone, as `assess` says it: dearer, for what is offered. */
  whole: (kind: ScannedKind, amount: number) => Float64Array | null;
  /** Least clearance of every obstacle of a corner after one change; null where no such vehicle could stand. */
  least: (kind: ScannedKind, amount: number) => Float64Array | null;
  /** The largest amount of a kind that leaves a vehicle that can stand, at most what is tried of it. */
  reach: (kind: ScannedKind) => number;
};

/** A sidewall that is left over the rim, mm; under it nothing is a tire. */
const LEAST_SIDEWALL_MM = 30;

/** Whether a package leaves a vehicle that can exist, and can be written down. */
export const possible = (build: Build, axle: AxleName, pack: Package): boolean =>
  canStand(build, axle, pack) && buildSchema.shape.package.safeParse(pack).success;

/** Whether a package leaves travel both ways from ride height, arms that reach, a tire. */
export function canStand(build: Build, axle: AxleName, pack: Package): boolean {
  const { suspension } = build.vehicle.corners[axle];
  const travel = travelOf(suspension, pack.lift[axle], pack.sagMm[axle]);
  const arms = [...frontArms(build.vehicle, axle), suspension.sideArmMm];
  const size = tireSize(pack.tire, pack.wheel.widthIn);
  return (
    travel.fullDroopMm < travel.rideMm &&
    travel.rideMm < travel.fullBumpMm &&
    arms.every((arm) => arm === null || Math.abs(arm) > travel.reachMm) &&
    size.overallDiameterMm / 2 - (MM_PER_INCH / 2) * pack.wheel.diameterIn >= LEAST_SIDEWALL_MM &&
    size.sectionWidthMm > 80 &&
    (pack.lockStopDeg === undefined || pack.lockStopDeg >= 5)
  );
}

type Answer = Float64Array | null;

/** The same answers, each worked out once; none of a kind is one and the same. */
function remembered(
  answerTo: (kind: ScannedKind, amount: number) => Answer,
): (kind: ScannedKind, amount: number) => Answer {
  const known = new Map<string, Answer>();
  return (kind, amount) => {
    const key = amount === 0 ? '0' : `${kind} ${amount}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    const answer = answerTo(kind, amount);
    known.set(key, answer);
    return answer;
  };
}

/** Everything that can be tried on one corner, each answer worked out once. */
export function trialOf(build: Build, axle: AxleName): Trial {
  const { vehicle, use, package: pack } = build;
  const corner = sweepCorner(sweepInputOf({ vehicle, package: pack, use }, axle));
  const cut = cutDepths(corner.corner.obstacles, pack.cuts);
  const profile = decidingProfile(pack, use);

  const reaches = new Map<ScannedKind, number>();
  const reach = (kind: ScannedKind): number => {
    const known = reaches.get(kind);
    if (known !== undefined) return known;
    const { upTo, exact } = TRYING[kind];
    let amount = upTo;
    while (amount > 0 && !possible(build, axle, changed(build, axle, kind, amount))) amount -= exact;
    const most = Math.max(0, amount);
    reaches.set(kind, most);
    return most;
  };
  /** The package with a change, where such a vehicle could stand. What can be written down of more can be of less. */
  const withChange = (kind: ScannedKind, amount: number): Package | null => {
    if (amount > reach(kind)) return null;
    const to = changed(build, axle, kind, amount);
    return canStand(build, axle, to) ? to : null;
  };
  const cornerWith = (to: Package): SweepCorner =>
    sweepCorner(sweepInputOf({ vehicle, package: to, use }, axle));
  const least = remembered((kind, amount) => {
    if (amount === 0) return leastWhole(corner, profile, cut).least;
    const to = withChange(kind, amount);
    return to && leastOf(cornerWith(to), decidingProfile(to, use), cut);
  });
  const whole = remembered((kind, amount) => {
    if (amount === 0) return least(kind, 0);
    const to = withChange(kind, amount);
    return to && leastWhole(cornerWith(to), decidingProfile(to, use), cut).least;
  });
  return { least, whole, reach };
}
