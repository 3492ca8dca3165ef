import type { Grade } from '../clearance/grade';
import type { Build, VehicleFile } from '../format/build';
import { limitsSchema } from '../format/searchLimits';
import { grouped } from '../grouped';
import { readBuild } from '../format/read';
import { asDelivered, NO_LIFT } from '../vehicle/asDelivered';
import { choiceOf, type Found } from './found';
import { searchLift } from './liftSearch';
import { prepare } from './prepared';
import type { Offers } from './searchSpace';
import { ALREADY_FITTED, buildOf, kitHeightMm, type OfferedLift, type Space } from './space';

/** A tire of the catalog on one vehicle: on which wheel and with which kit. A number 0 is what it was delivered with. */
export type VehicleFit = {
  tire: number;
  wheel: number;
  lift: number;
  liftMm: number;
  grade: Grade;
  leastMm: number;
  /** Of tires, wheels and kit together; null where a price is not known. */
  cost: number | null;
};

/** What one vehicle takes; `whole` is false where there was no time to go through all of the catalog. */
export type VehicleFits = { fits: VehicleFit[]; whole: boolean };

/** The same as it is kept: of a large catalog there are thousands, and of a fleet many times that. */
export type PackedFits = {
  fits: [
    tire: number,
    wheel: number,
    lift: number,
    liftMm: number,
    free: 0 | 1,
    leastMm: number,
    cost: number | null,
  ][];
  whole: boolean;
};
export const packed = ({ fits, whole }: VehicleFits): PackedFits => ({
  fits: fits.map(({ tire, wheel, lift, liftMm, grade, leastMm, cost }) => [
    tire,
    wheel,
    lift,
    liftMm,
    grade === 'free' ? 1 : 0,
    Math.round(100 * leastMm) / 100,
    cost,
  ]),
  whole,
});
export const unpacked = ({ fits, whole }: PackedFits): VehicleFits => ({
  fits: fits.map(([tire, wheel, lift, liftMm, free, leastMm, cost]) => ({
    tire,
    wheel,
    lift,
    liftMm,
    grade: free ? 'free' : 'close',
    leastMm,
    cost,
  })),
  whole,
});

/**
 * Of each tire as many wheels of the catalog are kept, the cheapest first: an order that is the same for every vehicle, so that the cheapest
 * wheel for all is among them, unless so many cheaper ones fit this vehicle alone.
 */
const MOST_WHEELS = 24;
const STEP = 50;

const noLift: OfferedLift = { ...ALREADY_FITTED, words: 'no lift', lift: { front: NO_LIFT, rear: NO_LIFT } };

/** Of kits that lift alike the cheapest: the wheel knows no difference. */
function distinct(lifts: readonly OfferedLift[]): OfferedLift[] {
  const alike = grouped(lifts, ({ lift }) => JSON.stringify(lift));
  const price = (one: OfferedLift): number => one.price ?? Infinity;
  return [...alike.values()].map((all) => all.reduce((best, one) => (price(one) < price(best) ? one : best)));
}

/** The packages that are tried on a vehicle: every tire on every wheel, without a lift and with each kit that is made for its body. */
export function commonSpace(
  base: Build,
  { tires, wheels, lifts }: Pick<Offers, 'tires' | 'wheels' | 'lifts'>,
): Space {
  const { wheel } = base.vehicle.stock;
  return {
    base,
    tires,
    wheels: [{ ...ALREADY_FITTED, words: 'its own wheel', wheel }, ...wheels],
    spacers: [{ ...ALREADY_FITTED, words: 'no spacer', spacerMm: 0 }],
    lifts: [noLift, ...distinct(lifts).sort((a, b) => kitHeightMm(a) - kitHeightMm(b))],
    ratios: [{ ...ALREADY_FITTED, words: 'ratio', axleRatio: base.vehicle.stock.axleRatio }],
  };
}

/** As it was delivered: what is planned for a whole fleet is planned from there. */
export function baseOf(vehicle: VehicleFile): Build | null {
  const read = readBuild({ format: 'vexlo/build', version: 1, vehicle, package: asDelivered(vehicle) });
  return read.ok ? read.value : null;
}

/**
 * Every tire of the catalog that a vehicle takes close or free and within its load, each with the wheels that it goes on and the lowest
 * kit that lets it. Ends early where `isOver` says so.
 */
