import { parse } from 'csv-parse/sync';
import { expect, test } from 'vitest';
import type { LogEntry } from '../core/record/logEntry';
import { logCsv, logJson } from './logFile';

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

test('a log as CSV comes back by another reader, commas, quotes and line ends and all', () => {
  const rows = parse<Record<string, string>>(logCsv(LOG), { columns: true });
  expect(rows).toHaveLength(3);
  expect(rows[0]).toMatchObject({
    by: head.by,
    kind: 'test-fit',
    direction: 'reverse',
    lockDeg: '-12.5',
    gapMm: '3.5',
    mark: '',
  });
  expect(rows[1]).toMatchObject({ odometerKm: '48210', words: 'two\nlines; and a comma, too' });
  expect(JSON.parse(rows[2]?.['words'] ?? '')).toEqual({ torque: '140 Nm', loose: 2 });
});

test('a log as JSON is the log', () => {
  expect(JSON.parse(logJson(LOG))).toEqual({ format: 'vexlo/log', version: 1, entries: LOG });
});
