/** From best to worst. */
export const GRADES = ['free', 'close', 'trim', 'blocked'] as const;
export type Grade = (typeof GRADES)[number];

/** A grade as a person says it. */
export const GRADE_WORDS: Readonly<Record<Grade, string>> = {
  free: 'Free',
  close: 'Close',
  trim: 'Trim',
  blocked: 'Blocked',
};

const RANK: Readonly<Record<Grade, number>> = { free: 0, close: 1, trim: 2, blocked: 3 };
/** Whether a grade is as good as another, or better. */
export const reaches = (grade: Grade, wanted: Grade): boolean => RANK[grade] <= RANK[wanted];

export function worstGrade(grades: readonly Grade[]): Grade {
  return GRADES[Math.max(0, ...grades.map((grade) => GRADES.indexOf(grade)))] ?? 'blocked';
}

/**
 * Free at or above the margin, close down to touching, trim where every obstacle that is met can be cut so that it clears by
 * the margin (`cuttable`, asked of those alone), blocked otherwise. `leastMm` are the obstacles' least clearances.
 */
export function gradeOf(
  leastMm: ArrayLike<number>,
  marginMm: number,
  cuttable: (i: number) => boolean,
): Grade {
  let least = Infinity;
  for (let i = 0; i < leastMm.length; i++) least = Math.min(least, leastMm[i]!);
  if (least >= marginMm) return 'free';
  if (least >= 0) return 'close';
  for (let i = 0; i < leastMm.length; i++) if (leastMm[i]! < 0 && !cuttable(i)) return 'blocked';
  return 'trim';
}
