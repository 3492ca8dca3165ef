import type { Assessment } from './assess';
import type { Check } from './check';
import { weakestOf } from './driveline/weakest';
import { partWords } from './format/names';
import { AXLES } from './format/names';
import type { Build } from './format/build';
import { RULE_KINDS } from './format/names';
import { stillToRead } from './measure/still';
import { GRADE_WORDS, worstGrade, type Grade } from './clearance/grade';
import { surenessOf, type GradeChance } from './clearance/sureness';

const fails = (checks: readonly Check[]): boolean => checks.some(({ status }) => status === 'fail');

/**
 * What goes with a grade and may not be left out of the verdict, shortest words first said once: how much of the wells is an
 * estimate, which rules of the place fail, which part is weaker than what it must take, and what else fails.
 */
export function verdictTail(build: Build, assessment: Assessment): string[] {
  const wells = AXLES.map((axle) => stillToRead(build.vehicle, axle));
  const [guessed, of] = [
    wells.reduce((sum, { places }) => sum + places, 0),
    wells.reduce((sum, one) => sum + one.of, 0),
  ];
  const rules = (build.use.rules?.rules ?? []).flatMap(({ kind }, i) =>
    assessment.rules.some(({ id, status }) => status === 'fail' && id === `rule-${i + 1}-${kind}`)
      ? [RULE_KINDS[kind].short]
      : [],
  );
  const weak = AXLES.flatMap((axle) => {
    const part = assessment.strength && weakestOf(assessment.strength[axle].parts);
    return part && part.factor < 1 ? [`${axle} ${partWords(part.part)} ${part.factor.toFixed(2)}`] : [];
  });
  const dial = fails(assessment.speedometer.checks) && !rules.includes(RULE_KINDS.speedometer.short);
  return [
    ...(guessed > 0 ? [`estimated: ${of - guessed} of ${of} read`] : []),
    ...(rules.length > 0 ? [`${rules.length > 1 ? 'rules fail' : 'rule fails'}: ${rules.join(', ')}`] : []),
    ...weak,
    ...(dial ? ['speedometer fails'] : []),
    ...(fails(assessment.driveline.checks) ? ['gearing fails'] : []),
    ...(assessment.stability && fails(assessment.stability.checks) ? ['stands too tall'] : []),
    ...(fails((assessment.envelopes ?? []).map(({ check }) => check)) ? ['chains fail'] : []),
    ...(fails(assessment.spare ?? []) ? ['spare fails'] : []),
  ];
}

/** How sure a grade is, in per cent; never certain, since the spreads are estimates. */
export function percentSure(chance: GradeChance, grade: Grade): string {
  const pct = 100 * surenessOf(chance, grade);
  return pct >= 99.5 ? 'over 99 %' : pct < 0.5 ? 'under 1 %' : `${Math.round(pct)} %`;
}
/** The same in words. */
export const sureWords = (chance: GradeChance, grade: Grade): string => `${percentSure(chance, grade)} sure`;

/** The same as a sentence for a paper. */
export const fitSureWords = (chance: GradeChance, grade: Grade): string =>
  `Estimated: the fit is graded “${GRADE_WORDS[grade].toLowerCase()}”, ${sureWords(chance, grade)}, by how far tape, tire size, ride height and bushings may be off.`;

/** Whether chance has a say in a grade: what does not mount and what is overloaded is blocked for certain. */
export const isUnsure = ({ grade, fit }: Pick<Assessment, 'grade' | 'fit'>): boolean =>
  grade === worstGrade(AXLES.map((axle) => fit[axle].grade));

/**
 * The verdict in a few words: the grade, how sure it is (a chance of null is being worked out), and all that goes with it, as
 * `Free, 93 % sure · rule fails: lamps`.
 */
export function verdictLead(build: Build, assessment: Assessment, chance?: GradeChance | null): string {
  const sure =
    chance === undefined || !isUnsure(assessment)
      ? ''
      : `, ${chance ? sureWords(chance, assessment.grade) : '… % sure'}`;
  return [`${GRADE_WORDS[assessment.grade]}${sure}`, ...verdictTail(build, assessment)].join(' · ');
}
