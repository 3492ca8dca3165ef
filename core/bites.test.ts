import { describe, expect, test } from 'vitest';
import { arc, example, obstacle } from '../tests/example';
import { assess } from './assess';
import { reconcile } from './calibration/reconcile';
import { expectationOf } from './calibration/expectation';
import { tireSpreadMm } from './clearance/spread';
import { testReading } from '../tests/testReading';
import { inverse, overlap, withChanges } from './history/diff';
import { loadOf } from './load/load';
import { totalsOf } from './quote/quote';
import { tireSize } from './tire/size';
import { riseMm } from './vehicle/rise';
import { wordingText } from './wording';

// Closed-form figures for places where a small wrong change once passed every test (npm run mutants).

test('a tire of which only the code is known may be off by 1.2 % of its radius and 2.5 mm of half its width', () => {
  const size = tireSize({ code: '245/75R16', pattern: 'road' }, 7);
  expect(tireSpreadMm(size)).toBeCloseTo(Math.hypot((0.012 * 773.9) / 2, 2.5), 9);
});

test('what rises at an axle rises by that axle’s own springs, brackets, body and sag', () => {
  const build = example({
    package: {
      lift: { front: { springMm: 50, bracketMm: 20, bodyMm: 7 }, rear: { springMm: 11, bodyMm: 7 } },
      sagMm: { front: 4, rear: 1 },
    },
  });
  expect(riseMm(build, 'front', 'frame')).toBe(66);
  expect(riseMm(build, 'rear', 'frame')).toBe(10);
  expect(riseMm(build, 'front', 'body')).toBe(73);
  expect(riseMm(build, 'rear', 'body')).toBe(17);
  expect(riseMm(build, 'rear', 'axle')).toBe(0);
});

test('changes overlap whichever of the two is the wider', () => {
  const [whole, part] = [[{ path: '/a', to: 1 }], [{ path: '/a/b', to: 2 }]];
  expect(overlap(whole, part)).toBe(true);
  expect(overlap(part, whole)).toBe(true);
});

test('changes that build on one another are taken back last first', () => {
  const changes = [
    { path: '/a', to: { b: 1 } },
    { path: '/a/b', from: 1, to: 2 },
  ];
  expect(withChanges(withChanges({ c: 3 }, changes), inverse(changes))).toEqual({ c: 3 });
});

describe('what a sum over four tires would hide', () => {
  /** The rear axle over its rating, with all four tires together carrying `share` of the whole. */
  const hidden = (code: string, frontKg: number, rearKg: number) =>
    loadOf(
      example({
        vehicle: {
          massKg: { front: frontKg, rear: rearKg },
          ratingsKg: { gross: 9000, front: 9000, rear: rearKg - 1 },
        },
        package: { tire: { code, pattern: 'road' } },
      }),
    ).hiddenBySum;

  test('is told where the sum holds with a tenth in reserve, and an axle does not', () => {
    // Load index 111: 1090 kg a tire, 4360 kg for four.
    expect(wordingText(hidden('245/75R16 111S', 1900, 2000) ?? '', 'metric')).toContain('rear axle is over');
  });
  test('is not told where the sum holds only without the reserve: then nobody is misled', () => {
    expect(hidden('245/75R16 111S', 2000, 2100)).toBeUndefined();
  });
  test('is not told where nobody knows what the tires carry', () => {
    expect(hidden('245/75R16', 1900, 2000)).toBeUndefined();
  });
});

test('two readings of one place that cannot both be right ask for another look, however near the prediction they are', () => {
  const build = example({
    front: { obstacles: [obstacle(arc(430, 40, -12, 12), { id: 'lip', tapeErrorMm: 4 })] },
  });
  const at = testReading({ errorMm: 1, gapMm: 0 });
  const expected = expectationOf(build, at);
  if (!expected) throw new Error('the lip is predicted');
  const spread = Math.hypot(expected.spreadMm, at.errorMm);
  const by = 2.6 * spread;
  expect(expected.clearanceMm).toBeGreaterThan(by);
  const { residuals } = reconcile(build, [
    { ...at, gapMm: expected.clearanceMm + by },
    { ...at, gapMm: expected.clearanceMm - by },
  ]);
  const beyond = residuals.filter((one) => one.beyond);
  expect(beyond.length).toBeGreaterThan(0);
  // Each alone is nearer than what would be called far off by itself.
  for (const { residualMm, spreadMm, causes } of beyond) {
    expect(Math.abs(residualMm)).toBeLessThan(3.5 * spreadMm);
    expect(wordingText(causes.at(-1) ?? '', 'metric')).toContain('another look');
  }
});

test('half a hundredth of tax is rounded up', () => {
  const terms = { currency: 'cr', hourlyRate: 0, taxPct: 10, validDays: 30 };
  const line = { id: 'a', label: 'a part', count: 1, price: 10.05, minutes: 0, perhaps: false };
  // 10 % of 1005 hundredths are 100.5.
  expect(totalsOf({ lines: [line] }, terms)).toMatchObject({
    partsCents: 1005,
    taxCents: 101,
    totalCents: 1106,
  });
});

test('the lip covers the tread from 30° ahead of to 50° behind the upright, and nowhere else', () => {
  const on = (deg: number, y: number): [number, number, number] => [
    420 * Math.sin((deg * Math.PI) / 180),
    y,
    420 * Math.cos((deg * Math.PI) / 180),
  ];
  const lips = (points: [number, number, number][]) => {
    const lip = obstacle(points, { id: 'lip' });
    const file = example({ front: { obstacles: [lip] } });
    file.vehicle.corners.rear.obstacles = [lip];
    const rules = [
      { kind: 'tread-cover' as const, limit: 0, source: 'Upland rule book', checkedOn: '2026-10-01' },
    ];
    return (
      assess({ ...file, use: { ...file.use, rules: { name: 'Uplands', rules } } }).rules[0]?.value ?? NaN
    );
  };
  const alone = lips([on(0, 80)]);
  // Narrower 40° behind: that counts. Narrower 40° ahead: it does not.
  expect(lips([on(0, 80), on(-40, 60)])).toBeCloseTo(alone + 20, 6);
  expect(lips([on(0, 80), on(40, 60)])).toBeCloseTo(alone, 6);
  expect(lips([on(0, 80), on(25, 60)])).toBeCloseTo(alone + 20, 6);
  expect(lips([on(0, 80), on(-55, 60)])).toBeCloseTo(alone, 6);
});
