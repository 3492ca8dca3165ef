import type { JobWork } from '../format/jobWork';
import type { JobStatus } from './jobStatus';

/** What a job has done so far, as far as its place follows from it. */
export type Progress = {
  /** There is something to choose from: a quote, or more than one stage beside the one as delivered. */
  alternatives: boolean;
  /** A quote was accepted. */
  accepted: boolean;
  work: Pick<JobWork, 'stageId' | 'tasks' | 'ticks'>;
  /** It was written into the log that the vehicle was handed over, and nothing holds its release. */
  released: boolean;
};

/**
 * Where a job is by what has been done on it: measured until there is something to choose from, chosen until a quote is accepted or
 * a stage is in work, waiting for its parts until the first work in a bay is ticked, proved when all of that is.
 */
export function placeOf({ alternatives, accepted, work, released }: Progress): JobStatus {
  if (released) return 'done';
  const inBay = work.tasks.filter((task) => task.inBay);
  const ticked = inBay.filter(({ id }) => work.ticks[id]);
  if (work.stageId !== null && inBay.length > 0 && ticked.length === inBay.length) return 'proving';
  if (work.stageId !== null && ticked.length > 0) return 'in the bay';
  if (work.stageId !== null || accepted) return 'parts';
  return alternatives ? 'choosing' : 'measuring';
}
