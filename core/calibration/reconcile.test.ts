import { wordingText } from '../wording';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { seeded } from '../statistics/seeded';
import { arc, demoBuild, example, obstacle } from '../../tests/example';
import type { Build } from '../format/build';
import { predict, keyOf, priorMm, unknownsOf, waysOf } from './predict';
import { fitBoth } from '../clearance/fit';
import { likelyMeant, reconcile } from './reconcile';
import { takeOver } from './takeOver';
import { testReading as reading } from '../../tests/testReading';
import { testReadingSchema, type TestReading } from '../format/testFit';

const build: Build = example({
  front: {
    obstacles: [
      obstacle(arc(430, 40, -12, 12), { id: 'lip', label: 'fender lip', material: 'sheet', tapeErrorMm: 4 }),
      obstacle(arc(425, -60, -98, -78), { id: 'seam', label: 'seam', material: 'seam', tapeErrorMm: 5 }),
      obstacle(arc(420, -80, 78, 98), { id: 'liner', label: 'liner', material: 'liner', tapeErrorMm: 6 }),
    ],
  },
});
/** Two looks at each thing, at different travel and lock. */
const ROUND: TestReading[] = ['lip', 'seam', 'liner'].flatMap((id) => [
  reading({ obstacle: id, gapMm: 0 }),
  reading({ obstacle: id, gapMm: 0, travelMm: 40, lockDeg: id === 'lip' ? 0 : 14 }),
  reading({ obstacle: id, gapMm: 0, travelMm: -30, lockDeg: id === 'lip' ? -10 : -8 }),
]);

const unknowns = unknownsOf(ROUND);
const ways = waysOf(build, ROUND);
/** What a shop with these hidden truths would read, with the readings' own error. */
function readIn(truth: ReadonlyMap<string, number>, noise: () => number): TestReading[] {
  return ROUND.map((one) => ({
    ...one,
    gapMm: predict(build, one, ways)(truth) + one.errorMm * noise(),
  }));
}

describe('a reading', () => {
  test('says a gap, a mark or that it is clear: one of them, and a number in its range', () => {
    const faults = (more: object) =>
      testReadingSchema
        .safeParse({ ...reading({}), ...more })
        .error?.issues.map(({ path, message }) => `${path.join('.')} ${message}`);
    expect(faults({ gapMm: 5 })).toBeUndefined();
    expect(faults({})?.[0]).toContain('gapMm is missing');
    expect(faults({ gapMm: 5, mark: 'scuff' })?.[0]).toContain('one of the three');
    expect(faults({ gapMm: 5, lockDeg: 90 })?.[0]).toContain('lockDeg 90 is out of range');
  });

  test('is predicted as the sweep predicts it', () => {
    const halyard = demoBuild('halyard-2-full-build');
    const { obstacles } = halyard.vehicle.corners.front;
    const one = reading({ obstacle: obstacles[0]?.id ?? '', travelMm: 20, lockDeg: 12 });
    const raised = predict(halyard, { ...one, travelMm: 30 }, new Map())(new Map());
    // Standing 10 mm lower is the same as a wheel 10 mm further up.
    expect(predict(halyard, one, new Map())(new Map([['ride front', -10]]))).toBeCloseTo(raised, 9);
    expect(predict(halyard, { ...one, obstacle: 'no such' }, new Map())(new Map())).toBeNaN();
  });
});

