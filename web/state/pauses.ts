/** How long it waits before each new try at a server that cannot be reached, ms; the last for all that follow. */
const PAUSES_MS: readonly number[] = [1000, 2000, 4000, 8000, 15_000];

/** The pause after so many failures in a row. */
export const pauseAfter = (failures: number, pausesMs = PAUSES_MS): number =>
  pausesMs[Math.min(failures, pausesMs.length - 1)] ?? 0;
