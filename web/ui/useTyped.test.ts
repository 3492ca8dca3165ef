import fc from 'fast-check';
import { expect, test } from 'vitest';
import { movedCaret } from './useTyped';

test.each([
  // What came before it moves it on, what came behind it does not.
  ['Camp|', 'The Camp|'],
  ['Camp |truck', 'The Camp |truck'],
  ['Camp |truck', 'Camp |truck of the north'],
  ['|', '|red'],
])('%s becomes %s', (before, after) => {
  const caret = before.indexOf('|');
  expect(movedCaret(before.replace('|', ''), after.replace('|', ''), caret)).toBe(after.indexOf('|'));
});

test('what is put in on one side of it leaves the letters on both of its sides', () =>
  fc.assert(
    fc.property(fc.string(), fc.string(), fc.string(), fc.boolean(), (left, right, more, isBefore) => {
      const after = isBefore ? more + left + right : left + right + more;
      const caret = movedCaret(left + right, after, left.length);
      expect(caret).toBeGreaterThanOrEqual(0);
      expect(caret).toBeLessThanOrEqual(after.length);
      // Letters that are alike leave open which of them were put in; the text beside it is the same.
      if (isBefore)
        expect(after.slice(caret).endsWith(right) || after.slice(0, caret).endsWith(left)).toBe(true);
      else expect(after.slice(0, caret).startsWith(left)).toBe(true);
    }),
  ));
