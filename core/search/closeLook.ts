import { decidingLeast } from '../clearance/decidingLeast';
import { fitBoth } from '../clearance/fit';
import { reaches, worstGrade, type Grade } from '../clearance/grade';
import { choiceOf, keyOf, type Found } from './found';
import { buildOf, type Space } from './space';

/**
 * A found package with the grade and the clearance that `assess` gives it; null where it then misses the grade that is asked for,
 * undefined where it was not looked at and no more looks are allowed.
 */
export type CloseLook = {
  look: (found: Found) => Found | null | undefined;
  /** How many more may be looked at that were not before: each takes as long as `assess`. */
  allow: (count: number) => void;
};

/**
 * A search judges very many wheels against silhouettes, and takes the missing clearance for the depth of a cut. What is shown of it is
 * judged once more, by the whole sweep and the real cut; each package once.
 */
export function closeLook(space: Space, worst: Grade): CloseLook {
  const known = new Map<string, Found | null>();
  let left = Infinity;
  const look: CloseLook['look'] = (found) => {
    const key = keyOf(found);
    const before = known.get(key);
    if (before !== undefined) return before;
    if (left <= 0) return undefined;
    left--;
    const { front, rear } = fitBoth(buildOf(space.base, choiceOf(space, found)));
    const grade = worstGrade([front.grade, rear.grade]);
    const leastMm = Math.min(
      ...[front, rear].map((fit) => decidingLeast(fit, space.base.use).leastClearanceMm),
    );
    const answer = reaches(grade, worst) ? { ...found, grade, leastMm } : null;
    known.set(key, answer);
    return answer;
  };
  return { look, allow: (count) => void (left = count) };
}
