/** Something that is to run: begun, looked at, ended. */
export type Watched = {
  name: string;
  /** Resolves when it can be used; rejects with why it cannot. */
  begin: () => Promise<void>;
  alive: () => boolean;
};

/** From the first wait to the longest, ms; a thing that ran this long begins from the first again. */
const FIRST_PAUSE_MS = 500;
const LONGEST_PAUSE_MS = 30_000;
const SOUND_MS = 60_000;
const LOOK_MS = 500;
const MOST_AFTER_SUCCESS = 2;

/** The wait before the try after `failures` failed ones in a row, ms. */
export const pauseMs = (failures: number): number =>
  Math.min(LONGEST_PAUSE_MS, FIRST_PAUSE_MS * 2 ** Math.max(0, failures - 1));

/**
 * Keeps things running in their order until it is stopped: whatever has gone is begun again, with a pause that grows while it
 * fails. Says each time what went and what came of it.
 */
export async function keepRunning(
  things: readonly Watched[],
  signal: AbortSignal,
  say: (words: string) => void,
): Promise<void> {
  const failures = new Map<string, number>();
  const since = new Map(things.map(({ name }) => [name, Date.now()]));
  const pause = (ms: number): Promise<void> =>
    new Promise((resolve) => {
      const done = (): void => {
        clearTimeout(timer);
        signal.removeEventListener('abort', done);
        resolve();
      };
      const timer = setTimeout(done, ms);
      signal.addEventListener('abort', done);
    });
  const left = (): boolean => !signal.aborted;
  while (left()) {
    await pause(LOOK_MS);
    for (const { name, begin, alive } of things) {
      if (!left() || alive()) continue;
      if (Date.now() - (since.get(name) ?? 0) > SOUND_MS) failures.set(name, 0);
      const before = failures.get(name) ?? 0;
      say(`${name} has ended by itself; it is begun again`);
      await pause(before === 0 ? 0 : pauseMs(before));
      if (!left()) return;
      try {
        await begin();
        since.set(name, Date.now());
        // It can be begun: however often it ends after that, nobody waits for long.
        failures.set(name, Math.min(before + 1, MOST_AFTER_SUCCESS));
        say(`${name} runs again`);
      } catch (error) {
        failures.set(name, before + 1);
        const why = error instanceof Error ? error.message : String(error);
        say(`${name} cannot be begun: ${why}; tried again in ${pauseMs(before + 1) / 1000} s`);
        // What comes after it needs it.
        break;
      }
    }
  }
}
