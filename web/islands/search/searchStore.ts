import { proxy, wrap, type Remote } from 'comlink';
import { atom } from 'nanostores';
import { toast } from 'sonner';
import type { Build } from '../../../core/build';
import type { Change, Offers } from '../../../core/search/asked';
import type { Limits, Wishes } from '../../../core/search/limits';
import type { Report, SearchApi } from '../../workers/search.worker';
import { refusalWords, send } from '../sheet/wire';

/** The search of the page as it stands; null before the first. */
export const $report = atom<Report | null>(null);
/** The build that it is around: what is found is shown beside it until the next search. */
export const $around = atom<Build | null>(null);

let worker: Remote<SearchApi> | undefined;
export function searchWorker(): Remote<SearchApi> {
  worker ??= wrap<SearchApi>(
    new Worker(new URL('../../workers/search.worker.ts', import.meta.url), { type: 'module' }),
  );
  return worker;
}

const tell = proxy((report: Report): void => $report.set(report));
const offers = new Map<string, Offers>();

/** Reads what the catalog offers for a job, once a page. */
async function offersOf(jobId: number): Promise<Offers | null> {
  const key = String(jobId);
  const known = offers.get(key);
  if (known) return known;
  const answer = await send<Offers>('GET', `/api/jobs/${jobId}/offers`);
  if (answer.kind !== 'ok') {
    toast(refusalWords(answer));
    return null;
  }
  offers.set(key, answer.value);
  return answer.value;
}

/** Fetches what a search will ask for, before it is asked. */
export function prepareSearch(jobId: number): void {
  void searchWorker().why('');
  void offersOf(jobId);
}

export async function startSearching(
  jobId: number,
  build: Build,
  may: readonly Change[],
  limits: Limits,
  wishes: Wishes,
): Promise<void> {
  const list = await offersOf(jobId);
  if (!list) return;
  $report.set(null);
  $around.set(build);
  await searchWorker().start(build, list, may, limits, wishes, tell);
}
export async function stopSearching(): Promise<void> {
  $report.set(await searchWorker().stop());
}
export const resumeSearching = (): Promise<void> => searchWorker().resume(tell);
export async function weighAgain(wishes: Wishes): Promise<void> {
  const report = await searchWorker().weigh(wishes);
  if (report) $report.set({ ...report, running: $report.get()?.running ?? false });
}
