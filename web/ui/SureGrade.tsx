import type { GradeChance } from '../../core/clearance/sureness';
import type { Grade } from '../../core/clearance/grade';
import { sureWords } from '../../core/verdictTail';
import { GradeMark } from '../drawings/GradeMark';

type Props = {
  grade: Grade;
  /** How sure it is; null where chance has no say, undefined until it was worked out: its place is kept. */
  chance: GradeChance | null | undefined;
  size?: number;
  /** What stands beside the grade. */
  beside?: string;
};

/** A grade, and below it how sure it is. */
export function SureGrade({ grade, chance, size, beside }: Props) {
  return (
    <>
      <GradeMark grade={grade} {...(size ? { size } : {})} />
      {beside && <span className="text-graphite"> {beside}</span>}
      <span
        className="text-graphite block min-h-[1.2em] text-[0.8rem]"
        data-testid="line-sure"
        title="An estimate, from how far tape, tire size, ride height and bushings may be off"
      >
        {chance ? sureWords(chance, grade) : ''}
      </span>
    </>
  );
}
