import type { Grade } from './grade';

/** Chance, 0 to 1, that a build's sweep is in truth graded at least so well. Estimates, from how far each thing may be off. */
export type GradeChance = Record<Grade, number>;

/** How sure a grade is: that it is at least that; of what is blocked, that it is. */
export const surenessOf = (chance: GradeChance, grade: Grade): number =>
  grade === 'blocked' ? 1 - chance.trim : chance[grade];
