import { faultLines } from '../formats/buildJson';
import type { Outcome } from '../server/errors';

/** What an outcome holds; thrown where it is a refusal: the demo's own files are in order, or the demo is wrong. */
export function must<T>(what: string, outcome: Outcome<T>): T {
  if (outcome.ok) return outcome.value;
  const { refusal } = outcome;
  throw new Error(`${what}: ${'faults' in refusal ? faultLines(refusal.faults) : refusal.message}`);
}
