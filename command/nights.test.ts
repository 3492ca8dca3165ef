import { expect, test } from 'vitest';
import { isNightDue } from './nights';

const at = (time: string): Date => new Date(`2026-03-02T${time}`);
const night = (time: string, ok = true) => ({ at: at(time).toISOString(), ok });

test('one a night, after three; one that failed or was never read back is made again', () => {
  expect(isNightDue(null, at('02:59'))).toBe(false);
  expect(isNightDue(null, at('03:00'))).toBe(true);
  expect(isNightDue(night('03:01'), at('23:00'))).toBe(false);
  expect(isNightDue(night('03:01', false), at('04:30'))).toBe(true);
  expect(isNightDue({ at: new Date('2026-03-01T03:01').toISOString(), ok: true }, at('09:00'))).toBe(true);
});
