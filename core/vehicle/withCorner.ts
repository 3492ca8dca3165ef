import type { AxleName } from '../format/names';
import type { Corner, Vehicle } from '../format/build';

/** A vehicle with another corner at one of its axles. */
export const withCorner = (vehicle: Vehicle, axle: AxleName, corner: Corner): Vehicle => ({
  ...vehicle,
  corners: { ...vehicle.corners, [axle]: corner },
});
