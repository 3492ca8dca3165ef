import type { Rotation } from '../format/names';
import type { TestReading } from '../format/testFit';
import type { LogEntry } from '../format/log';

export const ROTATION_WORDS: Record<Rotation, string> = {
  'front-to-rear': 'front and rear changed, each on its side',
  'crossed-forward': 'rears crossed to the front, fronts straight back',
  'crossed-rearward': 'fronts crossed to the rear, rears straight forward',
  'side-to-side': 'left and right changed',
};

type Corrected = Extract<LogEntry, { kind: 'corrected' }>;
export type TestFit = Extract<LogEntry, { kind: 'test-fit' }>;

/** Which entries of a log are struck out as it stands now, by id. */
export function struckOf(
  log: readonly { kind: LogEntry['kind']; of?: string | null | undefined }[],
): ReadonlySet<string> {
  const struck = new Set<string>();
  for (const { kind, of } of log) {
    if (of === undefined || of === null) continue;
    if (kind === 'struck') struck.add(of);
    else if (kind === 'restored') struck.delete(of);
  }
  return struck;
}

/** What later entries of a log say of earlier ones, by id: which are struck out, and the last correction of each. */
export function amendmentsOf(log: readonly LogEntry[]): {
  struck: ReadonlySet<string>;
  corrected: ReadonlyMap<string, Corrected>;
} {
  const corrected = new Map<string, Corrected>();
  for (const entry of log) if (entry.kind === 'corrected') corrected.set(entry.of, entry);
  return { struck: struckOf(log), corrected };
}

/** A log as it stands now, in its order: what was struck out is left out, a corrected reading stands with its last figure. */
export function asItStands(log: readonly LogEntry[]): LogEntry[] {
  const { struck, corrected } = amendmentsOf(log);
  return log.flatMap((entry): LogEntry[] => {
    if (entry.kind === 'corrected' || entry.kind === 'struck' || entry.kind === 'restored') return [];
    if (struck.has(entry.id)) return [];
    const reading = entry.kind === 'test-fit' ? corrected.get(entry.id)?.reading : undefined;
    return reading && entry.kind === 'test-fit' ? [{ ...entry, reading }] : [entry];
  });
}

/** The test fits since the last time that some were taken over or dismissed, as they stand. */
export function openTestFits(log: readonly LogEntry[]): TestFit[] {
  const now = asItStands(log);
  const last = now.findLastIndex(({ kind }) => kind === 'reconciled');
  return now.slice(last + 1).flatMap((entry) => (entry.kind === 'test-fit' ? [entry] : []));
}

/** Whether two readings are of the same wheel in the same pose, held against the same thing. */
export const samePlace = (a: TestReading, b: TestReading): boolean =>
  (['axle', 'side', 'direction', 'stance', 'lockDeg', 'travelMm', 'obstacle'] as const).every(
    (key) => a[key] === b[key],
  );

/** The odometer of an entry, where it says one. */
export const odometerOf = (entry: LogEntry): number | undefined =>
  'odometerKm' in entry ? entry.odometerKm : undefined;
