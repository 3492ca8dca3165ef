import { surenessOf } from '../clearance/sureness';
import { chanceOf, drawBuilds, SURE, sureGrade, type DrawnBuild } from '../clearance/gradeChance';
import { GRADES, type Grade } from '../clearance/grade';
import { unsureParts, type UnsurePart } from '../clearance/unsure';
import { AXLES, type AxleName } from '../format/names';
import type { Build } from '../format/build';
import type { Side } from '../format/names';
import { seeded } from '../statistics/seeded';
import { waysToRead, type GapWay, type TapeWay, type Way } from './waysToRead';

/** Something to read that would tell more of the grade. */
type Settles = {
  axle: AxleName;
  side: Side;
  obstacle: string;
  /** How much in doubt it would be which grade is the true one, on average, 0 to 1. */
  doubtAfter: number;
  /** In how many of what was drawn this part, an estimate, is the nearest of all, 0 to 1. */
  decides: number;
};
export type DecidingReading = Settles & TapeWay;
export type DecidingGap = Settles & GapWay;
export type Deciding = DecidingReading | DecidingGap;
export type ToSettle = {
  grade: Grade;
  /** Chance, 0 to 1, that the grade is less than is said. An estimate. */
  unsure: number;
  /** Chance, 0 to 1, that the likeliest grade is not the true one. An estimate. */
  doubt: number;
  /** The best grade that is sure to nine in ten, by nothing that was only estimated; null where none is. */
  sure: { grade: Grade; share: number } | null;
  /** The grade itself is so sure: another reading would hardly change what is done. */
  enough: boolean;
  /** Best first. Empty where neither a reading of the tape round nor a gap would teach more. */
  readings: Deciding[];
};

/** An estimated part that is nearest in more of what was drawn decides: typical wells are not this one. */
const DECIDES_SHARE = 0.05;
/** A part that is guessed no worse than this where it decides has been touched by a tape or a feeler, mm. */
const TOUCHED_MM = 16;
/** What teaches less is not worth lying down for: by how much it makes less mixed which grade may be, 0 to 1. */
const LEAST_GAIN = 0.005;
const SAMPLES = 1500;
const BINS = 12;
/** What leaves more than this share of how far a part may be off tells nothing of where it decides. */
const TELLS_SHARE = 0.95;

/** How often each grade is among what was drawn. */
const sharesOf = (drawn: readonly Pick<DrawnBuild, 'grade'>[]): number[] =>
  GRADES.map((grade) => drawn.filter((one) => one.grade === grade).length / drawn.length);

/**
 * How much it is in doubt which grade is the one. `wrong`: how often the likeliest is not. `mixed`: how often two of what may be have
 * different grades; unlike the former it falls with everything that is learned.
 */
type Doubt = { wrong: number; mixed: number };
function doubtOf(drawn: readonly Pick<DrawnBuild, 'grade'>[]): Doubt {
  const shares = sharesOf(drawn);
  const same = shares.reduce((sum, share) => sum + share ** 2, 0);
  return { wrong: 1 - Math.max(...shares), mixed: ((1 - same) * drawn.length) / (drawn.length - 1) };
}

/**
 * How much in doubt the grade is on average once a part's own place is known to within an error: what was drawn is put in order of what
 * would be found (a value and an error of the hand), and looked at in bins of it.
 */
function doubtOnceRead(
  drawn: readonly DrawnBuild[],
  placeMm: (one: DrawnBuild) => number,
  errorMm: number,
): Doubt {
  const { normal } = seeded(7);
  const found = drawn
    .map((one) => ({ one, mm: placeMm(one) + errorMm * normal() }))
    .sort((a, b) => a.mm - b.mm)
    .map(({ one }) => one);
  const all: Doubt = { wrong: 0, mixed: 0 };
  for (let bin = 0; bin < BINS; bin++) {
    const own = found.slice(
      Math.floor((bin * found.length) / BINS),
      Math.floor(((bin + 1) * found.length) / BINS),
    );
    const { wrong, mixed } = doubtOf(own);
    all.wrong += (own.length / found.length) * wrong;
    all.mixed += (own.length / found.length) * mixed;
  }
  return all;
}

