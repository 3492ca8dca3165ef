import type { JobWork } from '../format/jobWork';
import { STATED_LABELS } from '../format/names';

/** The work on a job before anything was taken into it. */
export const NO_WORK: JobWork = {
  stageId: null,
  tasks: [],
  parts: [],
  takenIn: [],
  ticks: {},
  explained: {},
  stated: STATED_LABELS.map((label) => ({ label, value: '', source: '' })),
};
