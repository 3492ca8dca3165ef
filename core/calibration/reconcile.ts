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
import { type TestReading } from '../format/testFit';

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

/** What a reading asks a clearance to be; null where it agrees with whatever is predicted. */
function target(reading: TestReading, predictedMm: number): { mm: number; sigmaMm: number } | null {
  if (reading.gapMm !== undefined) return { mm: reading.gapMm, sigmaMm: Math.max(0.5, reading.errorMm) };
  const agrees = touched(reading) ? predictedMm <= 0 : predictedMm >= 0;
  return agrees ? null : { mm: 0, sigmaMm: LOOK_MM };
}

/**
 * The most likely values of the unknowns: weighted least squares of Σ ((clearance − read)/σ)² + Σ (value/prior)², by Gauss
 * and Newton, and the information that they hold. Each value stays 0 with its prior where nothing speaks of it.
 */
function fit(observations: readonly Observation[], priors: readonly number[]) {
  let values = priors.map(() => 0);
  let information: number[][] = [];
  for (let step = 0; step < STEPS; step++) {
    const now = values;
    const pull = priors.map((prior, i) => -(now[i] ?? 0) / prior ** 2);
    information = priors.map((prior, i) => priors.map((_, k) => (i === k ? 1 / prior ** 2 : 0)));
    for (const observation of observations) {
      const { reading, at } = observation;
      const predicted = at(now);
      const asked = target(reading, predicted);
      if (!asked) continue;
      const slopes = slopesAt(observation, now);
      slopes.forEach((slope, i) => {
        pull[i] = (pull[i] ?? 0) + (slope * (asked.mm - predicted)) / asked.sigmaMm ** 2;
        slopes.forEach((other, k) => {
          const row = information[i];
          if (row) row[k] = (row[k] ?? 0) + (slope * other) / asked.sigmaMm ** 2;
        });
      });
    }
    const move = solve(information, pull);
    values = now.map((value, i) => value + (move[i] ?? 0));
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
  const readings = all.filter(({ axle, obstacle }) => obstacleOf(build, axle, obstacle) !== undefined);
  const unknowns = unknownsOf(readings);
  const keys = unknowns.map(keyOf);
  const priors = unknowns.map((one) => priorMm(build, one));
  const ways = waysOf(build, readings);
  const observations = readings.map((reading) => observe(build, reading, keys, ways));
  const nothing = priors.map(() => 0);
  const { values, information } = fit(observations, priors);
  const before = priors.map((prior, i) => priors.map((_, k) => (i === k ? 1 / prior ** 2 : 0)));
  const unit = (i: number): number[] => priors.map((_, k) => (k === i ? 1 : 0));
  const corrections = unknowns.map((unknown, i): Correction => ({
    unknown,
    key: keys[i] ?? '',
    priorMm: priors[i] ?? NaN,
    mm: values[i] ?? 0,
    spreadMm: Math.sqrt(varianceAlong(information, unit(i))),
  }));
  const residuals = observations.map((observation): Residual => {
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
      predictedMm,
      spreadMm,
      readMm: reading.gapMm ?? null,
      residualMm,
      beyond,
      afterMm,
      causes: beyond ? causesOf(build, corrections, slopes, farOff) : [],
    };
  });
  return { corrections, residuals };
}
