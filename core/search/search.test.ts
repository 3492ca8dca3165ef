import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { spaceAround } from '../../tests/catalog';
import { demoBuild } from '../../tests/example';
import { seeded } from '../statistics/seeded';
import { assess } from '../assess';
import { AXLES } from '../format/names';
import type { Build } from '../format/build';
import { STOPS } from './limits';
import { bestOf, dominates, frontOf, rank, type Merit } from './ranking';
import { isAlike, linesOf } from './variants';
import { choiceOf, type Found } from './found';
import { closeLook } from './closeLook';
import { startSearch, type SearchState } from './search';
import { buildOf, type Space } from './space';
import { limitsSchema, wishesSchema, type Limits, type Wishes } from '../format/searchLimits';

const limits = (more: Partial<Limits> = {}): Limits => ({ ...limitsSchema.parse({}), ...more });
const SIZE = { tires: 50, wheels: 30, spacers: 2, lifts: 2, ratios: 2 };
/** A demo build swept on a coarser grid: what is compared is swept on the same. */
const coarse = (name: string, more: Partial<Build['use']> = {}): Build => {
  const demo = demoBuild(name);
  return { ...demo, use: { ...demo.use, grid: { lock: 15, travel: 9 }, ...more } };
};

function whole(space: Space, of: Limits, fits = 1e9, everything = true): SearchState {
  const search = startSearch(space, of, everything);
  while (!search.done) search.step(fits);
  return search.state;
}
const key = ({ tire, wheel, spacer, lift, ratio }: Found): string =>
  [tire, wheel, spacer, lift, ratio].join();

/** Everything that can be mounted is found: cut or not, whatever it costs. */
const ANYTHING = limits({ grade: 'trim', cutting: ['tuck', 'plastic', 'bumper', 'fold', 'metal'] });

