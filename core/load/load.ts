import { inKg, inKmh, inKpa, say, type Figure, type Wording } from '../wording';
import { AXLES, type AxleName } from '../format/names';
import type { Build } from '../format/build';
import type { Check } from '../check';
import { deriveFigures } from '../figures';
import { chalkChecks } from './chalk';
import { sumOf, wheelMassGrowthKg } from './masses';
import {
  loadAtKpa,
  roadPressure,
  sidewallAt,
  trailPressureKpa,
  type RoadPressure,
  type Sidewall,
  type Source,
} from './pressure';

export type Load = {
  axleKg: Record<AxleName, number>;
  grossKg: number;
  /** What the axle loads are worked out from: as weighed alone, or with estimated places of what is added. */
  source: Source;
  /** Two tires, two wheels, single fitment; the tires' left out where the code carries no load index. */
  capacityKg: Record<AxleName, { tires?: number; wheels: number }>;
  /** Left out where neither a load table nor maximum load and pressure are known. */
  pressureKpa?: Record<AxleName, { road: number; trail: number; source: Source }>;
  sidewall?: Record<AxleName, Sidewall>;
  /** Where a sum over four tires would have hidden an axle that is over. */
  hiddenBySum?: Wording;
  checks: Check[];
};

/** A tenth more than was weighed: nobody loads to the kilogram. */
export const LOAD_RESERVE = 1.1;

const kg = (value: number): Figure => inKg(value, 0);
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** `typed`: part of the load stands in a place that was only typed in. What is estimated is never a pass here. */
function ratingCheck(
  id: string,
  what: string,
  loadKg: number,
  ratingKg: number | undefined,
  typed = false,
): Check {
  if (ratingKg === undefined)
    return {
      id,
      status: 'unknown',
      value: loadKg,
      message: say`${capital(what)} carries ${kg(loadKg)}; its rating is not known. Read it off the placard.`,
    };
  const over = loadKg > ratingKg;
  return {
    id,
    status: over ? 'fail' : typed ? 'watch' : 'pass',
    value: loadKg,
    limit: ratingKg,
    message: over
      ? say`${capital(what)} carries ${kg(loadKg)}, ${kg(loadKg - ratingKg)} over its rating of ${kg(ratingKg)}. Take weight off it; a rating is never exceeded.`
      : typed
        ? say`${capital(what)} carries about ${kg(loadKg)} of ${kg(ratingKg)}, an estimate: where what is added stands was typed in. Weigh the axle with it.`
        : say`${capital(what)} carries ${kg(loadKg)} of ${kg(ratingKg)}.`,
  };
}

/** Two of what carries an axle: at or above the axle's rating, at least above the load with its reserve, or not. */
function capacityCheck(
  id: string,
  what: string,
  capacityKg: number | undefined,
  loadKg: number,
  ratingKg: number | undefined,
): Check {
  if (capacityKg === undefined)
    return {
      id,
      status: 'unknown',
      message: `What the ${what} carry is not known. Read the load index off the sidewall.`,
    };
  const needed = loadKg * LOAD_RESERVE;
  if (capacityKg < needed)
    return {
      id,
      status: 'fail',
      value: capacityKg,
      limit: needed,
      message: say`Two ${what} carry ${kg(capacityKg)}, less than the ${kg(loadKg)} on the axle with a tenth in reserve (${kg(needed)}). Choose ones that carry more.`,
    };
  if (ratingKg === undefined)
    return {
      id,
      status: 'unknown',
      value: capacityKg,
      message: say`Two ${what} carry ${kg(capacityKg)}, enough for the load; the axle’s rating is not known. Read it off the placard.`,
    };
  const full = capacityKg >= ratingKg;
  return {
    id,
    status: full ? 'pass' : 'watch',
    value: capacityKg,
    limit: ratingKg,
    message: full
      ? say`Two ${what} carry ${kg(capacityKg)}, at least the axle’s rating of ${kg(ratingKg)}.`
      : say`Two ${what} carry ${kg(capacityKg)}: enough for the ${kg(loadKg)} weighed, but less than the axle’s rating of ${kg(ratingKg)}. The axle may no longer be loaded to it.`,
  };
}

function speedCheck(maxSpeedKmh: number | null, topKmh: number | undefined): Check {
  const id = 'speed-symbol';
  if (maxSpeedKmh === null)
    return {
      id,
      status: 'unknown',
      message: 'The tire’s speed symbol is not known. Read it off the sidewall.',
    };
  if (topKmh === undefined)
    return {
      id,
      status: 'unknown',
      value: maxSpeedKmh,
      message: say`The tire may run ${inKmh(maxSpeedKmh)}; enter the vehicle’s top speed.`,
    };
  const enough = maxSpeedKmh >= topKmh;
  return {
    id,
    status: enough ? 'pass' : 'fail',
    value: maxSpeedKmh,
    limit: topKmh,
    message: enough
      ? say`The tire may run ${inKmh(maxSpeedKmh)}, the vehicle ${inKmh(topKmh)}.`
      : say`The tire may run ${inKmh(maxSpeedKmh)} only, the vehicle ${inKmh(topKmh)}. Choose a higher speed symbol.`,
  };
}

