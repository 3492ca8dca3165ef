import type { VersionedWork } from '../../server/work';
import { refusalWords, type Answer } from './apiClient';
import type { JobWork } from '../../core/format/jobWork';

export type WorkChange = (work: JobWork) => JobWork;
type Put = (body: VersionedWork) => Promise<Answer<VersionedWork>>;
export type WorkKeeper = {
  /** Shows a change at once and stores it; false where it could not be, and then it is taken back. */
  edit: (change: WorkChange) => Promise<boolean>;
  /** Takes in what the server holds now. */
  take: (stored: VersionedWork) => void;
  /** Resolves when nothing is on its way any more. */
  settled: () => Promise<void>;
};

/** How often a change is made again on what somebody else stored meanwhile. */
const TRIES = 4;

/**
 * Keeps the work of one job: what is shown is what the server holds with the changes on it that are on their way. A change
 * that comes too late is made again on top of what somebody else stored, so that two ticks at once both stand.
 */
export function keepWork(
  first: VersionedWork,
  put: Put,
  show: (work: VersionedWork) => void,
  tell: (words: string) => void,
): WorkKeeper {
  let stored = first;
  let waiting: { change: WorkChange; done: (stored: boolean) => void }[] = [];
  let running: Promise<void> | undefined;
  const display = (): void =>
    show({
      version: stored.version,
      work: waiting.reduce((work, { change }) => change(work), stored.work),
    });
  const storeOne = async (change: WorkChange): Promise<boolean> => {
    for (let tries = 0; tries < TRIES; tries++) {
      const answer = await put({ version: stored.version, work: change(stored.work) });
      if (answer.kind === 'ok') {
        stored = answer.value;
        return true;
      }
      if (answer.kind === 'unreachable' || answer.status !== 409) {
        tell(refusalWords(answer));
        return false;
      }
      stored = answer.current as VersionedWork;
    }
    tell('Others were faster again and again: not stored. Try once more.');
    return false;
  };
  const run = async (): Promise<void> => {
    for (let next = waiting[0]; next; next = waiting[0]) {
      const { change, done } = next;
      const kept = await storeOne(change);
      waiting = waiting.slice(1);
      display();
      done(kept);
    }
    running = undefined;
  };
  return {
    edit: (change) =>
      new Promise((done) => {
        waiting = [...waiting, { change, done }];
        display();
        running ??= run();
      }),
    take: (now) => {
      if (now.version < stored.version || running) return;
      stored = now;
      display();
    },
    settled: async () => running,
  };
}
