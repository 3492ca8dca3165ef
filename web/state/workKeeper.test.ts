import { expect, test } from 'vitest';
import type { VersionedWork } from '../../server/work';
import type { Answer } from './apiClient';
import { keepWork, type WorkChange } from './workKeeper';
import { NO_WORK } from '../../core/format/jobWork';

/** What the endpoint does: stores what is of the version it holds, refuses the rest with what it holds. */
function server() {
  let held: VersionedWork = { version: 0, work: NO_WORK };
  let down = false;
  const put = async ({ version, work }: VersionedWork): Promise<Answer<VersionedWork>> => {
    await Promise.resolve();
    if (down) return { kind: 'unreachable' };
    if (version !== held.version)
      return { kind: 'refused', status: 409, message: 'changed', faults: [], current: held };
    held = { version: version + 1, work };
    return { kind: 'ok', value: held };
  };
  return { put, held: () => held, cut: (now: boolean) => (down = now) };
}
const tick =
  (id: string): WorkChange =>
  (work) => ({ ...work, ticks: { ...work.ticks, [id]: { by: 'Odo', at: '2026-11-25T10:00' } } });

test('two people who tick at once both stand, each shown at once', async () => {
  const one = server();
  const shown: string[][] = [];
  const keeper = (at: number) =>
    keepWork(
      one.held(),
      one.put,
      ({ work }) => (shown[at] = Object.keys(work.ticks)),
      () => undefined,
    );
  const [a, b] = [keeper(0), keeper(1)];
  const all = [a.edit(tick('a')), b.edit(tick('b')), a.edit(tick('c'))];
  expect(shown[0]).toEqual(['a', 'c']);
  expect(await Promise.all(all)).toEqual([true, true, true]);
  expect(Object.keys(one.held().work.ticks).sort()).toEqual(['a', 'b', 'c']);
  expect(shown[0]).toContain('c');
});

test('what cannot be stored is taken back and told; the next change is made on what is stored', async () => {
  const one = server();
  const told: string[] = [];
  let shown: VersionedWork | undefined;
  const keeper = keepWork(
    one.held(),
    one.put,
    (work) => (shown = work),
    (words) => told.push(words),
  );
  one.cut(true);
  expect(await keeper.edit(tick('a'))).toBe(false);
  expect(shown?.work.ticks).toEqual({});
  expect(told[0]).toContain('No connection');
  one.cut(false);
  expect(await keeper.edit(tick('b'))).toBe(true);
  expect(Object.keys(one.held().work.ticks)).toEqual(['b']);
});

test('what others stored is taken in, what is older is not', async () => {
  const one = server();
  let shown: VersionedWork | undefined;
  const keeper = keepWork(
    one.held(),
    one.put,
    (work) => (shown = work),
    () => undefined,
  );
  await keeper.edit(tick('a'));
  keeper.take({ version: 0, work: NO_WORK });
  expect(shown?.version).toBe(1);
  keeper.take({ version: 5, work: NO_WORK });
  expect(shown).toEqual({ version: 5, work: NO_WORK });
});

test('it is settled when all that was changed is stored, and at once where nothing is on its way', async () => {
  const one = server();
  const keeper = keepWork(
    one.held(),
    one.put,
    () => undefined,
    () => undefined,
  );
  await keeper.settled();
  for (const id of ['a', 'b', 'c', 'd']) void keeper.edit(tick(id));
  expect(Object.keys(one.held().work.ticks).length).toBeLessThan(4);
  await keeper.settled();
  expect(Object.keys(one.held().work.ticks)).toEqual(['a', 'b', 'c', 'd']);
  void keeper.edit(tick('e'));
  await keeper.settled();
  expect(Object.keys(one.held().work.ticks)).toContain('e');
});