function pressureCheck(axle: AxleName, road: ReturnType<typeof roadPressure>): Check {
  const id = `pressure-${axle}`;
  if (!road)
    return {
      id,
      status: 'unknown',
      message: `The ${axle} pressure cannot be worked out. Enter the tire’s load table, or its maximum load and the pressure it is stated at.`,
    };
  if (!road.enough)
    return {
      id,
      status: 'fail',
      value: road.kpa,
      limit: road.kpa,
      message: say`Even at its limit of ${inKpa(road.kpa)} the ${axle} tire does not carry the load with a tenth in reserve. Choose one that carries more.`,
    };
  return {
    id,
    status: road.source === 'maker' ? 'pass' : 'watch',
    value: road.kpa,
    message:
      road.source === 'maker'
        ? say`${inKpa(road.kpa)} at the ${axle} on the road, from the maker’s load table.`
        : say`About ${inKpa(road.kpa)} at the ${axle} on the road, an estimate: the maker’s load table would settle it.`,
  };
}

/** The road pressure for what an axle carries with its reserve; undefined where it cannot be worked out. */
export function roadPressureOf(
  build: Build,
  axle: AxleName,
  figures = deriveFigures(build),
): RoadPressure | undefined {
  const { tire, wheel } = build.package;
  const kgPerTire = (figures.axleKg[axle] / 2) * LOAD_RESERVE;
  const placardKpa = build.vehicle.placardKpa?.[axle];
  const asDelivered =
    placardKpa === undefined
      ? undefined
      : loadAtKpa(build.vehicle.stock.tire, figures.stock.size, placardKpa);
  return roadPressure(tire, figures.package.size, kgPerTire, wheel.valveMaxKpa, asDelivered);
}

/** What a sum over four tires would have said, beside what each axle says; undefined where both agree. */
function hiddenBySum(
  tires: number | undefined,
  axleKg: Record<AxleName, number>,
  grossKg: number,
  ratingsKg: Build['vehicle']['ratingsKg'],
): Wording | undefined {
  if (tires === undefined || 2 * tires < grossKg * LOAD_RESERVE) return undefined;
  const short = AXLES.filter(
    (axle) => tires < axleKg[axle] * LOAD_RESERVE || axleKg[axle] > (ratingsKg[axle] ?? Infinity),
  );
  return short.length === 0
    ? undefined
    : say`Four tires together carry ${kg(2 * tires)} for ${kg(grossKg)}: that sum looks well and hides that the ${short.join(' and ')} axle ${short.length > 1 ? 'are' : 'is'} over.`;
}

/**
 * What carries the vehicle, axle by axle and never on four tires together: a van may pass the sum and fail its rear
 * axle. Pressures are for the load with a tenth in reserve.
 */
export function loadOf(build: Build, figures = deriveFigures(build)): Load {
  const { vehicle, package: pack, use } = build;
  const { size } = figures.package;
  const { axleKg } = figures;
  const grossKg = sumOf(axleKg);
  const tires = size.maxLoadKg ? 2 * size.maxLoadKg.single : undefined;
  const wheels = 2 * pack.wheel.loadRatingKg;
  const { ratingsKg } = vehicle;
  const roads = AXLES.map((axle) => roadPressureOf(build, axle, figures));
  const known = roads.every((road) => road !== undefined);
  const per = <T>(of: (axle: AxleName, i: number) => T): Record<AxleName, T> => ({
    front: of('front', 0),
    rear: of('rear', 1),
  });
  const checks = [
    ...AXLES.map((axle) =>
      ratingCheck(
        `axle-load-${axle}`,
        `the ${axle} axle`,
        axleKg[axle],
        ratingsKg[axle],
        pack.addedMass.length > 0,
      ),
    ),
    ratingCheck('gross-load', 'the whole vehicle', grossKg, ratingsKg.gross),
    ...AXLES.flatMap((axle) => [
      capacityCheck(`tire-capacity-${axle}`, `${axle} tires`, tires, axleKg[axle], ratingsKg[axle]),
      capacityCheck(`wheel-capacity-${axle}`, `${axle} wheels`, wheels, axleKg[axle], ratingsKg[axle]),
    ]),
    speedCheck(size.maxSpeedKmh, use.topKmh),
    ...AXLES.map((axle, i) => pressureCheck(axle, roads[i])),
    ...chalkChecks(build, (axle) => roads[AXLES.indexOf(axle)]),
    ...(wheelMassGrowthKg(build) === undefined
      ? [
          {
            id: 'wheel-mass',
            status: 'unknown' as const,
            message:
              'How much heavier the tires are is not known; their masses are left out of the loads. Weigh both.',
          },
        ]
      : []),
  ];
  const hidden = hiddenBySum(tires, axleKg, grossKg, ratingsKg);
  return {
    axleKg,
    grossKg,
    source: pack.addedMass.length > 0 ? 'estimate' : 'measured',
    capacityKg: per(() => ({ ...(tires === undefined ? {} : { tires }), wheels })),
    ...(known
      ? {
          pressureKpa: per((axle, i) => ({
            road: roads[i]?.kpa ?? NaN,
            trail: trailPressureKpa(pack.tire, size, pack.wheel.bead, axleKg[axle] / 2),
            source: roads[i]?.source ?? 'estimate',
          })),
          sidewall: per((axle, i) => sidewallAt(pack.tire, size, axleKg[axle] / 2, roads[i]?.kpa ?? NaN)),
        }
      : {}),
    ...(hidden === undefined ? {} : { hiddenBySum: hidden }),
    checks,
  };
}
