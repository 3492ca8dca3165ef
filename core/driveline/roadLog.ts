import type { Result } from '../result';
/** One channel of a log: values at times in seconds, ascending. */
export type Channel = { tS: Float64Array; value: Float64Array };
/** Road speed in km/h and engine speed in rpm. `oneClock` where both were written by one device. */
export type RoadLog = { speed: Channel; rpm: Channel; oneClock: boolean };

export type GearFit = {
  /** Counted from 1. */
  gear: number;
  rows: number;
  /** rpm per km/h over all gearing, and the standard error of it. */
  rpmPerKmh: number;
  errorRpmPerKmh: number;
  circumferenceMm: number;
};
export type LogFit = {
  rows: number;
  /** Rows that lie on a gear: the rest is shifting, coasting, slipping. */
  used: number;
  /** By how much the rpm clock runs behind the speed clock, s. */
  offsetS: number;
  gears: GearFit[];
  /** The rolling circumference if the axle ratio is as entered, and its standard error, mm. */
  circumferenceMm: number;
  errorMm: number;
  revsPerKm: number;
  /** The axle ratio if the circumference is as calculated, and its standard error. */
  axleRatio: number;
  errorRatio: number;
  /** What it was calculated to roll, mm. */
  calculatedMm: number;
  /** Measured circumference against the calculated one, per cent. */
  differsPct: number;
  /** Some of the rows for a drawing, with the gear they lie on; 0 for none. */
  shown: { kmh: number; rpm: number; gear: number }[];
};

/** Value of a channel at a time, straight between its samples; NaN outside it or over a hole of more than 3 s. */
function at({ tS, value }: Channel, t: number): number {
  let low = 0;
  let high = tS.length - 1;
  if (high < 0 || t < (tS[0] ?? 0) || t > (tS[high] ?? 0)) return NaN;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if ((tS[middle] ?? 0) <= t) low = middle;
    else high = middle;
  }
  const [a, b] = [tS[low] ?? 0, tS[high] ?? 0];
  if (b - a > 3) return NaN;
  const share = b > a ? (t - a) / (b - a) : 0;
  return (value[low] ?? 0) * (1 - share) + (value[high] ?? 0) * share;
}

/** The logarithm of a channel at equal steps; NaN where it is missing or too low to tell a gear by. */
function logLevels(channel: Channel, t0: number, n: number, stepS: number, floor: number): Float64Array {
  return Float64Array.from({ length: n }, (_, i) => {
    const value = at(channel, t0 + i * stepS);
    return value > floor ? Math.log(value) : NaN;
  });
}

const STEP_S = 0.25;
/** Clocks that were started by hand are looked for this far apart, s. */
const REACH_S = 240;
const BIN = { width: 0.01, from: Math.log(2), count: 700 } as const;
const LEAST_KMH = 12;
const LEAST_RPM = 500;

/**
 * By how much the rpm clock runs behind the speed clock, in seconds: the shift at which the two depend on each other
 * most. Changes of rpm and speed go against each other at every shift of gear, so that their plain correlation
 * misleads; the correlation used is the quadratic one of their ratio, Σ share², which is greatest where the ratios
 * pile up on gears. To a fraction of the step by a parabola through the best three.
 */
