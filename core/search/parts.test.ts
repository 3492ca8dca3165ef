import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { spaceAround } from '../../tests/catalog';
import { demoBuild } from '../../tests/example';
import { cutDepths, sweepCorner, sweepInputOf } from '../clearance/corner';
import { familyOf, rimInFamily } from '../clearance/family';
import { profileOf, type Profile } from '../clearance/profile';
import { buildSilhouette, judgeSilhouette } from '../clearance/silhouette';
import { tireSize } from '../tire/size';
import { spaceOf, type SearchChange } from './searchSpace';
import { blocked, judgeBlocked } from './blocks';
import { tryOn } from './fleet';
import { overBudget, overDays, pairsOf } from './pairs';
import { startSearch } from './search';
import { buildOf, costOf, daysOf, type Choice } from './space';
import { closeLook } from './closeLook';
import { partsOf, summaryOf, whyNot } from './summary';
import { limitsSchema, wishesSchema } from '../format/searchLimits';

const base = demoBuild('rook-1-long-tour');
const coarse = { ...base, use: { ...base.use, grid: { lock: 15, travel: 9 } } };
const space = spaceAround(coarse, { tires: 40, wheels: 24, spacers: 2, lifts: 2, ratios: 2 }, 3);
const none = limitsSchema.parse({});

describe('points in blocks', () => {
  const corner = sweepCorner(sweepInputOf(coarse, 'front'));
  const profiles = [16, 17, 18].flatMap((diameterIn) =>
    [-20, 0, 25, 45].flatMap((offsetMm) =>
      [700, 780, 860].map((overallDiameterMm): Profile =>
        profileOf(
          tireSize(
            { code: `245/75R${diameterIn}`, pattern: 'mud', overallDiameterMm, sectionWidthMm: 250 },
            8,
          ),
          { ...coarse.package.wheel, diameterIn, widthIn: 8, offsetMm },
          0,
        ),
      ),
    ),
  );
  const family = familyOf(profiles);
  const silhouette = buildSilhouette(corner, family);
  const blocks = blocked(silhouette);
  const count = corner.flat.count;

  test('give what the silhouette gives: the nearest exactly, and whatever is met', () =>
    fc.assert(
      fc.property(
        fc.nat(profiles.length - 1),
        fc.array(fc.integer({ min: 0, max: 40 }), { minLength: count, maxLength: count }),
        (at, cuts) => {
          const profile = profiles[at];
          if (!profile) return;
          const cut = Float64Array.from(cuts);
          const plain = new Float64Array(count);
          const fast = new Float64Array(count);
          judgeSilhouette(silhouette, profile, cut, plain);
          const order = Int32Array.from({ length: count }, (_, i) => count - 1 - i);
          const nearest = judgeBlocked(blocks, profile, rimInFamily(family, profile) ?? -1, cut, fast, order);
          expect(nearest).toBeCloseTo(Math.min(...plain), 9);
          plain.forEach((mm, i) => {
            if (mm < 0) expect(fast[i]).toBeCloseTo(mm, 9);
            else expect(fast[i]).toBeGreaterThanOrEqual(Math.max(0, nearest) - 1e-9);
          });
          // Each obstacle is looked at once, whatever was moved to the front.
          expect([...order].sort((a, b) => a - b)).toEqual(Array.from({ length: count }, (_, i) => i));
        },
      ),
      { numRuns: 60 },
    ));

  test('a rim that the family does not have is refused, not judged wrong', () => {
    const [profile] = profiles;
    if (!profile) throw new Error('there are profiles');
    const cut = cutDepths(corner.corner.obstacles, []);
    expect(() =>
      judgeBlocked(blocks, profile, 9, cut, new Float64Array(count), new Int32Array(count)),
    ).toThrow('none of them');
  });
});

describe('pairs', () => {
  test('are what can be mounted: the right rim, an approved width; the rest is no package', () => {
    const { pairs, fallen, mountable } = pairsOf(space, none);
    const mounted = space.wheels.reduce(
      (sum, { wheel }) =>
        sum +
        space.tires.filter(({ tire }) => {
          const [low, high] = tire.approvedRimIn ?? [0, 99];
          return tire.code.includes(`R${wheel.diameterIn} `) && wheel.widthIn >= low && wheel.widthIn <= high;
        }).length,
      0,
    );
    expect(mountable).toBe(mounted);
    const early = new Set(
      fallen.filter(({ spacers }) => spacers === 2).map(({ tire, wheel }) => `${tire} ${wheel}`),
    );
    expect(pairs.length + early.size).toBe(mountable);
    for (const { stop, wheel } of fallen)
      if (stop === 'wheel') expect(space.wheels[wheel]?.wheel.studs).not.toBe(base.vehicle.hub.studs);
  });

  test('a budget that is nobody’s and a price that nobody knows stop them, by how much', () => {
    expect(overBudget({ ...none, budget: 100 }, 130)).toBe(30);
    expect(overBudget({ ...none, budget: 100 }, 90)).toBeNull();
    expect(overBudget({ ...none, budget: 100 }, null)).toBe(Infinity);
    expect(overBudget(none, null)).toBeNull();
    expect(overDays({ ...none, days: 3 }, 5)).toBe(2);
    expect(overDays({ ...none, days: 3 }, null)).toBe(Infinity);
    const { pairs, fallen } = pairsOf(space, { ...none, budget: 1 });
    expect(pairs).toEqual([]);
    expect(fallen.some(({ stop }) => stop === 'budget')).toBe(true);
  });
});

