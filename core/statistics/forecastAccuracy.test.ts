import { wordingText } from '../wording';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { demoBuild } from '../../tests/example';
import { expectationOf } from '../calibration/expectation';
import { forecastAccuracyOf, type Proved } from './forecastAccuracy';
import { biasesOf } from './groupBias';
import { testReading } from '../../tests/testReading';
import type { TestReading } from '../format/testFit';

const reading = testReading({ obstacle: 'seam' });
const proved = (chance: number, seen: Partial<TestReading>, more: Partial<Proved> = {}): Proved => ({
  id: `${chance} ${JSON.stringify(seen)}`,
  jobId: 1,
  job: 'J-0001',
  vehicle: 'One',
  stageId: 1,
  at: '2026-01-01T10:00',
  by: 'Ansa',
  reading: { ...reading, ...seen },
  predicted: { clearanceMm: 10, spreadMm: 3, chance, grade: 'close' },
  taught: [],
  ...more,
});

describe('accuracy', () => {
  test('the Brier score of a coin said to be one is a quarter, of knowing everything 0', () => {
    const coin = [proved(0.5, { mark: 'scuff' }), proved(0.5, { clear: true })];
    expect(forecastAccuracyOf(coin, 10).brier).toBeCloseTo(0.25, 9);
    expect(forecastAccuracyOf([proved(1, { mark: 'cut' }), proved(0, { clear: true })], 10).brier).toBe(0);
  });

  test('bins count every reading once, and the score is never worse than 1', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.double({ min: 0, max: 1, noNaN: true }), fc.boolean()), {
          minLength: 1,
          maxLength: 40,
        }),
        (list) => {
          const { bins, brier, count } = forecastAccuracyOf(
            list.map(([chance, came]) => proved(chance, came ? { mark: 'shine' } : { clear: true })),
            10,
          );
          expect(bins.reduce((sum, bin) => sum + bin.count, 0)).toBe(count);
          expect(brier).toBeGreaterThanOrEqual(0);
          expect(brier).toBeLessThanOrEqual(1);
        },
      ),
    ));

  test('a touch where none was predicted is a miss, and so is a gap far from what was said', () => {
    const { misses, within } = forecastAccuracyOf(
      [
        proved(0.01, { mark: 'scuff' }),
        proved(0.4, { mark: 'scuff' }),
        proved(0.01, { gapMm: 11 }),
        proved(0.01, { gapMm: 25 }),
      ],
      10,
    );
    expect(misses.map(({ why }) => wordingText(why, 'metric'))).toEqual([
      expect.stringContaining('touched, where 10 mm were predicted'),
      expect.stringContaining('read 25 mm, 15 mm more than predicted'),
    ]);
    expect(within).toEqual({ gaps: 2, one: 1, two: 1 });
  });

  test('a stage counts once, by the grade before its first reading and the worst that was found', () => {
    const { stages } = forecastAccuracyOf(
      [
        proved(0.1, { gapMm: 4 }),
        proved(
          0.1,
          { mark: 'shine' },
          {
            at: '2026-01-02T10:00',
            predicted: { clearanceMm: 1, spreadMm: 1, chance: 0.1, grade: 'blocked' },
          },
        ),
        proved(0.1, { gapMm: 4 }, { stageId: 2 }),
        proved(0.1, { gapMm: 40 }, { stageId: 3 }),
      ],
      10,
    );
    expect(stages.close).toEqual({ clear: 1, close: 1, touched: 1 });
    expect(stages.blocked).toEqual({ clear: 0, close: 0, touched: 0 });
  });
});

test('what is predicted for a reading is surer than nothing and says a chance that goes with it', () => {
  const build = demoBuild('halyard-3-wide-and-tall');
  const at = expectationOf(build, { ...reading, lockDeg: 15, travelMm: -70 });
  expect(at?.spreadMm).toBeGreaterThan(1);
  expect(at?.chance).toBeGreaterThan(0.9);
  expect(at?.clearanceMm).toBeLessThan(0);
  expect(expectationOf(build, { ...reading, obstacle: 'no such' })).toBeNull();
});

describe('a bias', () => {
  test('is the mean of what agrees, tells only when more than one says so, and is no surer than they scatter', () => {
    const same = Array.from({ length: 9 }, () => ({ group: 'springs', mm: -4, spreadMm: 3 }));
    expect(biasesOf(same)).toEqual([
      { group: 'springs', count: 9, mm: -4, spreadMm: 1, scatterMm: 0, tells: true },
    ]);
    expect(biasesOf(same.slice(0, 1))[0]?.tells).toBe(false);
    const wild = [-30, 22, -14, 18].map((mm) => ({ group: 'x', mm, spreadMm: 1 }));
    const [one] = biasesOf(wild);
    expect(one?.spreadMm).toBeGreaterThan(10);
    expect(one?.tells).toBe(false);
  });
});
