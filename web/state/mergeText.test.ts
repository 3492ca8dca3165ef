import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { mergedChange, mergeText } from './mergeText';

describe('two who write into one text', () => {
  test.each([
    ['Camp truck', 'Camp truck of the north', 'The camp truck', 'The camp truck of the north'],
    ['', 'red', 'blue', 'red blue'],
    ['', 'red', 'red one', 'red one'],
    ['a b c', 'a c', 'a b c d', 'a c d'],
    ['one two three', 'one 2 three', 'one two three four', 'one 2 three four'],
  ])('“%s” as “%s” and as “%s” is “%s”', (base, theirs, mine, both) =>
    expect(mergeText(base, theirs, mine)).toBe(both),
  );

  const word = fc.stringMatching(/^[a-z]{1,4}$/);
  const text = fc.array(word, { maxLength: 6 }).map((list) => list.join(' '));
  test('where one changed nothing, the other’s stands; both the same is the same', () =>
    fc.assert(
      fc.property(text, text, (base, other) => {
        expect(mergeText(base, base, other)).toBe(other);
        expect(mergeText(base, other, base)).toBe(other);
        expect(mergeText(base, other, other)).toBe(other);
      }),
    ));
  test('every word that either of them wrote is there', () =>
    fc.assert(
      fc.property(text, fc.array(word), fc.array(word), fc.nat(6), fc.nat(6), (base, hers, his, at, to) => {
        const put = (more: string[], i: number): string =>
          [...base.split(' ').slice(0, i), ...more, ...base.split(' ').slice(i)].join(' ');
        const merged = mergeText(base, put(hers, at), put(his, to));
        for (const one of [...hers, ...his]) expect(merged).toContain(one);
      }),
    ));
});

test('only what is written in own words is mixed, and only while it is short enough to be kept', () => {
  const change = { path: '/package/label', from: 'Camp', to: 'Camp two' };
  expect(mergedChange(change, 'The Camp')).toEqual({
    path: '/package/label',
    from: 'The Camp',
    to: 'The Camp two',
  });
  expect(mergedChange({ ...change, path: '/package/tire/code' }, 'The Camp')).toBeNull();
  expect(mergedChange({ ...change, from: 3, to: 4 }, 5)).toBeNull();
  expect(mergedChange(change, 'x'.repeat(120))).toBeNull();
});
