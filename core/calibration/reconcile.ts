import { inMm, say, type Wording } from '../wording';
import type { Build } from '../format/build';
import { solve, varianceAlong } from '../measure/linear';
import {
  keyOf,
  observe,
  obstacleOf,
  priorMm,
  slopesAt,
  unknownsOf,
  waysOf,
  type Observation,
  type Unknown,
} from './predict';
import { touched } from '../log/testFit';
import type { TestReading } from '../format/testFit';

/** What the readings say of one thing that may be otherwise than measured. */
export type Correction = {
  unknown: Unknown;
  key: string;
  /** How sure it was before, one standard deviation, mm. */
  priorMm: number;
  /** By how much it is otherwise, and how sure that is. */
  mm: number;
  spreadMm: number;
};

/** One reading beside what was predicted for it. */
export type Residual = {
  reading: TestReading;
  /** Which of the readings that were given it is. */
  index: number;
  predictedMm: number;
  /** How sure that was, the reading's own error with it, one standard deviation, mm. */
  spreadMm: number;
  /** What was read; null where a mark or a look says only which side of 0 it is on. */
  readMm: number | null;
  /** Read less predicted; 0 where a look agrees with it. */
  residualMm: number;
  /** More than two spreads. */
  beyond: boolean;
  /** The same with the corrections taken over. */
  afterMm: number;
  /** So far from anything likely that it is left out of what is worked out: a slip of whoever read or typed it. */
  slipped: boolean;
  /** What most likely made the difference, worst first; empty where there is none to speak of. */
  causes: Wording[];
};
export type Reconciled = { corrections: Correction[]; residuals: Residual[] };

const STEPS = 12;
const SETTLED_MM = 1e-3;
const SPREADS = 2;
const FAR_SPREADS = 3.5;
/** How sharply a mark or a look says that the gap is on its side of 0, one standard deviation, mm. An estimate. */
const LOOK_MM = 3;

/** From so many spreads on a reading pulls no harder: one that slipped a little does not drag the rest along (Huber 1964). */
const HUBER_SPREADS = 2;
/** Nothing is corrected by more than so many of its own spreads: beyond that it is another vehicle, or a slip. */
const MOST_SPREADS = 4;
/** So far off that nothing which is known to be unsure explains it; and already doubtful where a slip would. */
const SLIP_SPREADS = 5;
const DOUBTFUL_SPREADS = 3;
/** A figure typed with one zero too many or too few, or in the other unit. */
const SLIPS = [10, 0.1, 25.4, 1 / 25.4] as const;

/** What was probably meant where one slip of the hand brings a reading near to what was predicted; undefined where none does. */
export function likelyMeant(readMm: number, predictedMm: number, spreadMm: number): number | undefined {
  return SLIPS.map((factor) => readMm / factor).find(
    (mm) => Math.abs(mm - predictedMm) <= 1.5 * spreadMm && Math.abs(mm - readMm) > SPREADS * spreadMm,
  );
}

/** Whether a gap that was read is a slip, not a find. */
function isSlip(reading: TestReading, predictedMm: number, spreadMm: number): boolean {
  if (reading.gapMm === undefined || reading.confirmed) return false;
  const away = Math.abs(reading.gapMm - predictedMm) / spreadMm;
  if (!(away <= SLIP_SPREADS)) return true;
  return away > DOUBTFUL_SPREADS && likelyMeant(reading.gapMm, predictedMm, spreadMm) !== undefined;
}

/** What a reading asks a clearance to be; null where it agrees with whatever is predicted. */
function target(reading: TestReading, predictedMm: number): { mm: number; sigmaMm: number } | null {
  if (reading.gapMm !== undefined) return { mm: reading.gapMm, sigmaMm: Math.max(0.5, reading.errorMm) };
  const agrees = touched(reading) ? predictedMm <= 0 : predictedMm >= 0;
  return agrees ? null : { mm: 0, sigmaMm: LOOK_MM };
}

/**
 * The most likely values of the unknowns: weighted least squares of Σ ((clearance − read)/σ)² + Σ (value/prior)², by Gauss
 * and Newton, and the information that they hold. Each value stays 0 with its prior where nothing speaks of it. `spreads` are
 * how far each reading may be from what was predicted; from two of them on it pulls no harder.
 */
function fit(observations: readonly Observation[], priors: readonly number[], spreads: readonly number[]) {
  let values = priors.map(() => 0);
  let information: number[][] = [];
  for (let step = 0; step < STEPS; step++) {
    const now = values;
    const pull = priors.map((prior, i) => -(now[i] ?? 0) / prior ** 2);
    information = priors.map((prior, i) => priors.map((_, k) => (i === k ? 1 / prior ** 2 : 0)));
    for (const [n, observation] of observations.entries()) {
      const { reading, at } = observation;
      const predicted = at(now);
      const asked = target(reading, predicted);
      if (!asked || !Number.isFinite(predicted)) continue;
      const away = Math.abs(asked.mm - predicted) / (spreads[n] ?? asked.sigmaMm);
      const weight = Math.min(1, HUBER_SPREADS / Math.max(away, 1e-9)) / asked.sigmaMm ** 2;
      const slopes = slopesAt(observation, now);
      slopes.forEach((slope, i) => {
        pull[i] = (pull[i] ?? 0) + slope * (asked.mm - predicted) * weight;
        slopes.forEach((other, k) => {
          const row = information[i];
          if (row) row[k] = (row[k] ?? 0) + slope * other * weight;
        });
      });
    }
    const move = solve(information, pull);
    values = now.map((value, i) => {
      const most = MOST_SPREADS * (priors[i] ?? 0);
      const next = value + (move[i] ?? 0);
      return Number.isFinite(next) ? Math.min(most, Math.max(-most, next)) : value;
    });
    if (Math.hypot(...move) < SETTLED_MM) break;
  }
  return { values, information };
}

