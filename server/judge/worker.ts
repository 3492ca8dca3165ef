import { TASKS } from './tasks';

/** The thread's side of the pool: each task under its own name. */
export const { columns, assessment, assessmentText, pdf, catalogRows } = TASKS;
