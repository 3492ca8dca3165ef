import type { PackageFile, VehicleFile } from '../build';

/** The package that a vehicle left its maker with: its stock tire and wheel, nothing added. */
export function asDelivered(vehicle: VehicleFile): PackageFile {
  return { label: 'As delivered', tire: vehicle.stock.tire, wheel: vehicle.stock.wheel };
}
