import { atom, computed } from 'nanostores';
import { toast } from './notices';
import type { VersionedWork } from '../../server/work';
import { $job, $save, type SaveState } from './store';
import { send } from './apiClient';
import { dropDraft, keepDraft, readDraft, workSubject } from './drafts';
import { keepWork, type OnItsWay, type WorkChange, type WorkKeeper } from './workKeeper';
import { NO_WORK } from '../../core/work/noWork';

/** The work on the job of the page, with what was just changed and is on its way. */
export const $work = atom<VersionedWork>({ version: 0, work: NO_WORK });
let keeper: WorkKeeper | undefined;
const $onItsWay = atom<OnItsWay>({ kind: 'none' });

/** Where all that was changed on the page stands: its documents, and the work on its job. */
export const $stored = computed([$save, $onItsWay], (save, work): SaveState =>
  save.kind === 'saved' ? (onItsWay([work]) ?? save) : save,
);

/** Where work that is on its way stands, as the mark at the top says it; null where nothing is. */
export function onItsWay(all: readonly OnItsWay[]): SaveState | null {
  const waits = all.find((one) => one.kind === 'waits');
  if (waits) return { kind: 'offline', ...(waits.why ? { why: waits.why } : {}) };
  return all.some(({ kind }) => kind === 'going') ? { kind: 'saving' } : null;
}

/** Keeps the work of one job, on this device too until it is stored. */
export function keeperOf(
  jobId: number,
  stored: VersionedWork,
  show: (work: VersionedWork) => void,
  says?: (state: OnItsWay) => void,
): WorkKeeper {
  return keepWork(stored, {
    put: (body) => send('PUT', `/api/jobs/${jobId}/work`, body, { outlives: true }),
    show,
    tell: (words) => toast(words),
    ...(says ? { says } : {}),
    keep: (draft) => (draft ? keepDraft(workSubject(), jobId, draft) : dropDraft(workSubject(), jobId)),
  });
}

/** Takes up what an earlier visit of this person changed of a job’s work, and could not store. */
export function takeUpWork(jobId: number, into = keeper): void {
  const left = readDraft(workSubject(), jobId);
  if (left) into?.takeUp(left);
}

/** Stores what waits, now that there may be a connection. */
export const workAgain = (): void => keeper?.again();

/** Takes in the work as the server holds it. */
export function takeWork(jobId: number, stored: VersionedWork): void {
  if ($job.get()?.id === jobId && keeper) keeper.take(stored);
  else {
    keeper = keeperOf(
      jobId,
      stored,
      (work) => $work.set(work),
      (state) => $onItsWay.set(state),
    );
    $work.set(stored);
  }
}

/** Resolves when what was changed of the work is stored, or taken back, or waits for the connection. */
export const workSettled = async (): Promise<void> => keeper?.settled();

/** Changes the work on the job of the page: shown at once, stored, kept here until it can be, or taken back and told. */
export async function editWork(change: WorkChange): Promise<boolean> {
  return (await keeper?.edit(change)) ?? false;
}
