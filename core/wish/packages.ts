import type { Build, Tire } from '../format/build';
import { AXLES, type FreeKind } from '../format/names';
import { withoutExtensions } from '../format/fields';
import type { Limits } from '../format/searchLimits';
import { drivelineOf } from '../driveline/driveline';
import { drivenStop, asksOfDriving } from '../search/driven';
import { choiceOf, type Parts } from '../search/found';
import { pairsOf, type Pair } from '../search/pairs';
import { spaceOf, type Offers } from '../search/searchSpace';
import { buildOf, kitHeightMm, type Choice, type OfferedRatio, type Space } from '../search/space';
import type { Pricing } from '../together/offers';
import { tireSize } from '../tire/size';
import { pricerOf, triggersOf, type WishPrice } from './price';
import { WISH_SLACK_MM, type Wish } from './readWish';

/** A package that fulfils a wish if it fits, and what it comes to without anything done so that it does. */
export type WishPackage = {
  parts: Parts;
  price: Omit<WishPrice, 'days'>;
  diameterMm: number;
  /** What is asked for is bought: kit, tires and wheels have a price. */
  priced: boolean;
};

/** How much larger than asked for a tire is still looked at, mm: beyond it is another wish. */
const LARGER_MM = { diameter: 38, width: 25 } as const;
/** Gearing that far from delivered is felt on every hill, per cent. An estimate, for which gears are put in with a tire. */
export const GEARING_OFF_PCT = 6;
/** More are not laid out at once: the dearest pairs are left. */
const MOST = 300_000;

/** What of the catalog is offered where some kinds of change are left out. */
function offeredWithout(base: Build, offers: Offers, avoid: readonly FreeKind[]): Offers {
  const out = (...kinds: FreeKind[]): boolean => kinds.every((kind) => avoid.includes(kind));
  const raises = (['spring', 'body', 'bracket'] as const).filter((kind) => out(kind));
  const more = ({ lift }: Offers['lifts'][number], key: 'springMm' | 'bodyMm' | 'bracketMm'): boolean =>
    AXLES.some((axle) => lift[axle][key] > base.package.lift[axle][key]);
  return {
    ...offers,
    tires: out('width', 'diameter') ? [] : offers.tires,
    wheels: out('inboard', 'outboard') ? [] : offers.wheels,
    spacers: out('spacer') ? [] : offers.spacers,
    lifts: offers.lifts.filter((kit) => !raises.some((kind) => more(kit, `${kind}Mm`))),
  };
}

/** The space of a wish around a stage: what fulfils it, and all that may go with it but for what is left out. */
export function wishSpace(base: Build, offers: Offers, wish: Wish, avoid: readonly FreeKind[] = []): Space {
  const { what, amount } = wish;
  const whole = spaceOf(
    base,
    offeredWithout(base, offers, avoid),
    new Set(['tire', 'wheel', 'spacer', 'lift', 'ratio']),
  );
  // Whose sheet a tire is from is no figure of a build: it is put back into what becomes a stage.
  const all: Space = {
    ...whole,
    tires: whole.tires.map((one) => ({ ...one, tire: withoutExtensions(one.tire) as Tire })),
  };
  const { package: pack } = base;
  const now = tireSize(pack.tire, pack.wheel.widthIn);
  const sizeOf = ({ tire }: Space['tires'][number]) =>
    tireSize(tire, tire.measuringRimIn ?? pack.wheel.widthIn);
  const least = amount - (what === 'price' ? 0 : WISH_SLACK_MM[what]);
  switch (what) {
    case 'diameter':
      return {
        ...all,
        tires: all.tires.filter((tire) => {
          const { overallDiameterMm: mm } = sizeOf(tire);
          return mm >= least && mm <= amount + LARGER_MM.diameter;
        }),
      };
    case 'width':
      return {
        ...all,
        // Who wants a wider tire does not want a smaller one.
        tires: all.tires.filter((tire) => {
          const { sectionWidthMm: mm, overallDiameterMm } = sizeOf(tire);
          return (
            mm >= least &&
            mm <= amount + LARGER_MM.width &&
            overallDiameterMm >= now.overallDiameterMm - WISH_SLACK_MM.diameter
          );
        }),
      };
    case 'lift':
      // A lift alone changes no tire; what stands on it stays.
      return {
        ...all,
        tires: all.tires.slice(0, 1),
        wheels: all.wheels.slice(0, 1),
        spacers: all.spacers.slice(0, 1),
        lifts: all.lifts.filter((lift) => kitHeightMm(lift) >= least),
      };
    case 'price':
      return {
        ...all,
        tires: all.tires.filter((tire) => sizeOf(tire).overallDiameterMm >= now.overallDiameterMm - 1),
      };
  }
}

/** Which of the offered gears goes with a tire: as it is, or, where that is far off, the one nearest to as delivered. */
function ratioFor({ ratios }: Space, build: Build, gears: boolean): number {
  const { effectiveGearingChangePct: off, equivalentRatio } = drivelineOf(build);
  if (!gears || Math.abs(off) <= GEARING_OFF_PCT) return 0;
  const takes = ({ axleRatio }: OfferedRatio): boolean =>
    drivelineOf({ ...build, package: { ...build.package, axleRatio } }).checks.every(
      ({ id, status }) => id !== 'axle-ratios' || status !== 'fail',
    );
  const away = (i: number): number => Math.abs((ratios[i]?.axleRatio ?? Infinity) - equivalentRatio);
  return [...ratios.keys()]
    .filter((i) => i === 0 || takes(ratios[i]!))
    .sort((a, b) => away(a) - away(b) || (ratios[a]!.price ?? Infinity) - (ratios[b]!.price ?? Infinity))[0]!;
}

