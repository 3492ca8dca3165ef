import { inMm, say, type Wording } from '../wording';
import type { Grade } from '../clearance/grade';
import { grouped } from '../grouped';
import type { Expectation } from '../calibration/expectation';
import { touched } from '../log/testFit';
import type { TestReading } from '../format/testFit';

/** A reading with what was predicted for it, and whose it is. */
export type Proved = {
  /** The log entry's id. */
  id: string;
  jobId: number;
  job: string;
  vehicle: string;
  stageId: number | null;
  at: string;
  by: string;
  reading: TestReading;
  predicted: Expectation;
  /** What taking the readings of its job over taught, in mm by unknown; empty where nothing was taken over since. */
  taught: readonly { key: string; mm: number }[];
};

/** One tenth of the scale of chances: what was said there, and how often it came so. */
export type Bin = { from: number; to: number; count: number; said: number; came: number };

export const OUTCOMES = ['clear', 'close', 'touched'] as const;
export type Outcome = (typeof OUTCOMES)[number];
export const OUTCOME_WORDS: Record<Outcome, string> = {
  clear: 'clear by the margin',
  close: 'clear, within the margin',
  touched: 'touched',
};

export type Miss = Proved & { why: Wording };
export type ForecastAccuracy = {
  count: number;
  touched: number;
  /** Mean of (chance − 1 or 0)²: 0 is knowing everything, and `always` is what saying the mean share each time would give. */
  brier: number;
  always: number;
  bins: Bin[];
  /** Of the gaps that were read, how many lay within one and within two spreads; the reading's own error counted in. */
  within: { gaps: number; one: number; two: number };
  /** Stages that were proved, by the grade that was predicted and the worst that was found. */
  stages: Record<Grade, Record<Outcome, number>>;
  /** Where what was predicted was well wrong, newest first. */
  misses: Miss[];
};

const BINS = 10;
/** Below this a touch is a miss, and above its counterpart a clear wheel is. */
const SURE = 0.1;
const SPREADS = 2;

const came = ({ reading }: Proved): number =>
  touched(reading) || (reading.gapMm !== undefined && reading.gapMm <= 0) ? 1 : 0;

function worstOf(list: readonly Proved[], marginMm: number): Outcome {
  if (list.some((one) => came(one) === 1)) return 'touched';
  return list.some(({ reading }) => reading.gapMm !== undefined && reading.gapMm < marginMm)
    ? 'close'
    : 'clear';
}

function whyMissed(one: Proved): Wording | null {
  const { reading, predicted } = one;
  const { chance, clearanceMm, spreadMm } = predicted;
  if (came(one) === 1 && chance < SURE)
    return say`touched, where ${inMm(clearanceMm, 0)} were predicted (chance ${(chance * 100).toFixed(0)} %)`;
  if (came(one) === 0 && chance > 1 - SURE)
    return `clear, where contact was predicted (chance ${(chance * 100).toFixed(0)} %)`;
  if (reading.gapMm === undefined) return null;
  const off = reading.gapMm - clearanceMm;
  return Math.abs(off) > SPREADS * Math.hypot(spreadMm, reading.errorMm)
    ? say`read ${inMm(reading.gapMm, 0)}, ${inMm(Math.abs(off), 0)} ${off < 0 ? 'less' : 'more'} than predicted`
    : null;
}

const mean = (values: readonly number[]): number =>
  values.length === 0 ? NaN : values.reduce((sum, value) => sum + value, 0) / values.length;

/** How well chances were said: bins of a tenth, with the mean of what was said and the share that came so. */
export function reliability(list: readonly Proved[]): Bin[] {
  return Array.from({ length: BINS }, (_, i): Bin => {
    const here = list.filter(
      ({ predicted }) => Math.min(BINS - 1, Math.floor(predicted.chance * BINS)) === i,
    );
    return {
      from: i / BINS,
      to: (i + 1) / BINS,
      count: here.length,
      said: mean(here.map(({ predicted }) => predicted.chance)),
      came: mean(here.map(came)),
    };
  });
}

/**
 * What was predicted against what was found, over all readings that were taken: the Brier score of the chance of contact, its
 * reliability, and the misses. `marginMm` says how near counts as close. Numbers are NaN where nothing was read.
 */
export function forecastAccuracyOf(list: readonly Proved[], marginMm: number): ForecastAccuracy {
  const found = list.map(came);
  const base = mean(found);
  const gaps = list.flatMap(({ reading, predicted }) =>
    reading.gapMm === undefined
      ? []
      : [Math.abs(reading.gapMm - predicted.clearanceMm) / Math.hypot(predicted.spreadMm, reading.errorMm)],
  );
  const none = (): Record<Outcome, number> => ({ clear: 0, close: 0, touched: 0 });
  const stages: ForecastAccuracy['stages'] = { free: none(), close: none(), trim: none(), blocked: none() };
  for (const proved of grouped(list, ({ jobId, stageId }) => `${jobId}/${stageId ?? ''}`).values()) {
    // What was predicted before anything was read: later grades know of the readings.
    const first = proved.reduce((a, b) => (b.at < a.at ? b : a));
    stages[first.predicted.grade][worstOf(proved, marginMm)]++;
  }
  return {
    count: list.length,
    touched: found.reduce((sum, one) => sum + one, 0),
    brier: mean(list.map(({ predicted }, i) => (predicted.chance - (found[i] ?? 0)) ** 2)),
    always: base * (1 - base),
    bins: reliability(list),
    within: {
      gaps: gaps.length,
      one: gaps.filter((off) => off <= 1).length,
      two: gaps.filter((off) => off <= 2).length,
    },
    stages,
    misses: list
      .flatMap((one): Miss[] => {
        const why = whyMissed(one);
        return why ? [{ ...one, why }] : [];
      })
      .sort((a, b) => b.at.localeCompare(a.at)),
  };
}
