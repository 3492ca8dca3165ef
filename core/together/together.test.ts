import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { demoBuild, demoTexts, example, obstacle } from '../../tests/example';
import { assess } from '../assess';
import { leastOf, sweepCorner, sweepInputOf, cutDepths } from '../clearance/corner';
import { decidingProfile } from '../clearance/profile';
import { AXLES } from '../format/names';
import type { Build } from '../format/build';
import { freeLimitsSchema, NO_LIMITS, type FreeLimits } from '../format/freeLimits';
import { SHIPPED_TERMS } from '../format/quote';
import { readBuild } from '../format/read';
import { SHIPPED_WORK } from '../work/shippedWork';
import { wordingText } from '../wording';
import { keyOf, withChanges, type Change, type PatchOperation } from './change';
import { cornersOf } from './corners';
import { canStandWith, goTogether, laddersOf, type Ladder } from './rungs';
import { missWords, nearestMiss, worstMiss } from './nearest';
import { waysOf } from './search';
import { freeTogether } from './together';

const PRICING = { rules: SHIPPED_WORK, terms: SHIPPED_TERMS };
const GRID = { lock: 21, travel: 13 };
const limits = (given: object): FreeLimits => freeLimitsSchema.parse(given);
const marginGoals = ({ vehicle, use }: Build) => ({
  front: new Float64Array(vehicle.corners.front.obstacles.length).fill(use.marginMm),
  rear: new Float64Array(vehicle.corners.rear.obstacles.length).fill(use.marginMm),
});
/** Whether everything clears on the grid of the search, by the plain sweep. */
function clearsPlainly(build: Build): boolean {
  const use = { ...build.use, grid: GRID };
  return AXLES.every((axle) => {
    const corner = sweepCorner(sweepInputOf({ ...build, use }, axle));
    const cut = cutDepths(corner.corner.obstacles, build.package.cuts);
    return leastOf(corner, decidingProfile(build.package, use), cut).every(
      (gap) => gap >= use.marginMm - 1e-9,
    );
  });
}
/** RFC 6902 `add` of members of the package. */
function patched<T>(file: T, patch: readonly PatchOperation[]): T {
  const copy = structuredClone(file) as { package: Record<string, unknown> };
  for (const { path, value } of patch) copy.package[path.split('/')[2] ?? ''] = value;
  return copy as T;
}

const AVOID = ['spring', 'body', 'bracket', 'width', 'diameter', 'move', 'remove', 'cut', 'bump-stop'];

