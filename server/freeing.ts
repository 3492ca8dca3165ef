import { NO_LIMITS, freeLimitsSchema, type FreeLimits } from '../core/format/freeLimits';
import type { Build } from '../core/format/build';
import { readBuild } from '../core/format/read';
import { limitsOf } from '../formats/curesJson';
import { parseJson } from '../formats/json';
import type { Reader } from './endpoint';
import { done, faulty } from './errors';

/** A build file, or one beside the limits of a search: `{ build, limits }`. */
export const freeReader: Reader<{ build: Build; limits: FreeLimits }> = {
  type: 'json',
  schemas: [freeLimitsSchema],
  read: (bytes) => {
    const parsed = parseJson(bytes.toString('utf8'));
    if (!parsed.ok) return faulty(parsed.faults);
    const both = parsed.value as { build?: unknown; limits?: unknown } | null;
    const apart = typeof both === 'object' && both !== null && 'build' in both;
    const read = readBuild(apart ? both.build : parsed.value);
    if (!read.ok)
      return faulty(apart ? read.faults.map((one) => ({ ...one, path: `build.${one.path}` })) : read.faults);
    if (!apart || both.limits === undefined) return done({ build: read.value, limits: NO_LIMITS });
    const limits = limitsOf(both.limits);
    return limits.ok
      ? done({ build: read.value, limits: limits.value })
      : faulty(limits.faults.map((one) => ({ ...one, path: `limits.${one.path}` })));
  },
};
