import { assess, type Assessment } from '../assess';
import { cutDepths, leastWhole, sweepCorner, sweepInputOf } from '../clearance/corner';
import { reaches, type Grade } from '../clearance/grade';
import { decidingProfile } from '../clearance/profile';
import { acceptedRubs, goalsOf } from '../clearance/rub';
import type { AxleName } from '../format/names';
import type { Build } from '../format/build';
import type { FreeLimits } from '../format/freeLimits';
import type { Wording } from '../wording';
import { cornersOf, type Corners } from './corners';
import { missWords, nearestMiss } from './nearest';
import { heldByLimits } from './limited';
import { offerOf, type Offer, type Pricing } from './offers';
import { waysOf, type Progress, type Way } from './search';

/** What frees a build: every offer holds, the cheapest first. */
export type Cures = {
  /** As it is. */
  grade: Grade;
  wanted: Grade;
  offers: Offer[];
  /** Combinations that were gone through, and whether those were all. */
  tried: number;
  complete: boolean;
  /** Why nothing frees it, where nothing does. */
  held: Wording[];
};

/** What every obstacle is to come to, mm: the margin or, where less is asked, not to touch; and what the rub policy lets pass. */
export function goalsFor(build: Build, wanted: Grade): Record<AxleName, Float64Array> {
  const goal = wanted === 'free' ? build.use.marginMm : 0;
  const of = (axle: AxleName): Float64Array => {
    const corner = sweepCorner(sweepInputOf(build, axle));
    const cut = cutDepths(corner.corner.obstacles, build.package.cuts);
    const profile = decidingProfile(build.package, build.use);
    const { least } = leastWhole(corner, profile, cut);
    const accepted = acceptedRubs(corner, build.use, profile, cut, least);
    return goalsOf(least, accepted, goal);
  };
  return { front: of('front'), rear: of('rear') };
}

/** What no change to the corners can mend: a rating that is exceeded, a wheel that cannot be mounted, a ride height out of its travel. */
function heldBy({ wheel, load, checks }: Assessment): Wording[] {
  const failing = [
    ...wheel.checks,
    ...load.checks,
    ...checks.filter(({ id }) => id.startsWith('ride-height')),
  ];
  return failing.flatMap(({ status, message }) => (status === 'fail' ? [message] : []));
}

/** What nothing that was tried gets out of the way. */
function stillMet(build: Build, corners: Corners): Wording {
  const left = corners.inTheWay(build).map(({ axle, part: { id, label } }) => `${label || id} (${axle})`);
  return `Nothing that was tried frees it. In the way: ${left.join(', ')}.`;
}

/** Offers that are told while the search goes on, whatever they are. */
const TOLD_AT_ONCE = 3;

const byCost = (one: Offer, other: Offer): number =>
  one.cost.totalCents - other.cost.totalCents ||
  one.hours - other.hours ||
  one.changes.length - other.changes.length;

/**
 * Searches for what frees a build, up to `limits.changes` changes together, and holds each offer against `assess`. Yields between
 * bites of work; returns the offers by what they cost.
 */
export function* together(
  build: Build,
  limits: FreeLimits,
  pricing: Pricing,
  stop: () => boolean = () => false,
): Generator<Progress & { offers: Offer[] }, Cures> {
  const before = assess(build);
  const wanted: Grade = limits.grade;
  const done: Cures = {
    grade: before.grade,
    wanted,
    offers: [],
    tried: 0,
    complete: true,
    held: heldBy(before),
  };
  if (reaches(before.grade, wanted) || done.held.length > 0) return done;
  const goals = goalsFor(build, wanted);
  const corners = cornersOf(build, goals);
  // What the rub policy lets pass is close, and stays so.
  const reachable: Grade = build.use.rub === 'none' ? wanted : 'close';
  let tried = 0;
  const waiting: Way[] = [];
  const offers: Offer[] = [];
  const hold = (way: Way): void => {
    const offer = offerOf(build, before, way, reachable, limits, corners, pricing);
    if (offer) offers.push(offer);
  };
  let complete = true;
  for (const progress of waysOf(build, corners, limits)) {
    tried = progress.tried;
    for (const way of progress.found) {
      // Single changes are few and are told at once, and so are the first of the rest: of those only the likeliest are looked at closely.
      if (way.changes.length === 1 || offers.length < TOLD_AT_ONCE) hold(way);
      else waiting.push(way);
    }
    if (stop()) {
      complete = false;
      break;
    }
    yield { tried, of: progress.of, offers };
  }
  waiting.sort((one, other) => one.hours - other.hours);
  for (const way of waiting) {
    if (offers.length >= limits.offers) break;
    if (stop() && offers.length > 0) {
      complete = false;
      break;
    }
    hold(way);
    yield { tried, of: tried, offers };
  }
  const held = (): Wording[] => {
    const miss = nearestMiss(build, corners, goals, limits);
    return [
      stillMet(build, corners),
      ...(miss ? [missWords(build, miss)] : []),
      ...heldByLimits(build, before, limits, corners, pricing, reachable),
    ];
  };
  return {
    ...done,
    tried,
    complete,
    offers: offers.sort(byCost).slice(0, limits.offers),
    held: offers.length > 0 ? [] : held(),
  };
}

/** The whole search at once, or as much of it as there is time for: `stop` is asked between bites of work. */
export function freeTogether(
  build: Build,
  limits: FreeLimits,
  pricing: Pricing,
  stop: () => boolean = () => false,
): Cures {
  const search = together(build, limits, pricing, stop);
  for (;;) {
    const step = search.next();
    if (step.done) return step.value;
  }
}
