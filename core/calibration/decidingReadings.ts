import { chanceOf, drawBuilds, surenessOf, type DrawnBuild } from '../clearance/gradeChance';
import { GRADES, type Grade } from '../clearance/grade';
import { unsureParts, type UnsurePart } from '../clearance/unsure';
import { AXLES, type AxleName, type Build, type Corner, type Obstacle, type Vehicle } from '../format/build';
import type { Side } from '../format/measured';
import { typicalShapeMm } from '../clearance/axisSpread';
import { besideGapMm } from '../clearance/readSpread';
import { dot } from '../geometry/vec';
import { gapsTo, LOCK_WORDS, lockOfShare, toldByGap } from '../measure/gaps';
import { toClock } from '../measure/outline';
import { roundFor, type RoundReading } from '../measure/round';
import { thingOf } from '../measure/sides';
import { seeded } from '../statistics/seeded';

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
/** A reading of the tape round. */
export type DecidingReading = Settles & {
  by: 'tape';
  reading: Pick<RoundReading, 'id' | 'label' | 'errorMm'>;
};
/** A gap to a part with the wheel on that the vehicle came with. */
export type DecidingGap = Settles & {
  by: 'gap';
  label: string;
  /** How far the wheel is turned, as a share of its lock and as an angle. */
  lockShare: (typeof LOCK_WORDS)[number][1];
  lockDeg: number;
  /** 0 as it stands, or as far down as the wheel hangs when the vehicle is lifted by its body. */
  travelMm: number;
};
export type Deciding = DecidingReading | DecidingGap;
export type ToSettle = {
  grade: Grade;
  /** Chance, 0 to 1, that the grade is less than is said. An estimate. */
  unsure: number;
  /** Chance, 0 to 1, that the likeliest grade is not the true one. An estimate. */
  doubt: number;
  /** It is sure enough that another reading would hardly change what is done, and rests on nothing that was only estimated. */
  enough: boolean;
  /** Best first. Empty where neither a reading of the tape round nor a gap would teach more. */
  readings: Deciding[];
};

/** A grade that is sure to nine in ten is built on. */
const ENOUGH_UNSURE = 0.1;
/** An estimated part that is nearest in more of what was drawn decides: typical wells are not this one. */
const DECIDES_SHARE = 0.05;
/** A part that is guessed no worse than this where it decides has been touched by a tape or a feeler, mm. */
const TOUCHED_MM = 16;
/** What teaches less is not worth lying down for; and so much seems to be gained by chance, since each bin holds few of what was drawn. */
const LEAST_GAIN = 0.04;
/** Two locks that are nearer than this are one pose, degrees. */
const SAME_POSE_DEG = 2;
/** One standard deviation of a gap that is read with care, mm. An estimate. */
const GAP_ERROR_MM = 2;
/** How much surer one is of where a wheel stands than of where it hangs, in its gap, mm. An estimate. */
const HANGING_ERROR_MM = 3;
const SAMPLES = 1500;
const BINS = 12;
/** How far round the clock a reading of an edge tells of a place, hours. */
const REACH_HOURS = 1;
const ACROSS_REACH_HOURS = 2;

/** Of what was drawn, how often the likeliest grade is not the one. */
function doubtOf(drawn: readonly Pick<DrawnBuild, 'grade'>[]): number {
  const share = (grade: Grade): number => drawn.filter((one) => one.grade === grade).length / drawn.length;
  return 1 - Math.max(...GRADES.map(share));
}

/**
 * How much in doubt the grade is on average once a part's own place is known to within an error: what was drawn is put in order of what the
 * tape would find (a value and an error of the hand), and looked at in bins of it.
 */
