import type { Build } from '../format/build';
import type { Check } from '../check';
import { deriveFigures, type Figures } from '../figures';
import { riseMm } from '../vehicle/rise';
import type { LowPoint } from '../format/underside';

type Pair<T> = { stock: T; package: T };
export type Ground = {
  /** Each left out where no point was measured that it depends on. */
  approachDeg?: Pair<number>;
  departureDeg?: Pair<number>;
  breakoverDeg?: Pair<number>;
  runningClearanceMm?: Pair<number>;
  checks: Check[];
};

/**
 * Angle in degrees of the ramp that touches the tire and a point, the point `aheadMm` beyond the axle and `heightMm`
 * up. The ramp is a tangent of the tire: the axle's centre lies one radius from it. 90 where the point is hidden
 * behind the tire.
 */
export function rampDeg(aheadMm: number, heightMm: number, radiusMm: number): number {
  const away = Math.hypot(aheadMm, radiusMm - heightMm);
  if (away <= radiusMm || aheadMm <= 0) return 90;
  // d·sin θ + (R − h)·cos θ = R, with d = away·cos φ and R − h = away·sin φ.
  const angle = Math.asin(radiusMm / away) - Math.atan2(radiusMm - heightMm, aheadMm);
  return Math.min(90, Math.max(0, (angle * 180) / Math.PI));
}

/** How far the body, the frame and the axle rise over the ground at a place along the vehicle, mm. */
function riseAt(build: Build, { behindFrontAxleMm, carrier }: LowPoint, figures: Figures): number {
  const share = behindFrontAxleMm / build.vehicle.wheelbaseMm;
  return (
    riseMm(build, 'front', carrier, figures) * (1 - share) + riseMm(build, 'rear', carrier, figures) * share
  );
}

const least = (values: readonly number[]): number | undefined =>
  values.length > 0 ? Math.min(...values) : undefined;

/**
 * Approach, departure and breakover angles and the running clearance from the low points as measured, as delivered
 * and with the package: what people lift for. Tires are taken as round; they press in where they stand.
 */
export function groundOf(build: Build, figures = deriveFigures(build)): Ground {
  const { vehicle } = build;
  const points = vehicle.underside ?? [];
  const radius: Pair<number> = {
    stock: figures.stock.size.overallDiameterMm / 2,
    package: figures.package.size.overallDiameterMm / 2,
  };
  const pair = (of: (which: 'stock' | 'package') => number | undefined): Pair<number> | undefined => {
    const [stock, now] = [of('stock'), of('package')];
    return stock === undefined || now === undefined ? undefined : { stock, package: now };
  };
  const heightOf = (point: LowPoint, which: 'stock' | 'package'): number =>
    point.heightMm + (which === 'stock' ? 0 : riseAt(build, point, figures));
  const L = vehicle.wheelbaseMm;
  const carried = points.filter(({ carrier }) => carrier !== 'axle');
  const approach = carried.filter((one) => one.behindFrontAxleMm < 0);
  const departure = carried.filter((one) => one.behindFrontAxleMm > L);
  const between = carried.filter((one) => one.behindFrontAxleMm > 0 && one.behindFrontAxleMm < L);
  const ramp = (point: LowPoint, beyondMm: number, which: 'stock' | 'package'): number =>
    rampDeg(beyondMm, heightOf(point, which), radius[which]);
  const approachDeg = pair((which) => least(approach.map((one) => ramp(one, -one.behindFrontAxleMm, which))));
  const departureDeg = pair((which) =>
    least(departure.map((one) => ramp(one, one.behindFrontAxleMm - L, which))),
  );
  const breakoverDeg = pair((which) =>
    least(
      between.map(
        (one) => ramp(one, one.behindFrontAxleMm, which) + ramp(one, L - one.behindFrontAxleMm, which),
      ),
    ),
  );
  const runningClearanceMm = pair((which) => least(points.map((one) => heightOf(one, which))));
  const lacking = [
    ...(approachDeg ? [] : ['ahead of the front wheels']),
    ...(breakoverDeg ? [] : ['between the axles']),
    ...(departureDeg ? [] : ['behind the rear wheels']),
  ];
  return {
    ...(approachDeg ? { approachDeg } : {}),
    ...(departureDeg ? { departureDeg } : {}),
    ...(breakoverDeg ? { breakoverDeg } : {}),
    ...(runningClearanceMm ? { runningClearanceMm } : {}),
    checks:
      lacking.length > 0
        ? [
            {
              id: 'underside',
              status: 'unknown',
              message: `What it gains over the ground is not wholly known: measure the lowest point ${lacking.join(', ')}.`,
            },
          ]
        : [],
  };
}