describe('reconciling', () => {
  test('exact readings of a vehicle that is as measured change nothing and are beyond nothing', () => {
    const { corrections, residuals } = reconcile(
      build,
      readIn(new Map(), () => 0),
    );
    for (const { mm } of corrections) expect(mm).toBeCloseTo(0, 6);
    for (const { residualMm, beyond, causes } of residuals) {
      expect(residualMm).toBeCloseTo(0, 9);
      expect([beyond, causes]).toEqual([false, []]);
    }
  });

  test('finds an obstacle that stands elsewhere, and says so', () => {
    const truth = new Map([['front seam', -30]]);
    const { corrections, residuals } = reconcile(
      build,
      readIn(truth, () => 0),
    );
    const seam = corrections.find(({ key }) => key === 'front seam');
    // Drawn toward its prior, but most of the way there; the rest is shared by what could explain it too.
    expect(seam?.mm).toBeLessThan(-15);
    for (const { key, mm } of corrections)
      if (key !== 'front seam') expect(Math.abs(mm), key).toBeLessThan(Math.abs(seam?.mm ?? 0));
    const beyond = residuals.filter((one) => one.beyond);
    expect(beyond.length).toBeGreaterThan(0);
    for (const { reading: one, causes, afterMm } of beyond) {
      expect(one.obstacle).toBe('seam');
      expect(wordingText(causes[0] ?? '', 'metric')).toMatch(/seam stands \d+ mm nearer/);
      expect(Math.abs(afterMm - (one.gapMm ?? 0))).toBeLessThan(3);
    }
  });

  test('finds a larger tire and a sagged spring, each from what only it does', () => {
    const tire = reconcile(
      build,
      readIn(new Map([['diameter', 16]]), () => 0),
    ).corrections;
    const of = (list: typeof tire, key: string) => list.find((one) => one.key === key)?.mm ?? NaN;
    expect(of(tire, 'diameter')).toBeGreaterThan(6);
    const sag = reconcile(
      build,
      readIn(new Map([['ride front', -12]]), () => 0),
    ).corrections;
    expect(of(sag, 'ride front')).toBeLessThan(-5);
  });

  test('what has been read is surer than before, what has not is as it was', () => {
    const { corrections } = reconcile(
      build,
      readIn(new Map(), () => 0),
    );
    for (const { spreadMm, priorMm: prior, key } of corrections) expect(spreadMm, key).toBeLessThan(prior);
    const one = reconcile(build, readIn(new Map(), () => 0).slice(0, 1)).corrections;
    const all = new Map(corrections.map(({ key, spreadMm }) => [key, spreadMm]));
    for (const { key, spreadMm } of one) expect(spreadMm).toBeGreaterThan(all.get(key) ?? Infinity);
  });

  test('a mark where contact was predicted, and a clear where a gap was, agree with it', () => {
    const far = reading({ clear: true });
    const { corrections, residuals } = reconcile(build, [far]);
    expect(residuals[0]).toMatchObject({ residualMm: 0, beyond: false, readMm: null });
    expect(corrections.every(({ mm }) => Math.abs(mm) < 1e-9)).toBe(true);
    // A scuff where centimetres were predicted is far beyond, and pulls everything that could explain it.
    const rubbed = reconcile(build, [reading({ mark: 'scuff' })]);
    expect(rubbed.residuals[0]?.beyond).toBe(true);
    expect(rubbed.residuals[0]?.causes.at(-1)).toContain('another look');
  });

  test('the order of the readings does not matter', () =>
    fc.assert(
      fc.property(
        fc.nat(1e6),
        fc.shuffledSubarray(
          ROUND.map((_, i) => i),
          { minLength: ROUND.length },
        ),
        (seed, order) => {
          const { normal } = seeded(seed);
          const readings = readIn(new Map([['front lip', 5]]), normal);
          const one = reconcile(build, readings).corrections;
          const other = reconcile(
            build,
            order.flatMap((i) => readings[i] ?? []),
          ).corrections;
          for (const { key, mm, spreadMm } of one) {
            const same = other.find((correction) => correction.key === key);
            expect(same?.mm).toBeCloseTo(mm, 6);
            expect(same?.spreadMm).toBeCloseTo(spreadMm, 6);
          }
        },
      ),
      { numRuns: 10 },
    ));

  test('over a thousand simulated shops nine in ten intervals hold the truth, and the truth comes nearer', () => {
    const { normal } = seeded(20_261_125);
    const keys = unknowns.map(keyOf);
    const held = new Map(keys.map((key) => [key, 0]));
    let [before, after] = [0, 0];
    const SHOPS = 1000;
    for (let shop = 0; shop < SHOPS; shop++) {
      const truth = new Map(unknowns.map((one) => [keyOf(one), priorMm(build, one) * normal()]));
      const { corrections } = reconcile(build, readIn(truth, normal));
      for (const { key, mm, spreadMm } of corrections) {
        const off = (truth.get(key) ?? 0) - mm;
        // The middle nine tenths of a normal distribution.
        if (Math.abs(off) <= 1.6449 * spreadMm) held.set(key, (held.get(key) ?? 0) + 1);
        before += (truth.get(key) ?? 0) ** 2;
        after += off ** 2;
      }
    }
    for (const [key, count] of held) {
      expect(count / SHOPS, key).toBeGreaterThan(0.85);
      expect(count / SHOPS, key).toBeLessThan(0.95);
    }
    expect(after).toBeLessThan(before / 2);
  });
});

