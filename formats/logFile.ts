import { stringify } from 'csv-stringify/browser/esm/sync';
import json from 'json-stringify-pretty-compact';
import type { LogEntry } from '../core/record/logEntry';

const COLUMNS = [
  'at',
  'by',
  'kind',
  'odometerKm',
  'axle',
  'side',
  'direction',
  'stance',
  'lockDeg',
  'travelMm',
  'obstacle',
  'gapMm',
  'mark',
  'clear',
  'sound',
  'done',
  'words',
] as const;

/** A log as CSV, one entry a line, test readings in columns of their own; numbers in mm, degrees and km. */
export function logCsv(log: readonly LogEntry[]): string {
  const rows = log.map((entry) => {
    const flat: Record<string, unknown> = { ...entry, ...('reading' in entry ? entry.reading : {}) };
    const words =
      entry.kind === 'test-fit'
        ? ''
        : entry.kind === 'note'
          ? entry.words
          : JSON.stringify(
              Object.fromEntries(
                Object.entries(entry).filter(
                  ([key]) => !['id', 'at', 'by', 'kind', 'stageId', 'odometerKm'].includes(key),
                ),
              ),
            );
    return COLUMNS.map((column) => (column === 'words' ? words : (flat[column] ?? '')));
  });
  return stringify([COLUMNS, ...rows], { cast: { boolean: String, number: String } });
}

/** A log as JSON, entry for entry as it is stored. */
export function logJson(log: readonly LogEntry[]): string {
  return `${json({ format: 'vexlo/log', version: 1, entries: log })}\n`;
}
