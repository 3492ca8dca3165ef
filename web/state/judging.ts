import type { ReadableAtom } from 'nanostores';
import { toast } from './notices';
import type { Assessment } from '../../core/assess';
import type { Build } from '../../core/format/build';
import { askWorker } from './workerQuery';
import { followGrades } from './followGrades';
import { followSureness } from './stageSureness';
import { latestOnly } from '../workers/latest';
import { $active, $assessment, $build, $chance, $cures, $dragging, $pose, put } from './store';

const STILL_MS = 250;

let shown = 0;

/** The pose that decides a stage, the first time that it is shown; after that the pose stays where it was put. */
function showWorst(stageId: number, { fit }: Assessment): void {
  if (shown === stageId) return;
  shown = stageId;
  const axle = fit.rear.leastClearanceMm < fit.front.leastClearanceMm ? 'rear' : 'front';
  const { lockDeg, travelMm } = fit[axle].at;
  $pose.set({ axle, lockDeg, travelMm });
}

/**
 * Judges the build on the page whenever it changes; cures, and how sure the grade is, follow when the hand has been still for a moment. As
 * long as somebody measures, the axle under the hand is not changed for the one that decides: what is typed would go to another.
 */
export function startJudging($measures: ReadableAtom<boolean>): () => void {
  const fail = (error: unknown): void => {
    toast(`The computation failed: ${error instanceof Error ? error.message : String(error)}`);
  };
  const judge = latestOnly(
    (build: Build) => askWorker('judge', (api) => api.judge(build)),
    (assessment, build) => {
      const stage = $active.get();
      $assessment.set({ build, assessment });
      // An answer that was overtaken by a change of stage says nothing of the stage on the page.
      if (stage && build === $build.get() && !$measures.get()) showWorst(stage.id, assessment);
      if (stage && stage.grade !== assessment.grade && build === $build.get())
        put(stage, { grade: assessment.grade });
    },
    fail,
  );
  const cure = latestOnly(
    (build: Build) => askWorker('patient', (api) => api.cures(build)),
    (corners, build) => $cures.set({ build, corners }),
    fail,
  );
  const sure = latestOnly(
    (build: Build) => askWorker('patient', (api) => api.sure(build)),
    (chance, build) => $chance.set({ build, chance }),
    fail,
  );
  const whenStill = (build: Build): void => {
    cure(build);
    sure(build);
  };
  let still: ReturnType<typeof setTimeout> | undefined;
  const waitForStill = (build: Build): void => {
    clearTimeout(still);
    still = setTimeout(() => ($dragging.get() ? waitForStill(build) : whenStill(build)), STILL_MS);
  };
  const stop = $build.subscribe((build) => {
    if (!build) return;
    judge(build);
    waitForStill(build);
  });
  const unmeasure = $measures.listen((measures) => {
    const [stage, judged] = [$active.get(), $assessment.get()];
    if (!measures && stage && judged && judged.build === $build.get()) showWorst(stage.id, judged.assessment);
  });
  const unfollow = followGrades((build) => askWorker('patient', (api) => api.judge(build)));
  const unsure = followSureness((build) => askWorker('patient', (api) => api.sureOrCertain(build)));
  return () => {
    stop();
    unmeasure();
    unfollow();
    unsure();
    clearTimeout(still);
  };
}
