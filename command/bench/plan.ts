import { calendarOf } from '../../core/planning/calendar';
import { planOf } from '../../core/planning/schedule';
import type { Resources, Task } from '../../core/planning/task';
import { medianMs } from './median';

const WEEKDAYS = calendarOf([0, 1, 2, 3, 4].map((day) => [day * 1440 + 480, day * 1440 + 1020] as const));
const SHOP: Resources = {
  bays: ['Bay 1', 'Bay 2', 'Bay 3'],
  people: [
    { id: 'A', skills: ['paint', 'axle'] },
    { id: 'B', skills: ['axle'] },
    { id: 'C', skills: ['paint'] },
  ],
};

/** Sixty vehicles with five tasks each, some of which dry, over three bays and three people. */
function threeHundred(): Task[] {
  return Array.from({ length: 300 }, (_, i) => ({
    id: `t${i}`,
    job: `J-${Math.floor(i / 5)}`,
    label: `Task ${i}`,
    workMin: 20 + ((i * 37) % 200),
    needs: i % 5 === 0 ? [] : [`t${i - 1}`],
    dryMin: i % 7 === 0 ? 240 : 0,
    skill: i % 3 === 0 ? 'axle' : 'paint',
    inBay: true,
  }));
}

export function planFigures(): { planTasks: number; planMs: number } {
  const tasks = threeHundred();
  return { planTasks: tasks.length, planMs: medianMs(() => planOf(tasks, SHOP, WEEKDAYS), 5, 1) };
}
