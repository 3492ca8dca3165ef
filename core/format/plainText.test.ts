import fc from 'fast-check';
import { expect, test } from 'vitest';
import { unkeepable } from './plainText';

const HALF = '\ud83d';

test('half an emoji and NUL are named by their path, in x- keys and in keys too', () => {
  expect(unkeepable({ a: [{ label: `truck ${HALF}` }], 'x-note': { deep: 'a\0b' } })).toEqual([
    { path: 'a.0.label', message: expect.stringContaining('half a character') },
    { path: 'x-note.deep', message: expect.stringContaining('NUL') },
  ]);
  expect(unkeepable({ ok: { [`k${HALF}`]: 1 } })).toEqual([
    { path: 'ok', message: expect.stringContaining('key') },
  ]);
});

test('whole characters of any kind are kept', () =>
  fc.assert(
    fc.property(fc.jsonValue({ maxDepth: 4 }), fc.string({ unit: 'grapheme' }), (value, text) => {
      if (!JSON.stringify(value).includes('\\u')) expect(unkeepable(value)).toEqual([]);
      if (!text.includes('\0')) expect(unkeepable({ text: `${text}🛻` })).toEqual([]);
    }),
  ));

test('nesting without end is refused, not followed', () => {
  let deep: unknown = 0;
  for (let i = 0; i < 100_000; i++) deep = [deep];
  expect(unkeepable(deep)[0]?.message).toContain('nested deeper');
});
