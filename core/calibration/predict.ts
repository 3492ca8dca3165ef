import type { Vec } from '../geometry/vec';
import { AXLES, type AxleName } from '../format/names';
import type { Build, Obstacle } from '../format/build';
import { clearanceAt, nearestAt, shiftSlopes } from '../clearance/at';
import { resample } from '../clearance/points';
import { profileOf, type Profile } from '../clearance/profile';
import { axisSpreadMm, edgeSpreadMm, isEdge } from '../clearance/axisSpread';
import { RIDE_SPREAD_MM, tireSpreadMm } from '../clearance/spread';
import { tireSize } from '../tire/size';
import { travelOf } from '../vehicle/travel';
import type { TestReading } from '../format/testFit';

/** What may be otherwise than it was measured, in mm. */
export type Unknown =
  /** An obstacle stands further from the wheel. */
  | { kind: 'obstacle'; axle: AxleName; obstacle: string }
  /** The vehicle stands higher over its wheels. */
  | { kind: 'ride'; axle: AxleName }
  /** The tire is larger over all than its sheet or its code says. */
  | { kind: 'diameter' };

export const keyOf = (one: Unknown): string =>
  one.kind === 'obstacle'
    ? `${one.axle} ${one.obstacle}`
    : one.kind === 'ride'
      ? `ride ${one.axle}`
      : 'diameter';

/** The clearance that a build predicts for a reading, with its unknowns set by key; what is not set is 0. */
export type Predicted = (values: ReadonlyMap<string, number>) => number;

const STEP_MM = 0.25;
/** What a tape is off by as a rule, mm. An estimate. */
const NOT_MEASURED_MM = 3;

/** The way an obstacle goes that takes it straight from the wheel, where it is nearest in a pose; up where it stands still. */
function awayFrom(clearance: (shift: Vec) => number): Vec {
  const [x, y, z] = shiftSlopes(clearance, [0, 0, 0]);
  const length = Math.hypot(x, y, z);
  return length < 1e-6 ? [0, 0, 1] : [x / length, y / length, z / length];
}

function poseOf(
  { vehicle, package: pack }: Build,
  { axle, lockDeg, travelMm }: TestReading,
  risenMm: number,
) {
  const lift = pack.lift[axle];
  const { rideMm } = travelOf(vehicle.corners[axle].suspension, lift, pack.sagMm[axle]);
  // A body that stands higher has its wheel further down in the well.
  return { lift, lockDeg, hubMm: rideMm + travelMm - risenMm };
}

/** The wheel's profile with a tire that is so much larger over all; the size is read off the code once. */
function profiles({ package: { tire, wheel, spacerMm } }: Build): (largerMm: number) => Profile {
  const size = tireSize(tire, wheel.widthIn);
  return (largerMm) =>
    profileOf({ ...size, overallDiameterMm: size.overallDiameterMm + largerMm }, wheel, spacerMm);
}

export function obstacleOf({ vehicle }: Build, axle: AxleName, id: string): Obstacle | undefined {
  return vehicle.corners[axle].obstacles.find((one) => one.id === id);
}

/** Which way each obstacle that was read goes, where its closest reading found it. */
export function waysOf(build: Build, readings: readonly TestReading[]): Map<string, Vec> {
  const profile = profiles(build)(0);
  const found = new Map<string, { way: Vec; mm: number }>();
  for (const reading of readings) {
    const obstacle = obstacleOf(build, reading.axle, reading.obstacle);
    if (!obstacle) continue;
    const clearance = clearanceAt(
      build.vehicle.corners[reading.axle],
      obstacle,
      poseOf(build, reading, 0),
      profile,
    );
    const mm = clearance([0, 0, 0]);
    const key = keyOf({ kind: 'obstacle', axle: reading.axle, obstacle: reading.obstacle });
    const known = found.get(key);
    if (!known || mm < known.mm) found.set(key, { way: awayFrom(clearance), mm });
  }
  return new Map([...found].map(([key, { way }]) => [key, way]));
}

/** Where on the well a reading was taken: the point of its obstacle that is nearest in its pose; null where there is none. */
export function placeOf(build: Build, reading: TestReading): Vec | null {
  const obstacle = obstacleOf(build, reading.axle, reading.obstacle);
  if (!obstacle) return null;
  const corner = build.vehicle.corners[reading.axle];
  return nearestAt(corner, obstacle, poseOf(build, reading, 0), profiles(build)(0))([0, 0, 0]).at;
}

