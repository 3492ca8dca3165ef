/** From best to worst. */
export const GRADES = ['free', 'close', 'trim', 'blocked'] as const;
export type Grade = (typeof GRADES)[number];

export function worstGrade(grades: readonly Grade[]): Grade {
  return GRADES[Math.max(0, ...grades.map((grade) => GRADES.indexOf(grade)))] ?? 'blocked';
}

/** One obstacle's least clearance over the zone, and how much of it may still be cut, mm. */
export type Standing = { leastMm: number; cutLeftMm: number };

/**
 * Free at or above the margin, close down to touching, trim where every obstacle that is met can give what
 * brings it to the margin, blocked otherwise.
 */
export function gradeOf(standings: readonly Standing[], marginMm: number): Grade {
  const least = Math.min(Infinity, ...standings.map(({ leastMm }) => leastMm));
  if (least >= marginMm) return 'free';
  if (least >= 0) return 'close';
  const met = standings.filter(({ leastMm }) => leastMm < 0);
  return met.every(({ leastMm, cutLeftMm }) => cutLeftMm >= marginMm - leastMm) ? 'trim' : 'blocked';
}
