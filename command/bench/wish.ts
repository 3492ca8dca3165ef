import { NO_LIMITS } from '../../core/format/freeLimits';
import type { Build } from '../../core/format/build';
import { SHIPPED_TERMS } from '../../core/format/quote';
import { limitsSchema } from '../../core/format/searchLimits';
import { SHIPPED_WORK } from '../../core/work/shippedWork';
import { wayTo } from '../../core/wish/wayTo';
import { demoOffers } from '../../tests/demoCatalog';

/** Half an inch more than a 34, which the first demo build has. */
const WISH = { what: 'diameter', amount: 35 * 25.4 } as const;

/**
 * A wish on a demo build over the demo shop's catalog: until its first way, until no cheaper one is left, and how many packages
 * there are. `quick` asks for the first way alone, on the vehicle’s kit as it is.
 */
export function wishFigures(base: Build, quick: boolean): Record<string, number> {
  const offers = demoOffers(base, 'Orrin Halyard');
  const from = performance.now();
  const search = wayTo({
    base,
    offers: quick ? { ...offers, lifts: [], spacers: [] } : offers,
    wish: WISH,
    limits: limitsSchema.parse({}),
    free: NO_LIMITS,
    gears: true,
    pricing: { rules: SHIPPED_WORK, terms: { ...SHIPPED_TERMS, hourlyRate: 84 } },
  });
  let wishFirstMs = NaN;
  for (;;) {
    const step = search.next();
    const now = performance.now() - from;
    if (step.value.ways.length > 0 && Number.isNaN(wishFirstMs)) wishFirstMs = now;
    if (step.done || (quick && wishFirstMs > 0))
      return { wishFirstMs, wishMs: now, wishPackages: step.value.of };
  }
}
