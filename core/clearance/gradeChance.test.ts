import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { checked, demoBuild, demoTexts, example, obstacle } from '../../tests/example';
import { START } from '../../tests/starter';
import { starterFile } from '../vehicle/starter';
import { AXLES, type AxleName } from '../format/names';
import type { Build } from '../format/build';
import { seeded } from '../statistics/seeded';
import { resizedTire } from '../tire/resized';
import { tireSize } from '../tire/size';
import { fitBoth } from './fit';
import { GRADES, reaches, worstGrade, type Grade } from './grade';
import { surenessOf } from './sureness';
import { gradeChance } from './gradeChance';
import { GUESSED_POINT_MM, RIDE_SPREAD_MM, SHARED_SHARE, sizeSpreadMm } from './spread';
import { USUAL_GIVE_MM } from '../vehicle/partChecks';

const names = Object.keys(demoTexts);
const gradeOf = (build: Build): Grade => worstGrade(AXLES.map((axle) => fitBoth(build)[axle].grade));

describe('chances of the grades', () => {
  test.each(names)(
    '%s: each worse grade holds the better ones, and the same build the same chances',
    (name) => {
      const build = demoBuild(name);
      const { free, close, trim, blocked } = gradeChance(build);
      expect(0).toBeLessThanOrEqual(free);
      expect(free).toBeLessThanOrEqual(close);
      expect(close).toBeLessThanOrEqual(trim);
      expect(trim).toBeLessThanOrEqual(blocked);
      expect(blocked).toBe(1);
      expect(gradeChance(build)).toEqual({ free, close, trim, blocked });
    },
  );

  const beside = (gapMm: number, more = {}): Build => {
    const build = example();
    const { sectionWidthMm } = tireSize(build.package.tire, build.package.wheel.widthIn);
    const innerMm = -build.package.wheel.offsetMm - sectionWidthMm / 2;
    // Beside the sidewall and on the upright: no pose, no ride height and no bushing matters.
    const points: [number, number, number][] = [[0, innerMm - gapMm, 300]];
    const one = obstacle(points, { carrier: 'upright', material: 'suspension', ...more });
    return example({ front: { obstacles: [one] } });
  };
  test('one reading beside the sidewall: the closed form', () => {
    const build = beside(12, { tapeErrorMm: 3 });
    const size = tireSize(build.package.tire, build.package.wheel.widthIn);
    // Of the width half stands inside; the diameter is no matter there.
    const spreadMm = Math.hypot(3, sizeSpreadMm(size).widthMm / 2);
    const normalBelow = (x: number): number => {
      const { normal } = seeded(3);
      let below = 0;
      for (let k = 0; k < 40_000; k++) if (normal() < x) below++;
      return below / 40_000;
    };
    const chance = gradeChance(build, 8000);
    const { marginMm } = build.use;
    expect(chance.free).toBeCloseTo(normalBelow((12 - marginMm) / spreadMm), 1);
    expect(Math.abs(chance.free - normalBelow((12 - marginMm) / spreadMm))).toBeLessThan(0.02);
    expect(Math.abs(chance.close - normalBelow(12 / spreadMm))).toBeLessThan(0.02);
    // A suspension part is never cut.
    expect(chance.trim).toBe(chance.close);
    expect(surenessOf(chance, 'blocked')).toBeCloseTo(1 - chance.close, 9);
  });

  test('the farther it stands, the surer; the worse the tape, the less sure of what is worked out', () =>
    fc.assert(
      fc.property(fc.integer({ min: -20, max: 60 }), fc.integer({ min: 1, max: 8 }), (gap, tape) => {
        const here = gradeChance(beside(gap, { tapeErrorMm: tape }), 400);
        const further = gradeChance(beside(gap + 3, { tapeErrorMm: tape }), 400);
        for (const grade of GRADES) expect(further[grade]).toBeGreaterThanOrEqual(here[grade]);
        const worse = gradeChance(beside(gap, { tapeErrorMm: tape + 6 }), 400);
        const side = Math.sign(gap - example().use.marginMm);
        if (Math.abs(gap - example().use.marginMm) > 3)
          expect(side * (here.free - worse.free)).toBeGreaterThanOrEqual(-0.03);
      }),
      { numRuns: 15 },
    ));
});

