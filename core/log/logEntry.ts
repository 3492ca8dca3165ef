import type { TestReading } from '../format/testFit';
import type { Rotation, LogEntry } from '../format/log';

export const ROTATION_WORDS: Record<Rotation, string> = {
  'front-to-rear': 'front and rear changed, each on its side',
  'crossed-forward': 'rears crossed to the front, fronts straight back',
  'crossed-rearward': 'fronts crossed to the rear, rears straight forward',
  'side-to-side': 'left and right changed',
};

/** The test readings since the last time that some were taken over or dismissed. */
export function openReadings(log: readonly LogEntry[]): TestReading[] {
  const last = log.findLastIndex(({ kind }) => kind === 'reconciled');
  return log.slice(last + 1).flatMap((entry) => (entry.kind === 'test-fit' ? [entry.reading] : []));
}

/** The odometer of an entry, where it says one. */
export const odometerOf = (entry: LogEntry): number | undefined =>
  'odometerKm' in entry ? entry.odometerKm : undefined;
