import { canStand, possible } from '../clearance/cures/trial';
import type { ScannedKind } from '../clearance/cures/kinds';
import { AXLES, type AxleName } from '../format/names';
import type { Build } from '../format/build';
import type { FreeLimits } from '../format/freeLimits';
import { SHARED, withChanges, type Change } from './change';

/** Amounts that are tried first of each kind, mm (degrees for the lock stop): what shops reach for. What is found is made less afterwards. */
export const RUNGS: Readonly<Record<ScannedKind, readonly number[]>> = {
  'lock-stop': [1, 2, 3, 4, 5, 6, 7, 8, 9.5, 11, 13, 16],
  'bump-stop': [3, 6, 9, 12, 15, 18, 22, 26, 30, 36, 42, 48, 55],
  spacer: [3, 5, 7, 9, 11, 14, 17, 20, 23, 26, 30, 35, 40],
  forward: [2, 4, 6, 8, 10, 12, 15, 18, 21, 25, 30, 35, 40],
  back: [2, 4, 6, 8, 10, 12, 15, 18, 21, 25, 30, 35, 40],
  inboard: [2, 4, 6, 8, 10, 12, 15, 18, 21, 25, 30, 35, 40],
  outboard: [2, 4, 6, 8, 10, 12, 15, 18, 21, 25, 30, 35, 40],
  width: [4, 8, 12, 16, 20, 24, 28, 32, 36, 40, 45, 50, 55],
  diameter: [5, 10, 15, 20, 25, 30, 36, 42, 48, 56, 64, 72, 80],
  spring: [10, 20, 30, 40, 50, 60, 65, 70, 75, 80, 90, 100, 110],
  body: [10, 15, 20, 25, 30, 35, 40, 46, 53, 60, 70, 80, 90],
  bracket: [15, 25, 35, 45, 55, 65, 75, 85, 95, 105, 115, 127, 140],
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
      // Whether it can be written down is asked of what is offered.
      const amounts = RUNGS[kind].filter(
        (amount) => amount <= upTo && canStandWith(withChanges(build, [{ kind, axle, amount }]), build),
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
