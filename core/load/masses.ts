import { AXLES, type AxleName } from '../format/names';
import type { Build } from '../format/build';

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

/** What was added, as each axle carries it, kg. */
export function addedLoadsKg(
  { wheelbaseMm }: Pick<Build['vehicle'], 'wheelbaseMm'>,
  addedMass: Build['package']['addedMass'],
): Record<AxleName, number> {
  const rear = addedMass.reduce(
    (sum, { massKg, behindFrontAxleMm }) => sum + (massKg * behindFrontAxleMm) / wheelbaseMm,
    0,
  );
  return { front: addedMass.reduce((sum, { massKg }) => sum + massKg, 0) - rear, rear };
}

/**
 * How far what was added sits each axle down, mm: its share over both springs' rate; 0 where no rate is known.
 */
export function addedSagMm(
  vehicle: Pick<Build['vehicle'], 'wheelbaseMm' | 'corners'>,
  addedMass: Build['package']['addedMass'],
): Record<AxleName, number> {
  const kg = addedLoadsKg(vehicle, addedMass);
  const of = (axle: AxleName): number => {
    const rate = vehicle.corners[axle].suspension.rateNPerMm;
    return rate === undefined ? 0 : (kg[axle] * G) / (2 * rate);
  };
  return { front: of('front'), rear: of('rear') };
}

/**
 * Axle loads in kg with the package: as weighed, plus what is added. A mass m that lies b behind the front axle on a
 * wheelbase L puts m·b/L on the rear axle and the rest on the front; overhang makes one of them negative. Heavier
 * tires and wheels add two of each to their axle, where all four masses are known.
 */
export function axleLoadsKg(build: Build): Record<AxleName, number> {
  const { vehicle, package: pack } = build;
  const growthKg = 2 * (wheelMassGrowthKg(build) ?? 0);
  const added = addedLoadsKg(vehicle, pack.addedMass);
  return {
    front: vehicle.massKg.front + added.front + growthKg,
    rear: vehicle.massKg.rear + added.rear + growthKg,
  };
}

export const sumOf = (perAxle: Record<AxleName, number>): number =>
  AXLES.reduce((sum, axle) => sum + perAxle[axle], 0);
