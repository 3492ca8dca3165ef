import type { FreeLimits } from '../format/freeLimits';
import { choiceOf } from '../search/found';
import { STOP_WORDS, STOPS, type Stop } from '../search/limits';
import { pairsOf } from '../search/pairs';
import type { Limits } from '../format/searchLimits';
import { buildOf, type Space } from '../search/space';
import { missWords, nearestMiss, worstMiss } from '../together/nearest';
import { say, type Wording } from '../wording';
import type { Freer } from './freer';
import type { WishPackage } from './packages';
import type { Wish } from './readWish';

type Asked = {
  space: Space;
  wish: Wish;
  packages: readonly WishPackage[];
  freer: Pick<Freer, 'corners' | 'goals'>;
  free: FreeLimits;
  limits: Limits;
};

const NONE: Record<Wish['what'], string> = {
  diameter: 'No tire of that size is in the catalog.',
  width: 'No tire of that width, and no smaller over all than this one, is in the catalog.',
  lift: 'No kit so high is in the catalog for this vehicle.',
  price: 'No tire that is at least as large as this one is in the catalog.',
};

/** To what the pairs of a space fell before anything was swept, the commonest first. */
function fallenTo(space: Space, limits: Limits): Stop[] {
  const { fallen } = pairsOf(space, limits);
  const count = (stop: Stop): number => fallen.filter((one) => one.stop === stop).length;
  return STOPS.filter((stop) => count(stop) > 0).sort((one, other) => count(other) - count(one));
}

/** Of each kit the cheapest package: the nearest miss is looked for among them. */
function oneOfEachLift(packages: readonly WishPackage[]): WishPackage[] {
  const seen = new Set<number>();
  return packages.filter(({ parts: { lift } }) => !seen.has(lift) && seen.add(lift));
}

/** Why nothing makes a wish come true: what there is none of, what stops it before it stands, or the nearest miss and what holds it. */
export function heldWords({ space, wish, packages, freer, free, limits }: Asked): Wording[] {
  if (space.tires.length === 0 || space.lifts.every(({ beyond }) => beyond)) return [NONE[wish.what]];
  if (packages.length === 0) {
    if (wish.what === 'price')
      return ['Nothing that has a price and keeps to the limits comes to so little.'];
    const words = fallenTo(space, limits).map((stop) => STOP_WORDS[stop]);
    return [
      words.length > 0
        ? `Nothing that would do keeps to the limits: ${words.join('; ')}.`
        : 'No wheel of the catalog carries such a tire on this vehicle, or nothing keeps to the limits.',
    ];
  }
  const { corners, goals } = freer;
  const [nearest] = oneOfEachLift(packages)
    .map(({ parts }) => {
      const build = buildOf(space.base, choiceOf(space, parts));
      return { parts, build, shortMm: worstMiss(build, corners, goals)?.shortMm ?? Infinity };
    })
    .sort((one, other) => one.shortMm - other.shortMm);
  const miss = nearest && nearestMiss(nearest.build, corners, goals, free);
  if (!miss) return ['Nothing that was tried makes it fit.'];
  const { tire, lift } = choiceOf(space, nearest.parts);
  return [
    say`Nothing that was tried makes it fit. Looked at closest, ${tire.words} with ${lift.words}: ${missWords(nearest.build, miss)}`,
  ];
}
