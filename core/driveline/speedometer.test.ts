import { describe, expect, test } from 'vitest';
import { drivenBuild } from '../../tests/driven';
import { wordingText } from '../wording';
import { dialSaidOnce, mostOverKmh, speedometerOf } from './speedometer';

/** The demo tire's diameter changed by a share, on a dial that reads true as delivered. */
const dial = (share: number, overreadPct = 0) => {
  const build = drivenBuild((file) => {
    file.vehicle.stockOverreadPct = overreadPct;
    file.package.tire = { ...file.vehicle.stock.tire, overallDiameterMm: 800 * share };
    file.vehicle.stock.tire = { ...file.vehicle.stock.tire, overallDiameterMm: 800 };
    file.package.wheel = file.vehicle.stock.wheel;
  });
  return speedometerOf(build);
};

describe('UN Regulation 39', () => {
  test('a taller tire on a true dial shows too little, which is never allowed', () => {
    const { errorPct, checks } = dial(1.04);
    expect(errorPct).toBeCloseTo((1 / 1.04 - 1) * 100, 9);
    expect(checks.map(({ status }) => status)).toEqual(['fail', 'fail', 'fail']);
    expect(checks[0]?.value).toBeCloseTo(40 - 40 * 1.04, 9);
  });
  test('equal sizes pass with nothing to spare', () =>
    expect(dial(1).checks.map(({ status }) => status)).toEqual(['pass', 'pass', 'pass']));
  test('too much is told from allowed at a tenth and 4 km/h', () => {
    // At 40 on the dial: shown too much by 40·(1 − s); allowed 4·s + 4, so s = 36/44 is the least share.
    const limit = 36 / 44;
    expect(dial(limit + 0.002).checks[0]?.status).toBe('pass');
    expect(dial(limit - 0.002).checks[0]?.status).toBe('fail');
    expect(mostOverKmh(100)).toBe(14);
  });
  test('what holds at all three speeds is said once, at the worst of them, and the others are named', () => {
    const [said, ...more] = dialSaidOnce(dial(1.04).checks);
    expect(more).toEqual([]);
    expect(said?.id).toBe('speedometer-120');
    expect(wordingText(said?.message ?? '', 'metric')).toMatch(
      /At 120 km\/h.*So it is at 40 km\/h and 80 km\/h\.$/,
    );
    // Where it fails at one speed alone, the others stand beside it.
    const mixed = dial(36 / 44 - 0.002).checks;
    expect(dialSaidOnce(mixed)).toHaveLength(new Set(mixed.map(({ status }) => status)).size);
  });
  test('what the dial over-reads as delivered makes room for a taller tire', () =>
    expect(dial(1.04, 5).checks.every(({ status }) => status === 'pass')).toBe(true));
});