function doubtOnceRead(
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
    sum += (own.length / found.length) * doubtOf(own);
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

/** How far the nearest place of a part may be off by what is guessed of it, mm; 0 where nothing is. */
const guessMm = ({ readings }: UnsurePart): number => {
  const guessed = readings.filter((one) => one.guessed);
  return guessed.length === 0 ? 0 : guessed.reduce((a, b) => (b.mm < a.mm ? b : a)).tapeMm;
};

/** A way to read a part: what it tells of the place where the part decides, 0 to 1, and its own error, mm. */
type Way = {
  worth: number;
  errorMm: number;
  found: Omit<DecidingReading, keyof Settles> | Omit<DecidingGap, keyof Settles>;
};

/** The reading not yet taken that tells most of where a part decides; undefined where the round has none. */
function byTape(
  corner: Corner,
  axle: AxleName,
  part: UnsurePart,
  obstacle: Obstacle,
  side: Side,
): Way | undefined {
  const taken = new Set(
    corner.measured?.readings.filter((one) => one.side === side).map(({ reading }) => reading),
  );
  const open = roundFor(axle, side)
    .filter((one) => one.thing === thingOf(obstacle) && !taken.has(one.id))
    .map((reading): Way => {
      const { id, label, errorMm } = reading;
      // A reading of one place leaves the shape of a thing as it is typically.
      const shapeMm = reading.kind.of === 'thing' ? typicalShapeMm(obstacle) : 0;
      return {
        worth: tells(reading, part),
        errorMm: Math.hypot(errorMm, shapeMm),
        found: { by: 'tape', reading: { id, label, errorMm } },
      };
    })
    .sort((a, b) => b.worth - a.worth);
  return open[0];
}

/** The gap that tells most of where a part decides, in a pose that a person can set; undefined where one was read in each. */
function byGap(
  vehicle: Vehicle,
  axle: AxleName,
  part: UnsurePart,
  obstacle: Obstacle,
  guessedMm: number,
): Way | undefined {
  const corner = vehicle.corners[axle];
  const inside = part.lockDeg > 0;
  const read = gapsTo(corner, obstacle);
  const poses = LOCK_WORDS.flatMap(([, lockShare]) =>
    // Lifted by its body a wheel hangs at full droop, which anybody can set; no other travel is set by hand.
    [0, -corner.suspension.droopMm].map((travelMm) => ({
      lockShare,
      lockDeg: lockOfShare(corner, lockShare, inside),
      travelMm,
    })),
  );
  const ways = poses.flatMap(({ lockShare, lockDeg, travelMm }): Way[] => {
    // A second gap in one pose tells what the first did; an axle that does not steer is not turned.
    if (lockShare > 0 && lockDeg === 0) return [];
    if (read.some((gap) => Math.abs(gap.lockDeg - lockDeg) < SAME_POSE_DEG && gap.travelMm === travelMm))
      return [];
    const { at, along } = toldByGap(vehicle, axle, obstacle, { lockDeg, travelMm });
    const away = part.edge ? toClock([...at], false).hour - toClock([...part.at], false).hour : 0;
    return [
      {
        worth: Math.exp(-0.5 * (away / REACH_HOURS) ** 2) * dot(along, part.along),
        errorMm: Math.hypot(
          GAP_ERROR_MM,
          besideGapMm(obstacle, at, part.at),
          travelMm === 0 ? 0 : HANGING_ERROR_MM,
        ),
        found: { by: 'gap', label: obstacle.label || obstacle.id, lockShare, lockDeg, travelMm },
      },
    ];
  });
  return leastLeft(ways, guessedMm);
}

/** How far a part may still be off once it was read in a way: what the way does not tell of the place stays a guess. mm. */
const leftMm = ({ errorMm, worth }: Way, guessedMm: number): number =>
  Math.hypot(errorMm, guessedMm * Math.sqrt(1 - Math.min(1, worth) ** 2));

/** Of ways to read a part the first of those that leave least of it unsure; undefined where there is none. */
function leastLeft(ways: readonly Way[], guessedMm: number): Way | undefined {
  const [first, ...others] = ways;
  if (!first) return undefined;
  const leftOf = (way: Way): number => leftMm(way, guessedMm);
  return others.reduce((a, b) => (leftOf(b) < leftOf(a) - 1e-6 ? b : a), first);
}

/**
 * Which readings of the tape round, and which gaps, would settle a build's grade, in the order of what they would teach on average,
 * from one set of draws: no sweep is made again for it. Each is the best way to read its part; what was read changes the list, so
 * that it is asked anew after each.
 */
export function decidingReadings(build: Build, grade: Grade, most = 6): ToSettle {
  const axles = AXLES.map((axle) => unsureParts(build, axle));
  const drawn = drawBuilds(build, axles, SAMPLES);
  const unsure = 1 - surenessOf(chanceOf(drawn), grade);
  const doubt = doubtOf(drawn);
  const decides = new Map<string, number>();
  for (const { nearest } of drawn) {
    const key = `${nearest.axle} ${nearest.part}`;
    decides.set(key, (decides.get(key) ?? 0) + 1 / drawn.length);
  }
  const readings = AXLES.flatMap((axle, a) =>
    (axles[a] ?? []).flatMap((part, i): Deciding[] => {
      const corner = build.vehicle.corners[axle];
      const obstacle = corner.obstacles[part.obstacle];
      // What was read is as sure as the tape: to read it once more would put one error in the place of another.
      const guessedMm = guessMm(part);
      if (!obstacle || guessedMm === 0) return [];
      const side = obstacle.side ?? 'left';
      const share = guessedMm > TOUCHED_MM ? (decides.get(`${a} ${i}`) ?? 0) : 0;
      const tape = byTape(corner, axle, part, obstacle, side);
      // Of an edge the tape tells where it runs, a gap only where it is nearest: that comes when the tape has nothing left.
      const isGapOpen = !part.edge || (!tape && gapsTo(corner, obstacle).length === 0);
      const gap = isGapOpen ? byGap(build.vehicle, axle, part, obstacle, guessedMm) : undefined;
      const best = leastLeft(
        [tape, gap].filter((way) => way !== undefined),
        guessedMm,
      );
      if (!best) return [];
      const after = doubtOnceRead(drawn, ({ ownMm }) => ownMm[a]?.[i] ?? 0, leftMm(best, guessedMm));
      if (doubt - after < LEAST_GAIN && share <= DECIDES_SHARE) return [];
      return [
        {
          axle,
          side,
          obstacle: obstacle.id,
          doubtAfter: Math.min(after, doubt),
          decides: share,
          ...best.found,
        },
      ];
    }),
  );
  return {
    grade,
    unsure,
    doubt,
    enough: unsure <= ENOUGH_UNSURE && !readings.some((one) => one.decides > DECIDES_SHARE),
    readings: readings.sort((x, y) => y.decides - x.decides || x.doubtAfter - y.doubtAfter).slice(0, most),
  };
}
