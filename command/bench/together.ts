import { assess } from '../../core/assess';
import type { Build } from '../../core/format/build';
import { freeLimitsSchema } from '../../core/format/freeLimits';
import { SHIPPED_TERMS } from '../../core/format/quote';
import { together } from '../../core/together/together';
import { SHIPPED_WORK } from '../../core/work/shippedWork';
import { medianMs } from './median';

/**
 * The search for changes that work together on one build: until its first offer, all of it, and how many times faster it goes
 * through a combination than an assessment would.
 */
export function togetherFigures(build: Build, quick: boolean): Record<string, number> {
  const limits = freeLimitsSchema.parse({ changes: quick ? 2 : 3 });
  const from = performance.now();
  const search = together(build, limits, { rules: SHIPPED_WORK, terms: SHIPPED_TERMS });
  let firstMs = NaN;
  for (;;) {
    const step = search.next();
    const now = performance.now() - from;
    if (!step.done && step.value.offers.length > 0 && Number.isNaN(firstMs)) firstMs = now;
    if (!step.done) continue;
    return {
      togetherFirstMs: firstMs,
      togetherMs: now,
      togetherTried: step.value.tried,
      togetherVsAssess: medianMs(() => assess(build), quick ? 3 : 11) / (now / step.value.tried),
    };
  }
}
