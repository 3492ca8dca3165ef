import { AXLES } from '../format/names';
import type { VehicleFile } from '../format/build';
import { withoutExtensions } from '../format/fields';
import type { WellFile } from '../format/well';
import { platformMark } from './platform';

type CornerFile = VehicleFile['corners']['front'];

/** What still stands as the platform said was not measured on this vehicle: it leaves as an estimate. */
const bare = (corner: CornerFile): CornerFile => ({
  ...corner,
  obstacles: corner.obstacles.map((one) =>
    platformMark(one) ? { ...one, estimated: one.points.map((_, i) => i) } : one,
  ),
});

/** A vehicle as its well travels: under the name of its body, without its own name and without anything that a program kept in it. */
export function wellOf(vehicle: VehicleFile, body: string, from: string): WellFile {
  const [front, rear] = AXLES.map((axle) => bare(vehicle.corners[axle]));
  const stripped = withoutExtensions({
    ...vehicle,
    label: body,
    corners: { front, rear },
  }) as VehicleFile;
  return { format: 'vexlo/well', version: 1, body, from, vehicle: stripped };
}