export function fitsOf(
  vehicle: VehicleFile,
  offers: Pick<Offers, 'tires' | 'wheels' | 'lifts'>,
  isOver: () => boolean = () => false,
): VehicleFits {
  const base = baseOf(vehicle);
  if (!base) return { fits: [], whole: true };
  const space = commonSpace(base, offers);
  const prepared = prepare(space, limitsSchema.parse({}));
  const keyOf = ({ tire, wheel }: Pick<Found, 'tire' | 'wheel'>): string => `${tire} ${wheel}`;
  const lowest = new Map<string, Found>();
  let whole = true;
  for (const lift of space.lifts.keys()) {
    if (isOver()) whole = false;
    if (!whole) break;
    // What stands on a lower kit is not tried on a higher one.
    const combos = prepared.combos.filter(({ pair }) => !lowest.has(keyOf(pair)));
    if (combos.length === 0) break;
    const search = searchLift({ ...prepared, combos }, lift, true);
    while (!search.done && !isOver()) search.step(STEP);
    whole &&= search.done;
    for (const one of search.tally().found) lowest.set(keyOf(one), one);
  }
  const price = ({ wheel }: Found): number => space.wheels[wheel]?.price ?? Infinity;
  const ofTire = grouped(lowest.values(), ({ tire }) => tire);
  const fits = [...ofTire.values()].flatMap((all) =>
    [...all]
      // Its own wheel, which costs nothing, stands first.
      .sort((a, b) => (price(a) === price(b) ? 0 : price(a) - price(b)) || a.wheel - b.wheel)
      .slice(0, MOST_WHEELS + 1)
      .map((one): VehicleFit => {
        const { tire, wheel, lift } = choiceOf(space, one);
        const { grade, leastMm, liftMm, cost } = one;
        return { tire: tire.id, wheel: wheel.id, lift: lift.id, liftMm, grade, leastMm, cost };
      }),
  );
  return { fits, whole };
}

/** The build that a vehicle is with one of its fits; null where a part of it is in the catalog no more. */
export function builtWith(
  vehicle: VehicleFile,
  offers: Pick<Offers, 'tires' | 'wheels' | 'lifts'>,
  { tire, wheel, lift }: Pick<VehicleFit, 'tire' | 'wheel' | 'lift'>,
): Build | null {
  const base = baseOf(vehicle);
  if (!base) return null;
  const space = commonSpace(base, offers);
  const parts = {
    tire: space.tires.find(({ id }) => id === tire),
    wheel: space.wheels.find(({ id }) => id === wheel),
    lift: space.lifts.find(({ id }) => id === lift),
    spacer: space.spacers[0],
    ratio: space.ratios[0],
  };
  return parts.tire && parts.wheel && parts.lift && parts.spacer && parts.ratio
    ? buildOf(base, {
        ...parts,
        tire: parts.tire,
        wheel: parts.wheel,
        lift: parts.lift,
        spacer: parts.spacer,
        ratio: parts.ratio,
      })
    : null;
}

/** A tire that every vehicle of a fleet takes. */
export type CommonTire = {
  tire: number;
  /** The wheel that all of them take it on, so that one spare is for all; null where there is none. */
  wheel: number | null;
  /** How each vehicle takes it, in the order of the vehicles. */
  each: VehicleFit[];
  /** How many of them need a kit. */
  lifted: number;
  /** Of all vehicles together; null where a price is not known. */
  cost: number | null;
  /** The least of all of them, mm. */
  leastMm: number;
};

const sum = (costs: readonly (number | null)[]): number | null =>
  costs.some((cost) => cost === null) ? null : costs.reduce<number>((all, cost) => all + (cost ?? 0), 0);

/** Cheaper first, then lower, then with more room. A price that is not known is the highest. */
const better = (a: VehicleFit, b: VehicleFit): number =>
  (a.cost ?? Infinity) - (b.cost ?? Infinity) ||
  a.liftMm - b.liftMm ||
  b.leastMm - a.leastMm ||
  a.wheel - b.wheel;
const compareCost = (a: number | null, b: number | null): number =>
  a === b ? 0 : (a ?? Infinity) - (b ?? Infinity);

/**
 * The tires that all of some vehicles take. Each on one wheel for all where there is one, of those the cheapest; else each vehicle on the
 * wheel that is cheapest for it. Those on one wheel come first, then those that lift fewest, then the cheapest.
 */
export function commonTo(fleet: readonly VehicleFits[]): CommonTire[] {
  const [first, ...others] = fleet.map(({ fits }) => {
    const byTire = new Map<number, VehicleFit[]>();
    for (const fit of fits) byTire.set(fit.tire, [...(byTire.get(fit.tire) ?? []), fit]);
    return byTire;
  });
  if (!first) return [];
  return [...first.keys()]
    .flatMap((tire): CommonTire[] => {
      const all = [first, ...others].map((one) => one.get(tire) ?? []);
      if (all.some((fits) => fits.length === 0)) return [];
      // Its own wheel is another one on every vehicle.
      const shared = (all[0] ?? [])
        .filter(({ wheel }) => wheel !== 0)
        .flatMap(({ wheel }) => {
          const each = all.flatMap((fits) =>
            fits
              .filter((fit) => fit.wheel === wheel)
              .sort(better)
              .slice(0, 1),
          );
          return each.length === all.length ? [{ wheel, each, cost: sum(each.map(({ cost }) => cost)) }] : [];
        })
        .sort((a, b) => compareCost(a.cost, b.cost) || a.wheel - b.wheel);
      const each = shared[0]?.each ?? all.flatMap((fits) => [...fits].sort(better).slice(0, 1));
      return [
        {
          tire,
          wheel: shared[0]?.wheel ?? null,
          each,
          lifted: each.filter(({ lift }) => lift !== 0).length,
          cost: sum(each.map(({ cost }) => cost)),
          leastMm: Math.min(...each.map(({ leastMm }) => leastMm)),
        },
      ];
    })
    .sort(
      (a, b) =>
        Number(a.wheel === null) - Number(b.wheel === null) ||
        a.lifted - b.lifted ||
        compareCost(a.cost, b.cost) ||
        b.leastMm - a.leastMm ||
        a.tire - b.tire,
    );
}
