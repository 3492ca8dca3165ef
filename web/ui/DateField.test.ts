import { expect, test } from 'vitest';
import { readDate } from './DateField';

const today = new Date(2025, 5, 10);
test.each([
  ['14 Jan 2025', '2025-01-14'],
  ['14 January 2025', '2025-01-14'],
  ['Jan 14, 2025', '2025-01-14'],
  ['14.1.2025', '2025-01-14'],
  ['2025-01-14', '2025-01-14'],
  ['29 feb 2028', '2028-02-29'],
  // Without a year the next one is meant.
  ['14 Jan', '2026-01-14'],
  ['10 Jun', '2025-06-10'],
  ['24.12.', '2025-12-24'],
])('%s is %s', (written, day) => expect(readDate(written, today)).toBe(day));

test.each(['', '3/4/2025', '31 Feb 2025', '29 Feb 2025', 'soon', '14 Jan 25'])(
  '“%s” cannot be told',
  (written) => expect(readDate(written, today)).toBeNull(),
);
