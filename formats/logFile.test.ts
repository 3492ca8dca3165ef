import { parse } from 'csv-parse/sync';
import { expect, test } from 'vitest';
import type { TimelineEvent } from '../core/history/vehicleTimeline';
import { lifeCsv, lifeJson } from './logFile';
import type { LogEntry } from '../core/format/log';

const head = { id: '00000000-0000-4000-8000-000000000001', at: '2026-11-25T10:00', by: 'Ansa, "the quick"' };
const LOG: LogEntry[] = [
  {
    ...head,
    kind: 'test-fit',
    reading: {
      axle: 'front',
      side: 'left',
      direction: 'reverse',
      stance: 'ramp',
      lockDeg: -12.5,
      travelMm: 40,
      obstacle: 'seam',
      gapMm: 3.5,
      errorMm: 2,
    },
  },
  { ...head, kind: 'note', odometerKm: 48210, words: 'two\nlines; and a comma, too' },
  { ...head, kind: 're-torque', odometerKm: 48300, torque: '140 Nm', loose: 2 },
];

const LIFE: TimelineEvent[] = [
  ...LOG.map((entry): TimelineEvent => ({
    id: entry.id,
    at: entry.at,
    by: entry.by,
    job: 'J-0042',
    kind: 'log',
    entry,
  })),
  { id: 'tick 1', at: '2026-11-26T08:00', by: 'Odo', job: 'J-0042', kind: 'tick', words: 'Springs, "front"' },
  {
    id: 'change 1',
    at: '2026-11-26T09:00',
    by: 'Odo',
    job: 'J-0042',
    kind: 'change',
    of: 'Stage 1',
    how: 'edit',
    changes: [{ path: '/package/tire/code', from: 'a', to: 'b' }],
  },
];

test('a life as CSV comes back by another reader, commas, quotes and line ends and all', () => {
  const rows = parse<Record<string, string>>(lifeCsv(LIFE), { columns: true });
  expect(rows).toHaveLength(5);
  expect(rows[0]).toMatchObject({
    by: head.by,
    kind: 'test-fit',
    direction: 'reverse',
    lockDeg: '-12.5',
    gapMm: '3.5',
    mark: '',
  });
  expect(rows[1]).toMatchObject({ odometerKm: '48210', words: 'two\nlines; and a comma, too' });
  expect(rows[3]).toMatchObject({ kind: 'tick', job: 'J-0042', words: 'Springs, "front"' });
  expect(rows[4]).toMatchObject({ kind: 'change', words: 'Stage 1, edit: /package/tire/code' });
  expect(JSON.parse(rows[2]?.['words'] ?? '')).toEqual({ torque: '140 Nm', loose: 2 });
});

test('a life as JSON is the life', () => {
  expect(JSON.parse(lifeJson(LIFE))).toEqual({ format: 'vexlo/life', version: 1, events: LIFE });
});
