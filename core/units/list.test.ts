import fc from 'fast-check';
import { expect, test } from 'vitest';
import { readList, readPairs, showList, showPairs } from './list';

const figure = fc.integer({ min: -9999, max: 9999 }).map((n) => n / 100);

test('lists and pairs come back as they were shown', () =>
  fc.assert(
    fc.property(fc.array(figure), fc.array(fc.tuple(figure, figure)), (list, pairs) => {
      expect(readList(showList(list))).toEqual({ ok: true, value: list.map((n) => n + 0) });
      expect(readPairs(showPairs(pairs))).toEqual({ ok: true, value: pairs });
    }),
  ));

test('decimal commas and semicolons are read; what is none is named', () => {
  expect(readList(' 4,31; 2.33  1 ')).toEqual({ ok: true, value: [4.31, 2.33, 1] });
  expect(readList('4.31 two')).toMatchObject({
    ok: false,
    message: expect.stringContaining('"two"') as string,
  });
  expect(readPairs('1000:210 2200')).toMatchObject({
    ok: false,
    message: expect.stringContaining('"2200"') as string,
  });
  expect(readPairs('1:2:3').ok).toBe(false);
});
