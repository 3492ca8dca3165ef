/** Where a job can be, in the order of the work. */
export const JOB_STATUSES = ['measuring', 'choosing', 'parts', 'in the bay', 'proving', 'done'] as const;
export type JobStatus = (typeof JOB_STATUSES)[number];

/** What a job's place follows from: the work that is done on it, or a hand that set it and keeps it there. */
export const PLACED_BY = ['work', 'hand'] as const;
export type PlacedBy = (typeof PLACED_BY)[number];
