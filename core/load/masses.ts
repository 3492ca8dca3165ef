import { AXLES, type AxleName, type Build } from '../format/build';

/** Standard gravity, m/s². */
export const G = 9.80665;

/**
 * How much heavier the package's tires and wheels are, kg per wheel; undefined where one of the four masses is
 * not known.
 */
export function wheelMassGrowthKg({ vehicle, package: pack }: Build): number | undefined {
  const [before, after] = [vehicle.stock.tire.massKg, pack.tire.massKg];
  return before === undefined || after === undefined
    ? undefined
    : after + pack.wheel.massKg - before - vehicle.stock.wheel.massKg;
}

/**
 * Axle loads in kg with the package: as weighed, plus what is added. A mass m that lies b behind the front axle on a
 * wheelbase L puts m·b/L on the rear axle and the rest on the front; overhang makes one of them negative. Heavier
 * tires and wheels add two of each to their axle, where all four masses are known.
 */
export function axleLoadsKg(build: Build): Record<AxleName, number> {
  const { vehicle, package: pack } = build;
  const growthKg = 2 * (wheelMassGrowthKg(build) ?? 0);
  const rearKg = pack.addedMass.reduce(
    (sum, { massKg, behindFrontAxleMm }) => sum + (massKg * behindFrontAxleMm) / vehicle.wheelbaseMm,
    0,
  );
  const addedKg = pack.addedMass.reduce((sum, { massKg }) => sum + massKg, 0);
  return {
    front: vehicle.massKg.front + addedKg - rearKg + growthKg,
    rear: vehicle.massKg.rear + rearKg + growthKg,
  };
}

export const sumOf = (perAxle: Record<AxleName, number>): number =>
  AXLES.reduce((sum, axle) => sum + perAxle[axle], 0);
