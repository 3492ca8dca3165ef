import type { VersionedWork } from '../../server/work';
import {
  changesBetween,
  overlap,
  valueAt,
  withChanges,
  type Change,
  type Json,
} from '../../core/history/diff';
import type { JobWork } from '../../core/format/jobWork';
import { refusalWords, type Answer } from './apiClient';
import type { Draft } from './drafts';
import { pauseAfter } from './pauses';

export type WorkChange = (work: JobWork) => JobWork;
/** Whether all that was changed is stored, is on its way, or waits for the connection. */
export type OnItsWay = { kind: 'none' } | { kind: 'going' } | { kind: 'waits'; why?: string };
export type WorkKeeper = {
  /** Shows a change at once and stores it, as soon as the server can be reached; false where it was refused, and then it is taken back. */
  edit: (change: WorkChange) => Promise<boolean>;
  /** Takes in what the server holds now. */
  take: (stored: VersionedWork) => void;
  /** Takes up what an earlier visit left on its way. */
  takeUp: (left: Draft) => void;
  /** Tries what waits again, now. */
  again: () => void;
  /** Resolves when nothing is on its way any more: it is stored, or refused, or waits for the connection. */
  settled: () => Promise<void>;
};
export type Keeping = {
  put: (body: VersionedWork) => Promise<Answer<VersionedWork>>;
  show: (work: VersionedWork) => void;
  tell: (words: string) => void;
  /** Where what is on its way stands. */
  says?: (state: OnItsWay) => void;
  /** Keeps on this device what is not stored yet; null where everything is. */
  keep?: (draft: Draft | null) => void;
  /** Other pauses between tries than elsewhere, ms. */
  pausesMs?: readonly number[];
};

/** How often a change is made again on what somebody else stored meanwhile before it waits a while. */
const TRIES = 4;

/** Whether a value is there as it was sent; of an object more may stand there, which the server added. */
function holds(stored: Json | undefined, sent: Json | undefined): boolean {
  if (typeof sent !== 'object' || sent === null || Array.isArray(sent) || typeof stored !== 'object')
    return changesBetween(stored, sent).length === 0;
  return Object.entries(sent).every(
    ([key, value]) => changesBetween(valueAt(stored, `/${key}`), value).length === 0,
  );
}

/** What of a draft still stands on work as it is now: made where nobody else changed the same place. */
function onto(work: JobWork, { base, document }: Draft): { work: JobWork; lost: Change[] } {
  const theirs = changesBetween(base, work);
  const mine = changesBetween(base, document);
  const free = mine.filter((change) => !overlap([change], theirs));
  return {
    work: withChanges(work, free) as unknown as JobWork,
    lost: mine.filter(
      (change) => overlap([change], theirs) && !holds(valueAt(work as Json, change.path), change.to),
    ),
  };
}

/**
 * Keeps the work of one job: what is shown is what the server holds with the changes on it that are on their way. A change
 * that comes too late is made again on top of what somebody else stored, so that two ticks at once both stand; what cannot be
 * sent waits, over reloads too where it is kept.
 */
export function keepWork(
  first: VersionedWork,
  { put, show, tell, says, keep, pausesMs }: Keeping,
): WorkKeeper {
  let stored = first;
  let waiting: { change: WorkChange; done: (stored: boolean) => void }[] = [];
  let running: Promise<void> | undefined;
  let failures = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const made = (changes: typeof waiting): JobWork =>
    changes.reduce((work, { change }) => change(work), stored.work);
  const display = (): void => {
    const work = made(waiting);
    show({ version: stored.version, work });
    keep?.(
      waiting.length > 0
        ? { version: stored.version, base: stored.work as Json, document: work as Json }
        : null,
    );
  };
  /** Stores what these changes make, in one; `apart` where one of several was refused, and it is not known which. */
  const store = async (batch: typeof waiting): Promise<'stored' | 'refused' | 'apart' | 'waits'> => {
    for (let tries = 0; tries < TRIES; tries++) {
      const answer = await put({ version: stored.version, work: made(batch) });
      if (answer.kind === 'ok') {
        stored = answer.value;
        return 'stored';
      }
      if (answer.kind === 'unreachable') {
        says?.({ kind: 'waits', ...(answer.why ? { why: answer.why } : {}) });
        return 'waits';
      }
      if (answer.status === 409) stored = answer.current as VersionedWork;
      else if (batch.length > 1) return 'apart';
      else {
        tell(refusalWords(answer));
        return 'refused';
      }
    }
    says?.({ kind: 'waits', why: 'Others are faster just now.' });
    return 'waits';
  };
  const run = async (): Promise<void> => {
    says?.({ kind: 'going' });
    let most = Infinity;
    while (waiting.length > 0) {
      const batch = waiting.slice(0, most);
      const came = await store(batch);
      if (came === 'waits') {
        timer = setTimeout(again, pauseAfter(failures++, pausesMs));
        running = undefined;
        return;
      }
      failures = 0;
      most = came === 'apart' ? 1 : Infinity;
      if (came === 'apart') continue;
      waiting = waiting.slice(batch.length);
      display();
      for (const { done } of batch) done(came === 'stored');
    }
    running = undefined;
    says?.({ kind: 'none' });
  };
  const again = (): void => {
    clearTimeout(timer);
    if (waiting.length > 0) running ??= run();
  };
  const edit = (change: WorkChange): Promise<boolean> =>
    new Promise((done) => {
      waiting = [...waiting, { change, done }];
      display();
      again();
    });
  return {
    edit,
    takeUp: (left) => {
      if (onto(stored.work, left).lost.length > 0)
        tell('Others changed the same of this work while yours waited: theirs stands.');
      void edit((work) => onto(work, left).work);
    },
    take: (now) => {
      if (now.version < stored.version || running) return;
      stored = now;
      display();
      again();
    },
    again,
    settled: async () => running,
  };
}
