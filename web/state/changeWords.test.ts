import { describe, expect, test } from 'vitest';
import { changeLine, changeWords, fieldPath, placeWords } from './changeWords';

describe('a change as people say it', () => {
  test.each([
    ['package.tire.massKg', { from: 24, to: 26 }, 'metric', 'tire mass 24 → 26 kg'],
    ['package.tire.massKg', { from: 24, to: 26 }, 'inch', 'tire mass 52.9 → 57.3 lb'],
    ['vehicle.wheelbaseMm', { from: 3302, to: 3264 }, 'metric', 'wheelbase 3302 → 3264 mm'],
    ['vehicle.wheelbaseMm', { from: 3302, to: 3264 }, 'inch', 'wheelbase 130 → 128 1/2 in'],
    ['package.lift.front.springMm', { to: 40 }, 'metric', 'spring lift, front nothing → 40 mm'],
    [
      'package.tire.code',
      { from: '245/75R16', to: '265/75R16' },
      'metric',
      'tire code “245/75R16” → “265/75R16”',
    ],
    ['package.lockStopDeg', { from: 20 }, 'metric', 'lock stop, inside wheel 20° → nothing'],
    ['job.status', { from: 'parts', to: 'done' }, 'metric', 'where the job is “parts” → “done”'],
    [
      'vehicle.corners.front.obstacles.2.points.4',
      { from: [1, 2, 3], to: [1, 2, 4] },
      'metric',
      'measured points, front changed',
    ],
  ] as const)('%s', (path, change, units, words) => {
    expect(changeLine(path, { path, ...structuredClone(change) } as never, units)).toBe(words);
  });

  test('nothing is ever a key or JSON where the field has a name', () => {
    expect(placeWords('use.rules.rules.0.limit')).toBe('rules of the place');
    expect(placeWords('package.x-note')).toBe('x-note');
    expect(fieldPath('vehicle', '/stock/tire/code')).toBe('vehicle.stock.tire.code');
    expect(fieldPath('stage', '/use/marginMm')).toBe('use.marginMm');
    expect(
      changeWords('stage', [
        { path: '/package/tire/code' },
        { path: '/package/tire/code' },
        { path: '/use/zone' },
      ]),
    ).toBe('tire code, zone');
  });
});
