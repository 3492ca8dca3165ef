import { assess } from '../../core/assess';
import type { Build } from '../../core/format/build';
import { choiceOf } from '../../core/search/found';
import { startSearch } from '../../core/search/search';
import { buildOf } from '../../core/search/space';
import { spaceAround } from '../../tests/catalog';
import { seeded } from '../../core/statistics/seeded';
import { medianMs } from './median';
import { limitsSchema } from '../../core/format/searchLimits';

/** As many packages as a large catalog makes on one vehicle, the silhouettes of every lift folded on the way. */
const FULL = { tires: 600, wheels: 400, spacers: 2, lifts: 4, ratios: 3 };
const QUICK = { tires: 150, wheels: 100, spacers: 2, lifts: 4, ratios: 3 };
/** `assess` is timed on as many of the packages, drawn by chance. */
const SAMPLE = 60;

/** How many times faster a search judges a package than calling `assess` on it, in one run. */
export function searchFigures(base: Build, quick: boolean): Record<string, number> {
  const space = spaceAround(base, quick ? QUICK : FULL);
  const limits = limitsSchema.parse({ grade: 'trim', cutting: ['tuck', 'plastic'] });
  const from = performance.now();
  const search = startSearch(space, limits);
  while (!search.done) search.step(20_000);
  const searchMs = performance.now() - from;
  const { total, found } = search.state;
  const { pick } = seeded(1);
  const [first, ...rest] = found;
  if (!first) throw new Error('the search found nothing');
  const builds = Array.from({ length: SAMPLE }, () => buildOf(base, choiceOf(space, pick([first, ...rest]))));
  let at = 0;
  const assessMs = medianMs(() => assess(builds[at++ % builds.length] ?? base), SAMPLE, 10);
  return {
    searchPackages: total,
    searchSeconds: searchMs / 1000,
    searchVsAssess: assessMs / (searchMs / total),
  };
}