describe('a choice', () => {
  const choice: Choice = {
    tire: space.tires[0] as Choice['tire'],
    wheel: space.wheels[0] as Choice['wheel'],
    spacer: space.spacers[1] as Choice['spacer'],
    lift: space.lifts[1] as Choice['lift'],
    ratio: space.ratios[1] as Choice['ratio'],
  };
  test('costs four tires, wheels and spacers, one kit and one set; and takes as long as the last of them', () => {
    const { tire, wheel, spacer, lift, ratio } = choice;
    const four = [tire, wheel, spacer].reduce((sum, { price }) => sum + 4 * (price ?? 0), 0);
    expect(costOf(choice)).toBe(four + (lift.price ?? 0) + (ratio.price ?? 0));
    expect(costOf({ ...choice, lift: { ...lift, price: null } })).toBeNull();
    expect(daysOf(choice)).toBe(Math.max(...Object.values(choice).map(({ days }) => days ?? 0)));
    expect(daysOf({ ...choice, tire: { ...tire, days: null } })).toBeNull();
  });

  test('makes a build in which only what was chosen is other than it was', () => {
    const build = buildOf(base, choice);
    expect(build.vehicle).toBe(base.vehicle);
    expect(build.package).toMatchObject({ spacerMm: 10, spacerKind: 'bolt-on', cuts: base.package.cuts });
    expect(
      buildOf(base, { ...choice, spacer: space.spacers[0] as Choice['spacer'] }).package.spacerKind,
    ).toBeUndefined();
  });
});

describe('what is asked', () => {
  const offers = {
    tires: space.tires,
    wheels: space.wheels,
    spacers: space.spacers.slice(1),
    lifts: space.lifts,
    ratios: space.ratios,
  };
  const of = (...may: SearchChange[]) => spaceOf(base, offers, new Set(may));

  test('what stays is what is on, for nothing and at once', () => {
    const { tires, wheels, spacers, ratios } = of();
    expect([tires, wheels, spacers, ratios].map(({ length }) => length)).toEqual([1, 1, 1, 1]);
    expect(tires[0]).toMatchObject({ price: 0, days: 0, tire: base.package.tire });
  });
  test('what may change has everything that is offered beside it', () => {
    expect(of('tire').tires).toHaveLength(41);
    expect(of('lift').lifts).toHaveLength(4);
    expect(of('spacer').spacers).toHaveLength(2);
    expect(of('ratio').ratios).toHaveLength(3);
  });
  test('a lift that stays is looked past by one kit, which is no result', () => {
    const { lifts } = spaceOf(demoBuild('holloway-1-tires-only'), offers, new Set<SearchChange>(['tire']));
    expect(lifts.map(({ beyond }) => beyond ?? false)).toEqual([false, true]);
  });
});

describe('a summary', () => {
  const search = startSearch(space, none);
  while (!search.done) search.step(500);
  const summary = summaryOf(base, space, search.state, wishesSchema.parse({}), closeLook(space, 'trim'));

  test('says what was judged, and the largest of each lift', () => {
    expect(summary.judged).toBe(summary.total);
    for (const { lift, diameterMm } of summary.byLift) {
      const all = search.state.found.filter((one) => one.lift === lift).map((one) => one.diameterMm);
      expect(diameterMm).toBe(all.length === 0 ? null : Math.max(...all));
    }
    expect(summary.ranked.length).toBeLessThanOrEqual(60);
    const spare = summary.ranked.filter(({ leastMm, grade }) => leastMm > 2 || grade === 'trim');
    expect(spare.length).toBeGreaterThan(1);
    for (const [i, { score }] of spare.entries())
      expect(score).toBeLessThanOrEqual(spare[i - 1]?.score ?? Infinity);
  });

  test('names the parts of what was found, and tells of any tire or wheel whether and why not', () => {
    const [one] = summary.ranked;
    if (!one) throw new Error('something was found');
    const { tire, wheel } = partsOf(space, one);
    expect(whyNot(space, search.state, tire).find(({ words }) => words === tire)?.found).toBe(true);
    expect(whyNot(space, search.state, wheel).find(({ words }) => words === wheel)?.found).toBe(true);
    const fell = search.state.tires.findIndex((stopped) => stopped !== null && stopped !== undefined);
    const name = space.tires[fell]?.words ?? '';
    if (fell >= 0) {
      const why = whyNot(space, search.state, name).find(({ words }) => words === name);
      expect(why).toMatchObject({ found: false, stop: search.state.tires[fell]?.stop });
    }
    expect(whyNot(space, search.state, '')).toEqual([]);
    expect(whyNot(space, search.state, 'no such thing anywhere')).toEqual([]);
  });
});

describe('a fleet', () => {
  const { tire, wheel } = base.package;
  test('the vehicle that wears a package takes it; another bolt circle is no package', () => {
    expect(tryOn(base.vehicle, { tire, wheel, spacerMm: 0 }, []).grade).not.toBeNull();
    expect(tryOn(demoBuild('marten-1-tires-only').vehicle, { tire, wheel, spacerMm: 0 }, [])).toMatchObject({
      grade: null,
      stop: 'wheel',
      lift: null,
    });
  });
  test('the lowest kit that lets nothing touch is named, and none where none does', () => {
    const tall = demoBuild('rook-2-remote-plots').package;
    const answer = tryOn(base.vehicle, { tire: tall.tire, wheel: tall.wheel, spacerMm: 0 }, []);
    expect(answer).toMatchObject({ lift: null });
    expect(answer.stop).not.toBeNull();
  });
});
