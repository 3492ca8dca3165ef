import type { WellFile } from '../core/format/well';

/** A well whose front stands so much higher, mm: another shop's, which errs or has another body. */
export const higherWell = (well: WellFile, byMm: number): WellFile => ({
  ...well,
  vehicle: {
    ...well.vehicle,
    corners: {
      ...well.vehicle.corners,
      front: {
        ...well.vehicle.corners.front,
        obstacles: well.vehicle.corners.front.obstacles.map((one) => ({
          ...one,
          points: one.points.map(([x, y, z]): [number, number, number] => [x, y, z + byMm]),
        })),
      },
    },
  },
});