test('what nobody measured never met the wheel that the vehicle came with; a larger one it may meet', () => {
  const build = checked(starterFile(START));
  const delivered = gradeChance(build);
  expect(delivered.close).toBeGreaterThan(0.95);
  expect(delivered.free).toBeLessThan(0.95);
  const spaced = gradeChance({ ...build, package: { ...build.package, spacerMm: 40 } });
  expect(spaced.close).toBeLessThan(delivered.close - 0.2);
});

/** A shop's truth: what its vehicle is, where the build is what was read of it. */
function truthOf(build: Build, normal: () => number): Build {
  const { package: pack, use } = build;
  const size = tireSize(pack.tire, pack.wheel.widthIn);
  const ofSize = sizeSpreadMm(size);
  const tire = resizedTire(pack.tire, pack.wheel.widthIn, {
    diameterMm: size.overallDiameterMm + ofSize.diameterMm * normal(),
    widthMm: size.sectionWidthMm + ofSize.widthMm * normal(),
  });
  const [own, shared] = [Math.sqrt(1 - SHARED_SHARE), Math.sqrt(SHARED_SHARE)];
  const sagMm = { ...pack.sagMm };
  const cornerOf = (axle: AxleName): Build['vehicle']['corners']['front'] => {
    const corner = build.vehicle.corners[axle];
    sagMm[axle] += (use.rideSpreadMm ?? RIDE_SPREAD_MM) * normal();
    const give = corner.suspension.complianceMm === undefined ? USUAL_GIVE_MM * normal() : 0;
    const obstacles = corner.obstacles.map((part) => {
      const along = [normal(), normal(), normal()];
      const points = part.points.map((point, k) => {
        const guessed = part.estimated?.includes(k) ?? false;
        const tapeMm = guessed ? Math.max(GUESSED_POINT_MM, part.tapeErrorMm) : part.tapeErrorMm;
        const [x, y, z] = point.map((mm, i) => mm + tapeMm * (shared * along[i]! + own * normal()));
        const ahead = part.carrier === 'upright' ? 0 : give;
        return [x! - ahead, y!, z!] as [number, number, number];
      });
      return { ...part, points };
    });
    return { ...corner, obstacles };
  };
  const corners = { front: cornerOf('front'), rear: cornerOf('rear') };
  return { ...build, vehicle: { ...build.vehicle, corners }, package: { ...pack, tire, sagMm } };
}

/** What is said of shops and what happens to them, by fifths of the chance that is said. */
function simulated(shops: number, truths: number, seed: number) {
  const { normal, whole, pick } = seeded(seed);
  const groups = Array.from({ length: 5 }, () => ({ said: 0, happened: 0, count: 0 }));
  for (let k = 0; k < shops; k++) {
    const demo = demoBuild(names[k % names.length]!);
    // Some stand with more room and some with less than they do; a well that is mostly guessed is unsure anyway.
    const build = structuredClone(demo);
    build.use.marginMm = whole(2, 30);
    build.package.wheel.offsetMm += whole(-15, 15);
    for (const axle of AXLES)
      for (const one of build.vehicle.corners[axle].obstacles) {
        delete one.estimated;
        one.tapeErrorMm = pick([2, 3, 5]);
      }
    const chance = gradeChance(build);
    const happened: Record<Grade, number> = { free: 0, close: 0, trim: 0, blocked: 0 };
    for (let i = 0; i < truths; i++) {
      const grade = gradeOf(truthOf(build, normal));
      for (const one of GRADES) if (reaches(grade, one)) happened[one] += 1 / truths;
    }
    for (const grade of ['free', 'close', 'trim'] as const) {
      const said = chance[grade];
      // What is as good as certain is right by itself, and would hide what is not.
      if (said < 0.02 || said > 0.98) continue;
      const group = groups[Math.min(4, Math.floor(said * 5))]!;
      group.said += said;
      group.happened += happened[grade];
      group.count++;
    }
  }
  return groups;
}

test('what is said of a grade is what happens to shops whose tape, tires, springs and bushings are off', () => {
  const groups = simulated(Number(process.env['SHOPS'] ?? 16), Number(process.env['TRUTHS'] ?? 6), 11);
  if (process.env['SHOPS'])
    for (const { said, happened, count } of groups)
      console.log(count, (said / count).toFixed(3), (happened / count).toFixed(3));
  const count = groups.reduce((sum, one) => sum + one.count, 0);
  expect(count).toBeGreaterThan(8);
  const bias = groups.reduce((sum, { said, happened }) => sum + happened - said, 0) / count;
  expect(Math.abs(bias)).toBeLessThan(0.15);
});
