import { beforeEach, expect, test } from 'vitest';
import { assess } from '../../core/assess';
import type { Build } from '../../core/format/build';
import { pageDocs } from '../../tests/pageDocs';
import { $outdated, followGrades } from './followGrades';
import { $activeId, $stages, $vehicle } from './store';

const { file, vehicleDoc, stageDoc } = pageDocs('halyard-1-tall-and-narrow', 'free');

beforeEach(() => {
  $vehicle.set(vehicleDoc(file.vehicle));
  $stages.set([stageDoc(10, 0), stageDoc(11, 1), stageDoc(12, 2)]);
  $activeId.set(11);
  $outdated.set(new Set());
});

test('a change of the vehicle marks the other stages at once, and their grades follow; the one in front is left to the page', async () => {
  const asked: Build[] = [];
  const stop = followGrades((build) => {
    asked.push(build);
    return Promise.resolve(assess(build));
  }, 1);
  $vehicle.set(vehicleDoc({ ...file.vehicle, wheelbaseMm: 3700 }));
  expect([...$outdated.get()]).toEqual([10, 12]);
  await expect.poll(() => [...$outdated.get()], { timeout: 60_000 }).toEqual([]);
  const [delivered, other] = asked;
  if (!delivered || !other || asked.length > 2)
    throw new Error(`${asked.length} stages were judged, not two`);
  for (const build of asked) expect(build.vehicle.wheelbaseMm).toBe(3700);
  // As delivered follows the vehicle: it is judged with the vehicle's own tire.
  expect(delivered.package.tire.code).toBe(delivered.vehicle.stock.tire.code);
  const grades = $stages.get().map(({ grade }) => grade);
  expect(grades[0]).toBe(assess(delivered).grade);
  expect(grades[2]).toBe(assess(other).grade);
  expect(grades[2]).not.toBe('free');
  stop();
});

test('an answer for a vehicle that has changed again counts for nothing, and all are asked anew', async () => {
  const widths: number[] = [];
  let change = (): void => undefined;
  const stop = followGrades((build) => {
    widths.push(build.vehicle.wheelbaseMm);
    if (widths.length === 1) change();
    return Promise.resolve(assess(build));
  }, 1);
  change = () => $vehicle.set(vehicleDoc({ ...file.vehicle, wheelbaseMm: 3800 }));
  $vehicle.set(vehicleDoc({ ...file.vehicle, wheelbaseMm: 3700 }));
  await expect.poll(() => widths.filter((mm) => mm === 3800).length, { timeout: 60_000 }).toBe(2);
  await expect.poll(() => [...$outdated.get()], { timeout: 60_000 }).toEqual([]);
  expect(widths[0]).toBe(3700);
  stop();
});
