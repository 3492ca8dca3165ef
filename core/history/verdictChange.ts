import type { Grade } from '../clearance/grade';

/** What a change did to the verdict of a stage: its grade and its least clearance before and after. */
export type VerdictChange = {
  stageId: number;
  stage: string;
  before: { grade: Grade; leastClearanceMm: number };
  after: { grade: Grade; leastClearanceMm: number };
};

/** Less is no difference that anybody could measure, mm. */
const SAME_MM = 0.5;

/** The verdicts that differ by a grade or by something that could be measured. */
export const changedVerdicts = (all: readonly VerdictChange[]): VerdictChange[] =>
  all.filter(
    ({ before, after }) =>
      before.grade !== after.grade || Math.abs(before.leastClearanceMm - after.leastClearanceMm) >= SAME_MM,
  );
