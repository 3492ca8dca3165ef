import { chanceOf, drawBuilds, surenessOf, type DrawnBuild } from '../clearance/gradeChance';
import { GRADES, type Grade } from '../clearance/grade';
import { unsureParts, type UnsurePart } from '../clearance/unsure';
import { AXLES, type AxleName, type Build } from '../format/build';
import type { Side } from '../format/measured';
import { LOCK_WORDS, lockOfShare } from '../measure/gaps';
import { toClock } from '../measure/outline';
import { roundFor, type RoundReading } from '../measure/round';
import { thingOf } from '../measure/sides';
import { seeded } from '../statistics/seeded';

/** A reading of the tape round that would tell more of the grade, and how unsure the grade would be after it, on average. */
export type DecidingReading = {
  axle: AxleName;
  side: Side;
  reading: Pick<RoundReading, 'id' | 'label' | 'errorMm'>;
  obstacle: string;
  unsureAfter: number;
  /** In how many of what was drawn this part, an estimate, is the nearest of all, 0 to 1. */
  decides: number;
};
/** A gap with the wheel on that tells where a part comes near, of which the tape round has nothing left to tell. */
export type DecidingGap = {
  axle: AxleName;
  side: Side;
  obstacle: string;
  label: string;
  /** How far the wheel is turned, as a share of its lock and as an angle; it stands at ride height. */
  lockShare: (typeof LOCK_WORDS)[number][1];
  lockDeg: number;
  decides: number;
};
export type ToSettle = {
  grade: Grade;
  /** Chance, 0 to 1, that the grade is less than is said. An estimate. */
  unsure: number;
  /** It is sure enough that another reading would hardly change what is done, and rests on nothing that was only estimated. */
  enough: boolean;
  /** Best first. Empty where the tape round has no reading left that teaches. */
  readings: DecidingReading[];
  /** What to read instead where the tape has nothing left and it is not enough; null where a gap would tell no more. */
  gap: DecidingGap | null;
};

/** A grade that is sure to nine in ten is built on. */
const ENOUGH_UNSURE = 0.1;
/** An estimated part that is nearest in more of what was drawn decides: typical wells are not this one. */
const DECIDES_SHARE = 0.05;
/** A part that is guessed no worse than this where it decides has been touched by a tape, mm. */
const TOUCHED_MM = 10;
/** What teaches less is not worth lying down for. */
const LEAST_GAIN = 0.01;
const SAMPLES = 1500;
const BINS = 12;
/** How far round the clock a reading of an edge tells of a place, hours. */
const REACH_HOURS = 1;
const ACROSS_REACH_HOURS = 2;

/** Of what was drawn, how unsure one would be of the likeliest grade. */
function unsureOf(drawn: readonly Pick<DrawnBuild, 'grade'>[]): number {
  const chance = chanceOf(drawn);
  const share = (grade: Grade): number => drawn.filter((one) => one.grade === grade).length;
  const likeliest = GRADES.reduce((a, b) => (share(b) > share(a) ? b : a));
  return 1 - surenessOf(chance, likeliest);
}

/**
 * How unsure the grade is on average once a part's own place is known to within an error: what was drawn is put in order of what the
 * tape would find (a value and an error of the hand), and looked at in bins of it.
 */
function unsureOnceRead(
  drawn: readonly DrawnBuild[],
  placeMm: (one: DrawnBuild) => number,
  errorMm: number,
): number {
  const { normal } = seeded(7);
  const found = drawn
    .map((one) => ({ one, mm: placeMm(one) + errorMm * normal() }))
    .sort((a, b) => a.mm - b.mm)
    .map(({ one }) => one);
  let sum = 0;
  for (let bin = 0; bin < BINS; bin++) {
    const own = found.slice(
      Math.floor((bin * found.length) / BINS),
      Math.floor(((bin + 1) * found.length) / BINS),
    );
    sum += (own.length / found.length) * unsureOf(own);
  }
  return sum;
}

/** How much of where a part decides a reading would tell, 0 to 1. */
function tells({ kind }: RoundReading, { at, along }: UnsurePart): number {
  if (kind.of === 'thing') return along[kind.axis];
  if (kind.of === 'depth') return along[1];
  const { hour } = toClock([...at], false);
  const away = Math.abs(hour - kind.hour);
  return kind.of === 'across'
    ? along[1] * Math.exp(-0.5 * (away / ACROSS_REACH_HOURS) ** 2)
    : Math.hypot(along[0], along[2]) * Math.exp(-0.5 * (away / REACH_HOURS) ** 2);
}

const isGuess = ({ readings }: UnsurePart): boolean => readings.some(({ guessed }) => guessed);
/** How far the nearest place of a part may be off by what is guessed of it, mm. */
const guessMm = ({ readings }: UnsurePart): number => {
  const guessed = readings.filter((one) => one.guessed);
  return guessed.length === 0 ? 0 : guessed.reduce((a, b) => (b.mm < a.mm ? b : a)).tapeMm;
};

