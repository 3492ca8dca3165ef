import type { APIRoute } from 'astro';
import { database } from '../../../server/database';
import { answer } from '../../../server/http';
import { plannedJobs } from '../../../server/work';

/** The work of every job that is not done: what the plan of the week is made of. */
export const GET: APIRoute = async () => answer(await plannedJobs(database()));