const CAUSE: Record<Unknown['kind'], (mm: number, label: string) => Wording> = {
  obstacle: (mm, label) =>
    say`the ${label} stands ${inMm(Math.abs(mm), 0)} ${mm > 0 ? 'further out' : 'nearer'} than measured`,
  ride: (mm) =>
    mm > 0 ? say`it stands ${inMm(mm, 0)} higher than measured` : say`it has sagged by ${inMm(-mm, 0)}`,
  diameter: (mm) => say`the tire is ${inMm(Math.abs(mm), 0)} ${mm > 0 ? 'larger' : 'smaller'} than its sheet`,
};
/** What to do about a reading that slipped. */
function slipWords(reading: TestReading, predictedMm: number, spreadMm: number): Wording {
  const readMm = reading.gapMm ?? 0;
  const meant = likelyMeant(readMm, predictedMm, spreadMm);
  return meant === undefined
    ? say`${inMm(readMm)} is so far off that it is left out of what is worked out: read it again`
    : say`${inMm(readMm)} is left out of what is worked out; did you mean ${inMm(Math.round(meant * 10) / 10)}? Read it again`;
}

/** Corrections that move a reading by less are no cause worth naming, mm. */
const NAMED_MM = 1;

function causesOf(
  build: Build,
  corrections: readonly Correction[],
  slopes: readonly number[],
  farOff: boolean,
): Wording[] {
  const shares = corrections
    .map(({ unknown, mm }, i) => ({ unknown, mm, by: Math.abs(mm * (slopes[i] ?? 0)) }))
    .filter(({ by }) => by >= NAMED_MM)
    .sort((a, b) => b.by - a.by);
  const named = shares.map(({ unknown, mm }) => {
    const obstacle =
      unknown.kind === 'obstacle' ? obstacleOf(build, unknown.axle, unknown.obstacle) : undefined;
    return CAUSE[unknown.kind](mm, obstacle?.label || obstacle?.id || '');
  });
  return farOff
    ? [
        ...named,
        'what is left asks for another look: a reading that slipped, something not measured, or bushings that give',
      ]
    : named;
}

/**
 * Sets test readings against what a build predicted, and works out what the vehicle is most likely otherwise: where each
 * obstacle stands, how high it rides, how large its tire is. Readings of obstacles that the vehicle does not have are left
 * out. Pure; the same readings give the same answer in any order.
 */
export function reconcile(build: Build, all: readonly TestReading[]): Reconciled {
  const known = [...all.entries()].filter(
    ([, { axle, obstacle }]) => obstacleOf(build, axle, obstacle) !== undefined,
  );
  const readings = known.map(([, reading]) => reading);
  const unknowns = unknownsOf(readings);
  const keys = unknowns.map(keyOf);
  const priors = unknowns.map((one) => priorMm(build, one));
  const ways = waysOf(build, readings);
  const observations = readings.map((reading) => observe(build, reading, keys, ways));
  const nothing = priors.map(() => 0);
  const before = priors.map((prior, i) => priors.map((_, k) => (i === k ? 1 / prior ** 2 : 0)));
  const first = observations.map((observation) => {
    const { reading, at } = observation;
    const predictedMm = at(nothing);
    const sigmaMm = target(reading, predictedMm)?.sigmaMm ?? LOOK_MM;
    const spreadMm = Math.hypot(sigmaMm, Math.sqrt(varianceAlong(before, slopesAt(observation, nothing))));
    return { spreadMm, slipped: isSlip(reading, predictedMm, spreadMm) };
  });
  const kept = observations.flatMap((observation, n) => {
    const { slipped, spreadMm } = first[n] ?? { slipped: true, spreadMm: 1 };
    return slipped ? [] : [{ observation, spreadMm }];
  });
  const { values, information } = fit(
    kept.map(({ observation }) => observation),
    priors,
    kept.map(({ spreadMm }) => spreadMm),
  );
  const unit = (i: number): number[] => priors.map((_, k) => (k === i ? 1 : 0));
  const corrections = unknowns.map((unknown, i): Correction => ({
    unknown,
    key: keys[i] ?? '',
    priorMm: priors[i] ?? NaN,
    mm: values[i] ?? 0,
    spreadMm: Math.sqrt(varianceAlong(information, unit(i))),
  }));
  const residuals = observations.map((observation, n): Residual => {
    const { reading, at } = observation;
    const predictedMm = at(nothing);
    const afterMm = at(values);
    const slopes = slopesAt(observation, nothing);
    const asked = target(reading, predictedMm);
    const sigmaMm = asked?.sigmaMm ?? LOOK_MM;
    const spreadMm = Math.hypot(sigmaMm, Math.sqrt(varianceAlong(before, slopes)));
    const residualMm = asked ? asked.mm - predictedMm : 0;
    const beyond = Math.abs(residualMm) > SPREADS * spreadMm;
    const left = target(reading, afterMm);
    // More than what is known to be unsure explains, or still off when all of it is taken over.
    const farOff =
      Math.abs(residualMm) > FAR_SPREADS * spreadMm ||
      (left !== null && Math.abs(left.mm - afterMm) > SPREADS * sigmaMm);
    return {
      reading,
      index: known[n]?.[0] ?? n,
      predictedMm,
      spreadMm,
      readMm: reading.gapMm ?? null,
      residualMm,
      beyond,
      afterMm,
      slipped: first[n]?.slipped ?? false,
      causes: first[n]?.slipped
        ? [slipWords(reading, predictedMm, spreadMm)]
        : beyond
          ? causesOf(build, corrections, slopes, farOff)
          : [],
    };
  });
  return { corrections, residuals };
}
