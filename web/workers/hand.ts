/** What of a worker this needs; a stand-in in tests. */
type Thread = {
  addEventListener: (type: 'error', told: () => void) => void;
  terminate: () => void;
};

const TRIES = 4;
const AGAIN_MS = 1000;

class ThreadGone extends Error {}

/**
 * Asks threads that are begun when they are first needed, one of each name. One whose script did not arrive, or that fell over
 * outside of a question, never answers: it is ended, another is begun and asked the same. After `TRIES` it is an error.
 */
export function handsOf<Name extends string, Api, T extends Thread = Worker>(
  begin: (name: Name) => T,
  wrap: (thread: T) => Api,
  pause: (ms: number) => Promise<void> = (ms) => new Promise((resolve) => setTimeout(resolve, ms)),
): <Answer>(name: Name, ask: (api: Api) => Promise<Answer>) => Promise<Answer> {
  type Hand = { api: Api; gone: Promise<never> };
  const hands = new Map<Name, Hand>();
  const handOf = (name: Name): Hand => {
    const known = hands.get(name);
    if (known) return known;
    const thread = begin(name);
    const gone = new Promise<never>((_, reject) => {
      thread.addEventListener('error', () => {
        hands.delete(name);
        thread.terminate();
        reject(new ThreadGone(`the thread “${name}” did not run`));
      });
    });
    // Whoever asks is told; nobody need be asking when it happens.
    gone.catch(() => undefined);
    const hand = { api: wrap(thread), gone };
    hands.set(name, hand);
    return hand;
  };
  return async (name, ask) => {
    for (let left = TRIES; ; left--) {
      const { api, gone } = handOf(name);
      try {
        return await Promise.race([ask(api), gone]);
      } catch (error) {
        if (!(error instanceof ThreadGone) || left <= 1) throw error;
        await pause(AGAIN_MS);
      }
    }
  };
}
