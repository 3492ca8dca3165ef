import { canStand, possible } from '../clearance/cures/trial';
import { type ScannedKind } from '../clearance/cures/kinds';
import { AXLES, type AxleName, type Build } from '../format/build';
import type { FreeLimits } from '../format/freeLimits';
import { SHARED, withChanges, type Change } from './change';

/** Amounts that are tried first of each kind, mm (degrees for the lock stop): what shops reach for. What is found is made less afterwards. */
export const RUNGS: Readonly<Record<ScannedKind, readonly number[]>> = {
  'lock-stop': [2, 4, 7, 11, 16],
  'bump-stop': [5, 12, 20, 35, 55],
  spacer: [5, 10, 18, 28, 40],
  forward: [5, 10, 16, 25, 40],
  back: [5, 10, 16, 25, 40],
  inboard: [4, 8, 14, 24, 40],
  outboard: [4, 8, 14, 24, 40],
  width: [6, 14, 24, 38, 55],
  diameter: [8, 18, 30, 50, 80],
  spring: [15, 30, 50, 75, 110],
  body: [15, 25, 40, 60, 90],
  bracket: [20, 40, 70, 100, 140],
};
const SCANNED = Object.keys(RUNGS) as ScannedKind[];

/** One kind at one axle (or at both) and the amounts of it that leave a vehicle that can stand. */
export type Ladder = { kind: ScannedKind; axle: AxleName; amounts: number[] };

/** Kinds that undo each other, or are two ways to the same end: never together. */
const OPPOSED: readonly (readonly ScannedKind[])[] = [
  ['forward', 'back'],
  ['inboard', 'outboard'],
  ['inboard', 'spacer'],
];
export const goTogether = (one: Ladder, other: Ladder): boolean =>
  !OPPOSED.some(
    (pair) =>
      pair.includes(one.kind) &&
      pair.includes(other.kind) &&
      one.kind !== other.kind &&
      (one.axle === other.axle || SHARED.has(one.kind)),
  );

/** What is tried on a build: shared kinds once, the others at each of `axles`, all within the limits. */
export function laddersOf(build: Build, axles: readonly AxleName[], { avoid, most }: FreeLimits): Ladder[] {
  return SCANNED.filter((kind) => !avoid.includes(kind)).flatMap((kind) =>
    (SHARED.has(kind) ? (['front'] as const) : axles).flatMap((axle): Ladder[] => {
      if (kind === 'lock-stop' && !build.vehicle.corners[axle].steering) return [];
      const upTo = most[kind] ?? Infinity;
      const amounts = RUNGS[kind].filter(
        (amount) => amount <= upTo && standing(build, [{ kind, axle, amount }]),
      );
      return amounts.length > 0 ? [{ kind, axle, amounts }] : [];
    }),
  );
}

/** Whether changes leave a vehicle that can exist at both axles: what is asked tens of thousands of times. */
export const canStandWith = ({ package: pack }: Build, build: Build): boolean =>
  AXLES.every((axle) => canStand(build, axle, pack));

/** The same, and a package that can be written down. */
export function standing(build: Build, changes: readonly Change[]): boolean {
  const { package: pack } = withChanges(build, changes);
  return AXLES.every((axle) => possible(build, axle, pack));
}
