import { wrap, type Remote } from 'comlink';

/** A search that has a worker to itself: the next one, or a hand, ends it by ending its worker. */
export type LoneWorker<Api> = {
  stop: () => void;
  /**
   * Asks a worker of its own, in place of the one before. `isMine` says whether none has taken its place since: what comes later is
   * told to nobody. Answers whether it ran through; one that was ended did.
   */
  run: (what: string, ask: (api: Remote<Api>, isMine: () => boolean) => Promise<void>) => Promise<boolean>;
};

export function loneWorker<Api>(make: () => Worker): LoneWorker<Api> {
  let worker: Worker | null = null;
  const stop = (): void => {
    worker?.terminate();
    worker = null;
  };
  return {
    stop,
    run: async (what, ask) => {
      stop();
      const mine = make();
      worker = mine;
      const isMine = (): boolean => worker === mine;
      const failed = new Promise<never>((_, reject) =>
        mine.addEventListener('error', () => reject(new Error('its worker did not run'))),
      );
      try {
        await Promise.race([ask(wrap<Api>(mine), isMine), failed]);
        return true;
      } catch (error) {
        console.error(what, error);
        return !isMine();
      } finally {
        mine.terminate();
        if (isMine()) worker = null;
      }
    },
  };
}
