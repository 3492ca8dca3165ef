import { beforeEach, expect, test } from 'vitest';
import { gradeChance } from '../../core/clearance/gradeChance';
import type { Build } from '../../core/format/build';
import { pageDocs } from '../../tests/pageDocs';
import { $sureness, followSureness, surenessOfStage } from './stageSureness';
import { $activeId, $dragging, $stages, $vehicle } from './store';

const { file, vehicleDoc, stageDoc } = pageDocs('holloway-2-tires-and-lift', 'close');

beforeEach(() => {
  $vehicle.set(vehicleDoc(file.vehicle));
  $stages.set([stageDoc(10, 0), stageDoc(11, 1), stageDoc(12, 2)]);
  $activeId.set(11);
  $sureness.set(new Map());
  $dragging.set(false);
});

const of = (id: number) => {
  const stage = $stages.get().find((one) => one.id === id);
  return stage && surenessOfStage($sureness.get(), stage, $vehicle.get());
};

test('stages that are not in front are asked for once each, and anew after a change; an old answer says nothing', async () => {
  const asked: Build[] = [];
  const stop = followSureness((build) => {
    asked.push(build);
    return Promise.resolve(gradeChance(build, 50));
  }, 1);
  await expect.poll(() => [of(10), of(12)].every(Boolean), { timeout: 60_000 }).toBe(true);
  expect([asked.length, of(11)]).toEqual([2, undefined]);
  $vehicle.set(vehicleDoc({ ...file.vehicle, wheelbaseMm: 3700 }));
  expect([of(10), of(12)]).toEqual([undefined, undefined]);
  await expect.poll(() => [of(10), of(12)].every(Boolean), { timeout: 60_000 }).toBe(true);
  expect(asked.slice(2).map(({ vehicle }) => vehicle.wheelbaseMm)).toEqual([3700, 3700]);
  stop();
});

test('while something is dragged nothing is asked, and a grade that chance has no say in stays so', async () => {
  let asked = 0;
  $dragging.set(true);
  const stop = followSureness(() => {
    asked++;
    return Promise.resolve(null);
  }, 1);
  for (let i = 0; i < 20; i++) await new Promise((resolve) => setTimeout(resolve, 2));
  expect(asked).toBe(0);
  $dragging.set(false);
  await expect.poll(() => of(12), { timeout: 60_000 }).toBe(null);
  expect(asked).toBe(2);
  stop();
});
