/** Where a job can be, in the order of the work. */
export const JOB_STATUSES = ['measuring', 'choosing', 'parts', 'in the bay', 'proving', 'done'] as const;
export type JobStatus = (typeof JOB_STATUSES)[number];
