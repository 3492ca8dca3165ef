import { describe, expect, test } from 'vitest';
import { demoBuild } from '../../tests/example';
import { MOMENTS } from '../../tests/moments';
import { SHIPPED_CALENDAR } from '../format/shopCalendar';
import { dueOf } from '../log/due';
import { SHIPPED_DUE } from '../format/due';
import type { LogEntry } from '../format/log';
import { minuteOf, wallTimeAt, WEEK_MIN } from '../time/wallClock';
import { NO_WORK } from '../work/noWork';
import { holdOf, takenInto } from '../work/jobWork';
import { workOf } from '../work/needs';
import { SHIPPED_WORK } from '../work/shippedWork';
import { firstWeekWithWork, planWeek, weekOf } from './week';

const build = demoBuild('rook-2-remote-plots');

describe.each(MOMENTS)('on %s (%s)', (_name, moment) => {
  const nowMin = minuteOf(moment);
  const today = moment.slice(0, 10);
  const work = takenInto(NO_WORK, 7, workOf(build, SHIPPED_WORK), today);
  const job = { id: 1, number: 'J-1', vehicle: 'Rook', work };

  test('all that is to do is planned from now on, in open hours, and the week that is opened has some of it', () => {
    const week = planWeek([job], SHIPPED_CALENDAR, nowMin);
    expect(week.plan.placed).toHaveLength(work.tasks.length);
    for (const { startMin, endMin } of week.plan.placed) {
      expect(startMin).toBeGreaterThanOrEqual(nowMin);
      const day = new Date(`${wallTimeAt(startMin)}Z`).getUTCDay();
      expect(day).toBeGreaterThanOrEqual(1);
      expect(day).toBeLessThanOrEqual(5);
      expect(wallTimeAt(startMin).slice(11) >= '08:00' && wallTimeAt(startMin).slice(11) < '17:00').toBe(
        true,
      );
      expect(endMin).toBeGreaterThan(startMin);
    }
    const opened = firstWeekWithWork(week, nowMin);
    expect(opened).toBeGreaterThanOrEqual(weekOf(nowMin));
    expect(new Date(`${wallTimeAt(opened)}Z`).getUTCDay()).toBe(1);
    expect(
      week.plan.placed.some(({ startMin, endMin }) => startMin < opened + WEEK_MIN && endMin > opened),
    ).toBe(true);
    // Nothing is left to do before it.
    expect(week.plan.placed.every(({ startMin }) => startMin >= opened)).toBe(true);
  });

  test('an empty plan opens on this week', () => {
    expect(firstWeekWithWork(planWeek([], SHIPPED_CALENDAR, nowMin), nowMin)).toBe(weekOf(nowMin));
  });

  test('paint that was sealed just now dries by the wall clock, and what waits for it says until when', () => {
    const sealed = work.tasks.find(({ dryMin }) => dryMin > 0);
    const waiting = work.tasks.find(({ needs }) => sealed && needs.includes(sealed.id));
    if (!sealed || !waiting) return;
    const ticks = Object.fromEntries(
      work.tasks.filter(({ id }) => id !== waiting.id).map(({ id }) => [id, { by: 'Ansa', at: moment }]),
    );
    const until = wallTimeAt(nowMin + sealed.dryMin);
    expect(holdOf({ ...work, ticks }, waiting.id, nowMin)).toContain(until.slice(11));
    expect(holdOf({ ...work, ticks }, waiting.id, nowMin + sealed.dryMin)).toBeNull();
  });

  test('what is due after a handover now comes after today', () => {
    const handed: LogEntry = {
      id: '01234567-89ab-4def-8123-456789abcdef',
      at: moment,
      by: 'Ansa',
      kind: 'handed-over',
      odometerKm: 1000,
      words: '',
    };
    const due = dueOf([handed], SHIPPED_DUE, moment);
    expect(due.length).toBeGreaterThan(0);
    for (const { on } of due) if (on !== null) expect(on >= today, `${on} from ${today}`).toBe(true);
  });
});
