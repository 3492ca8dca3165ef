import type { AxleName, Build } from '../format/build';
import { tireSize } from '../tire/size';

/** By how much the package's tires are larger over all, mm. */
export function growthMm({ vehicle: { stock }, package: pack }: Build): number {
  return (
    tireSize(pack.tire, pack.wheel.widthIn).overallDiameterMm -
    tireSize(stock.tire, stock.wheel.widthIn).overallDiameterMm
  );
}

/** The same as a share of the stock tire, per cent. */
export function growthPct(build: Build): number {
  const { tire, wheel } = build.vehicle.stock;
  return (growthMm(build) / tireSize(tire, wheel.widthIn).overallDiameterMm) * 100;
}

/**
 * By how much something rises over the ground at an axle, mm: the axle itself by half the growth of the tire, the
 * frame by springs and brackets too, the body by the body lift besides; sag takes from both.
 */
export function riseMm(build: Build, axle: AxleName, carrier: 'body' | 'frame' | 'axle'): number {
  const tires = growthMm(build) / 2;
  if (carrier === 'axle') return tires;
  const { springMm, bracketMm, bodyMm } = build.package.lift[axle];
  return tires + springMm + bracketMm + (carrier === 'body' ? bodyMm : 0) - build.package.sagMm[axle];
}
