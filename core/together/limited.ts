import type { Assessment } from '../assess';
import type { Grade } from '../clearance/grade';
import type { Build } from '../format/build';
import { NO_LIMITS, type FreeLimits } from '../format/freeLimits';
import { say, type Wording } from '../wording';
import type { Corners } from './corners';
import { offerOf, type Pricing } from './offers';
import { waysOf } from './search';
import { brokenBy, changeWords } from './words';

/**
 * The single changes that would free a build but for its limits, each with the limit that it does not keep to: which one to talk
 * about where nothing within them helps.
 */
export function heldByLimits(
  build: Build,
  before: Assessment,
  limits: FreeLimits,
  corners: Corners,
  pricing: Pricing,
  wanted: Grade,
): Wording[] {
  const { avoid, keep, most } = limits;
  if (avoid.length === 0 && keep.length === 0 && Object.keys(most).length === 0) return [];
  const held: Wording[] = [];
  for (const { found } of waysOf(build, corners, { ...NO_LIMITS, changes: 1 }))
    for (const way of found) {
      const offer = offerOf(build, before, way, wanted, NO_LIMITS, corners, pricing);
      const [change] = offer?.changes ?? [];
      const limit = change && brokenBy(build, change, limits);
      if (limit) held.push(say`It would be free with ${changeWords(build, change)}, but ${limit}.`);
    }
  return held;
}
