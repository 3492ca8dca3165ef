import { describe, expect, test } from 'vitest';
import { minuteOf } from '../time/wallClock';
import type { Placed, Task } from './task';
import { dayByPerson, dayWithWork, type WeekPlan } from './week';

const MONDAY = minuteOf('2026-11-30T00:00');
const at = (time: string): number => minuteOf(time);

function week(list: readonly [id: string, person: string, from: string, to: string][]): WeekPlan {
  const placed: Placed[] = list.map(([id, person, from, to]) => ({
    id,
    person,
    startMin: at(from),
    endMin: at(to),
    bay: null,
  }));
  const tasks = list.map(([id]): Task => ({
    id,
    job: 'J-0001',
    label: id,
    workMin: 60,
    needs: [],
    inBay: false,
  }));
  return { tasks, plan: { placed, finishMin: 0, slackMin: {}, conflicts: [] } };
}

const PLAN = week([
  ['late', 'Ansa', '2026-11-30T14:00', '2026-11-30T15:00'],
  ['early', 'Ansa', '2026-11-30T08:00', '2026-11-30T09:00'],
  ['over night', 'Tolli', '2026-11-30T16:00', '2026-12-01T09:00'],
  ['on Tuesday', 'Ansa', '2026-12-01T08:00', '2026-12-01T09:00'],
]);

describe('the day of a shop', () => {
  test('everybody who has something, each in order; what goes over night is on both days', () => {
    const said = (day: number) =>
      dayByPerson(PLAN, day).map(({ person, tasks }) => [person, ...tasks.map(({ task }) => task.label)]);
    expect(said(MONDAY)).toEqual([
      ['Ansa', 'early', 'late'],
      ['Tolli', 'over night'],
    ]);
    expect(said(MONDAY + 1440)).toEqual([
      ['Ansa', 'on Tuesday'],
      ['Tolli', 'over night'],
    ]);
    expect(said(MONDAY + 2 * 1440)).toEqual([]);
  });

  test('it is today while something of today is left, else the next one with work, and none without', () => {
    expect(dayWithWork(PLAN, at('2026-11-28T20:00'))).toBe(MONDAY);
    expect(dayWithWork(PLAN, at('2026-11-30T14:30'))).toBe(MONDAY);
    expect(dayWithWork(PLAN, at('2026-12-01T08:59'))).toBe(MONDAY + 1440);
    expect(dayWithWork(PLAN, at('2026-12-01T09:00'))).toBeNull();
    expect(dayWithWork(week([]), MONDAY)).toBeNull();
  });
});
