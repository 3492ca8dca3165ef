import { expect, test, vi } from 'vitest';
import { example } from '../tests/example';
import { drivenBuild } from '../tests/driven';
import { assess } from './assess';
import { deriveFigures } from './figures';
import { axleLoadsKg } from './load/masses';
import * as sizes from './tire/size';

test.each([
  ['a bare build', example()],
  ['one with powertrain, axles and rules', drivenBuild()],
])('assess works out the two tire sizes of %s once', (_, build) => {
  const tireSize = vi.spyOn(sizes, 'tireSize');
  assess(build);
  const { calls } = tireSize.mock;
  tireSize.mockRestore();
  expect(calls.map(([tire]) => tire.code)).toEqual([build.vehicle.stock.tire.code, build.package.tire.code]);
});

test('the figures are those of each part for itself', () => {
  const build = example({ package: { spacerMm: 12 } });
  const { stock, package: now, growthMm, growthPct, axleKg } = deriveFigures(build);
  const { tire, wheel } = build.package;
  expect(now.size).toEqual(sizes.tireSize(tire, wheel.widthIn));
  expect(now.planes.centrePlaneMm).toBe(12 - wheel.offsetMm);
  expect(now.profile.centreMm).toBe(now.planes.centrePlaneMm);
  expect(growthMm).toBe(now.size.overallDiameterMm - stock.size.overallDiameterMm);
  expect(growthPct).toBeCloseTo((100 * growthMm) / stock.size.overallDiameterMm, 12);
  expect(axleKg).toEqual(axleLoadsKg(build));
});
