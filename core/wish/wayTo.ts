import type { Assessment } from '../assess';
import type { GradeChance } from '../clearance/sureness';
import { gradeChance } from '../clearance/gradeChance';
import { isUnsure } from '../verdictTail';
import type { Check } from '../check';
import type { Grade } from '../clearance/grade';
import { dialSaidOnce } from '../driveline/speedometer';
import type { AxleName, FreeKind } from '../format/names';
import type { Build } from '../format/build';
import type { FreeLimits } from '../format/freeLimits';
import type { Limits } from '../format/searchLimits';
import { choiceOf, type Parts } from '../search/found';
import { judgedAs, type Offers } from '../search/searchSpace';
import { buildOf, type Choice } from '../search/space';
import type { Change } from '../together/change';
import type { Freed, Pricing } from '../together/offers';
import { changeWords, joined } from '../together/words';
import { say, type Wording } from '../wording';
import type { WorkLine } from '../work/needs';
import { heldWords } from './held';
import { freerOf } from './freer';
import { packagesOf, wishSpace, type WishPackage } from './packages';
import { choiceNow, linesOf, priceOfLines, type WishPrice } from './price';
import type { Wish } from './readWish';

/** A whole way to what is wanted: a package, what is done so that it fits, and everything that hangs on it. */
export type WishWay = {
  build: Build;
  /** The tire’s number in the catalog; 0 where it stays. */
  tireId: number;
  /** What is bought and done, in a sentence. */
  does: Wording;
  grade: Grade;
  /** How sure that is; null where chance has no say, left out until it was worked out. */
  chance?: GradeChance | null;
  leastClearanceMm: Record<AxleName, number>;
  diameterMm: number;
  /** As it would be quoted, and how much more that is than the stage as it is. */
  price: WishPrice & { currency: string; moreCents: number };
  gearingChangePct: number;
  lines: WorkLine[];
  /** Everything that it was checked for apart from the fit. */
  checks: Check[];
};

export type Wished = {
  ways: WishWay[];
  /** Packages that were looked at, of how many; and whether none that is left can be cheaper. */
  looked: number;
  of: number;
  complete: boolean;
  /** Why there is no way, where there is none. */
  held: Wording[];
};

export type WishAsked = {
  base: Build;
  offers: Offers;
  wish: Wish;
  /** What the package keeps to. */
  limits: Limits;
  /** What is not done to make it fit, and what stays as it is. */
  free: FreeLimits;
  /** Whether gears are put in where a tire takes the gearing far off. */
  gears: boolean;
  pricing: Pricing;
};

/** Tires, wheels, spacers and kits come from the catalog: a change to one of them is another package. */
const FROM_CATALOG: readonly FreeKind[] = [
  'width',
  'diameter',
  'inboard',
  'outboard',
  'spacer',
  'spring',
  'body',
  'bracket',
];
export const MOST_WAYS = 6;

/** Ways that are alike in what this says are one, of which the cheapest is told. */
const kindOf = ({ what }: Wish, { parts: { lift, wheel, spacer }, diameterMm }: WishPackage): string =>
  what === 'price' ? String(Math.round(diameterMm / 10)) : [lift, wheel > 0, spacer > 0].join();

function checksOf({
  wheel,
  load,
  driveline,
  strength,
  speedometer,
  rules,
  spare,
  checks,
}: Assessment): Check[] {
  return [
    ...wheel.checks,
    ...load.checks,
    ...driveline.checks,
    ...(strength?.checks ?? []),
    ...dialSaidOnce(speedometer.checks),
    ...rules,
    ...(spare ?? []),
    ...checks,
  ];
}

/** What is not as it is on the stage: bought, taken off again, or done. */
function doesOf(choice: Choice, parts: Parts, before: Build, changes: readonly Change[]): Wording {
  const keys = ['tire', 'wheel', 'spacer', 'lift', 'ratio'] as const;
  const other = keys.flatMap((key) => (parts[key] === 0 ? [] : [choice[key].words]));
  const all = [...other, ...changes.map((change) => changeWords(before, change))];
  return all.length === 0 ? 'The stage as it is.' : say`${joined(all, '; ')}.`;
}

const dearer = (one: WishWay, other: WishWay): number =>
  one.price.totalCents - other.price.totalCents || one.price.minutes - other.price.minutes;
const ordered = ({ what }: Wish, ways: readonly WishWay[]): WishWay[] =>
  [...ways]
    .sort((one, other) => (what === 'price' ? other.diameterMm - one.diameterMm : 0) || dearer(one, other))
    .slice(0, MOST_WAYS);

