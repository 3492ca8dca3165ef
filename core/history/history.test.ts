import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { changesBetween, inverse, overlap, stands, withChanges, type Json } from './diff';
import { undoState, type HistoryRow } from './history';

const json = fc.jsonValue() as fc.Arbitrary<Json>;
const object = fc.dictionary(
  fc.string({ maxLength: 4 }).filter((key) => key !== '__proto__'),
  json,
) as fc.Arbitrary<{ [key: string]: Json }>;
/** Keys may come back in another order; what stands under them may not. */
const same = (a: Json, b: Json): void => expect(a).toEqual(b);

describe('changes', () => {
  test('turn one document into the other, and back', () =>
    fc.assert(
      fc.property(object, object, (from, to) => {
        const changes = changesBetween(from, to);
        same(withChanges(from, changes), to);
        same(withChanges(to, inverse(changes)), from);
        expect(changesBetween(from, from)).toEqual([]);
      }),
    ));
  test('a key that every object knows is a key like any other', () => {
    const to = { valueOf: {}, a: { toString: 1 } };
    same(withChanges({ a: {} }, changesBetween({ a: {} }, to)), to);
    same(withChanges(to, inverse(changesBetween({ a: {} }, to))), { a: {} });
  });
  test('name the place, and what stood and stands there', () =>
    expect(changesBetween({ a: { b: [1, 2] }, c: 1 }, { a: { b: [1, 3] }, d: 2 })).toEqual([
      { path: '/a/b/1', from: 2, to: 3 },
      { path: '/c', from: 1 },
      { path: '/d', to: 2 },
    ]));
  test('a list that grew is one change', () =>
    expect(changesBetween({ a: [1] }, { a: [1, 2] })).toEqual([{ path: '/a', from: [1], to: [1, 2] }]));
  test('keep the order of keys that stay, and leave the given document alone', () => {
    const from = { z: 1, a: 2 };
    expect(Object.keys(withChanges(from, [{ path: '/z', to: 5 }]) as object)).toEqual(['z', 'a']);
    expect(from.z).toBe(1);
  });
  test('slashes and tildes in keys', () =>
    same(withChanges({}, [{ path: '/a~1b/c~0d', to: 1 }]), { 'a/b': { 'c~d': 1 } }));
  test('stand where the document holds what they left, and no more once it was changed again', () => {
    const document = { a: { b: [1, 2] }, c: 'x' };
    const made = changesBetween(document, { a: { b: [1, 3] } });
    expect(stands(withChanges(document, made), made)).toBe(true);
    expect(stands(document, made)).toBe(false);
    expect(stands(document, inverse(made))).toBe(true);
    expect(stands({ a: { b: [1, 3, 4] } }, made)).toBe(true);
    expect(stands({ a: 5 }, made)).toBe(false);
  });
  test('overlap is the same place, or a part of it', () => {
    expect(overlap([{ path: '/a/b', to: 1 }], [{ path: '/a', to: 2 }])).toBe(true);
    expect(overlap([{ path: '/a/b', to: 1 }], [{ path: '/a/bc', to: 2 }])).toBe(false);
  });
});

describe('undo from the history', () => {
  const rows = (...steps: ['import' | 'edit' | 'undo' | 'redo', number?][]): HistoryRow[] =>
    steps.map(([kind, reverts], i) => ({ id: i + 1, kind, reverts: reverts ?? null, person: 'Odo' }));
  test('last in, first out; redo gives it back; a new edit ends redo', () => {
    expect(undoState(rows(['import'], ['edit'], ['edit']), 'Odo')).toEqual({ undo: [2, 3], redo: [] });
    expect(undoState(rows(['import'], ['edit'], ['edit'], ['undo', 3]), 'Odo')).toEqual({
      undo: [2],
      redo: [3],
    });
    expect(undoState(rows(['import'], ['edit'], ['edit'], ['undo', 3], ['redo', 3]), 'Odo')).toEqual({
      undo: [2, 3],
      redo: [],
    });
    expect(undoState(rows(['import'], ['edit'], ['undo', 2], ['edit']), 'Odo')).toEqual({
      undo: [4],
      redo: [],
    });
  });
  test('as many undos as edits bring it to the start, and the import is never undone', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 12 }), (edits) => {
        const steps = rows(['import'], ...Array.from({ length: edits }, () => ['edit'] as ['edit']));
        for (let state = undoState(steps, 'Odo'); state.undo.length > 0; state = undoState(steps, 'Odo'))
          steps.push({
            id: steps.length + 1,
            kind: 'undo',
            reverts: state.undo.at(-1) ?? null,
            person: 'Odo',
          });
        expect(undoState(steps, 'Odo')).toMatchObject({ undo: [], redo: { length: edits } });
      }),
    ));
  test('each takes back his own: what the other did, and took back, neither adds to it nor ends it', () => {
    const step = fc.record({ person: fc.constantFrom('Odo', 'Mirre'), undoes: fc.boolean() });
    const play = (who: readonly { person: string; undoes: boolean }[]): HistoryRow[] => {
      const all: HistoryRow[] = [];
      for (const [i, { person, undoes }] of who.entries()) {
        const last = undoes ? undoState(all, person).undo.at(-1) : undefined;
        all.push({ id: i + 1, kind: last ? 'undo' : 'edit', reverts: last ?? null, person });
      }
      return all;
    };
    fc.assert(
      fc.property(fc.array(step, { maxLength: 20 }), (who) => {
        const all = play(who);
        const alone = all.filter(({ person }) => person === 'Odo');
        expect(undoState(all, 'Odo')).toEqual(undoState(alone, 'Odo'));
        const edits = new Set(all.filter(({ kind }) => kind === 'edit').map(({ id }) => id));
        for (const id of undoState(all, 'Odo').undo)
          expect(edits.has(id) && all.find((row) => row.id === id)?.person === 'Odo').toBe(true);
      }),
    );
  });
  test('one that somebody else took back, as was possible once, is not there to be taken back again', () => {
    const taken: HistoryRow = { id: 3, kind: 'undo', reverts: 2, person: 'Mirre' };
    expect(undoState([...rows(['import'], ['edit']), taken], 'Odo')).toEqual({ undo: [], redo: [2] });
  });
});
