import { assess } from './assess';
import type { GradeChance } from './clearance/sureness';
import { gradeChance } from './clearance/gradeChance';
import type { Build } from './format/build';
import { isUnsure } from './verdictTail';

/** The chance of each grade of a build; null where chance has no say in its grade. */
export const sureOrCertain = (build: Build): GradeChance | null =>
  isUnsure(assess(build)) ? gradeChance(build) : null;
