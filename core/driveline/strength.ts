import { AXLES, type AxleName, type Build } from '../format/build';
import type { Check } from '../check';
import { axleLoadsKg, G, sumOf } from '../load/masses';
import type { Source } from '../load/pressure';
import { tireSize } from '../tire/size';
import { scrubRadiusMm } from '../wheel/geometry';
import { demandsNm, jointCapacityNm, ringCapacityNm, shaftCapacityNm } from './capacity';
import { fuseChecks } from './fuse';
import { partWords, type Axle, type Powertrain } from '../format/driveline';

export const PART_NAMES = ['shaft', 'joint', 'ring-and-pinion', 'hub-bearing', 'steering', 'brakes'] as const;
export type PartName = (typeof PART_NAMES)[number];

export type Part = {
  part: PartName;
  demandNm?: number;
  capacityNm?: number;
  /** Capacity over demand; for bearing, steering and brakes against as delivered, so that above 1 is better. */
  factor: number;
  stockFactor?: number;
  source: Source;
  repair: 'trailside' | 'shop';
};
export type AxleStrength = { parts: Part[]; weakest: PartName | null };
export type Strength = Record<AxleName, AxleStrength> & { checks: Check[] };

/** The part that torque would break first; bearing, steering and brakes only wear. null where none is known. */
export function weakestOf(parts: readonly Part[]): Part | null {
  return parts
    .filter(({ demandNm }) => demandNm !== undefined)
    .reduce<Part | null>((a, b) => (a === null || b.factor < a.factor ? b : a), null);
}

/** Bearing life falls with the load to this power (ISO 281). */
const LIFE_POWER = { roller: 10 / 3, ball: 3 } as const;

/** One state of the vehicle: what stands on its axles and what turns them. */
type State = {
  loadKg: Record<AxleName, number>;
  radiusM: number;
  axleRatio: number;
  centrePlaneMm: number;
  scrubMm: number | undefined;
};

function states(build: Build): { stock: State; package: State } {
  const { vehicle, package: pack } = build;
  const { steering } = vehicle.corners.front;
  const of = (
    circumferenceMm: number,
    centrePlaneMm: number,
    axleRatio: number,
    loadKg: Record<AxleName, number>,
  ): State => ({
    loadKg,
    radiusM: circumferenceMm / (2000 * Math.PI),
    axleRatio,
    centrePlaneMm,
    scrubMm: steering ? scrubRadiusMm(steering, centrePlaneMm, circumferenceMm) : undefined,
  });
  const before = tireSize(vehicle.stock.tire, vehicle.stock.wheel.widthIn);
  const after = tireSize(pack.tire, pack.wheel.widthIn);
  return {
    stock: of(
      before.rollingCircumferenceMm,
      -vehicle.stock.wheel.offsetMm,
      vehicle.stock.axleRatio,
      vehicle.massKg,
    ),
    package: of(
      after.rollingCircumferenceMm,
      pack.spacerMm - pack.wheel.offsetMm,
      pack.axleRatio ?? vehicle.stock.axleRatio,
      axleLoadsKg(build),
    ),
  };
}

type Missing = { id: string; message: string };

function drivenParts(
  build: Build,
  axle: AxleName,
  part: Axle,
  powertrain: Powertrain,
  all: { stock: State; package: State },
  missing: Missing[],
): Part[] {
  const style = build.use.style ?? 'touring';
  const stockRatio = build.vehicle.stock.axleRatio;
  const now = demandsNm(powertrain, part, style, all.package, all.package.loadKg[axle]);
  const before = demandsNm(powertrain, part, style, all.stock, all.stock.loadKg[axle]);
  const lack = (what: string, how: string): void => {
    missing.push({ id: `${what}-${axle}`, message: `The ${axle} ${what} is not judged: ${how}.` });
  };
  const parts: Part[] = [];
  const shaft = part.shaft && shaftCapacityNm(part.shaft);
  if (shaft === undefined) lack('shaft', 'count its splines or measure its neck, and find its steel');
  else
    parts.push({
      part: 'shaft',
      demandNm: now.shaft,
      capacityNm: shaft,
      factor: shaft / now.shaft,
      stockFactor: shaft / before.shaft,
      // Steel strengths are those of the standard, not of this shaft.
      source: 'estimate',
      repair: 'trailside',
    });
  const lockDeg = build.vehicle.corners[axle].steering?.lockInsideDeg ?? 0;
  if (part.joint) {
    const joint = jointCapacityNm(part.joint, lockDeg);
    if (joint === undefined) lack('joint', 'ask its maker for its peak torque');
    else
      parts.push({
        part: 'joint',
        demandNm: now.shaft,
        capacityNm: joint,
        factor: joint / now.shaft,
        stockFactor: joint / before.shaft,
        source: 'maker',
        repair: 'trailside',
      });
  }
  const ring = ringCapacityNm(part, all.package.axleRatio, stockRatio);
  const ringBefore = ringCapacityNm(part, stockRatio, stockRatio);
  if (!ring || !ringBefore)
    lack('ring and pinion', 'measure the ring gear, or ask the maker for its peak torque');
  else
    parts.push({
      part: 'ring-and-pinion',
      demandNm: now.ring,
      capacityNm: ring.nm,
      factor: ring.nm / now.ring,
      stockFactor: ringBefore.nm / before.ring,
      source: ring.source,
      repair: 'shop',
    });
  return parts;
}