/** The reading not yet taken that tells most of where a part decides; undefined where the round has none. */
function bestReading(
  build: Build,
  axle: AxleName,
  part: UnsurePart,
): { reading: RoundReading; side: Side; worth: number } | undefined {
  const corner = build.vehicle.corners[axle];
  const obstacle = corner.obstacles[part.obstacle];
  if (!obstacle) return undefined;
  const side = obstacle.side ?? 'left';
  const taken = new Set(
    corner.measured?.readings.filter((one) => one.side === side).map(({ reading }) => reading),
  );
  const open = roundFor(axle, side)
    .filter((one) => one.thing === thingOf(obstacle) && !taken.has(one.id))
    .map((reading) => ({ reading, side, worth: tells(reading, part) }))
    .sort((a, b) => b.worth - a.worth);
  return open[0];
}

/** The part that is nearest most often, as a gap to read as the vehicle stands, unless one was read to it already. */
function decidingGap(
  build: Build,
  axles: readonly (readonly UnsurePart[])[],
  decides: ReadonlyMap<string, number>,
): DecidingGap | null {
  const all = AXLES.flatMap((axle, a) =>
    (axles[a] ?? []).flatMap((part, i): DecidingGap[] => {
      const corner = build.vehicle.corners[axle];
      const obstacle = corner.obstacles[part.obstacle];
      const share = decides.get(`${a} ${i}`) ?? 0;
      if (!obstacle || share <= DECIDES_SHARE) return [];
      const { id, label, side = 'left' } = obstacle;
      if (corner.measured?.gaps.some((gap) => gap.obstacle === id && gap.side === side)) return [];
      const inside = part.lockDeg > 0;
      const away = (lock: number): number => Math.abs(lockOfShare(corner, lock, inside) - part.lockDeg);
      const lockShare = LOCK_WORDS.map(([, lock]) => lock).reduce((a, b) => (away(b) < away(a) ? b : a));
      const lockDeg = lockOfShare(corner, lockShare, inside);
      return [{ axle, side, obstacle: id, label: label || id, lockShare, lockDeg, decides: share }];
    }),
  );
  return all.sort((one, other) => other.decides - one.decides)[0] ?? null;
}

/**
 * Which readings of the tape round would settle a build's grade, in the order of what they would teach on average, from one set of
 * draws: no sweep is made again for it. Each is the best one of its part; what a reading found changes the list, so that it is asked
 * anew after each.
 */
export function decidingReadings(build: Build, grade: Grade, most = 6): ToSettle {
  const axles = AXLES.map((axle) => unsureParts(build, axle));
  const drawn = drawBuilds(build, axles, SAMPLES);
  const unsure = 1 - surenessOf(chanceOf(drawn), grade);
  const before = unsureOf(drawn);
  const decides = new Map<string, number>();
  for (const { nearest } of drawn) {
    const key = `${nearest.axle} ${nearest.part}`;
    decides.set(key, (decides.get(key) ?? 0) + 1 / drawn.length);
  }
  const readings = AXLES.flatMap((axle, a) =>
    (axles[a] ?? []).flatMap((part, i): DecidingReading[] => {
      // What was read is as sure as the tape: to read it once more would put one error in the place of another.
      const best = isGuess(part) ? bestReading(build, axle, part) : undefined;
      const obstacle = build.vehicle.corners[axle].obstacles[part.obstacle];
      if (!best || !obstacle) return [];
      const { reading, side, worth } = best;
      // What the reading does not tell of the place stays a guess.
      const leftMm = Math.hypot(reading.errorMm, guessMm(part) * Math.sqrt(1 - worth ** 2));
      const after = unsureOnceRead(drawn, ({ ownMm }) => ownMm[a]?.[i] ?? 0, leftMm);
      const share = guessMm(part) > TOUCHED_MM ? (decides.get(`${a} ${i}`) ?? 0) : 0;
      if (before - after < LEAST_GAIN && share <= DECIDES_SHARE) return [];
      const { id, label, errorMm } = reading;
      return [
        {
          axle,
          side,
          reading: { id, label, errorMm },
          obstacle: obstacle.id,
          unsureAfter: Math.min(after, unsure),
          decides: share,
        },
      ];
    }),
  );
  const enough = unsure <= ENOUGH_UNSURE && !readings.some((one) => one.decides > DECIDES_SHARE);
  return {
    grade,
    unsure,
    gap: enough || readings.length > 0 ? null : decidingGap(build, axles, decides),
    enough,
    readings: readings.sort((x, y) => y.decides - x.decides || x.unsureAfter - y.unsureAfter).slice(0, most),
  };
}