describe('a search', () => {
  test.each([
    ['halyard-2-full-build', 'none'],
    ['rook-2-remote-plots', 'none'],
    ['holloway-2-tires-and-lift', 'liner-kiss'],
    ['rook-2-remote-plots', 'liner-kiss'],
  ] as const)('on %s (rub: %s) gives the grade and the least clearance that assess gives', (name, rub) => {
    const base = coarse(name, { rub });
    const space = spaceAround(base, SIZE, 11);
    const { look } = closeLook(space, 'trim');
    const { found, judged, total } = whole(space, ANYTHING);
    expect(judged).toBe(total);
    const { pick } = seeded(3);
    const [first, ...rest] = found;
    if (!first) throw new Error('nothing was found');
    for (let i = 0; i < 60; i++) {
      const one = pick([first, ...rest]);
      const assessed = assess(buildOf(base, choiceOf(space, one)));
      const least = Math.min(assessed.fit.front.leastClearanceMm, assessed.fit.rear.leastClearanceMm);
      // Between the poses of so coarse a grid it is nearer; deep inside of the wheel by some millimetres.
      expect(least, key(one)).toBeLessThan(one.leastMm + 0.05);
      expect(least, key(one)).toBeGreaterThan(one.leastMm - (one.leastMm < -20 ? 6 : 1));
      const looked = look(one);
      expect(looked?.grade ?? 'blocked', key(one)).toBe(assessed.grade);
      if (looked) expect(looked.leastMm, key(one)).toBeCloseTo(least, 9);
      const { lockInsideDeg = 0 } = base.vehicle.corners.front.steering ?? {};
      expect(
        Math.abs(assessed.fit.front.usableLockDeg.inside / lockInsideDeg - one.lockKept),
        key(one),
      ).toBeLessThan(0.01);
      const { axleKg, capacityKg } = assessed.load;
      const reserve = AXLES.map((axle) => (capacityKg[axle].tires ?? NaN) / axleKg[axle] - 1);
      expect(one.reserve, key(one)).toBeCloseTo(Math.min(...reserve), 9);
      // As the build format would take it.
      expect(assessed.tire.package.overallDiameterMm).toBeCloseTo(one.diameterMm, 6);
    }
  });

  test('what fell to clearance is blocked or asks for what is not allowed, and what fell to wheel or load is blocked', () => {
    const base = coarse('rook-2-remote-plots');
    const space = spaceAround(base, { tires: 12, wheels: 8, spacers: 1, lifts: 1, ratios: 1 }, 5);
    const { found, tires, fallen } = whole(space, limits());
    const kept = new Set(found.map(key));
    let blocked = 0;
    for (let tire = 0; tire < 12; tire++)
      for (let wheel = 0; wheel < 8; wheel++) {
        const build = buildOf(base, choiceOf(space, { tire, wheel, spacer: 0, lift: 0, ratio: 0 }));
        const { grade, wheel: judged } = assess(build);
        // What cannot be mounted at all is no package.
        if (
          judged.checks.some(
            ({ id, status }) => status === 'fail' && /^(tire-on-rim|rim-in-approved)/.test(id),
          )
        )
          continue;
        const good = grade === 'free' || grade === 'close';
        expect(kept.has([tire, wheel, 0, 0, 0].join())).toBe(good);
        if (!good) blocked++;
      }
    expect(STOPS.reduce((sum, stop) => sum + fallen[stop], 0)).toBe(blocked);
    for (const { tire } of found) expect(tires[tire]).toBeNull();
  });

  test('divided into steps of any size it finds the same, and nothing twice', () => {
    const space = spaceAround(coarse('halyard-2-full-build'), { ...SIZE, tires: 30, wheels: 16 }, 2);
    const at = (fits: number): string[] => whole(space, ANYTHING, fits).found.map(key);
    const all = at(1e9);
    expect(new Set(all).size).toBe(all.length);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 400 }), (fits) => {
        expect(at(fits)).toEqual(all);
      }),
      { numRuns: 5 },
    );
  });

  test('what is left out is dominated by something of the same tire and lift', () => {
    const space = spaceAround(coarse('rook-2-remote-plots'), { ...SIZE, tires: 20 }, 9);
    const all = whole(space, ANYTHING);
    const some = whole(space, ANYTHING, 100, false);
    expect(some.kept).toBe(all.found.length);
    expect(some.found.length).toBeLessThan(all.found.length);
    const left = new Set(some.found.map(key));
    for (const one of all.found)
      expect(
        left.has(key(one)) ||
          some.found.some(
            (other) => other.tire === one.tire && other.lift === one.lift && other.leastMm >= one.leastMm,
          ),
      ).toBe(true);
    expect(frontOf(some.found).map(({ cost, diameterMm }) => [cost, diameterMm])).toEqual(
      frontOf(all.found).map(({ cost, diameterMm }) => [cost, diameterMm]),
    );
  });

  test('a tighter limit only takes away, and says what each tire fell to', () => {
    const rook = coarse('rook-2-remote-plots', {
      rules: {
        name: 'a place',
        rules: [{ kind: 'lift', limit: 5, source: 'leaflet', checkedOn: '2026-01-01' }],
      },
    });
    // With a stop that gives some of the lock away, so that there is less of it than can be asked for.
    const space = spaceAround({ ...rook, package: { ...rook.package, lockStopDeg: 30 } }, SIZE, 4);
    const loose = whole(space, ANYTHING);
    for (const tighter of [
      { grade: 'free' as const },
      { budget: 2400 },
      { days: 12 },
      { lockKept: 0.95 },
      { loadReserve: 2 },
      { axleFactor: 5 },
      { speedometer: true },
      { rules: true },
      { rpm: { least: 1900, most: 2300 } },
      { cutting: ['tuck' as const] },
    ]) {
      const tight = whole(space, { ...ANYTHING, ...tighter });
      const before = new Set(loose.found.map(key));
      const name = JSON.stringify(tighter);
      expect(tight.found.length, name).toBeLessThan(loose.found.length);
      for (const one of tight.found) expect(before.has(key(one)), name).toBe(true);
      expect(tight.judged, name).toBe(tight.total);
      tight.tires.forEach((stopped, tire) => {
        const kept = tight.found.some((one) => one.tire === tire);
        expect(stopped === null, name).toBe(kept);
      });
    }
  });

  test('a lift that is one step past what was asked for opens something, and is no result', () => {
    const space = spaceAround(coarse('halyard-1-tall-and-narrow'), SIZE, 4);
    const lifts = space.lifts.map((one, i) => ({ ...one, beyond: i === 1 }));
    const { found, beyond } = whole({ ...space, lifts }, ANYTHING);
    expect(beyond.length).toBeGreaterThan(0);
    expect(beyond.every(({ lift }) => lift === 1)).toBe(true);
    expect(found.some(({ lift }) => lift === 1)).toBe(false);
  });
});

const one = (more: Partial<Found>): Found => ({
  tire: 0,
  wheel: 0,
  spacer: 0,
  lift: 0,
  ratio: 0,
  grade: 'free',
  leastMm: 12,
  diameterMm: 780,
  widthMm: 245,
  sidewallMm: 180,
  lockKept: 1,
  cost: 2000,
  massKg: 30,
  reserve: 0.4,
  liftMm: 0,
  cutRank: 0,
  ...more,
});
const anyFound = fc
  .record({
    diameterMm: fc.integer({ min: 700, max: 720 }),
    cost: fc.option(fc.integer({ min: 10, max: 30 })),
    massKg: fc.option(fc.integer({ min: 20, max: 26 })),
    lockKept: fc.constantFrom(0.8, 0.9, 1),
    cutRank: fc.integer({ min: 0, max: 2 }),
  })
  .map(one);

