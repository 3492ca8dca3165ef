import type { VersionedWork } from '../../server/work';
import { send } from './apiClient';
import { keeperOf, takeUpWork } from './work';

/** Stores what was changed of the work on other jobs than the page’s when their pages were left too soon, or without a connection. */
export async function storeLeft(jobs: readonly number[]): Promise<void> {
  for (const jobId of jobs) {
    const answer = await send<VersionedWork>('GET', `/api/jobs/${jobId}/work`);
    if (answer.kind !== 'ok') continue;
    const keeper = keeperOf(jobId, answer.value, () => undefined);
    takeUpWork(jobId, keeper);
    await keeper.settled();
  }
}
