import { expect, test, vi } from 'vitest';
import { example } from '../tests/example';
import { drivenBuild } from '../tests/driven';
import { assess } from './assess';
import { deriveFigures } from './figures';
import { axleLoadsKg } from './load/masses';
import { tireSize } from './tire/size';

vi.mock(import('./tire/size'), async (original) => {
  const real = await original();
  return { ...real, tireSize: vi.fn(real.tireSize) };
});

test.each([
  ['a bare build', example()],
  ['one with powertrain, axles and rules', drivenBuild()],
])('assess works out the two tire sizes of %s once', (_, build) => {
  vi.mocked(tireSize).mockClear();
  assess(build);
  expect(vi.mocked(tireSize).mock.calls.map(([tire]) => tire.code)).toEqual([
    build.vehicle.stock.tire.code,
    build.package.tire.code,
  ]);
});

test('the figures are those of each part for itself', () => {
  const build = example({ package: { spacerMm: 12 } });
  const { stock, package: now, growthMm, growthPct, axleKg } = deriveFigures(build);
  const { tire, wheel } = build.package;
  expect(now.size).toEqual(tireSize(tire, wheel.widthIn));
  expect(now.planes.centrePlaneMm).toBe(12 - wheel.offsetMm);
  expect(now.profile.centreMm).toBe(now.planes.centrePlaneMm);
  expect(growthMm).toBe(now.size.overallDiameterMm - stock.size.overallDiameterMm);
  expect(growthPct).toBeCloseTo((100 * growthMm) / stock.size.overallDiameterMm, 12);
  expect(axleKg).toEqual(axleLoadsKg(build));
});
