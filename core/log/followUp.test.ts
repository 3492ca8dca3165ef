import { describe, expect, test } from 'vitest';
import { dueOf, paceOf, reminderText } from './due';
import { timelineOf, type TimelineEvent } from '../history/vehicleTimeline';
import { wearRates, wearSigns } from './wear';
import { SHIPPED_DUE, type DueRule } from '../format/due';
import type { LogEntry } from '../format/log';

let made = 0;
const head = (at: string) => ({
  id: `00000000-0000-4000-8000-${String(++made).padStart(12, '0')}`,
  at,
  by: 'Ansa',
});
const handed = (at: string, odometerKm?: number): LogEntry => ({
  ...head(at),
  kind: 'handed-over',
  ...(odometerKm === undefined ? {} : { odometerKm }),
  words: '',
});
const torque = (at: string, odometerKm: number): LogEntry => ({
  ...head(at),
  kind: 're-torque',
  odometerKm,
  torque: '140 Nm',
  loose: 0,
});
const NUTS: DueRule = { label: 'Nuts', kind: 're-torque', afterKm: 100, afterDays: 14, again: false };
const TREAD: DueRule = { label: 'Tread', kind: 'tread', afterKm: 8000, again: true };

describe('what is due', () => {
  test('nothing before the handover; by days from then where no odometer says otherwise', () => {
    expect(dueOf([], SHIPPED_DUE, '2026-01-01T08:00')).toEqual([]);
    expect(dueOf([handed('2026-01-01T08:00')], [NUTS], '2026-01-02T08:00')).toEqual([
      {
        label: 'Nuts',
        kind: 're-torque',
        on: '2026-01-15',
        atKm: null,
        byPace: false,
        overdue: false,
        since: '2026-01-01T08:00',
      },
    ]);
    expect(dueOf([handed('2026-01-01T08:00')], [NUTS], '2026-01-16T08:00')[0]?.overdue).toBe(true);
  });

  test('by distance at the pace so far, said as an estimate, and at once when it is reached', () => {
    const log = [
      handed('2026-01-01T08:00', 50_000),
      { ...head('2026-01-11T08:00'), kind: 'note', odometerKm: 51_000, words: 'oil' },
    ] as LogEntry[];
    expect(paceOf(log)).toBeCloseTo(100, 6);
    const [due] = dueOf(log, [TREAD], '2026-01-12T08:00');
    expect(due).toMatchObject({ on: '2026-03-22', atKm: 58_000, byPace: true, overdue: false });
    const driven = [
      ...log,
      { ...head('2026-02-01T08:00'), kind: 'note', odometerKm: 59_000, words: 'oil' } as LogEntry,
    ];
    expect(dueOf(driven, [TREAD], '2026-02-02T08:00')[0]).toMatchObject({ overdue: true, byPace: false });
  });

  test('what is done once is settled by one, what comes again counts from the last time', () => {
    const log = [handed('2026-01-01T08:00', 50_000), torque('2026-01-03T08:00', 50_090)];
    expect(dueOf(log, [NUTS], '2026-01-04T08:00')).toEqual([]);
    const tread: LogEntry = { ...head('2026-02-01T08:00'), kind: 'tread', odometerKm: 53_000, mm: {} };
    expect(dueOf([...log, tread], [TREAD], '2026-02-02T08:00')[0]?.atKm).toBe(61_000);
    // A new handover begins it all anew.
    expect(dueOf([...log, handed('2026-05-01T08:00', 60_000)], [NUTS], '2026-05-02T08:00')).toHaveLength(1);
  });

  test('a reminder names each, its day and its distance', () => {
    const text = reminderText([{ label: 'Nuts', on: '2026-01-15', atKm: 50_100 }], {
      vehicle: 'truck',
      shop: 'Moss & Anvil',
      sayKm: (km) => `${km} km`,
    });
    expect(text).toContain('Your truck is due');
    expect(text).toContain('- Nuts: by 15 Jan 2026, or at 50100 km, whichever comes first');
  });
});

describe('wear', () => {
  const even = { inner: 9, middle: 9, outer: 9 };
  test('even tread says nothing, and neither does what a gauge cannot tell', () => {
    expect(wearSigns({ mm: { 'front-left': even, 'front-right': { ...even, outer: 9.4 } } })).toEqual([]);
  });

  test.each([
    [{ inner: 6, middle: 8, outer: 9 }, 'inner edge'],
    [{ inner: 9, middle: 8, outer: 6 }, 'outer edge'],
    [{ inner: 6, middle: 9, outer: 6 }, 'both edges'],
    [{ inner: 9, middle: 6, outer: 9 }, 'middle'],
  ])('%o is most likely: %s', (across, likely) => {
    const [sign] = wearSigns({ mm: { 'front-left': across } });
    expect(sign).toMatchObject({ where: 'front left', sure: 'likely' });
    expect(sign?.likely).toContain(likely);
    expect(sign?.check.length).toBeGreaterThan(5);
  });

  test('one side and one axle more worn than the other are said with their check', () => {
    const low = { inner: 7, middle: 7, outer: 7 };
    const signs = wearSigns({
      mm: { 'front-left': low, 'front-right': even, 'rear-left': even, 'rear-right': even },
    });
    expect(signs.map(({ where }) => where)).toEqual(['front left', 'front axle']);
  });

  test('a rate needs two odometers, and says how far is left', () => {
    const before = { at: '2026-01-01T08:00', odometerKm: 10_000, mm: { 'front-left': even } };
    const now = {
      at: '2026-03-01T08:00',
      odometerKm: 15_000,
      mm: { 'front-left': { inner: 8, middle: 8, outer: 8 } },
    };
    expect(wearRates(before, now, 3)).toEqual([{ place: 'front-left', mmPer1000Km: 0.2, kmLeft: 25_000 }]);
    expect(wearRates({ ...before, odometerKm: undefined }, now, 3)).toEqual([]);
    expect(wearRates(before, { ...now, mm: { 'front-left': even } }, 3)[0]?.kmLeft).toBeNull();
  });
});

test('a life holds each entry once, newest first', () => {
  const entry = torque('2026-01-03T08:00', 50_090);
  const tick: TimelineEvent = {
    id: 't',
    at: '2026-01-02T08:00',
    by: 'Odo',
    job: 'J',
    kind: 'tick',
    words: 'springs',
  };
  const stored: TimelineEvent = { id: entry.id, at: entry.at, by: entry.by, job: 'J', kind: 'log', entry };
  expect(timelineOf([tick, stored], [entry, handed('2026-01-04T08:00')], 'J').map(({ at }) => at)).toEqual([
    '2026-01-04T08:00',
    '2026-01-03T08:00',
    '2026-01-02T08:00',
  ]);
});