describe('the search', () => {
  test('finds exactly the sets of changes that trying everything finds', () => {
    const build = demoBuild('halyard-1-tall-and-narrow');
    const asked = limits({ avoid: AVOID, changes: 3 });
    const corners = cornersOf(build, marginGoals(build));
    const failing = AXLES.filter((axle) => corners.under(axle, build).length > 0);
    const ladders = laddersOf(build, failing, asked);
    const frees: string[][] = [];
    const holdsOne = (keys: readonly string[]): boolean =>
      frees.some((set) => set.every((key) => keys.includes(key)));
    const all = (from: number, set: Ladder[], size: number): void => {
      if (set.length === size) {
        const keys = set.map(({ kind, axle }) => keyOf({ kind, axle, amount: 1 }));
        if (holdsOne(keys)) return;
        const walk = (at: number, changes: Change[]): boolean => {
          const ladder = set[at];
          if (!ladder) {
            const so = withChanges(build, changes);
            return canStandWith(so, build) && clearsPlainly(so);
          }
          return ladder.amounts.some((amount) =>
            walk(at + 1, [...changes, { kind: ladder.kind, axle: ladder.axle, amount }]),
          );
        };
        if (walk(0, [])) frees.push(keys);
        return;
      }
      ladders.slice(from).forEach((ladder, i) => {
        if (set.every((one) => goTogether(one, ladder))) all(from + i + 1, [...set, ladder], size);
      });
    };
    // Three by hand would take minutes: of those only what the search says it found is tried.
    for (const size of [1, 2]) all(0, [], size);
    const found = [...waysOf(build, corners, asked)].flatMap((step) => step.found);
    const small = found.filter(({ changes }) => changes.length <= 2);
    const names = (sets: readonly (readonly string[])[]): string[] =>
      sets.map((set) => [...set].sort().join(' + ')).sort();
    expect(names(small.map(({ changes }) => changes.map(keyOf)))).toEqual(names(frees));
    expect(found.length).toBeGreaterThan(0);
    for (const { changes } of found)
      expect(clearsPlainly(withChanges(build, changes)), JSON.stringify(changes)).toBe(true);
  });

  test('what was seen before never speaks against a package that clears', () => {
    const build = demoBuild('halyard-2-full-build');
    const corners = cornersOf(build, marginGoals(build));
    const ladders = laddersOf(build, ['front'], NO_LIMITS);
    const some = fc.uniqueArray(fc.constantFrom(...ladders), { minLength: 1, maxLength: 3 });
    fc.assert(
      fc.property(some, fc.array(fc.nat(4), { minLength: 3, maxLength: 3 }), (set, rungs) => {
        fc.pre(set.every((one, i) => set.slice(i + 1).every((other) => goTogether(one, other))));
        const changes = set.map(({ kind, axle, amounts }, i): Change => ({
          kind,
          axle,
          amount: amounts[(rungs[i] ?? 0) % amounts.length] ?? 1,
        }));
        const so = withChanges(build, changes);
        fc.pre(canStandWith(so, build));
        const says = corners.clears(so);
        // A witness is true between the poses of the grid too: it may see what the grid passes over, never the other way round.
        if (says) expect(clearsPlainly(so)).toBe(true);
        else if (clearsPlainly(so)) {
          const least = Math.min(...AXLES.map((axle) => assess(so).fit[axle].leastClearanceMm));
          expect(least).toBeLessThan(build.use.marginMm + 1e-6);
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('every offer', () => {
  test.each(['halyard-3-wide-and-tall', 'holloway-2-tires-and-lift', 'pylon-2-shoreline'])(
    'of %s is applied as a patch of the file and assessed to the grade that it says',
    (name) => {
      const build = demoBuild(name);
      const { offers, tried, complete } = freeTogether(build, NO_LIMITS, PRICING);
      expect(complete).toBe(true);
      expect(tried).toBeGreaterThan(100);
      expect(offers.length).toBeGreaterThan(2);
      for (const { patch, grade, does, leastClearanceMm, changes } of offers) {
        const read = readBuild(patched(JSON.parse(demoTexts[name] ?? '') as object, patch));
        if (!read.ok) throw new Error(JSON.stringify(read.faults));
        const judged = assess(read.value);
        expect(judged.grade, wordingText(does, 'metric')).toBe(grade);
        expect(judged.fit.front.leastClearanceMm).toBeCloseTo(leastClearanceMm.front, 9);
        expect(new Set(changes.map(keyOf)).size).toBe(changes.length);
      }
      const costs = offers.map(({ cost }) => cost.totalCents);
      expect(costs).toEqual([...costs].sort((a, b) => a - b));
    },
  );

  test('needs each of its changes', () => {
    const build = demoBuild('halyard-3-wide-and-tall');
    for (const { changes, does, why } of freeTogether(build, NO_LIMITS, PRICING).offers) {
      if (changes.length === 1) continue;
      for (const left of changes)
        expect(
          assess(
            withChanges(
              build,
              changes.filter((one) => one !== left),
            ),
          ).grade,
          wordingText(does, 'metric'),
        ).not.toBe('free');
      expect(wordingText(why, 'metric')).toContain('stays in the way');
    }
  });
});

describe('parts', () => {
  /** A flap behind the tire that stands in its way, all else far off. */
  const flap = (more: object): Build =>
    example({
      front: { obstacles: [obstacle([[-392, -20, 0]], { material: 'plastic', carrier: 'frame', ...more })] },
    });
  const kinds = (build: Build, given: object = {}): string[] =>
    freeTogether(build, limits({ changes: 1, ...given }), PRICING).offers.map(
      ({ changes }) => changes[0]?.kind ?? '',
    );

  test('are moved as far as they may be, and no further', () => {
    const { offers } = freeTogether(flap({ movableMm: 40 }), limits({ changes: 1 }), PRICING);
    const move = offers.map(({ changes }) => changes[0]).find((one) => one?.kind === 'move');
    // Behind the wheel, away from it is back.
    expect(move).toMatchObject({ byMm: [expect.any(Number), 0, 0] });
    expect((move as { byMm: number[] }).byMm[0]).toBeLessThan(0);
    expect(kinds(flap({ movableMm: 2 }))).not.toContain('move');
  });

  test('are not taken off where nothing would be left to judge, nor where the shop does not', () => {
    expect(kinds(flap({ removable: true }))).not.toContain('remove');
    const two = example({
      front: {
        obstacles: [
          obstacle([[-392, -20, 0]], { material: 'plastic', carrier: 'frame', removable: true }),
          { ...obstacle([[0, -20, 900]], { material: 'sheet' }), id: 'far' },
        ],
      },
    });
    expect(kinds(two)).toContain('remove');
    expect(kinds(two, { avoid: ['remove'] })).not.toContain('remove');
    expect(kinds(two, { keep: [two.vehicle.corners.front.obstacles[0]?.id] })).not.toContain('remove');
  });
});

test('limits hold: kinds that are avoided, the most of a kind, and how many together', () => {
  const build = demoBuild('halyard-1-tall-and-narrow');
  const { offers } = freeTogether(
    build,
    limits({ avoid: ['diameter', 'width'], most: { inboard: 30 }, changes: 2 }),
    PRICING,
  );
  for (const { changes } of offers) {
    expect(changes.length).toBeLessThanOrEqual(2);
    for (const change of changes) {
      expect(['diameter', 'width']).not.toContain(change.kind);
      if (change.kind === 'inboard') expect(change.amount).toBeLessThanOrEqual(30);
    }
  }
});

test('a limit holds for what an amount comes to in the end: a real cut is deeper than what is missing', () => {
  const build = demoBuild('halyard-2-full-build');
  const seamOf = (given: object): number[] =>
    freeTogether(build, limits({ changes: 2, ...given }), PRICING).offers.flatMap(({ changes }) =>
      changes.flatMap((change) =>
        change.kind === 'cut' && change.obstacle === 'seam' ? [change.amount] : [],
      ),
    );
  const deepest = Math.max(...seamOf({}));
  expect(deepest).toBeGreaterThan(19);
  for (const depth of seamOf({ most: { cut: deepest - 1 } })) expect(depth).toBeLessThanOrEqual(deepest - 1);
});

test('where nothing is allowed, what is in the way is named, and the limit that keeps it there', () => {
  const build = demoBuild('halyard-3-wide-and-tall');
  const { offers, held } = freeTogether(build, limits({ changes: 1, avoid: ['diameter'] }), PRICING);
  expect(offers).toEqual([]);
  expect(wordingText(held[0] ?? '', 'metric')).toContain('seam behind the wheel');
  expect(wordingText(held[1] ?? '', 'metric')).toMatch(/\d+ mm too near/);
  const limited = freeTogether(
    demoBuild('halyard-2-full-build'),
    limits({ changes: 1, avoid: ['diameter'] }),
    PRICING,
  );
  expect(limited.offers).toEqual([]);
  expect(limited.held.map((one) => wordingText(one, 'metric')).join(' ')).toMatch(
    /It would be free with tires \d+ mm over all .* but “diameter” is left out\./,
  );
});

test.each(['halyard-3-wide-and-tall', 'marten-2-tires-and-spacers', 'rook-2-remote-plots'])(
  'of %s, which little is allowed for, the nearest miss is said with what is still missing',
  (name) => {
    const build = demoBuild(name);
    const goals = marginGoals(build);
    const corners = cornersOf(build, goals);
    const asked = limits({ changes: 2, avoid: ['diameter', 'width', 'spring', 'body', 'bracket', 'remove'] });
    const asItIs = worstMiss(build, corners, goals);
    const miss = nearestMiss(build, corners, goals, asked);
    if (!asItIs || !miss) throw new Error('it is free');
    const again = worstMiss(withChanges(build, miss.changes), corners, goals);
    expect(again?.shortMm).toBeCloseTo(miss.shortMm, 9);
    expect(miss.shortMm).toBeLessThan(asItIs.shortMm + 1e-9);
    expect(miss.changes.length).toBeLessThanOrEqual(2);
    expect(miss.changes.filter(({ kind }) => asked.avoid.includes(kind))).toEqual([]);
    expect(wordingText(missWords(build, miss), 'metric')).toContain(`${miss.shortMm.toFixed(0)} mm too near`);
  },
);

test('a build that is free already asks for nothing', () =>
  expect(freeTogether(demoBuild('rook-1-long-tour'), NO_LIMITS, PRICING)).toMatchObject({
    grade: 'free',
    offers: [],
    tried: 0,
    held: [],
  }));
