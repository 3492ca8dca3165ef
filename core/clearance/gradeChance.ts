import { AXLES } from '../format/names';
import type { Build } from '../format/build';
import { seeded } from '../statistics/seeded';
import { gradeOf, GRADES, worstGrade, type Grade } from './grade';
import { SHARED_SHARE, WELL_SHARE } from './spread';
import { unsureParts, type UnsurePart } from './unsure';
import { surenessOf, type GradeChance } from './sureness';

/** Enough that what is said is within about 1 in 100 of what more of them would say. */
const SAMPLES = 2000;
/** The same draws for every build: what is said changes with the build and not with the asking. */
const SEED = 1;

/** What a part has to the wheel by its own place, and by all that moves with the wheel, mm; `reading` is the nearest of it. */
type DrawnPart = { ownMm: number; sharedMm: number; reading: number };

/** `well` is how much larger than typical the well of the axle is. */
type Draws = { diameter: number; width: number; ride: number; give: number; well: number };

/**
 * One clearance as it may be in truth. Half of what a tape is off by (its variance) goes along with the whole edge, the other half
 * is each reading's own; where the wheel is nearest between two readings, it is as far off as the nearest ones are together. What
 * was taken from a well shape is off as a whole, lip and liner much alike, and never so that the wheel that the vehicle came with
 * would have met it.
 */
function drawnMm(part: UnsurePart, draws: Draws, normal: () => number): DrawnPart {
  const shared =
    part.diameterMm * draws.diameter +
    part.widthMm * draws.width +
    part.rideMm * draws.ride +
    part.giveMm * draws.give;
  const along = normal();
  const guess = part.edge ? Math.sqrt(WELL_SHARE) * draws.well + Math.sqrt(1 - WELL_SHARE) * along : along;
  let least = Infinity;
  let nearest = Infinity;
  let ownThere = 0;
  let reading = 0;
  part.readings.forEach(({ mm, tapeMm, guessed }, i) => {
    const own = normal();
    const off = guessed
      ? atLeast(tapeMm * guess, part.floorMm - shared)
      : tapeMm * (along * Math.sqrt(SHARED_SHARE) + own * Math.sqrt(1 - SHARED_SHARE));
    if (mm < nearest) [nearest, ownThere] = [mm, off];
    if (mm + off >= least) return;
    least = mm + off;
    reading = i;
  });
  return { ownMm: Math.min(least, part.leastMm + ownThere), sharedMm: shared, reading };
}

/** What lies beyond a bound, mirrored about it: the nearest is the likeliest. */
const atLeast = (mm: number, bound: number): number => (mm >= bound ? mm : 2 * bound - mm);

/** One way that a build may be in truth: its grade, and what each unsure part of each axle has to the wheel by its own place, mm. */
export type DrawnBuild = {
  grade: Grade;
  ownMm: number[][];
  /** Which reading of each of them is nearest to it. */
  reading: number[][];
  /** Which part of which axle is nearest to the wheel; -1 where no part may decide. */
  nearest: { axle: number; part: number };
};

/** Draws a build as it may be in truth, from the parts that may decide its grade. */
export function drawBuilds(
  { use: { marginMm } }: Build,
  axles: readonly (readonly UnsurePart[])[],
  samples: number,
): DrawnBuild[] {
  const { normal } = seeded(SEED);
  return Array.from({ length: samples }, () => {
    // Both axles have the same tires; each stands by itself.
    const tire = { diameter: normal(), width: normal() };
    const ownMm: number[][] = [];
    const reading: number[][] = [];
    const nearest = { axle: -1, part: -1 };
    let leastMm = Infinity;
    const grades = axles.map((parts, axle) => {
      const draws = { ...tire, ride: normal(), give: normal(), well: normal() };
      const both = parts.map((part) => drawnMm(part, draws, normal));
      const drawn = both.map((one) => one.ownMm + one.sharedMm);
      ownMm.push(both.map((one) => one.ownMm));
      reading.push(both.map((one) => one.reading));
      drawn.forEach((mm, part) => {
        if (mm >= leastMm) return;
        leastMm = mm;
        Object.assign(nearest, { axle, part });
      });
      const standing = drawn.map((mm, i) => (parts[i]!.mayTouch(mm) ? 0 : mm));
      return gradeOf(standing, marginMm, (i) => parts[i]!.canBeCut(drawn[i]!));
    });
    return { grade: worstGrade(grades), ownMm, reading, nearest };
  });
}

/** Chances of the grades of what was drawn. */
export function chanceOf(drawn: readonly Pick<DrawnBuild, 'grade'>[]): GradeChance {
  const counts: Record<Grade, number> = { free: 0, close: 0, trim: 0, blocked: 0 };
  for (const { grade } of drawn) counts[grade]++;
  const free = counts.free / drawn.length;
  const close = free + counts.close / drawn.length;
  return { free, close, trim: close + counts.trim / drawn.length, blocked: 1 };
}

/**
 * Chances of the grades of a build's sweep, from all spreads at once: tape and guessed readings, the tire's size, ride height and
 * bushings. What wears makes more room (a tire) or is a part of the ride height's spread (springs): it is judged as new. A wheel
 * that does not mount and a rating that is exceeded are no matter of chance, and are not in it.
 */
export const gradeChance = (build: Build, samples = SAMPLES): GradeChance =>
  chanceOf(
    drawBuilds(
      build,
      AXLES.map((axle) => unsureParts(build, axle)),
      samples,
    ),
  );

/** What is sure to nine in ten is built on. */
export const SURE = 0.9;
/** The best grade that a build is sure to have at least; blocked where it is sure that it is; null where no grade is sure. */
export const sureGrade = (chance: GradeChance): Grade | null =>
  GRADES.find((grade) => surenessOf(chance, grade) >= SURE) ?? null;
