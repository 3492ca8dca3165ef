import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { testReading } from '../../tests/testReading';
import type { LogEntry } from '../format/log';
import { amendmentsOf, asItStands, openTestFits, samePlace } from './logEntry';

const signed = (id: string) => ({ id, at: '2026-11-25T10:00', by: 'Tester' });
const fit = (id: string, gapMm = 10): LogEntry => ({
  ...signed(id),
  kind: 'test-fit',
  reading: testReading({ gapMm }),
});
const struck = (id: string, of: string): LogEntry => ({ ...signed(id), kind: 'struck', of, why: 'misread' });
const restored = (id: string, of: string): LogEntry => ({ ...signed(id), kind: 'restored', of });
const corrected = (id: string, of: string, gapMm: number): LogEntry => ({
  ...signed(id),
  kind: 'corrected',
  of,
  reading: testReading({ gapMm }),
});
const taken = (id: string): LogEntry => ({ ...signed(id), kind: 'reconciled', taken: [] });
const gaps = (log: LogEntry[]) => openTestFits(log).map(({ id, reading }) => [id, reading.gapMm]);

describe('a log as it stands', () => {
  test('a correction gives the figure and no more: who read it, when, and its id stay', () => {
    const log = [fit('a', 120), fit('b', 9), corrected('c', 'a', 12)];
    expect(gaps(log)).toEqual([
      ['a', 12],
      ['b', 9],
    ]);
    expect(asItStands(log)[0]).toMatchObject({ id: 'a', by: 'Tester', kind: 'test-fit' });
    // The last one stands.
    expect(gaps([...log, corrected('d', 'a', 13)])[0]).toEqual(['a', 13]);
  });

  test('what is struck out is left out until it is put back', () => {
    const log = [fit('a'), fit('b'), struck('c', 'a')];
    expect(gaps(log)).toEqual([['b', 10]]);
    expect(gaps([...log, restored('d', 'a')])).toEqual([
      ['a', 10],
      ['b', 10],
    ]);
    expect(amendmentsOf(log).struck.has('a')).toBe(true);
  });

  test('a taking over that was taken back leaves its readings open', () => {
    const log = [fit('a'), taken('t'), fit('b')];
    expect(gaps(log)).toEqual([['b', 10]]);
    expect(gaps([...log, struck('s', 't')])).toHaveLength(2);
    expect(gaps([...log, struck('s', 't'), restored('r', 't')])).toHaveLength(1);
  });

  test('nothing is invented: what stands is what was written, whatever is said of it', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom('fit', 'struck', 'restored', 'corrected'), fc.nat(5)), {
          maxLength: 30,
        }),
        (steps) => {
          const log = steps.map(([kind, of], i): LogEntry => {
            if (kind === 'fit') return fit(String(i), i);
            if (kind === 'struck') return struck(String(i), String(of));
            if (kind === 'restored') return restored(String(i), String(of));
            return corrected(String(i), String(of), 500 + i);
          });
          const ids = new Set(log.flatMap(({ kind, id }) => (kind === 'test-fit' ? [id] : [])));
          const now = asItStands(log);
          expect(now.every(({ kind, id }) => kind === 'test-fit' && ids.has(id))).toBe(true);
          expect(asItStands(now)).toEqual(now);
        },
      ),
    ));

  test('readings are of one place where wheel, pose and thing are the same', () => {
    expect(samePlace(testReading({ gapMm: 1 }), testReading({ gapMm: 9 }))).toBe(true);
    expect(samePlace(testReading({ lockDeg: 3 }), testReading({}))).toBe(false);
  });
});
