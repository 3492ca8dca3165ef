import { describe, expect, test } from 'vitest';
import type { JobWork } from '../format/jobWork';
import { placeOf, type Progress } from './place';

const tick = { by: 'Tester', at: '2026-11-25T10:00' };
const task = (id: string, inBay: boolean): JobWork['tasks'][number] => ({
  id,
  label: id,
  workMin: 30,
  dryMin: 0,
  needs: [],
  inBay,
});
const work = {
  stageId: 1,
  tasks: [task('raise', true), task('refit', true), task('prove', false)],
  ticks: {},
};
const nothing: Progress = {
  alternatives: false,
  accepted: false,
  work: { stageId: null, tasks: [], ticks: {} },
  released: false,
};

describe('where a job is', () => {
  test.each<[string, Partial<Progress>]>([
    ['measuring', {}],
    ['choosing', { alternatives: true }],
    ['parts', { alternatives: true, accepted: true }],
    ['parts', { work }],
    ['in the bay', { work: { ...work, ticks: { raise: tick } } }],
    ['proving', { work: { ...work, ticks: { raise: tick, refit: tick } } }],
    ['done', { work: { ...work, ticks: { raise: tick, refit: tick, prove: tick } }, released: true }],
  ])('%s', (place, done) => expect(placeOf({ ...nothing, ...done })).toBe(place));

  test('work outside of the bay brings nothing into it', () =>
    expect(placeOf({ ...nothing, work: { ...work, ticks: { prove: tick } } })).toBe('parts'));
});
