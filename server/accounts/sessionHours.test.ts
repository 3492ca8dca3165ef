import { expect, test } from 'vitest';
import { sessionHours } from './sessionHours';

test('a session lasts thirty days, or as many hours as were set; what is no such number is refused by name', () => {
  expect(sessionHours()).toBe(720);
  expect(sessionHours('')).toBe(720);
  expect(sessionHours('12')).toBe(12);
  for (const wrong of ['0', '721', 'a shift', '-3'])
    expect(() => sessionHours(wrong), wrong).toThrow('VEXLO_SIGN_IN_HOURS');
});
