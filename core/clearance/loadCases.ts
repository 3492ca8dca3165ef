import { AXLES, type AxleName } from '../format/names';
import type { Build } from '../format/build';
import { deriveFigures } from '../figures';
import { G } from '../load/masses';
import { travelOf } from '../vehicle/travel';
import { decidingLeast } from './decidingLeast';
import { fitOf, type Fit } from './fit';
import { poseView } from './contact';
import { cutDepths, sweepCorner, sweepInputOf } from './corner';
import { decidingProfile } from './profile';
import type { Package } from '../format/package';

/** One way in which the vehicle may be loaded, and what that does to each axle. */
export type LoadCase = {
  id: 'empty' | 'half' | 'laden' | 'rated';
  sagMm: Record<AxleName, number>;
  /** Whether its sag was worked out from spring rate and rating, not measured. */
  estimate: boolean;
  fit: Record<AxleName, LoadFit>;
};

/** What a load changes at an axle: the gaps as it stands, straight and at full lock, the lock that is free there, and the least of the zone. */
export type LoadFit = Pick<Fit, 'grade' | 'leastClearanceMm' | 'at'> & {
  standingMm: number;
  /** Left out for an unsteered axle, as is the lock. */
  fullLockMm?: number;
  usableLockDeg?: number;
};

/** Sag in mm at the axle's rating: what may still be put on one wheel over its spring's rate; undefined where unknown. */
function ratedSagMm({ vehicle }: Build, axle: AxleName): number | undefined {
  const rate = vehicle.corners[axle].suspension.rateNPerMm;
  const rating = vehicle.ratingsKg[axle];
  if (rate === undefined || rating === undefined) return undefined;
  return (Math.max(0, rating - vehicle.massKg[axle]) / 2) * (G / rate);
}

/** An axle cannot sag past full bump; there it stands on its stops. */
function within(build: Build, axle: AxleName, sagMm: number): number {
  const { suspension } = build.vehicle.corners[axle];
  const empty = travelOf(suspension, build.package.lift[axle], 0);
  return Math.min(sagMm, empty.fullBumpMm - empty.rideMm - 0.5);
}

/**
 * The same package empty, half and fully laden as its sag says, and at the axles' ratings where spring rates are
 * known. Only cases that differ are answered; one alone where no load is known.
 */
export function loadCases(build: Build): LoadCase[] {
  const { sagMm } = build.package;
  const laden = AXLES.some((axle) => sagMm[axle] !== 0);
  const rated = AXLES.map((axle) => ratedSagMm(build, axle));
  const figures = deriveFigures(build);
  const judge = (id: LoadCase['id'], sag: (axle: AxleName) => number, estimate = false): LoadCase => {
    const at = { front: within(build, 'front', sag('front')), rear: within(build, 'rear', sag('rear')) };
    const pack: Package = { ...build.package, sagMm: at };
    const [front, rear] = AXLES.map((axle) => {
      const loaded = { ...build, package: pack };
      const corner = sweepCorner(sweepInputOf(loaded, axle));
      const fit = fitOf(corner, axle, loaded, figures);
      const { leastClearanceMm, at: where } = decidingLeast(fit, build.use);
      const cut = cutDepths(corner.corner.obstacles, pack.cuts);
      const profile = decidingProfile(pack, build.use);
      const gapAt = (lockDeg: number): number =>
        poseView(corner, profile, cut, lockDeg, 0).nearest.clearanceMm;
      const { steering } = corner;
      return {
        grade: fit.grade,
        leastClearanceMm,
        at: where,
        standingMm: gapAt(0),
        ...(steering
          ? {
              fullLockMm: Math.min(gapAt(steering.lockInsideDeg), gapAt(-steering.lockOutsideDeg)),
              usableLockDeg: fit.usableLockDeg.inside,
            }
          : {}),
      };
    });
    return { id, sagMm: at, estimate, fit: { front: front!, rear: rear! } };
  };
  return [
    judge('empty', () => 0),
    ...(laden ? [judge('half', (axle) => sagMm[axle] / 2), judge('laden', (axle) => sagMm[axle])] : []),
    ...(rated.some((sag) => sag !== undefined)
      ? [judge('rated', (axle) => rated[AXLES.indexOf(axle)] ?? sagMm[axle], true)]
      : []),
  ];
}
