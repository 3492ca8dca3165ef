import type { Part } from './strength';

/** The part that torque would break first; bearing, steering and brakes only wear. null where none is known. */
export function weakestOf(parts: readonly Part[]): Part | null {
  return parts
    .filter(({ demandNm }) => demandNm !== undefined)
    .reduce<Part | null>((a, b) => (a === null || b.factor < a.factor ? b : a), null);
}
