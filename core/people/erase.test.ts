import { expect, test } from 'vitest';
import { exampleFile } from '../../tests/example';
import { logEntrySchema, type LogEntry } from '../format/log';
import { ERASED, withoutName, withoutWords } from './erase';

const head = { id: '0'.repeat(36), at: '2026-03-02T10:00', by: 'Odo Tallin' };
const NAME = 'Sill and Daughters';
const reading = {
  axle: 'front',
  side: 'left',
  direction: 'forward',
  stance: 'ramp',
  lockDeg: 20,
  travelMm: 60,
  obstacle: 'lip',
  gapMm: 11,
  errorMm: 2,
} as const;
const ENTRIES: LogEntry[] = [
  { ...head, kind: 'test-fit', reading: { ...reading, sound: NAME, done: NAME } },
  { ...head, kind: 'corrected', of: head.id, reading: { ...reading, done: NAME } },
  { ...head, kind: 'note', words: NAME },
  { ...head, kind: 'photo', photo: head.id, words: NAME },
  { ...head, kind: 'handed-over', odometerKm: 40_000, words: NAME },
  { ...head, kind: 'struck', of: head.id, why: NAME },
  { ...head, kind: 'reconciled', taken: [{ key: 'front.lip', mm: 3, spreadMm: 2 }], dismissed: NAME },
  { ...head, kind: 're-torque', torque: '130 Nm', loose: 1 },
  { ...head, kind: 'pressures', frontKpa: 240, rearKpa: 260 },
];

test('no word of anybody stays, every figure does, and what stays is a log as before', () => {
  const kept = ENTRIES.flatMap((entry) => withoutWords(entry) ?? []);
  expect(JSON.stringify(kept)).not.toContain(NAME);
  expect(kept.map(({ kind }) => kind)).toEqual(
    ENTRIES.map(({ kind }) => kind).filter((kind) => kind !== 'note' && kind !== 'photo'),
  );
  for (const entry of kept) expect(logEntrySchema.safeParse(entry).success, entry.kind).toBe(true);
  expect(kept[0]).toMatchObject({ reading });
  expect(kept.find(({ kind }) => kind === 'reconciled')).toMatchObject({
    taken: [{ key: 'front.lip', mm: 3, spreadMm: 2 }],
  });
});

test('a vehicle stays as it was measured, under no name and without notes', () => {
  const { vehicle } = exampleFile();
  const noted = { ...vehicle, label: NAME, 'x-owner': NAME, corners: { ...vehicle.corners, 'x-by': NAME } };
  const bare = withoutName(noted, `Marten, ${ERASED}`);
  expect(JSON.stringify(bare)).not.toContain(NAME);
  expect(bare).toEqual({ ...vehicle, label: `Marten, ${ERASED}` });
});
