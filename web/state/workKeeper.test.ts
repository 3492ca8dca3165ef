import { expect, test } from 'vitest';
import type { VersionedWork } from '../../server/work';
import type { Answer } from './apiClient';
import type { Draft } from './drafts';
import { keepWork, type OnItsWay, type WorkChange } from './workKeeper';
import { NO_WORK } from '../../core/work/noWork';

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

/** A keeper of what a server holds, and what it said and kept. */
function kept(one: ReturnType<typeof server>, put = one.put) {
  const told: string[] = [];
  const states: OnItsWay['kind'][] = [];
  const seen: { shown?: VersionedWork; draft?: Draft | null } = {};
  const keeper = keepWork(one.held(), {
    put,
    show: (work) => (seen.shown = work),
    tell: (words) => told.push(words),
    says: ({ kind }) => states.push(kind),
    keep: (draft) => (seen.draft = draft),
    pausesMs: [2],
  });
  return {
    keeper,
    told,
    states,
    draft: () => seen.draft,
    shown: () => seen.shown,
    ticks: () => Object.keys(seen.shown?.work.ticks ?? {}),
  };
}
const heldTicks = (one: ReturnType<typeof server>): string[] => Object.keys(one.held().work.ticks).sort();

test('two people who tick at once both stand, each shown at once', async () => {
  const one = server();
  const [a, b] = [kept(one), kept(one)];
  const all = [a.keeper.edit(tick('a')), b.keeper.edit(tick('b')), a.keeper.edit(tick('c'))];
  expect(a.ticks()).toEqual(['a', 'c']);
  expect(await Promise.all(all)).toEqual([true, true, true]);
  expect(heldTicks(one)).toEqual(['a', 'b', 'c']);
  expect(a.ticks()).toContain('c');
});

test('without a connection it waits, is kept on the device, and is stored once when it is back', async () => {
  const one = server();
  const { keeper, told, states, ticks, draft } = kept(one);
  one.cut(true);
  const stored = keeper.edit(tick('a'));
  await keeper.settled();
  expect(states.at(-1)).toBe('waits');
  expect(ticks()).toEqual(['a']);
  expect(draft()).toMatchObject({ version: 0, document: { ticks: { a: { by: 'Odo' } } } });
  one.cut(false);
  // Of itself, after its pause.
  expect(await stored).toBe(true);
  expect(one.held().version).toBe(1);
  expect(heldTicks(one)).toEqual(['a']);
  expect(told).toEqual([]);
  await keeper.settled();
  expect(states.at(-1)).toBe('none');
  expect(draft()).toBeNull();
});

test('what is changed while one is on its way goes together in the next', async () => {
  const one = server();
  const { keeper } = kept(one);
  await Promise.all(['a', 'b', 'c', 'd'].map((id) => keeper.edit(tick(id))));
  expect(heldTicks(one)).toEqual(['a', 'b', 'c', 'd']);
  expect(one.held().version).toBe(2);
});

test('of several at once the one that is refused is taken back and told, and the others stand', async () => {
  const one = server();
  const put = (body: VersionedWork): Promise<Answer<VersionedWork>> =>
    body.work.ticks['bad']
      ? Promise.resolve({ kind: 'refused', status: 422, message: 'no such step', faults: [] })
      : one.put(body);
  const { keeper, told, ticks } = kept(one, put);
  const came = await Promise.all(['first', 'a', 'bad', 'b'].map((id) => keeper.edit(tick(id))));
  expect(came).toEqual([true, true, false, true]);
  expect(heldTicks(one)).toEqual(['a', 'b', 'first']);
  expect(ticks().sort()).toEqual(['a', 'b', 'first']);
  expect(told).toEqual(['no such step']);
});

test('what a page left is taken up on what others stored since; where both changed the same, theirs stands and it is said', async () => {
  const one = server();
  const away = kept(one);
  one.cut(true);
  void away.keeper.edit(tick('mine'));
  void away.keeper.edit((work) => ({ ...work, endedWithout: 'the customer sold it' }));
  await away.keeper.settled();
  const left = away.draft();
  if (!left) throw new Error('nothing was kept');
  one.cut(false);
  // Somebody else meanwhile.
  const other = kept(one);
  await other.keeper.edit(tick('theirs'));
  await other.keeper.edit((work) => ({ ...work, endedWithout: 'no parts' }));
  const back = kept(one);
  back.keeper.takeUp(left);
  await back.keeper.settled();
  expect(heldTicks(one)).toEqual(['mine', 'theirs']);
  expect(one.held().work.endedWithout).toBe('no parts');
  expect(back.told.join()).toContain('theirs stands');
  // Once more, as by a second page of the same device: it stands already, and nothing is said.
  const twice = kept(one);
  const { endedWithout, ...document } = left.document as { endedWithout: string };
  expect(endedWithout).toBe('the customer sold it');
  twice.keeper.takeUp({ ...left, document: document as Draft['document'] });
  await twice.keeper.settled();
  expect(twice.told).toEqual([]);
  expect(heldTicks(one)).toEqual(['mine', 'theirs']);
});

test('what others stored is taken in, what is older is not; what waits stays on top of it', async () => {
  const one = server();
  const { keeper, shown, ticks } = kept(one);
  await keeper.edit(tick('a'));
  keeper.take({ version: 0, work: NO_WORK });
  expect(shown()?.version).toBe(1);
  keeper.take({ version: 5, work: NO_WORK });
  expect(shown()).toEqual({ version: 5, work: NO_WORK });
  one.cut(true);
  void keeper.edit(tick('b'));
  await keeper.settled();
  keeper.take({ version: 6, work: tick('c')(NO_WORK) });
  expect(ticks().sort()).toEqual(['b', 'c']);
});

test('it is settled when all that was changed is stored, and at once where nothing is on its way', async () => {
  const one = server();
  const { keeper } = kept(one);
  await keeper.settled();
  for (const id of ['a', 'b', 'c', 'd']) void keeper.edit(tick(id));
  expect(heldTicks(one).length).toBeLessThan(4);
  await keeper.settled();
  expect(heldTicks(one)).toEqual(['a', 'b', 'c', 'd']);
});
