import { LOG_KINDS } from '../format/names';
import { expect, test } from 'vitest';
import { show, showWithUnit, unitOf, unitSize } from '../units/quantity';
import { LIFE_KINDS, lifeKindOf, type TimelineEvent } from './vehicleTimeline';

const head = { id: 'x', at: '2026-01-02T08:00', by: 'Odo', job: 'J-0001' };

test('an event is of the kind that its entry is of, else of its own', () => {
  const note: TimelineEvent = {
    ...head,
    kind: 'log',
    entry: { id: head.id, at: head.at, by: head.by, kind: 'note', words: 'oil' },
  };
  expect(lifeKindOf(note)).toBe('note');
  expect(lifeKindOf({ ...head, kind: 'tick', words: 'springs' })).toBe('tick');
  expect(lifeKindOf({ ...head, kind: 'change', of: 'vehicle', how: 'edit', changes: [] })).toBe('change');
});

test('a timeline can be narrowed to every kind of entry, and to what is no entry', () => {
  expect(Object.keys(LIFE_KINDS)).toEqual([...Object.keys(LOG_KINDS), 'change', 'tick', 'quote']);
});

test('a distance is shown in km or whole miles', () => {
  expect(showWithUnit(1609.344, 'distance', 'inch')).toBe('1000 mi');
  expect(showWithUnit(48_210, 'distance', 'metric')).toBe('48210 km');
  expect(show(100, 'distance', 'inch')).toBe('62');
  expect(unitOf('distance', 'inch')).toBe('mi');
  expect(unitSize('distance', 'inch')).toBeCloseTo(1.609344, 9);
});