/** The clearance of a reading's obstacle in its pose; NaN where the vehicle has no such obstacle. Cuts count. */
export function predict(build: Build, reading: TestReading, ways: ReadonlyMap<string, Vec>): Predicted {
  const { axle, obstacle: id } = reading;
  const obstacle = obstacleOf(build, axle, id);
  if (!obstacle) return () => NaN;
  const corner = build.vehicle.corners[axle];
  // Laid out once: what is close enough already is not divided again.
  const profile = profiles(build);
  const dense = { carrier: obstacle.carrier, points: resample(obstacle.points) };
  const key = keyOf({ kind: 'obstacle', axle, obstacle: id });
  const [wx, wy, wz] = ways.get(key) ?? [0, 0, 1];
  const cut = build.package.cuts.find((one) => one.obstacle === id);
  const cutMm = Math.min(cut?.depthMm ?? 0, obstacle.cutMm);
  return (values) => {
    const away = values.get(key) ?? 0;
    const pose = poseOf(build, reading, values.get(keyOf({ kind: 'ride', axle })) ?? 0);
    return (
      clearanceAt(
        corner,
        dense,
        pose,
        profile(values.get('diameter') ?? 0),
      )([wx * away, wy * away, wz * away]) + cutMm
    );
  };
}

/** How far each unknown may be from what was measured, one standard deviation, mm. Estimates, as the sweep's own. */
export function priorMm(build: Build, unknown: Unknown): number {
  switch (unknown.kind) {
    case 'obstacle': {
      const obstacle = obstacleOf(build, unknown.axle, unknown.obstacle);
      if (!obstacle) return NOT_MEASURED_MM;
      const { axle } = unknown;
      const guessMm = !obstacle.estimated?.length
        ? 0
        : isEdge(axle, obstacle)
          ? edgeSpreadMm(obstacle)
          : Math.max(...axisSpreadMm(build.vehicle.corners[axle], axle, obstacle));
      return Math.max(1, Math.hypot(obstacle.tapeErrorMm, guessMm));
    }
    case 'ride':
      return build.use.rideSpreadMm ?? RIDE_SPREAD_MM;
    case 'diameter':
      // The radius is unsure by one spread, the diameter by two.
      return 2 * tireSpreadMm(tireSize(build.package.tire, build.package.wheel.widthIn));
  }
}

/** A reading as a function of the unknowns, in an order that is given. */
export type Observation = {
  reading: TestReading;
  at: (values: readonly number[]) => number;
  /** Which of the unknowns it depends on at all. */
  on: readonly boolean[];
};

/** The unknowns that some readings speak of. */
export function unknownsOf(readings: readonly TestReading[]): Unknown[] {
  const seen = new Map<string, Unknown>();
  const add = (one: Unknown): void => {
    if (!seen.has(keyOf(one))) seen.set(keyOf(one), one);
  };
  for (const { axle, obstacle } of readings) add({ kind: 'obstacle', axle, obstacle });
  for (const axle of AXLES) if (readings.some((one) => one.axle === axle)) add({ kind: 'ride', axle });
  if (readings.length > 0) add({ kind: 'diameter' });
  return [...seen.values()];
}

/** How a reading changes with each unknown, mm for mm; 0 for what it does not depend on. */
export const slopesAt = ({ at, on }: Observation, values: readonly number[]): number[] =>
  values.map((_, i) => {
    if (!on[i]) return 0;
    const to = (by: number): number[] => values.map((value, k) => (k === i ? value + by : value));
    return (at(to(STEP_MM)) - at(to(-STEP_MM))) / (2 * STEP_MM);
  });

/** A reading of a build as a function of the unknowns whose keys are given. */
export function observe(
  build: Build,
  reading: TestReading,
  keys: readonly string[],
  ways: ReadonlyMap<string, Vec>,
): Observation {
  const predicted = predict(build, reading, ways);
  const mine = new Set(unknownsOf([reading]).map(keyOf));
  const parts = keys.flatMap((key, i) => (mine.has(key) ? [[key, i] as const] : []));
  return {
    reading,
    at: (values) => predicted(new Map(parts.map(([key, i]) => [key, values[i] ?? 0]))),
    on: keys.map((key) => mine.has(key)),
  };
}
