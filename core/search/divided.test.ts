import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { spaceAround } from '../../tests/catalog';
import { demoBuild } from '../../tests/example';
import { assess } from '../assess';
import type { Build } from '../format/build';
import { judgedAs } from './searchSpace';
import { preview } from './preview';
import { choiceOf, type Found } from './found';
import { STOPS, type Stop } from './limits';
import { searchLift } from './liftSearch';
import { prepare } from './prepared';
import { startSearch, stateOf, type SearchState } from './search';
import { buildOf } from './space';
import { emptyTally, reject, mergeCounts, type Tally } from './tally';
import { limitsSchema } from '../format/searchLimits';

const demo = demoBuild('halyard-2-full-build');
const base: Build = { ...demo, use: { ...demo.use, grid: { lock: 9, travel: 7 } } };
const space = spaceAround(base, { tires: 40, wheels: 24, spacers: 2, lifts: 4, ratios: 2 }, 21);
const limits = limitsSchema.parse({ grade: 'trim', cutting: ['tuck', 'plastic'] });
const key = ({ tire, wheel, spacer, lift, ratio }: Found): string =>
  [tire, wheel, spacer, lift, ratio].join();
const run = (of = space, by = limits): SearchState => {
  const search = startSearch(of, by);
  search.step(Infinity);
  return search.state;
};

describe('a search divided by its lifts', () => {
  test('judged in any order, in steps of any size, says what it says in one piece', () => {
    const whole = run();
    expect(whole.found.length).toBeGreaterThan(20);
    fc.assert(
      fc.property(
        fc.shuffledSubarray([0, 1, 2, 3], { minLength: 4 }),
        fc.integer({ min: 3, max: 500 }),
        (order, fits) => {
          // Each worker prepares for itself.
          const two = [prepare(space, limits), prepare(space, limits)] as const;
          const tallies: Tally[] = [];
          order.forEach((lift, i) => {
            const search = searchLift(two[i % 2 === 0 ? 0 : 1], lift);
            while (!search.done) search.step(fits);
            tallies[lift] = search.tally();
          });
          expect(stateOf(two[0], tallies, true)).toEqual(whole);
        },
      ),
      { numRuns: 4 },
    );
  });

  test('what is left over of a step goes to the next lift, and a lift that is done takes none', () => {
    const prepared = prepare(space, limits);
    const lift = searchLift(prepared, 0);
    expect(lift.step(prepared.combos.length + 7)).toBe(7);
    expect(lift.done).toBe(true);
    expect(lift.step(5)).toBe(5);
  });
});

describe('tallies', () => {
  const anyFall = fc.record({
    tire: fc.integer({ min: 0, max: 3 }),
    wheel: fc.integer({ min: 0, max: 2 }),
    stop: fc.constantFrom(...STOPS),
    by: fc.integer({ min: 0, max: 40 }),
    count: fc.integer({ min: 1, max: 5 }),
  });
  test('put together count what each of them counts, whichever way the falls are dealt out', () =>
    fc.assert(
      fc.property(fc.array(fc.tuple(anyFall, fc.integer({ min: 0, max: 2 })), { maxLength: 30 }), (falls) => {
        const one = emptyTally(4, 3);
        const parts = [emptyTally(4, 3), emptyTally(4, 3), emptyTally(4, 3)] as const;
        for (const [{ tire, wheel, stop, by, count }, part] of falls) {
          reject(one, tire, wheel, { stop, by }, count);
          reject(parts[part] ?? parts[0], tire, wheel, { stop, by }, count);
        }
        expect(mergeCounts([...parts])).toEqual(one);
        expect(one.judged).toBe(falls.reduce((sum, [{ count }]) => sum + count, 0));
      }),
    ));

  test('a tire that was found anywhere is found, and else the furthest that it came is told', () => {
    const [early, late, kept] = [emptyTally(1, 1), emptyTally(1, 1), emptyTally(1, 1)];
    reject(early, 0, 0, { stop: 'load', by: 0 }, 1);
    reject(late, 0, 0, { stop: 'clearance', by: 9 }, 1);
    reject(late, 0, 0, { stop: 'clearance', by: 4 }, 1);
    expect(mergeCounts([late, early]).tires).toMatchObject([{ stop: 'clearance' satisfies Stop, by: 4 }]);
    kept.tires[0] = null;
    expect(mergeCounts([early, kept, late]).tires).toEqual([null]);
  });
});

describe('a first look', () => {
  test('is a part of the whole: every package that it shows keeps to the limits, by the same figures', () => {
    const { found, total, judged, tires } = preview(space, limits);
    const all = new Map(run(space, limits).found.map((one) => [key(one), one]));
    expect(judged).toBe(total);
    expect(found.length).toBeGreaterThan(0);
    expect(tires).toHaveLength(space.tires.length);
    for (const one of found) {
      expect(tires[one.tire]).toBeNull();
      // Of the whole, only what nothing dominates is kept.
      const same = all.get(key(one));
      // Silhouettes of another family: to their accuracy.
      if (same) expect({ ...same, leastMm: 0 }).toEqual({ ...one, leastMm: 0 });
      if (same) expect(Math.abs(same.leastMm - one.leastMm)).toBeLessThan(0.05);
      const { grade } = assess(buildOf(base, choiceOf(space, one)));
      expect(grade).toBe(one.grade);
    }
  });
  test('looks at the tire that is on where no other may come', () => {
    const alone = { ...space, tires: space.tires.slice(0, 1), wheels: space.wheels.slice(0, 1) };
    expect(preview(alone, limits).judged).toBeLessThanOrEqual(1);
  });
});

describe('the zone and the rules that are asked for', () => {
  test('stand in place of the stage’s own, and only where they are asked for', () => {
    const none = limitsSchema.parse({});
    expect(judgedAs(base, none)).toEqual(base);
    const own = { label: 'Shop', bump: 0.5, lock: 0.5 };
    const owned = judgedAs(base, { ...none, zoneLimits: own });
    expect(owned.use).toMatchObject({ zone: base.use.zone, zoneLimits: own });
    expect(judgedAs(owned, { ...none, zone: 'all' }).use).toMatchObject({
      zone: 'all',
      zoneLimits: undefined,
    });
    const ruleSet = { name: 'a place', rules: [] };
    expect(judgedAs(base, { ...none, ruleSet }).use.rules).toEqual(ruleSet);
  });
  test('a wider zone takes packages away and gives none', () => {
    const at = (zone: 'street' | 'all'): Set<string> => {
      const by = limitsSchema.parse({ zone });
      const search = startSearch({ ...space, base: judgedAs(base, by) }, by, true);
      search.step(Infinity);
      return new Set(search.state.found.map(key));
    };
    const [street, all] = [at('street'), at('all')];
    expect(all.size).toBeLessThan(street.size);
    for (const one of all) expect(street.has(one)).toBe(true);
  });
});
