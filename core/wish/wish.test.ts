import { FREE_KINDS } from '../format/names';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { demoItems, demoOffers } from '../../tests/demoCatalog';
import { demoBuild } from '../../tests/example';
import { assess } from '../assess';
import { drivelineOf } from '../driveline/driveline';
import { gradeChance } from '../clearance/gradeChance';
import { reaches } from '../clearance/grade';
import { SHIPPED_TERMS } from '../format/quote';
import { freeLimitsSchema, NO_LIMITS } from '../format/freeLimits';
import { limitsSchema } from '../format/searchLimits';
import { choiceOf } from '../search/found';
import { buildOf } from '../search/space';
import { seeded } from '../statistics/seeded';
import { SHIPPED_WORK } from '../work/shippedWork';
import { wordingText } from '../wording';
import { freerOf } from './freer';
import { hopelessOf } from './hopeless';
import { GEARING_OFF_PCT, packagesOf, wishSpace } from './packages';
import { linesOf, priceOfLines } from './price';
import { readWish, WISH_SLACK_MM, type Wish } from './readWish';
import { MOST_WAYS, wayTo, type WishAsked, type Wished } from './wayTo';
import { cornersOf } from '../together/corners';
import { freeTogether } from '../together/together';

const PLATFORM = 'Orrin Halyard';
const ITEMS = demoItems();
const TERMS = { ...SHIPPED_TERMS, hourlyRate: 84, taxPct: 19 };
const PRICING = {
  rules: SHIPPED_WORK,
  terms: TERMS,
  catalog: { platform: PLATFORM, items: ITEMS.filter(({ kind }) => kind === 'nuts') },
};
const LIMITS = limitsSchema.parse({});
const coarse = (name: string) => {
  const demo = demoBuild(name);
  return { ...demo, use: { ...demo.use, grid: { lock: 21, travel: 13 } } };
};
const HALYARD = coarse('halyard-1-tall-and-narrow');
const OFFERS = demoOffers(HALYARD, PLATFORM, ITEMS);
/** A shop with little on its shelves: what can be tried one by one. */
const FEW = {
  tires: OFFERS.tires.filter(({ tire }) => tire.code.startsWith('LT2') && /R1[78]/.test(tire.code)),
  wheels: OFFERS.wheels.filter((_, i) => i % 5 === 0),
  spacers: [],
  lifts: OFFERS.lifts.filter((_, i) => i % 4 === 0),
  ratios: OFFERS.ratios,
};
const asked = (wish: Wish, more: Partial<WishAsked> = {}): WishAsked => ({
  base: HALYARD,
  offers: FEW,
  wish,
  limits: LIMITS,
  free: NO_LIMITS,
  gears: true,
  pricing: PRICING,
  ...more,
});
function whole(of: WishAsked): Wished {
  const search = wayTo(of);
  for (;;) {
    const step = search.next();
    if (step.done) return step.value;
  }
}

describe('a wish as it is typed', () => {
  test.each([
    ['35', 'metric', 'diameter', 889],
    ['35 in', 'metric', 'diameter', 889],
    ['35"', 'inch', 'diameter', 889],
    ['34 1/2', 'metric', 'diameter', 876.3],
    ['890', 'metric', 'diameter', 890],
    ['890 mm', 'inch', 'diameter', 890],
    ['890', 'inch', 'diameter', 890],
    ['33 in tires', 'metric', 'diameter', 838.2],
    ['12.5 wide', 'metric', 'width', 317.5],
    ['315 wide', 'inch', 'width', 315],
    ['12,5 in wide', 'metric', 'width', 317.5],
    ['4 in lift', 'metric', 'lift', 101.6],
    ['2 lift', 'inch', 'lift', 50.8],
    ['50 mm of lift', 'metric', 'lift', 50],
    ['50 lift', 'metric', 'lift', 50],
    ['under 6000', 'metric', 'price', 6000],
    ['at most 6 000 cr', 'metric', 'price', 6000],
    ['6,000.50 cr', 'inch', 'price', 6000.5],
    ['5400,75 all in', 'metric', 'price', 5400.75],
  ] as const)('“%s” (%s) is a %s of %f', (typed, units, what, amount) => {
    const read = readWish(typed, units, 'cr');
    expect(read.ok && read.value.what).toBe(what);
    expect(read.ok && read.value.amount).toBeCloseTo(amount, 6);
  });

  test.each(['', '  ', 'big', '35 36', '-35', '3 in', '99 in', '35 cr wide', '0', '1e3', 'under', '35 kg'])(
    '“%s” is refused, and says how to write one',
    (typed) => {
      const read = readWish(typed, 'metric', 'cr');
      expect(read.ok ? read.value : read.message).toContain('35 in');
    },
  );

  test('no text makes it fail otherwise', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), fc.constantFrom('metric', 'inch'), (typed, units) => {
        const read = readWish(typed, units, 'cr');
        expect(read.ok ? read.value.amount > 0 : read.message.length > 0).toBe(true);
      }),
    );
  });
});

