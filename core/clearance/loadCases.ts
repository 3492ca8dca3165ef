import { AXLES, type AxleName, type Build } from '../format/build';
import { deriveFigures } from '../figures';
import { G } from '../load/masses';
import { travelOf } from '../vehicle/travel';
import { decidingLeast, fitOf, type Fit } from './fit';
import { sweepCorner, sweepInputOf } from './corner';
import { type Package } from '../format/package';

/** One way in which the vehicle may be loaded, and what that does to each axle. */
export type LoadCase = {
  id: 'empty' | 'half' | 'laden' | 'rated';
  sagMm: Record<AxleName, number>;
  /** Whether its sag was worked out from spring rate and rating, not measured. */
  estimate: boolean;
  fit: Record<AxleName, Pick<Fit, 'grade' | 'leastClearanceMm' | 'at'>>;
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
      const fit = fitOf(
        sweepCorner(sweepInputOf({ ...build, package: pack }, axle)),
        { ...build, package: pack },
        figures,
      );
      const { leastClearanceMm, at: where } = decidingLeast(fit, build.use);
      return { grade: fit.grade, leastClearanceMm, at: where };
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
