import { proxy, wrap, type Remote } from 'comlink';
import { atom } from 'nanostores';
import { toast } from '../../state/notices';
import type { Build } from '../../../core/format/build';
import type { SearchChange, Offers } from '../../../core/search/searchSpace';
import type { Report, SearchApi } from '../../workers/search.worker';
import { refusalWords, send } from '../../state/apiClient';
import type { Limits, Wishes } from '../../../core/format/searchLimits';

/** The search of the page as it stands; null before the first. */
export const $report = atom<Report | null>(null);
/** How many searches this page has asked for. */
let asked = 0;

let worker: Remote<SearchApi> | undefined;
export function searchWorker(): Remote<SearchApi> {
  worker ??= wrap<SearchApi>(
    new Worker(new URL('../../workers/search.worker.ts', import.meta.url), { type: 'module' }),
  );
  return worker;
}

/** Takes a report of the newest search; what an earlier one still had to say is passed over. */
const take = (report: Report | null): void => {
  if (report?.search === asked) $report.set(report);
};
const tell = proxy(take);
const offers = new Map<string, Offers>();

/** Reads what the catalog offers for a job, once a page. */
export async function offersOf(jobId: number): Promise<Offers | null> {
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
  void searchWorker().prepare();
  void offersOf(jobId);
}

export async function startSearching(
  jobId: number,
  build: Build,
  may: readonly SearchChange[],
  limits: Limits,
  wishes: Wishes,
): Promise<void> {
  const list = await offersOf(jobId);
  if (!list) return;
  $report.set(null);
  await whole(searchWorker().start(++asked, build, list, may, limits, wishes, tell));
}

/** A search that broke off says so; what it found until then stays on the page. */
async function whole(search: Promise<void>): Promise<void> {
  try {
    await search;
  } catch (error) {
    console.error('the search broke off', error);
    toast('The search broke off. Search again; if it does so again, close other pages first.');
    const report = $report.get();
    if (report) $report.set({ ...report, running: false });
  }
}
export async function stopSearching(): Promise<void> {
  take(await searchWorker().stop());
}
export const resumeSearching = (): Promise<void> => whole(searchWorker().resume(tell));
export const weighAgain = (wishes: Wishes): Promise<void> => whole(searchWorker().weigh(wishes, tell));