/**
 * Searches for the least that must change so that a wish comes true: packages from the catalog, the cheapest first, each with the
 * fewest changes that free it and the gears that it asks for, priced as it would be quoted and held against `assess`. Ends when
 * no package that is left can be cheaper than the ways that were found. Yields between packages, with the ways as they stand.
 */
export function* wayTo(asked: WishAsked): Generator<Wished, Wished> {
  const { base, offers, wish, limits, gears, pricing } = asked;
  const judged = judgedAs(base, limits);
  const space = wishSpace(judged, offers, wish, asked.free.avoid);
  const { packages, all } = packagesOf(space, wish, limits, pricing, gears);
  const wanted: Grade = limits.grade === 'free' ? 'free' : 'close';
  const free: FreeLimits = {
    ...asked.free,
    grade: wanted,
    avoid: [...new Set([...asked.free.avoid, ...FROM_CATALOG])],
  };
  const goalMm = wanted === 'free' ? judged.use.marginMm : 0;
  // What the rub policy lets pass is close, and stays so.
  const reachable: Grade = judged.use.rub === 'none' ? wanted : 'close';
  const freer = freerOf(judged, goalMm, reachable, free);
  const now = priceOfLines(linesOf(judged, choiceNow(judged), pricing), pricing);
  const mostCents = wish.what === 'price' ? wish.amount * 100 : Infinity;

  /** A package that is freed, priced as it would be quoted; `before` is the package as it is bought. */
  function wayWith(
    { build, changes, assessment }: Freed,
    before: Build,
    choice: Choice,
    parts: Parts,
  ): WishWay {
    const { grade, fit, tire, driveline } = assessment;
    const lines = linesOf(build, choice, pricing);
    const price = priceOfLines(lines, pricing);
    return {
      build,
      tireId: choice.tire.id,
      does: doesOf(choice, parts, before, changes),
      grade,
      ...(isUnsure(assessment) ? {} : { chance: null }),
      leastClearanceMm: { front: fit.front.leastClearanceMm, rear: fit.rear.leastClearanceMm },
      diameterMm: tire.package.overallDiameterMm,
      price: { ...price, currency: pricing.terms.currency, moreCents: price.totalCents - now.totalCents },
      gearingChangePct: driveline.effectiveGearingChangePct,
      lines,
      checks: checksOf(assessment),
    };
  }

  const best = new Map<string, WishWay>();
  const told = (looked: number, complete = false, held: Wording[] = []): Wished => ({
    ways: ordered(wish, [...best.values()]),
    looked,
    of: packages.length,
    complete,
    held,
  });
  /** Whether nothing that is left can come among the ways that are told. */
  const settled = ({ price, diameterMm, priced }: WishPackage): boolean => {
    const worst = best.size < MOST_WAYS ? undefined : ordered(wish, [...best.values()]).at(-1);
    if (!worst) return false;
    // What has no price is a last resort: what it comes to is not known.
    return wish.what === 'price'
      ? diameterMm < worst.diameterMm
      : !priced || price.totalCents >= worst.price.totalCents;
  };

  // First whatever stands as it is: with that known, few of the rest are cheap enough to be worth a search.
  let looked = 0;
  for (const [pass, free] of [freer.asItIs, freer.withChanges].entries()) {
    for (const one of packages) {
      if (settled(one)) break;
      if (pass === 1) looked++;
      const kind = kindOf(wish, one);
      const known = best.get(kind)?.price.totalCents;
      if (known !== undefined && (!one.priced || one.price.totalCents >= known)) continue;
      const choice = choiceOf(space, one.parts);
      const build = buildOf(judged, choice);
      const freed = free(build, one.parts.lift);
      const way = freed && wayWith(freed, build, choice, one.parts);
      if (way && way.price.totalCents <= (known ?? mostCents)) best.set(kind, way);
      if (freed || looked % 20 === 0) yield told(looked);
    }
  }
  // How sure each is takes longer than to judge it: of those that are told alone.
  const shown = new Set(ordered(wish, [...best.values()]));
  for (const [kind, way] of best) {
    if (!shown.has(way) || way.chance !== undefined) continue;
    best.set(kind, { ...way, chance: gradeChance(way.build) });
    yield told(looked);
  }
  return told(looked, all, best.size > 0 ? [] : heldWords({ space, wish, packages, freer, free, limits }));
}
