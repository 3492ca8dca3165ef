import type { Assessment } from './assess';
import type { Check } from './check';
import { weakestOf } from './driveline/strength';
import { partWords } from './format/driveline';
import { AXLES, type Build } from './format/build';
import { RULE_KINDS } from './format/rules';
import { stillToRead } from './measure/still';
import { GRADE_WORDS } from './clearance/grade';

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
  ];
}

/** The verdict in a few words: the grade and all that goes with it, as `Free · estimated: 0 of 42 read · rule fails: lamps`. */
export const verdictLead = (build: Build, assessment: Assessment): string =>
  [GRADE_WORDS[assessment.grade], ...verdictTail(build, assessment)].join(' · ');
