import fc from 'fast-check';
import { expect, test } from 'vitest';
import { grouped } from './grouped';

test('every member is in the group of its key, once, and groups and members stand in the order they came', () =>
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 30 })), (list) => {
      const groups = grouped(list, (n) => n % 4);
      expect([...groups.keys()]).toEqual([...new Set(list.map((n) => n % 4))]);
      for (const [key, members] of groups) expect(members).toEqual(list.filter((n) => n % 4 === key));
    }),
  ));