export function clockOffsetS({ speed, rpm }: Pick<RoadLog, 'speed' | 'rpm'>): number {
  const t0 = Math.min(speed.tS[0] ?? 0, rpm.tS[0] ?? 0);
  const end = Math.max(speed.tS.at(-1) ?? 0, rpm.tS.at(-1) ?? 0);
  // At most 8000 steps: longer logs are aligned by their first half hour.
  const n = Math.min(8000, Math.ceil((end - t0) / STEP_S) + 1);
  const v = logLevels(speed, t0, n, STEP_S, LEAST_KMH);
  const turns = logLevels(rpm, t0, n, STEP_S, LEAST_RPM);
  const reach = Math.min(Math.round(REACH_S / STEP_S), n - 1);
  const scores = new Float64Array(2 * reach + 1);
  const bins = new Float64Array(BIN.count + 1);
  for (let shift = -reach; shift <= reach; shift++) {
    bins.fill(0);
    let count = 0;
    for (let i = Math.max(0, -shift); i < Math.min(n, n - shift); i++) {
      const place = ((turns[i + shift] ?? NaN) - (v[i] ?? NaN) - BIN.from) / BIN.width;
      if (!(place >= 0 && place < BIN.count)) continue;
      // Shared between two bins, so that the score does not jump as a ratio crosses an edge.
      const low = Math.floor(place);
      bins[low] = (bins[low] ?? 0) + 1 - (place - low);
      bins[low + 1] = (bins[low + 1] ?? 0) + place - low;
      count++;
    }
    // Little overlap piles up by chance; it is weighed down by its share.
    const share = Math.min(1, (2 * count) / n);
    if (count > 0)
      scores[shift + reach] = (share * bins.reduce((sum, one) => sum + one * one, 0)) / (count * count);
  }
  const best = scores.reduce((top, score, i) => (score > (scores[top] ?? 0) ? i : top), reach);
  const peak = scores[best] ?? 0;
  const [left, right] = [scores[best - 1] ?? peak, scores[best + 1] ?? peak];
  const bend = left - 2 * peak + right;
  const between = bend < 0 ? (0.5 * (left - right)) / bend : 0;
  return (best - reach + between) * STEP_S;
}

type Pairs = { kmh: Float64Array; rpm: Float64Array };

/** Both channels at the times of the rpm rows, the rpm clock put right by `offsetS`; rows without both left out. */
export function paired({ speed, rpm }: RoadLog, offsetS: number): Pairs {
  const kmh: number[] = [];
  const turns: number[] = [];
  rpm.tS.forEach((t, i) => {
    const v = at(speed, t - offsetS);
    const n = rpm.value[i] ?? NaN;
    if (Number.isFinite(v) && Number.isFinite(n)) {
      kmh.push(v);
      turns.push(n);
    }
  });
  return { kmh: Float64Array.from(kmh), rpm: Float64Array.from(turns) };
}

/** How far all gearing together may be from what is calculated, and how near a row must lie to a gear to be of it. */
const SEARCH = { share: 0.16, step: 0.0025, near: 0.015, used: 0.03 } as const;
const LEAST_ROWS = 40;

/** Weighted median of ratios, the weights being the speeds: errors of speed count less where it is fast. */
function weightedMedian(values: readonly { value: number; weight: number }[]): number {
  const sorted = [...values].sort((a, b) => a.value - b.value);
  let left = sorted.reduce((sum, { weight }) => sum + weight, 0) / 2;
  for (const { value, weight } of sorted) {
    left -= weight;
    if (left <= 0) return value;
  }
  return sorted.at(-1)?.value ?? NaN;
}

/** Turns per km/h that a gear would give with a circumference. */
const slope = (gear: number, axleRatio: number, circumferenceMm: number): number =>
  (gear * axleRatio * 60_000) / (3.6 * circumferenceMm);

export type LogInput = { gears: readonly number[]; axleRatio: number; circumferenceMm: number };

/**
 * Fits rpm = k·speed through the origin for every gear. First the common scale against what is calculated at which
 * most rows lie on a gear, then per gear the median ratio, then Tukey's biweight about it. Rows of shifting, coasting
 * and slip lie on no gear and drop out. A torque converter that slips a little all the time cannot be told from a
 * smaller tire. Returns a message where the log cannot carry a figure.
 */
