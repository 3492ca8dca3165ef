import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { demoBuild, example } from '../../tests/example';
import type { Envelope } from '../format/envelope';
import { assess } from '../assess';
import { wordingText } from '../wording';
import { envelopeFits, withEnvelope } from './envelope';
import { decidingProfile, tireDistance } from './profile';

const around = (envelope: Partial<Envelope>, build = demoBuild('rook-1-long-tour')) => ({
  ...build,
  package: {
    ...build.package,
    envelopes: [{ kind: 'chain' as const, axle: 'front' as const, aboveMm: 0, besideMm: 0, ...envelope }],
  },
});
const least = (envelope: Partial<Envelope>, build = demoBuild('rook-1-long-tour')): number =>
  envelopeFits(around(envelope, build))[0]?.leastClearanceMm ?? NaN;

describe('something around a tire', () => {
  test('nothing around it is the tire itself, as the grade is decided by it', () => {
    for (const name of ['rook-1-long-tour', 'holloway-1-tires-only', 'halyard-2-full-build'] as const) {
      const build = demoBuild(name);
      const { fit } = assess(build);
      for (const axle of ['front', 'rear'] as const)
        expect(least({ axle }, build)).toBeCloseTo(fit[axle].leastClearanceMm, 1);
    }
  });

  test('straight over the tread and beside the sidewall it stands off by just that', () => {
    const build = example();
    const bare = decidingProfile(build.package, build.use);
    const chained = withEnvelope(bare, { kind: 'chain', axle: 'front', aboveMm: 14, besideMm: 9 });
    const mid = (bare.tireInnerMm + bare.tireOuterMm) / 2;
    expect(tireDistance(chained, bare.centreMm, bare.tireOuterMm + 14)).toBeCloseTo(0, 9);
    expect(tireDistance(chained, bare.centreMm + bare.tireHalfWidthMm + 9, mid)).toBeCloseTo(0, 9);
  });

  test('thicker never leaves more room, and alike on all sides takes at most its thickness', () => {
    const build = demoBuild('holloway-1-tires-only');
    const bare = least({}, build);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 30 }), fc.integer({ min: 0, max: 20 }), (mm, more) => {
        const thin = least({ aboveMm: mm, besideMm: mm }, build);
        expect(least({ aboveMm: mm + more, besideMm: mm + more }, build)).toBeLessThanOrEqual(thin + 0.1);
        expect(thin).toBeGreaterThan(bare - mm * Math.SQRT2 - 0.2);
      }),
      { numRuns: 12 },
    );
  });

  test('less lock leaves at least as much room', () => {
    const build = demoBuild('halyard-2-full-build');
    const chain = { aboveMm: 15, besideMm: 12 };
    const [all, some, little] = [
      least(chain, build),
      least({ ...chain, lockDeg: 15 }, build),
      least({ ...chain, lockDeg: 5 }, build),
    ];
    expect(some).toBeGreaterThanOrEqual(all - 0.1);
    expect(little).toBeGreaterThanOrEqual(some - 0.1);
  });

  test('chains that touch fail, mud that touches is scraped off, and the sentence says how it is driven with', () => {
    const of = (envelope: Partial<Envelope>) => {
      const { envelopes } = assess(around({ aboveMm: 90, besideMm: 60, kmh: 50, lockDeg: 20, ...envelope }));
      const [one] = envelopes ?? [];
      return { status: one?.check.status, words: one ? wordingText(one.check.message, 'inch') : '' };
    };
    expect(of({}).status).toBe('fail');
    expect(of({}).words).toMatch(
      /With snow chains on the front tires and 20° of lock up to 31\.1 mph the .* is met by/,
    );
    expect(of({ kind: 'mud' }).status).toBe('watch');
    expect(of({ aboveMm: 0, besideMm: 0 }).status).not.toBe('fail');
  });

  test('nothing is said where nothing is put around them', () =>
    expect(assess(example())).not.toHaveProperty('envelopes'));
});
