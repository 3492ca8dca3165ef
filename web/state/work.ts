import { atom } from 'nanostores';
import { toast } from 'sonner';
import type { VersionedWork } from '../../server/work';
import { $job } from './store';
import { send } from './apiClient';
import { keepWork, type WorkChange, type WorkKeeper } from './workKeeper';
import { NO_WORK } from '../../core/format/jobWork';

/** The work on the job of the page, with what was just changed and is on its way. */
export const $work = atom<VersionedWork>({ version: 0, work: NO_WORK });
let keeper: WorkKeeper | undefined;

/** Takes in the work as the server holds it. */
export function takeWork(jobId: number, stored: VersionedWork): void {
  if ($job.get()?.id === jobId && keeper) keeper.take(stored);
  else {
    keeper = keepWork(
      stored,
      (body) => send('PUT', `/api/jobs/${jobId}/work`, body),
      (work) => $work.set(work),
      (words) => toast(words),
    );
    $work.set(stored);
  }
}

/** Resolves when what was changed of the work is stored, or taken back. */
export const workSettled = async (): Promise<void> => keeper?.settled();

/** Changes the work on the job of the page: shown at once, stored, or taken back and told. */
export async function editWork(change: WorkChange): Promise<boolean> {
  return (await keeper?.edit(change)) ?? false;
}