describe('taking it over', () => {
  test('the vehicle as found predicts what was read, and the same readings would change it no more', () => {
    const { normal } = seeded(7);
    const truth = new Map([
      ['front seam', -12],
      ['front lip', 6],
      ['ride front', -8],
      ['diameter', 10],
    ]);
    const readings = readIn(truth, () => 0.3 * normal());
    const { corrections, residuals } = reconcile(build, readings);
    const file = { vehicle: build.vehicle, package: build.package };
    const after = takeOver(build, file, corrections, readings);
    const now: Build = {
      ...build,
      vehicle: after.vehicle as Build['vehicle'],
      package: after.package as Build['package'],
    };
    const again = reconcile(now, readings);
    for (const [i, { afterMm }] of residuals.entries())
      // Points are kept to a tenth, along the way that the closest reading found.
      expect(Math.abs((again.residuals[i]?.predictedMm ?? NaN) - afterMm)).toBeLessThan(1.5);
    const off = (list: typeof residuals) => Math.hypot(...list.map(({ residualMm }) => residualMm));
    expect(off(again.residuals)).toBeLessThan(off(residuals) / 4);
    // What nobody spoke of is the very same.
    expect(after.vehicle.corners.rear).toBe(build.vehicle.corners.rear);
    expect(takeOver(build, file, [], []).vehicle).toBe(build.vehicle);
  });
});

describe('a typo', () => {
  const files = { vehicle: build.vehicle, package: build.package } as unknown as Parameters<
    typeof takeOver
  >[1];
  /** The vehicle as some values of its unknowns say that it is. */
  const asSaid = (said: ReadonlyMap<string, number>): Build => {
    const corrections = unknowns.map((unknown) => ({
      unknown,
      key: keyOf(unknown),
      priorMm: priorMm(build, unknown),
      mm: said.get(keyOf(unknown)) ?? 0,
      spreadMm: 1,
    }));
    const taken = takeOver(build, files, corrections, ROUND);
    return { ...build, ...taken } as unknown as Build;
  };
  const leastOf = (one: Build): number => {
    const { leastClearanceMm } = fitBoth(one).front;
    return leastClearanceMm;
  };

  test('that somebody read again and confirmed is taken at its word', () => {
    const readings = readIn(new Map(), () => 0);
    const [first, ...rest] = readings.filter(({ gapMm = 0 }) => gapMm > 6);
    if (!first) throw new Error('nothing was read');
    const typed = { ...first, gapMm: (first.gapMm ?? 0) * 10 };
    const flagged = reconcile(build, [typed, ...rest]);
    expect(flagged.residuals[0]).toMatchObject({ slipped: true, index: 0 });
    const sure = reconcile(build, [{ ...typed, confirmed: true }, ...rest]);
    expect(sure.residuals[0]?.slipped).toBe(false);
    expect(sure.corrections).not.toEqual(flagged.corrections);
  });

  test('of one zero too many is named, and taking over makes nothing worse by more than a millimetre', () => {
    const { normal, uniform, pick } = seeded(17);
    let worse = 0;
    let named = 0;
    const shops = 200;
    for (let shop = 0; shop < shops; shop++) {
      const truth = new Map(unknowns.map((one) => [keyOf(one), normal() * priorMm(build, one) * 0.8]));
      const readings = readIn(truth, normal);
      const wrong = pick(readings.filter(({ gapMm = 0 }) => gapMm > 6) as [TestReading, ...TestReading[]]);
      const typed = readings.map((one) =>
        one === wrong ? { ...one, gapMm: (one.gapMm ?? 0) * (uniform() < 0.8 ? 10 : 100) } : one,
      );
      const { corrections, residuals } = reconcile(build, typed);
      if (residuals[readings.indexOf(wrong)]?.slipped) named++;
      for (const { mm, priorMm: prior } of corrections) {
        expect(Number.isFinite(mm)).toBe(true);
        expect(Math.abs(mm)).toBeLessThanOrEqual(4 * prior + 1e-9);
      }
      const real = leastOf(asSaid(truth));
      const taken = { ...build, ...takeOver(build, files, corrections, typed) } as unknown as Build;
      const clean = reconcile(build, readings).corrections;
      const untouched = { ...build, ...takeOver(build, files, clean, readings) } as unknown as Build;
      // Honest readings have errors of their own: where they were lucky before, they are less so after.
      const before = Math.max(Math.abs(leastOf(build) - real), Math.abs(leastOf(untouched) - real));
      if (Math.abs(leastOf(taken) - real) > before + 1) worse++;
    }
    expect(named).toBe(shops);
    expect(worse).toBeLessThanOrEqual(5);
  });

  test('says what was probably meant', () => {
    expect(likelyMeant(520.7, 52, 5)).toBeCloseTo(52.07, 6);
    expect(likelyMeant(2, 50.5, 3)).toBeCloseTo(50.8, 6);
    expect(likelyMeant(48, 52, 5)).toBeUndefined();
  });
});