/** How far the nearest place of a part may be off by what is guessed of it, mm; 0 where nothing is. */
const guessMm = ({ readings }: UnsurePart): number => {
  const guessed = readings.filter((one) => one.guessed);
  return guessed.length === 0 ? 0 : guessed.reduce((a, b) => (b.mm < a.mm ? b : a)).tapeMm;
};

/** How far a part is off where it decides, over what was drawn: root of the mean square of its places' spreads, mm. */
const whereItDecides = (weights: readonly number[], mm: readonly number[]): number =>
  Math.sqrt(weights.reduce((sum, weight, i) => sum + weight * (mm[i] ?? 0) ** 2, 0));

/** The error of a reading after which a spread is left of another: as of a normal deviate that is measured. mm. */
const errorThatLeaves = (leftMm: number, wasMm: number): number =>
  (wasMm * leftMm) / Math.sqrt(wasMm ** 2 - leftMm ** 2);

/**
 * Which readings of the tape round, and which gaps, would settle a build's grade, in the order of what they would teach on average,
 * from one set of draws: no sweep is made again for it. Each is the best way to read its part; what was read changes the list, so
 * that it is asked anew after each.
 */
export function decidingReadings(build: Build, grade: Grade, most = 6): ToSettle {
  const axles = AXLES.map((axle) => unsureParts(build, axle));
  const drawn = drawBuilds(build, axles, SAMPLES);
  const chance = chanceOf(drawn);
  const unsure = 1 - surenessOf(chance, grade);
  const doubt = doubtOf(drawn);
  const decides = new Map<string, number>();
  for (const { nearest } of drawn) {
    const key = `${nearest.axle} ${nearest.part}`;
    decides.set(key, (decides.get(key) ?? 0) + 1 / drawn.length);
  }
  const readings = AXLES.flatMap((axle, a) =>
    (axles[a] ?? []).flatMap((part, i): (Deciding & { gain: number })[] => {
      const obstacle = build.vehicle.corners[axle].obstacles[part.obstacle];
      // What was read all over is as sure as the tape: to read it once more would put one error in the place of another.
      if (!obstacle || part.readings.every((one) => !one.guessed && one.tapeMm <= obstacle.tapeErrorMm))
        return [];
      const weights = part.readings.map(
        (_, k) => drawn.filter(({ reading }) => reading[a]?.[i] === k).length / drawn.length,
      );
      const wasMm = whereItDecides(
        weights,
        part.readings.map(({ tapeMm }) => tapeMm),
      );
      const placeMm = ({ ownMm }: DrawnBuild): number => ownMm[a]?.[i] ?? 0;
      const share = guessMm(part) > TOUCHED_MM ? (decides.get(`${a} ${i}`) ?? 0) : 0;
      // What would be gained if it were known exactly: most parts decide nothing, and no way to read them is looked for.
      if (doubt.mixed - doubtOnceRead(drawn, placeMm, 0).mixed < LEAST_GAIN && share <= DECIDES_SHARE)
        return [];
      const best = waysToRead(build.vehicle, axle, part)
        .map((way) => ({ way, leftMm: whereItDecides(weights, way.leftMm) }))
        .reduce<{ way: Way; leftMm: number } | null>(
          (a, b) => (a && a.leftMm <= b.leftMm + 1e-6 ? a : b),
          null,
        );
      if (!best || best.leftMm > TELLS_SHARE * wasMm) return [];
      const after = doubtOnceRead(drawn, placeMm, errorThatLeaves(best.leftMm, wasMm));
      const gain = doubt.mixed - after.mixed;
      if (gain < LEAST_GAIN && share <= DECIDES_SHARE) return [];
      return [
        {
          axle,
          side: obstacle.side ?? 'left',
          obstacle: obstacle.id,
          doubtAfter: Math.min(after.wrong, doubt.wrong),
          decides: share,
          ...best.way.found,
          gain,
        },
      ];
    }),
  );
  const isBuiltOn = !readings.some((one) => one.decides > DECIDES_SHARE);
  const sure = isBuiltOn ? sureGrade(chance) : null;
  return {
    grade,
    unsure,
    doubt: doubt.wrong,
    sure: sure && { grade: sure, share: surenessOf(chance, sure) },
    enough: isBuiltOn && unsure <= 1 - SURE,
    readings: readings
      .sort((x, y) => y.decides - x.decides || y.gain - x.gain)
      .slice(0, most)
      .map(({ gain: _, ...one }) => one),
  };
}
