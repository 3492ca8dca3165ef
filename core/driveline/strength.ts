import { AXLES, type AxleName } from '../format/names';
import type { Build } from '../format/build';
import type { Check } from '../check';
import { deriveFigures, type Figures, type Mounted } from '../figures';
import type { Result } from '../result';
import { G, sumOf } from '../load/masses';
import type { Source } from '../load/pressure';
import { scrubRadiusMm } from '../wheel/geometry';
import { demandsNm, jointCapacityNm, ringCapacityNm, shaftCapacityNm, toothSideShare } from './capacity';
import { fuseChecks } from './fuse';
import { partWords } from '../format/names';
import type { Axle, Powertrain } from '../format/driveline';
import { weakestOf } from './weakest';

export const PART_NAMES = [
  'shaft',
  'joint',
  'ring-and-pinion',
  'pinion-joint',
  'differential',
  'hub-bearing',
  'ball-joints',
  'steering',
  'brakes',
] as const;
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

function states(build: Build, figures: Figures): { stock: State; package: State } {
  const { vehicle, package: pack } = build;
  const { steering } = vehicle.corners.front;
  const of = (
    { size: { rollingCircumferenceMm }, planes: { centrePlaneMm } }: Mounted,
    axleRatio: number,
    loadKg: Record<AxleName, number>,
  ): State => ({
    loadKg,
    radiusM: rollingCircumferenceMm / (2000 * Math.PI),
    axleRatio,
    centrePlaneMm,
    scrubMm: steering ? scrubRadiusMm(steering, centrePlaneMm, rollingCircumferenceMm) : undefined,
  });
  return {
    stock: of(figures.stock, vehicle.stock.axleRatio, vehicle.massKg),
    package: of(figures.package, pack.axleRatio ?? vehicle.stock.axleRatio, figures.axleKg),
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
  else {
    const side = toothSideShare(part, axle);
    if (side === undefined)
      missing.push({
        id: `gear-cut-${axle}`,
        message: `Which side of its teeth the ${axle} ring and pinion pull on is not known: say whether the set is standard or reverse cut. On their backs they take about a fifth less, an estimate.`,
      });
    parts.push({
      part: 'ring-and-pinion',
      demandNm: now.ring,
      capacityNm: ring.nm * (side ?? 1),
      factor: (ring.nm * (side ?? 1)) / now.ring,
      stockFactor: (ringBefore.nm * (side ?? 1)) / before.ring,
      source: side !== undefined && side < 1 ? 'estimate' : ring.source,
      repair: 'shop',
    });
  }
  if (part.pinionJoint) {
    const { peakNm } = part.pinionJoint;
    parts.push({
      part: 'pinion-joint',
      demandNm: now.ring / all.package.axleRatio,
      capacityNm: peakNm,
      factor: (peakNm * all.package.axleRatio) / now.ring,
      stockFactor: (peakNm * stockRatio) / before.ring,
      source: 'maker',
      // Outside and quick to change: the fuse that many choose.
      repair: 'trailside',
    });
  } else lack('pinion joint', 'ask its maker for its peak torque');
  if (part.differentialPeakNm !== undefined)
    parts.push({
      part: 'differential',
      demandNm: now.ring,
      capacityNm: part.differentialPeakNm,
      factor: part.differentialPeakNm / now.ring,
      stockFactor: part.differentialPeakNm / before.ring,
      source: 'maker',
      repair: 'shop',
    });
  else lack('differential', 'ask its maker what its gears take');
  return parts;
}

/** The tire's own aligning arm, mm: a tire whose scrub is near zero still pulls at its steering. */
const OWN_ARM_MM = 40;

/** One wheel with its tire against as delivered; undefined where one of the masses is not known. */
function unsprungGrowth({ vehicle: { stock }, package: pack }: Build): number | undefined {
  const [before, after] = [stock.tire.massKg, pack.tire.massKg];
  if (before === undefined || after === undefined) return undefined;
  return (after + pack.wheel.massKg) / (before + stock.wheel.massKg);
}

/** Axle ends and housing have no figure here; they are named where something asks more of them. */
function endsMissing(build: Build, axle: AxleName, figures: Figures): Missing[] {
  const wider = figures.package.planes.centrePlaneMm - figures.stock.planes.centrePlaneMm;
  const asks = [
    ...(figures.growthMm > 0 ? ['a larger tire'] : []),
    ...(wider > 0 ? ['a wheel that stands further out'] : []),
    ...(build.use.style === 'bounce' ? ['driving that bounces'] : []),
  ];
  return asks.length === 0
    ? []
    : [
        {
          id: `axle-ends-${axle}`,
          message: `What the ${axle} axle ends and housing take is not known, and ${asks.join(' and ')} ask${asks.length > 1 ? '' : 's'} more of them. Look them over for cracks and bends; ask their maker about a gusset.`,
        },
      ];
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
    const wear = (one: State): number => (Math.abs(one.scrubMm ?? 0) + OWN_ARM_MM) * one.loadKg.front;
    const factor = wear(all.stock) / wear(all.package);
    parts.push({ part: 'steering', factor, source: 'estimate', repair: 'shop' });
    const heavier = unsprungGrowth(build);
    if (heavier === undefined)
      missing.push({
        id: 'ball-joints-front',
        message:
          'The front ball joints are not judged: weigh the tires and wheels, as delivered and as they will be.',
      });
    else parts.push({ part: 'ball-joints', factor: factor / heavier, source: 'estimate', repair: 'shop' });
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
export function strengthOf(
  build: Build,
  figures = deriveFigures(build),
): Result<Strength, { checks: Check[] }> {
  const { axles, powertrain } = build.vehicle;
  if (!axles || !powertrain)
    return {
      ok: false,
      checks: [
        {
          id: 'strength',
          status: 'unknown',
          message:
            'Axle strength is not known: enter the powertrain and what the axles are made of, or ask their maker.',
        },
      ],
    };
  const all = states(build, figures);
  const missing: Missing[] = AXLES.flatMap((axle) => endsMissing(build, axle, figures));
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
    ok: true,
    value: {
      front,
      rear,
      checks: [
        ...fuseChecks(build, { front, rear }),
        ...short,
        ...missing.map(({ id, message }): Check => ({ id, status: 'unknown', message })),
      ],
    },
  };
}
