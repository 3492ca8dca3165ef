import type { Build, BuildFile } from '../core/format/build';
import type { Powertrain } from '../core/format/driveline';
import { checked, exampleFile } from './example';

export const POWERTRAIN: Powertrain = {
  kind: 'engine',
  transmission: 'manual',
  gears: [4, 2.3, 1.4, 1, 0.8],
  lowRange: 2.5,
  torqueCurve: [
    [1000, 200],
    [2000, 300],
    [4000, 300],
    [5000, 240],
  ],
  idleRpm: 800,
  redlineRpm: 5000,
  stallTorqueRatio: 1,
  efficiency: 0.85,
  dragAreaM2: 1.2,
};
export const AXLE = { driven: true, ratios: [3.5, 3.9, 4.1, 4.3, 4.88], differential: 'open' as const };

/** The example with an engine and two driven axles, cruising at 100 km/h. */
export const drivenBuild = (change: (file: BuildFile) => void = () => undefined): Build => {
  const file = exampleFile({ use: { cruiseKmh: 100 } });
  file.vehicle.powertrain = POWERTRAIN;
  file.vehicle.axles = {
    front: { ...AXLE, ratios: [3.9, 4.1, 4.3, 4.88] },
    rear: { ...AXLE },
  };
  change(file);
  return checked(file);
};
