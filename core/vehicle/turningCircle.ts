import type { Steering, Vehicle } from '../format/vehicle';

/**
 * Turning circle from kerb to kerb, m: the circle that the outside front tire's outer edge draws. With wheelbase
 * L, the outside wheel at angle δ and the edge `reachMm` outboard of the kingpin, its radius is L/sin δ + reach
 * (both front wheels turn about one centre on the rear axle's line). undefined without steering.
 */
export function turningCircleM(
  vehicle: Pick<Vehicle, 'wheelbaseMm'>,
  steering: Steering | undefined,
  outerEdgeMm: number,
  lockShare = 1,
): number | undefined {
  const outsideDeg = (steering?.lockOutsideDeg ?? 0) * lockShare;
  if (!steering || outsideDeg <= 0) return undefined;
  const radiusMm =
    vehicle.wheelbaseMm / Math.sin((outsideDeg * Math.PI) / 180) + steering.kingpinMm + outerEdgeMm;
  return (2 * radiusMm) / 1000;
}