describe('the packages of a wish', () => {
  const wish: Wish = { what: 'diameter', amount: 838.2 };
  const space = wishSpace(HALYARD, FEW, wish);

  test('are priced as they would be quoted', () => {
    const { packages } = packagesOf(space, wish, LIMITS, PRICING, true);
    const { pick } = seeded(5);
    const [first, ...rest] = packages;
    if (!first) throw new Error('nothing fulfils it');
    for (let i = 0; i < 40; i++) {
      const { parts, price } = pick([first, ...rest]);
      const choice = choiceOf(space, parts);
      const quoted = priceOfLines(linesOf(buildOf(HALYARD, choice), choice, PRICING), PRICING);
      // A quote rounds each line; so does this.
      expect(price.totalCents).toBe(quoted.totalCents);
      expect([price.unpriced, price.minutes]).toEqual([quoted.unpriced, quoted.minutes]);
    }
  });

  test('are what was asked for, cheapest first, what has a price before what has none', () => {
    const { packages, all } = packagesOf(space, wish, LIMITS, PRICING, true);
    expect(all).toBe(true);
    for (const [i, { diameterMm, price, priced }] of packages.entries()) {
      expect(diameterMm).toBeGreaterThanOrEqual(838.2 - WISH_SLACK_MM.diameter - 2);
      const next = packages[i + 1];
      if (next && next.priced === priced)
        expect(next.price.totalCents).toBeGreaterThanOrEqual(price.totalCents);
      if (next?.priced) expect(priced).toBe(true);
    }
  });

  test('gears come with a tire that takes the gearing far off, unless they are not asked for', () => {
    const rook = coarse('rook-1-long-tour');
    const large: Wish = { what: 'diameter', amount: 838.2 };
    const kitless = { ...demoOffers(rook, 'Haldane Rook', ITEMS), lifts: [], spacers: [] };
    const around = wishSpace(rook, kitless, large);
    const withGears = packagesOf(around, large, LIMITS, PRICING, true).packages;
    const without = packagesOf(around, large, LIMITS, PRICING, false).packages;
    expect(withGears.some(({ parts }) => parts.ratio > 0)).toBe(true);
    expect(without.every(({ parts }) => parts.ratio === 0)).toBe(true);
    for (const { parts } of withGears.slice(0, 50)) {
      const off = (ratio: number): number => {
        const driven = drivelineOf(buildOf(rook, choiceOf(around, { ...parts, ratio })));
        const made = driven.checks.every(({ id, status }) => id !== 'axle-ratios' || status !== 'fail');
        return made ? Math.abs(driven.effectiveGearingChangePct) : Infinity;
      };
      if (parts.ratio === 0 && off(0) <= GEARING_OFF_PCT) continue;
      for (const other of around.ratios.keys())
        expect(off(parts.ratio)).toBeLessThanOrEqual(off(other) + 1e-9);
    }
  });
});

