import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { example } from '../../tests/example';
import type { Listed } from '../catalog/chosen';
import { PART_STATES, type PartState } from '../format/jobPart';
import { NO_WORK } from './noWork';
import type { JobWork } from '../format/jobWork';
import type { ItemDocument } from '../format/catalog';
import { takenInto } from './jobWork';
import { workOf } from './needs';
import {
  asksInstead,
  dayAfter,
  isWaitedFor,
  NEXT_STATES,
  ownId,
  partsAfter,
  stateOf,
  withPartStep,
} from './partLife';
import { bySupplier, orderLines, partsIn, sumOf } from './partsToOrder';
import { SHIPPED_WORK } from './shippedWork';

const TODAY = '2026-11-25';
const build = example({ package: { axleRatio: 4.3 } });
const gears: Listed = {
  id: 7,
  kind: 'gears',
  maker: 'Denholt',
  model: 'Both axles',
  price: 900,
  days: 14,
  source: '',
  supplier: 'Denholt direct',
  item: { platform: '', axleRatio: 4.3 } satisfies ItemDocument['gears'],
};
const lines = workOf(build, SHIPPED_WORK, { chosen: { gears } });
const begun = (): JobWork => takenInto(NO_WORK, 1, lines, TODAY);
const sign = (on: string) => ({ on, by: 'Tester' });
const arrivesOn = (work: JobWork): string | undefined =>
  work.tasks.find(({ id }) => id === 'ratio')?.arrivesOn;
const stepped = (
  work: JobWork,
  state: PartState,
  on: string,
  more: object = {},
  id = 'gear-set',
): JobWork => {
  const next = withPartStep(work, { id, state, ...more }, sign(on));
  if (!next) throw new Error(`${id} could not be ${state}`);
  return next;
};

describe('a part of the catalog in what a package asks for', () => {
  test('has its name, price, days and supplier; a kit is counted once', () => {
    expect(lines.find(({ id }) => id === 'gear-set')?.part).toEqual({
      label: 'Denholt Both axles 4.3',
      count: 1,
      price: 900,
      leadDays: 14,
      item: { id: 7, supplier: 'Denholt direct' },
    });
    // Bearings are the shop's own rule, by the axle, as before.
    expect(lines.find(({ id }) => id === 'gear-bearings')?.part).toMatchObject({ count: 2, price: null });
  });

  test('one kit for springs and brackets stands with the first, and is no part of the other', () => {
    const lift = { front: { springMm: 30, bracketMm: 20 }, rear: { springMm: 30 } };
    const both = example({ package: { lift } });
    const kit: Listed = { ...gears, kind: 'lift', item: { ...both.package.lift, platform: '' } };
    const asked = workOf(both, SHIPPED_WORK, { chosen: { lift: kit } });
    const of = (id: string) => asked.find((line) => line.id === id);
    expect(of('springs')?.part).toMatchObject({ count: 1, price: 900 });
    expect(of('brackets')?.part).toBeNull();
    expect(of('brackets')?.labour?.minutes).toBeGreaterThan(0);
  });

  test('a kit without a price is not priced by the rule of one of its parts', () => {
    const { price: _none, ...free } = gears;
    const priced = SHIPPED_WORK.map((rule) =>
      rule.part ? { ...rule, part: { ...rule.part, price: 5 } } : rule,
    );
    const asked = workOf(build, priced, { chosen: { gears: free } });
    expect(asked.find(({ id }) => id === 'gear-set')?.part?.price).toBeNull();
  });
});