describe('the front', () => {
  test('holds nothing that is dominated, and dominates or equals all that it left out', () =>
    fc.assert(
      fc.property(fc.array(anyFound, { maxLength: 60 }), (found) => {
        const front = frontOf(found);
        for (const a of front) expect(front.some((b) => dominates(b, a))).toBe(false);
        for (const a of found)
          expect(front.includes(a) || front.some((b) => dominates(b, a) || key(b) === key(a))).toBe(true);
      }),
    ));

  test('the ranking follows what matters, and says the one thing each is good at', () => {
    const base = demoBuild('rook-1-long-tour');
    const found = [
      one({ diameterMm: 840, cost: 4000 }),
      one({ cost: 1000 }),
      one({ lockKept: 0.7, cost: 1500 }),
    ];
    const wishes = wishesSchema.parse({});
    const front = new Set(frontOf(found));
    const by = (more: Partial<Wishes>) =>
      rank(linesOf(bestOf(base, found, { ...wishes, ...more }, 3)), ({ cost }) =>
        [...front].some((one) => one.cost === cost),
      );
    const tall = by({ clearance: 1, cost: 0 });
    expect(tall[0]).toMatchObject({ diameterMm: 840, best: ['diameter'], onFront: true });
    const cheap = by({ clearance: 0, cost: 1 });
    expect(cheap[0]).toMatchObject({ cost: 1000, best: ['cost'] });
    expect(cheap.at(-1)).toMatchObject({ cost: 4000 });
    expect(cheap[1]).toMatchObject({ onFront: false, best: [] });
    // Best at nothing: what it has on the first, and what that costs.
    expect(cheap[1]?.against.map(({ merit }) => merit)).toEqual(['lock']);
  });

  test('room to spare stands before none, whatever else matters', () => {
    const base = demoBuild('rook-1-long-tour');
    const tall = one({ diameterMm: 860, leastMm: 0.4, grade: 'close', tire: 1 });
    const small = one({ tire: 2 });
    const wishes = wishesSchema.parse({ clearance: 1, cost: 0 });
    expect(bestOf(base, [tall, small], wishes, 2).map(({ tire }) => tire)).toEqual([2, 1]);
    // What is cut is cut until there is room, and 6 mm are some.
    const cut = { ...tall, grade: 'trim' as const, leastMm: -9, cutRank: 1 };
    const close = { ...tall, leastMm: 6 };
    for (const other of [cut, close])
      expect(bestOf(base, [small, other], wishes, 2).map(({ tire }) => tire)).toEqual([1, 2]);
  });

  const anyLine = fc
    .record({
      diameterMm: fc.integer({ min: 700, max: 780 }),
      cost: fc.option(fc.integer({ min: 1000, max: 1300 })),
      massKg: fc.option(fc.integer({ min: 20, max: 30 })),
      leastMm: fc.integer({ min: 0, max: 30 }),
      lift: fc.integer({ min: 0, max: 1 }),
    })
    .map((more) => ({ ...one(more), score: 0 }));
  const MORE: Record<'diameter' | 'clearance' | 'cost' | 'mass', (found: Found) => number> = {
    diameter: ({ diameterMm }) => diameterMm,
    clearance: ({ leastMm }) => leastMm,
    cost: ({ cost }) => -(cost ?? Infinity),
    mass: ({ massKg }) => -(massKg ?? Infinity),
  };
  test('what a line is said to be best at no other is better at, and it is said once', () =>
    fc.assert(
      fc.property(fc.array(anyLine, { maxLength: 40 }), (found) => {
        const ranked = rank(linesOf(found), () => true);
        const said: Merit[] = ranked.flatMap(({ best }) => best);
        expect(new Set(said).size).toBe(said.length);
        for (const line of ranked)
          for (const merit of line.best) {
            const of = MORE[merit as keyof typeof MORE];
            if (of) for (const other of ranked) expect(of(line)).toBeGreaterThanOrEqual(of(other));
          }
      }),
    ));

  test('lines hold every package once; what is alike stands in one, what is not in another', () =>
    fc.assert(
      fc.property(fc.array(anyLine, { maxLength: 40 }), (found) => {
        const lines = linesOf(found);
        const all = lines.flatMap(({ head, variants }) => [head, ...variants]);
        expect(all).toHaveLength(found.length);
        expect(new Set(all)).toEqual(new Set(found));
        for (const [i, { head, variants }] of lines.entries()) {
          for (const other of variants) expect(isAlike(head, other) && isAlike(other, head)).toBe(true);
          for (const before of lines.slice(0, i)) expect(isAlike(before.head, head)).toBe(false);
        }
      }),
    ));
});
