import { describe, expect, test } from 'vitest';
import { clockOffsetS, fitLog, type RoadLog } from './roadLog';

/** A generator of the same numbers every time. */
function dice(seed: number): () => number {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

const GEARS = [4.1, 2.3, 1.45, 1, 0.78];
const RATIO = 3.9;

/** A drive through all gears over hills, written once a second with noise, wild rows and clocks that differ. */
function drive(
  trueMm: number,
  { seed = 7, seconds = 900, offsetS = 0, noiseKmh = 0.6, noiseRpm = 20, oneClock = true } = {},
): RoadLog {
  const random = dice(seed);
  const normal = (): number =>
    Math.sqrt(-2 * Math.log(1 - random() * 0.999999)) * Math.cos(2 * Math.PI * random());
  const limits = [14, 28, 48, 72, 999];
  const speeds: [number, number][] = [];
  const turns: [number, number][] = [];
  const kmhAt = (t: number): number =>
    Math.max(0, 52 + 42 * Math.sin(t / 57) + 9 * Math.sin(t / 11.3) + 4 * Math.sin(t / 4.7));
  for (let t = 0; t < seconds; t += 0.5) {
    speeds.push([t, Math.max(0, kmhAt(t) + noiseKmh * normal())]);
    const v = kmhAt(t);
    const gear = GEARS[limits.findIndex((limit) => v < limit)] ?? 1;
    const on = (v * gear * RATIO * 60_000) / (3.6 * trueMm);
    const wild = random() < 0.08 ? on * (0.5 + random()) : on;
    turns.push([t + offsetS, Math.max(750, wild + noiseRpm * normal())]);
  }
  const channel = (rows: [number, number][]) => ({
    tS: Float64Array.from(rows, ([t]) => t),
    value: Float64Array.from(rows, ([, value]) => value),
  });
  return { speed: channel(speeds), rpm: channel(turns), oneClock };
}

const input = (circumferenceMm: number) => ({ gears: GEARS, axleRatio: RATIO, circumferenceMm });

describe('a road log', () => {
  test.each([1, 2, 3, 4, 5, 6])('recovers a known circumference within 0.3 %% (drive %i)', (seed) => {
    const trueMm = 2300 + 40 * seed;
    const answer = fitLog(drive(trueMm, { seed }), input(2420));
    if (!answer.ok) throw new Error(answer.message);
    expect(Math.abs(answer.value.circumferenceMm / trueMm - 1)).toBeLessThan(0.003);
    expect(answer.value.gears.length).toBeGreaterThanOrEqual(4);
    expect(Math.abs(answer.value.circumferenceMm - trueMm)).toBeLessThan(4 * answer.value.errorMm + 0.5);
    expect(answer.value.revsPerKm).toBeCloseTo(1e6 / answer.value.circumferenceMm, 9);
  });

  test('without noise it is exact, and says the ratio that would explain it instead', () => {
    const answer = fitLog(drive(2400, { noiseKmh: 0, noiseRpm: 0 }), input(2500));
    if (!answer.ok) throw new Error(answer.message);
    expect(answer.value.circumferenceMm).toBeCloseTo(2400, 1);
    // rpm/speed fixes ratio over circumference only: 3.9·2500/2400.
    expect(answer.value.axleRatio).toBeCloseTo(4.0625, 3);
    expect(answer.value.differsPct).toBeCloseTo(-4, 2);
  });

  test.each([-37.5, -4, 12.25, 90])('clocks that are %f s apart are put right', (offsetS) => {
    const log = drive(2350, { offsetS, oneClock: false });
    expect(Math.abs(clockOffsetS(log) - offsetS)).toBeLessThan(0.3);
    const answer = fitLog(log, input(2400));
    if (!answer.ok) throw new Error(answer.message);
    expect(Math.abs(answer.value.circumferenceMm / 2350 - 1)).toBeLessThan(0.003);
  });

  test('more rows shrink the error', () => {
    const error = (seconds: number): number => {
      const answer = fitLog(drive(2350, { seconds }), input(2350));
      return answer.ok ? answer.value.errorMm : NaN;
    };
    expect(error(3600)).toBeLessThan(error(400));
  });

  test('a log that stands still, or is of another vehicle, is refused with what to do', () => {
    const still = drive(2350, { seconds: 15 });
    expect(fitLog(still, input(2350))).toMatchObject({ ok: false });
    const parked: RoadLog = {
      ...drive(2350),
      rpm: { tS: Float64Array.of(9000, 9001), value: Float64Array.of(800, 800) },
    };
    const answer = fitLog(parked, input(2350));
    expect(answer.ok ? '' : answer.message).toContain('cover the same time');
    const random = dice(3);
    const noise = drive(2350);
    const other = fitLog(
      { ...noise, rpm: { ...noise.rpm, value: noise.rpm.value.map(() => 6000 + 20_000 * random()) } },
      { ...input(2350), gears: [0.7] },
    );
    expect(other.ok ? '' : other.message).toContain('lie on a gear');
  });
});
