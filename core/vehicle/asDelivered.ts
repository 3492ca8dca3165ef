import type { PackageFile, VehicleFile } from '../format/build';
import type { Lift } from '../format/package';

/** Nothing raised, lowered or moved. */
export const NO_LIFT: Lift = {
  springMm: 0,
  bracketMm: 0,
  bodyMm: 0,
  bumpStopMm: 0,
  droopGainMm: 0,
  foreAftMm: 0,
  outboardMm: 0,
  casterDeltaDeg: 0,
};

/** How much a lift raises the body over an axle, by springs, brackets and blocks together, mm. */
export const liftHeightMm = ({ springMm, bracketMm, bodyMm }: Lift): number => springMm + bracketMm + bodyMm;

/** The package that a vehicle left its maker with: its stock tire and wheel, nothing added. */
export function asDelivered(vehicle: VehicleFile): PackageFile {
  return { label: 'As delivered', tire: vehicle.stock.tire, wheel: vehicle.stock.wheel };
}

/** A stage beside a vehicle that changes: the first one, as delivered, has the vehicle's own package. */
export const beside = <Stage extends { package: PackageFile }>(
  vehicle: VehicleFile,
  position: number,
  stage: Stage,
): Stage => (position === 0 ? { ...stage, package: asDelivered(vehicle) } : stage);
