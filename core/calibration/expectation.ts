import type { Build } from '../format/build';
import type { Grade } from '../clearance/grade';
import { chanceOfContact } from '../clearance/spread';
import { keyOf, observe, priorMm, slopesAt, unknownsOf, waysOf } from './predict';
import type { TestReading } from '../format/testFit';

/** What was predicted for a reading before it was taken. */
export type Expectation = {
  clearanceMm: number;
  /** How sure that was, one standard deviation, mm. An estimate. */
  spreadMm: number;
  /** Chance that the wheel touches there, 0 to 1. An estimate. */
  chance: number;
  /** The grade of the whole stage then. */
  grade: Grade;
  /** Where the obstacle was placed by photographs. */
  by?: 'photographs';
};

/**
 * What a build predicts for one reading: its clearance, and how far what was measured may be off, carried through it. Null
 * where the vehicle has no such obstacle.
 */
export function expectationOf(build: Build, reading: TestReading): Omit<Expectation, 'grade'> | null {
  const unknowns = unknownsOf([reading]);
  const ways = waysOf(build, [reading]);
  const observation = observe(build, reading, unknowns.map(keyOf), ways);
  const nothing = unknowns.map(() => 0);
  const clearanceMm = observation.at(nothing);
  if (!Number.isFinite(clearanceMm)) return null;
  const slopes = slopesAt(observation, nothing);
  const spreadMm = Math.hypot(...unknowns.map((one, i) => priorMm(build, one) * (slopes[i] ?? 0)));
  return { clearanceMm, spreadMm, chance: chanceOfContact(clearanceMm, spreadMm) };
}
