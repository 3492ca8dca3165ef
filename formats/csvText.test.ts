import fc from 'fast-check';
import { expect, test } from 'vitest';
import { csvOf, defused, readCsv, undefused } from './csvText';

test('what a spreadsheet would run is marked, numbers are not', () => {
  for (const formula of ['=1+1', '@SUM(A1)', '+1+cmd|x', '-2+3', '\t=1', '=HYPERLINK("http://x")'])
    expect(defused(formula)).toBe(`'${formula}`);
  for (const plain of ['-20', '+5.5', '-,5', 'a=b', "'s", '', '245/75R16'])
    expect(defused(plain)).toBe(plain);
});

test('taking the mark away gives back what was written, whatever it was', () =>
  fc.assert(
    fc.property(fc.stringMatching(/^['=+\-@\t\r ]{0,4}[a-z0-9.=]{0,4}$/), (text) => {
      expect(undefused(defused(text))).toBe(text);
    }),
  ));

test('what is written is read back', () =>
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.stringMatching(/^[=@+\-'a-z]{1,6}$/), fc.integer()), {
        minLength: 1,
        maxLength: 5,
      }),
      (rows) => {
        const read = readCsv(csvOf([['name', 'count'], ...rows]));
        expect(read.ok && read.value.map(({ record }) => [record['name'], Number(record['count'])])).toEqual(
          rows,
        );
      },
    ),
  ));

test('a NUL and an open quote are told by their line', () => {
  expect(readCsv('a,b\n1,2\n3,\0')).toMatchObject({ ok: false, faults: [{ path: 'line 3' }] });
  expect(readCsv('a,b\n1,"2\n3,4').ok).toBe(false);
});
