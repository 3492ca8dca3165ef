import { AXLES, type AxleName } from '../format/names';
import type { Build, PackageFile, VehicleFile } from '../format/build';
import { tireSize } from '../tire/size';
import { waysOf } from './predict';
import type { Correction } from './reconcile';
import type { TestReading } from '../format/testFit';

const tenth = (mm: number): number => Math.round(mm * 10) / 10;

/** Corrections smaller than this change nothing that a tape could find, mm. */
export const LEAST_MM = 0.5;

/**
 * A vehicle with its obstacles where the readings found them, each as sure as it is now, and a package with the sag and the
 * tire that they found. What a correction does not speak of stays the same object. Files in and out, `x-…` keys and all.
 */
export function takeOver(
  build: Build,
  files: { vehicle: VehicleFile; package: PackageFile },
  corrections: readonly Correction[],
  readings: readonly TestReading[],
): { vehicle: VehicleFile; package: PackageFile } {
  const ways = waysOf(build, readings);
  const found = new Map(corrections.map((one) => [one.key, one]));
  const cornerWith = (axle: AxleName): VehicleFile['corners']['front'] => {
    const corner = files.vehicle.corners[axle];
    const obstacles = corner.obstacles.map((obstacle) => {
      const key = `${axle} ${obstacle.id}`;
      const correction = found.get(key);
      const way = ways.get(key);
      if (!correction || !way) return obstacle;
      const by = Math.abs(correction.mm) < LEAST_MM ? 0 : correction.mm;
      return {
        ...obstacle,
        points: obstacle.points.map(([x, y, z]): [number, number, number] => [
          tenth(x + way[0] * by),
          tenth(y + way[1] * by),
          tenth(z + way[2] * by),
        ]),
        tapeErrorMm: Math.max(0.5, tenth(correction.spreadMm)),
      };
    });
    return obstacles.some((one, i) => one !== corner.obstacles[i]) ? { ...corner, obstacles } : corner;
  };
  const corners = { front: cornerWith('front'), rear: cornerWith('rear') };
  const sag = { ...files.package.sagMm };
  let sagged = false;
  for (const axle of AXLES) {
    const ride = found.get(`ride ${axle}`);
    if (!ride || Math.abs(ride.mm) < LEAST_MM) continue;
    // What stands lower has sagged.
    sag[axle] = tenth(build.package.sagMm[axle] - ride.mm);
    sagged = true;
  }
  const { tire, wheel } = build.package;
  const larger = found.get('diameter');
  const resized =
    larger && Math.abs(larger.mm) >= LEAST_MM
      ? {
          ...files.package.tire,
          overallDiameterMm: tenth(tireSize(tire, wheel.widthIn).overallDiameterMm + larger.mm),
        }
      : files.package.tire;
  const same = AXLES.every((axle) => corners[axle] === files.vehicle.corners[axle]);
  return {
    vehicle: same ? files.vehicle : { ...files.vehicle, corners },
    package: { ...files.package, tire: resized, ...(sagged ? { sagMm: sag } : {}) },
  };
}