export function fitLog(
  log: RoadLog,
  { gears, axleRatio, circumferenceMm }: LogInput,
): Result<LogFit, { message: string }> {
  const offsetS = log.oneClock ? 0 : clockOffsetS(log);
  const { kmh, rpm } = paired(log, offsetS);
  const rows = kmh.length;
  const moving: number[] = [];
  kmh.forEach((v, i) => {
    if (v >= LEAST_KMH && (rpm[i] ?? 0) >= LEAST_RPM) moving.push(i);
  });
  if (moving.length < LEAST_ROWS)
    return {
      ok: false,
      message: `Only ${moving.length} rows are of a vehicle that moves with its engine turning; ${LEAST_ROWS} are needed. Drive longer, or see that speed and rpm cover the same time.`,
    };
  const calculated = gears.map((gear) => slope(gear, axleRatio, circumferenceMm));
  const away = (k: number, scale: number): number =>
    Math.min(...calculated.map((one) => Math.abs(k / (one * scale) - 1)));
  const slopes = moving.map((i) => (rpm[i] ?? 0) / (kmh[i] ?? 1));
  // Every 20th row or so is enough to find the common scale.
  const every = Math.max(1, Math.floor(slopes.length / 2000));
  const some = slopes.filter((_, i) => i % every === 0);
  let scale = 1;
  let most = -1;
  for (let s = 1 - SEARCH.share; s <= 1 + SEARCH.share; s += SEARCH.step) {
    // Equal counts go to the scale nearest to what is calculated.
    const count = some.filter((k) => away(k, s) < SEARCH.near).length - Math.abs(s - 1) * 0.5;
    if (count > most) [scale, most] = [s, count];
  }
  const found = calculated.map((one, g): (GearFit & { weight: number }) | undefined => {
    const mine = moving.flatMap((i, j) => {
      const k = slopes[j] ?? 0;
      return Math.abs(k / (one * scale) - 1) < SEARCH.used ? [{ value: k, weight: kmh[i] ?? 0 }] : [];
    });
    if (mine.length < 12) return undefined;
    let k = weightedMedian(mine);
    const spread =
      1.4826 * weightedMedian(mine.map(({ value, weight }) => ({ value: Math.abs(value - k), weight })));
    const reach = 4.685 * Math.max(spread, 1e-9 * k);
    let [weights, squares] = [0, 0];
    for (let round = 0; round < 8; round++) {
      let sum = 0;
      [weights, squares] = [0, 0];
      for (const { value, weight } of mine) {
        const u = (value - k) / reach;
        if (Math.abs(u) >= 1) continue;
        // Speed squared: the least-squares weight of a line through the origin.
        const w = weight * weight * (1 - u * u) ** 2;
        sum += w * value;
        weights += w;
        squares += w * w;
      }
      k = sum / weights;
    }
    const effective = weights ** 2 / squares;
    return {
      gear: g + 1,
      rows: mine.length,
      rpmPerKmh: k,
      errorRpmPerKmh: spread / Math.sqrt(effective),
      circumferenceMm: ((gears[g] ?? 1) * axleRatio * 60_000) / (3.6 * k),
      weight: weights,
    };
  });
  const fits = found.filter((one) => one !== undefined);
  const used = fits.reduce((sum, one) => sum + one.rows, 0);
  if (used < LEAST_ROWS)
    return {
      ok: false,
      message: `Only ${used} of ${moving.length} moving rows lie on a gear of this vehicle. See that the gear ratios and the axle ratio are entered as built, and that the file is of this vehicle.`,
    };
  // Gears together, each by the inverse square of its relative error; none better than 0.02 %.
  const parts = fits.map((one) => ({
    ...one,
    w: 1 / Math.max(one.errorRpmPerKmh / one.rpmPerKmh, 2e-4) ** 2,
  }));
  const whole = parts.reduce((sum, { w }) => sum + w, 0);
  const measured = parts.reduce((sum, one) => sum + one.w * one.circumferenceMm, 0) / whole;
  // Gears that disagree widen the error beyond their own.
  const between = Math.sqrt(
    parts.reduce((sum, one) => sum + one.w * (one.circumferenceMm - measured) ** 2, 0) / whole / parts.length,
  );
  const errorMm = Math.max(measured / Math.sqrt(whole), between);
  const step = Math.max(1, Math.floor(rows / 400));
  const shown = Array.from({ length: Math.floor(rows / step) }, (_, j) => {
    const [v, n] = [kmh[j * step] ?? 0, rpm[j * step] ?? 0];
    const on =
      v < LEAST_KMH ? -1 : calculated.findIndex((k) => Math.abs(n / v / (k * scale) - 1) < SEARCH.used);
    return { kmh: v, rpm: n, gear: on + 1 };
  });
  return {
    ok: true,
    value: {
      rows,
      used,
      offsetS,
      gears: fits.map(({ weight, ...one }) => one),
      circumferenceMm: measured,
      errorMm,
      revsPerKm: 1e6 / measured,
      axleRatio: (axleRatio * circumferenceMm) / measured,
      errorRatio: (axleRatio * circumferenceMm * errorMm) / measured ** 2,
      calculatedMm: circumferenceMm,
      differsPct: (measured / circumferenceMm - 1) * 100,
      shown,
    },
  };
}