function carryingParts(
  build: Build,
  axle: AxleName,
  all: { stock: State; package: State },
  missing: Missing[],
): Part[] {
  const parts: Part[] = [];
  const bearing = build.vehicle.axles?.[axle].hubBearing;
  if (bearing) {
    const moment = (one: State): number =>
      (one.loadKg[axle] / 2) *
      G *
      (Math.abs(one.centrePlaneMm + bearing.inboardMm) + 0.3 * one.radiusM * 1000);
    parts.push({
      part: 'hub-bearing',
      factor: (moment(all.stock) / moment(all.package)) ** LIFE_POWER[bearing.kind],
      source: 'estimate',
      repair: 'shop',
    });
  } else
    missing.push({
      id: `hub-bearing-${axle}`,
      message: `The ${axle} hub bearing is not judged: enter its kind and where it sits.`,
    });
  if (axle === 'front' && all.stock.scrubMm !== undefined && all.package.scrubMm !== undefined) {
    const wear = (one: State): number => Math.abs(one.scrubMm ?? 0) * one.loadKg.front;
    if (wear(all.package) > 0)
      parts.push({
        part: 'steering',
        factor: wear(all.stock) / wear(all.package),
        source: 'estimate',
        repair: 'shop',
      });
  }
  parts.push({
    part: 'brakes',
    factor: (sumOf(all.stock.loadKg) * all.stock.radiusM) / (sumOf(all.package.loadKg) * all.package.radiusM),
    source: 'estimate',
    repair: 'shop',
  });
  return parts;
}

/**
 * The ladder of parts at each axle: what each can take over what is asked of it, now and as delivered. These figures
 * rank parts and compare stages; they do not predict a breakage.
 */
export function strengthOf(build: Build): Strength | { checks: Check[] } {
  const { axles, powertrain } = build.vehicle;
  if (!axles || !powertrain)
    return {
      checks: [
        {
          id: 'strength',
          status: 'unknown',
          message:
            'Axle strength is not known: enter the powertrain and what the axles are made of, or ask their maker.',
        },
      ],
    };
  const all = states(build);
  const missing: Missing[] = [];
  const [front, rear] = AXLES.map((axle): AxleStrength => {
    const part = axles[axle];
    const parts = [
      ...(part.driven ? drivenParts(build, axle, part, powertrain, all, missing) : []),
      ...carryingParts(build, axle, all, missing),
    ].sort((a, b) => PART_NAMES.indexOf(a.part) - PART_NAMES.indexOf(b.part));
    return { parts, weakest: weakestOf(parts)?.part ?? null };
  });
  if (!front || !rear) throw new Error('a vehicle has two axles');
  const short = AXLES.flatMap((axle) =>
    (axle === 'front' ? front : rear).parts
      .filter(({ demandNm, factor }) => demandNm !== undefined && factor < 1)
      .map(({ part, factor }): Check => ({
        id: `${part}-${axle}`,
        status: 'watch',
        value: factor,
        limit: 1,
        message: `The ${axle} ${partWords(part)} takes ${factor.toFixed(2)} of what this driving may ask of it. A ranking, not a forecast: ask the axle’s maker.`,
      })),
  );
  return {
    front,
    rear,
    checks: [
      ...fuseChecks(build, { front, rear }),
      ...short,
      ...missing.map(({ id, message }): Check => ({ id, status: 'unknown', message })),
    ],
  };
}
