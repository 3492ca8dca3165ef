import { useStore } from '@nanostores/react';
import type { Build } from '../../../core/format/build';
import { decidedCuts } from '../../../core/work/triggers';
import { StepList } from '../build/TickList';
import { $head, $shop } from '../../state/store';
import { $work } from '../../state/work';

const OF_TRIMMING: ReadonlySet<string> = new Set(['trim', 'cut-metal', 'bumper']);

/** The steps of the trimming that is in work, ticked by name and time; what dries holds what waits for it. */
export function CutSteps({ build }: { build: Build }) {
  const { workRules } = useStore($shop);
  const { work } = useStore($work);
  const active = useStore($head);
  const mine = new Set(workRules.filter(({ when }) => OF_TRIMMING.has(when)).map(({ id }) => id));
  const tasks = work.tasks.filter(({ id }) => mine.has(id));
  const here = work.stageId === active?.id;
  if (decidedCuts(build).length === 0 && tasks.length === 0) return null;
  return (
    <div className="mt-4 max-w-[62rem]" data-testid="cut-steps">
      <h3 className="text-lg font-semibold">Steps</h3>
      {here && tasks.length > 0 ? (
        <StepList tasks={tasks} work={work} />
      ) : (
        <p className="text-graphite">
          {here
            ? 'Cuts were decided since this stage was taken into work: take its tasks in again on Build.'
            : 'Protect, mark, cut, dress, seal, let dry, re-hang. Take this stage into work on Build, and the steps are ticked here, each with name and time.'}
        </p>
      )}
    </div>
  );
}