describe('the life of a part', () => {
  test('what a stage asks for is wanted when it is taken into work, and its task waits as long as it takes', () => {
    const work = begun();
    expect(work.parts.map(({ id }) => id)).toEqual(['gear-set', 'gear-bearings']);
    expect(work.parts.every(isWaitedFor)).toBe(true);
    expect(arrivesOn(work)).toBe(dayAfter(TODAY, 14));
  });

  test('a promised day moves its task, and coming earlier or later moves it again', () => {
    const bearings = stepped(begun(), 'arrived', TODAY, {}, 'gear-bearings');
    const ordered = stepped(bearings, 'ordered', TODAY, { expectedOn: '2026-12-20' });
    expect(arrivesOn(ordered)).toBe('2026-12-20');
    expect(arrivesOn(stepped(ordered, 'arrived', '2026-12-03'))).toBe('2026-12-03');
    expect(arrivesOn(stepped(ordered, 'arrived', '2026-12-28'))).toBe('2026-12-28');
  });

  test('while another part of it is not ordered the task waits as long as that would take', () => {
    const slow = SHIPPED_WORK.map((rule) =>
      rule.id === 'gear-bearings' && rule.part ? { ...rule, part: { ...rule.part, leadDays: 20 } } : rule,
    );
    const work = takenInto(NO_WORK, 1, workOf(build, slow, { chosen: { gears } }), TODAY);
    const ordered = stepped(work, 'ordered', TODAY, { expectedOn: '2026-11-27' });
    expect(arrivesOn(ordered)).toBe(dayAfter(TODAY, 20));
    const both = stepped(ordered, 'ordered', TODAY, { expectedOn: '2026-11-28' }, 'gear-bearings');
    expect(arrivesOn(both)).toBe('2026-11-28');
    // A task that waits for neither is left alone.
    expect(both.tasks.find(({ id }) => id === 'raise')).toEqual(work.tasks.find(({ id }) => id === 'raise'));
  });

  test('the price then is kept, and what is called off forgets the day', () => {
    const ordered = stepped(begun(), 'ordered', TODAY, {
      price: 870,
      supplier: 'Ulden',
      expectedOn: '2026-12-20',
    });
    expect(ordered.parts[0]).toMatchObject({ price: 870, supplier: 'Ulden', expectedOn: '2026-12-20' });
    expect(stepped(ordered, 'wanted', '2026-11-26').parts[0]?.expectedOn).toBeUndefined();
    // Taken in again with another price in the catalog: what was ordered stays as it was.
    const dearer = workOf(build, SHIPPED_WORK, { chosen: { gears: { ...gears, price: 999 } } });
    expect(takenInto(ordered, 1, dearer, TODAY).parts[0]?.price).toBe(870);
    expect(takenInto(begun(), 1, dearer, TODAY).parts[0]?.price).toBe(999);
  });

  test('only what can follow follows, over any steps', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...PART_STATES), { maxLength: 12 }), (states) => {
        let work = begun();
        for (const state of states) {
          const before = stateOf(work.parts[0] ?? { steps: [] });
          const next = withPartStep(work, { id: 'gear-set', state }, sign(TODAY));
          expect(next !== null).toBe(NEXT_STATES[before].includes(state));
          work = next ?? work;
        }
        expect(work.parts).toHaveLength(2);
      }),
    );
    expect(withPartStep(begun(), { id: 'nothing', state: 'ordered' }, sign(TODAY))).toBeNull();
  });

  test('a package that asks for another thing than was ordered is told; for nothing, too', () => {
    const [part] = stepped(begun(), 'ordered', TODAY).parts;
    if (!part) throw new Error('there is a part');
    expect(asksInstead(part, lines)).toBeNull();
    const other = workOf(build, SHIPPED_WORK, { chosen: { gears: { ...gears, model: 'Front axle' } } });
    expect(asksInstead(part, other)).toBe('1 × Denholt Front axle 4.3');
    expect(asksInstead(part, [])).toBe('nothing of the kind');
    expect(asksInstead({ ...part, steps: [] }, other)).toBeNull();
  });

  test('what was added by hand stays; what is wanted no more goes, unless it was ordered', () => {
    const own = {
      ...begun().parts[0],
      id: ownId([]),
      label: 'A strap',
      steps: [],
    } as JobWork['parts'][number];
    const ordered = stepped(begun(), 'ordered', TODAY);
    const after = partsAfter([...ordered.parts, own], []);
    expect(after.map(({ id }) => id)).toEqual(['gear-set', 'own-1']);
    expect(ownId(after)).toBe('own-2');
  });
});

describe('what is to be ordered over all jobs', () => {
  const shopParts = (work: JobWork, job: string) =>
    work.parts.map((part) => ({ jobId: Number(job.slice(2)), job, vehicle: 'A truck', part }));
  test('by supplier, what nobody decided last, and nothing that is here', () => {
    const arrived = stepped(begun(), 'arrived', TODAY);
    const groups = bySupplier([...shopParts(begun(), 'J-0002'), ...shopParts(arrived, 'J-0001')]);
    expect(groups.map(({ supplier, parts }) => [supplier, parts.map(({ job }) => job)])).toEqual([
      ['Denholt direct', ['J-0002']],
      ['', ['J-0001', 'J-0002']],
    ]);
    expect(sumOf(groups[0]?.parts ?? [])).toEqual({ cents: 90_000, unpriced: 0 });
    expect(sumOf(groups[1]?.parts ?? [])).toEqual({ cents: 0, unpriced: 2 });
  });
  test('what is on its way is not to be ordered again', () => {
    const groups = bySupplier(shopParts(stepped(begun(), 'ordered', TODAY), 'J-0003'));
    expect(partsIn(groups, 'wanted').flatMap(({ parts }) => parts.map(({ part }) => part.id))).toEqual([
      'gear-bearings',
    ]);
  });
  test('the same thing for several jobs is one line of an order, at its price and with all that it is for', () => {
    const [both = { parts: [] }] = bySupplier([
      ...shopParts(begun(), 'J-0001'),
      ...shopParts(begun(), 'J-0002'),
    ]);
    const lines = orderLines(both.parts);
    const total = (list: readonly { count: number }[]): number =>
      list.reduce((sum, { count }) => sum + count, 0);
    expect(total(lines)).toBe(total(both.parts.map(({ part }) => part)));
    expect(lines.length).toBeLessThan(both.parts.length);
    for (const line of lines) expect(line.jobs).toEqual(['J-0001', 'J-0002']);
    const [first, ...rest] = both.parts;
    if (!first) throw new Error('something is wanted');
    const dearer = { ...first, job: 'J-0003', part: { ...first.part, price: (first.part.price ?? 0) + 5 } };
    expect(orderLines([first, ...rest, dearer])).toHaveLength(lines.length + 1);
  });
});
