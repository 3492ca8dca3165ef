import fc from 'fast-check';
import { expect, test } from 'vitest';
import { isPlainText } from '../format/plainText';
import { whereBody } from '../format/where';
import { initialsOf } from './whereabouts';

test.each([
  ['Ansa Brekk', 'AB'],
  ['odo', 'O'],
  ['Mirre van der Voss', 'MV'],
  ['', ''],
  // A letter of two code units is one letter.
  ['𝒜nsa Brekk', '𝒜B'],
])('%s is marked %s', (name, letters) => expect(initialsOf(name)).toBe(letters));

test('whatever somebody is called, the mark is of whole letters', () =>
  fc.assert(
    fc.property(fc.string({ unit: 'binary' }), (name) => {
      expect(isPlainText(initialsOf(name)) || !isPlainText(name)).toBe(true);
    }),
  ));

test('somebody is in no field where none is named, and a page without a number is none', () => {
  expect(whereBody.parse({ page: '12345678', leaf: 'fit' })).toEqual({
    page: '12345678',
    leaf: 'fit',
    field: '',
    label: '',
  });
  expect(whereBody.safeParse({ page: '', leaf: 'fit' }).success).toBe(false);
  expect(whereBody.safeParse({ page: '12345678', leaf: 'fit', typed: 'x' }).success).toBe(false);
});