describe('the way to a wish', () => {
  test('is never dearer than what trying every package finds, and holds', () => {
    const wish: Wish = { what: 'diameter', amount: 889 };
    const few = { ...FEW, wheels: FEW.wheels.slice(0, 16), lifts: [] };
    const of = asked(wish, { offers: few });
    const { ways, complete, held } = whole(of);
    expect([complete, held]).toEqual([true, []]);
    const [best] = ways;
    const space = wishSpace(HALYARD, few, wish);
    const { packages } = packagesOf(space, wish, LIMITS, PRICING, true);
    const avoid = ['width', 'diameter', 'inboard', 'outboard', 'spacer', 'spring', 'body', 'bracket'];
    const free = freeLimitsSchema.parse({ avoid, grade: 'close', offers: 1 });
    let least = Infinity;
    for (const { parts, price, priced } of packages) {
      if (!priced || price.totalCents >= least) continue;
      const choice = choiceOf(space, parts);
      const build = buildOf(HALYARD, choice);
      const { grade, offers } = freeTogether(build, free, PRICING);
      const [offer] = offers;
      if (reaches(grade, 'close')) least = Math.min(least, price.totalCents);
      else if (offer) least = Math.min(least, price.totalCents + offer.cost.totalCents);
    }
    expect(least).toBeLessThan(Infinity);
    expect(best?.price.totalCents).toBeLessThanOrEqual(least);
    for (const way of ways) {
      const { grade, tire } = assess(way.build);
      expect(reaches(grade, 'close')).toBe(true);
      expect(grade).toBe(way.grade);
      expect(way.chance).toEqual(gradeChance(way.build));
      expect(tire.package.overallDiameterMm).toBeGreaterThanOrEqual(889 - WISH_SLACK_MM.diameter);
    }
    const totals = ways.map(({ price }) => price.totalCents);
    expect(totals).toEqual([...totals].sort((a, b) => a - b));
    expect(ways.length).toBeLessThanOrEqual(MOST_WAYS);
  });

  test('a stage that has what is wanted already, and stands, is the least', () => {
    const base = coarse('holloway-1-tires-only');
    const own = assess(base).tire.package.overallDiameterMm;
    const [best] = whole(
      asked({ what: 'diameter', amount: own }, { base, offers: { ...FEW, tires: [] } }),
    ).ways;
    expect([best?.price.moreCents, best?.does]).toEqual([0, 'The stage as it is.']);
  });

  test('a sum buys the largest that it can, all in', () => {
    const offers = { ...FEW, wheels: FEW.wheels.slice(0, 3), lifts: [], ratios: [] };
    const buys = (amount: number) => whole(asked({ what: 'price', amount }, { offers })).ways;
    const ways = buys(5500);
    expect(ways.length).toBeGreaterThan(0);
    for (const [i, { price, diameterMm }] of ways.entries()) {
      expect(price.totalCents).toBeLessThanOrEqual(550_000);
      expect(diameterMm).toBeLessThanOrEqual(ways[i - 1]?.diameterMm ?? Infinity);
    }
    expect(buys(9000)[0]?.diameterMm).toBeGreaterThanOrEqual(ways[0]?.diameterMm ?? NaN);
  });

  test('a lift keeps what stands on it', () => {
    const { ways } = whole(asked({ what: 'lift', amount: 30 }, { offers: OFFERS }));
    expect(ways.length).toBeGreaterThan(0);
    for (const { build } of ways) {
      expect(build.package.tire.code).toBe(HALYARD.package.tire.code);
      const { springMm, bracketMm, bodyMm } = build.package.lift.front;
      expect(springMm + bracketMm + bodyMm).toBeGreaterThanOrEqual(27);
    }
  });

  test.each([
    [{ what: 'diameter', amount: 1300 }, {}, /No tire of that size/],
    [{ what: 'lift', amount: 480 }, {}, /No kit so high/],
    [{ what: 'price', amount: 5 }, {}, /comes to so little/],
    [{ what: 'diameter', amount: 889 }, { limits: limitsSchema.parse({ budget: 1 }) }, /over the budget/],
  ] as const)('says why there is none: %j', (wish, more, words) => {
    const { ways, held } = whole(asked(wish, more));
    expect(ways).toEqual([]);
    expect(held.map((one) => wordingText(one, 'metric')).join(' ')).toMatch(words);
  });

  test('where nothing makes it fit, the nearest miss is named with its amount', () => {
    const avoid = FREE_KINDS.filter((kind) => kind !== 'width');
    const free = freeLimitsSchema.parse({ avoid });
    const offers = { ...FEW, wheels: [], lifts: [] };
    const { ways, held } = whole(asked({ what: 'diameter', amount: 889 }, { free, offers }));
    expect(ways).toEqual([]);
    expect(held.map((one) => wordingText(one, 'metric')).join(' ')).toMatch(/is \d+ mm too near/);
  });
});

test('what is called hopeless is freed by nothing', () => {
  const avoid = ['width', 'diameter', 'inboard', 'outboard', 'spacer', 'spring', 'body', 'bracket'];
  const free = freeLimitsSchema.parse({ avoid: [...avoid, 'lock-stop', 'cut'], grade: 'close', changes: 2 });
  const zeros = {
    front: new Float64Array(HALYARD.vehicle.corners.front.obstacles.length),
    rear: new Float64Array(HALYARD.vehicle.corners.rear.obstacles.length),
  };
  const isHopeless = hopelessOf(HALYARD, cornersOf(HALYARD, zeros), 0, free);
  const space = wishSpace(HALYARD, FEW, { what: 'diameter', amount: 889 });
  const { packages } = packagesOf(space, { what: 'diameter', amount: 889 }, LIMITS, PRICING, false);
  let hopeless = 0;
  for (const { parts } of packages.filter((_, i) => i % Math.ceil(packages.length / 12) === 0)) {
    const build = buildOf(HALYARD, choiceOf(space, parts));
    if (!isHopeless(build)) continue;
    hopeless++;
    const { grade, offers } = freeTogether(build, { ...free, offers: 1 }, PRICING);
    expect([reaches(grade, 'close'), offers]).toEqual([false, []]);
  }
  expect(hopeless).toBeGreaterThan(0);
});

test('what failed is not searched again for a wheel that takes up more room, and the answer is the same', () => {
  const avoid = ['width', 'diameter', 'inboard', 'outboard', 'spacer', 'spring', 'body', 'bracket'] as const;
  const free = freeLimitsSchema.parse({ avoid, grade: 'close' });
  const fresh = () => freerOf(HALYARD, 0, 'close', free);
  const space = wishSpace(HALYARD, FEW, { what: 'diameter', amount: 889 });
  const { packages } = packagesOf(space, { what: 'diameter', amount: 889 }, LIMITS, PRICING, false);
  const kept = fresh();
  for (const { parts } of packages.slice(0, 10)) {
    const build = buildOf(HALYARD, choiceOf(space, parts));
    const alone = fresh();
    expect(kept.withChanges(build, parts.lift) === null).toBe(alone.withChanges(build, parts.lift) === null);
  }
});