/** What stands in the wheel well the same on every kit: of those that do, the cheapest is looked at. */
const shapeOf = ({ tires, wheels }: Space, { tire, wheel }: Pair): string => {
  const { overallDiameterMm, sectionWidthMm, treadWidthMm, code } = tires[tire]!.tire;
  const { diameterIn, widthIn, offsetMm } = wheels[wheel]!.wheel;
  const sized = overallDiameterMm === undefined || sectionWidthMm === undefined ? code : '';
  return [sized, overallDiameterMm, sectionWidthMm, treadWidthMm, diameterIn, widthIn, offsetMm].join();
};

/** Whether what is bought has a price; then what it comes to. */
type Priced = { price: { totalCents: number }; priced: boolean };
const cheaper = (one: Priced, other: Priced): number =>
  Number(other.priced) - Number(one.priced) || one.price.totalCents - other.price.totalCents;
const larger = (one: WishPackage, other: WishPackage): number =>
  Math.round(other.diameterMm) - Math.round(one.diameterMm) || cheaper(one, other);

/** Of the pairs that stand in the wheel well the same the one that costs least, those that have a price first; the cheapest in front. */
function leanPairs(space: Space, pairs: readonly Pair[]): Pair[] {
  const { tires, wheels } = space;
  const pricedPair = (pair: Pair): Priced & { pair: Pair } => {
    const [tire, wheel] = [tires[pair.tire]!.price, wheels[pair.wheel]!.price];
    return {
      pair,
      price: { totalCents: (tire ?? 0) + (wheel ?? 0) },
      priced: tire !== null && wheel !== null,
    };
  };
  const byShape = new Map<string, Priced & { pair: Pair }>();
  for (const pair of pairs) {
    const one = pricedPair(pair);
    // What is on already is another kind of way: nothing is bought.
    const key = `${pair.tire === 0} ${pair.wheel === 0} ${shapeOf(space, pair)}`;
    const before = byShape.get(key);
    if (!before || cheaper(one, before) < 0) byShape.set(key, one);
  }
  return [...byShape.values()].sort(cheaper).map(({ pair }) => pair);
}

/**
 * The packages that fulfil a wish and keep to the limits as far as they need no sweep, in the order in which they are looked at: what
 * has a price first, the cheapest before the dearer; the largest tire first where the wish is a price. `all` is false where the
 * dearest were left out for their number.
 */
export function packagesOf(
  space: Space,
  wish: Wish,
  limits: Limits,
  pricing: Pricing,
  gears: boolean,
): { packages: WishPackage[]; all: boolean } {
  const { base, tires, wheels, lifts, spacers } = space;
  if (tires.length === 0 || lifts.length === 0) return { packages: [], all: true };
  const pairs = leanPairs(space, pairsOf(space, limits).pairs);
  const kits = [...lifts.keys()].filter((lift) => !lifts[lift]!.beyond);
  const most = Math.max(1, Math.floor(MOST / (kits.length * spacers.length)));
  const priceOf = pricerOf(pricing);
  const asks = asksOfDriving(limits);
  const budgetCents = wish.what === 'price' ? wish.amount * 100 : Infinity;
  const ratioOf = new Map<number, number>();
  const triggers = new Map<string, string>();
  const packages: WishPackage[] = [];

  const add = (pair: Pair, spacer: number, lift: number): void => {
    const { tire, wheel } = pair;
    const choose = (ratio: number): Choice => choiceOf(space, { tire, wheel, spacer, lift, ratio });
    let ratio = ratioOf.get(tire);
    if (ratio === undefined) ratioOf.set(tire, (ratio = ratioFor(space, buildOf(base, choose(0)), gears)));
    const choice = choose(ratio);
    if (asks && drivenStop(space, limits, choice, pair)) return;
    const priced = Object.values(choice).every(({ price }) => price !== null);
    if (wish.what === 'price' && !priced) return;
    const build = (): Build => buildOf(base, choice);
    const key = [tire, lift, ratio, wheel > 0, spacers[spacer]!.spacerMm > 0, spacer > 0].join();
    let pulled = triggers.get(key);
    if (pulled === undefined) triggers.set(key, (pulled = triggersOf(build(), choice)));
    const price = priceOf(choice, `${pulled} ${wheels[wheel]!.wheel.seat}`, build);
    if (price.totalCents > budgetCents) return;
    packages.push({
      parts: { tire, wheel, spacer, lift, ratio },
      price,
      diameterMm: pair.size.overallDiameterMm,
      priced,
    });
  };
  for (const pair of pairs.slice(0, most))
    for (const [spacer, profile] of pair.profiles.entries())
      if (profile) for (const lift of kits) add(pair, spacer, lift);
  packages.sort(wish.what === 'price' ? larger : cheaper);
  return { packages, all: pairs.length <= most };
}
