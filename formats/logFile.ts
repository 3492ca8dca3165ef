import { csvOf } from './csvText';
import json from 'json-stringify-pretty-compact';
import { odometerOf } from '../core/log/logEntry';
import { lifeKindOf, type TimelineEvent } from '../core/history/vehicleTimeline';

const COLUMNS = [
  'at',
  'by',
  'job',
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
const HEAD: ReadonlySet<string> = new Set(['id', 'at', 'by', 'kind', 'stageId', 'odometerKm']);

/** What an event says beside its own columns. */
function wordsOf(event: TimelineEvent): string {
  if (event.kind === 'change')
    return `${event.of}, ${event.how}: ${event.changes.map(({ path }) => path).join(' ')}`;
  if (event.kind !== 'log') return event.words;
  const { entry } = event;
  if (entry.kind === 'test-fit') return '';
  if (entry.kind === 'note') return entry.words;
  return JSON.stringify(Object.fromEntries(Object.entries(entry).filter(([key]) => !HEAD.has(key))));
}

/** A vehicle's life as CSV, one event a line, test readings in columns of their own; numbers in mm, degrees and km. */
export function lifeCsv(events: readonly TimelineEvent[]): string {
  const rows = events.map((event) => {
    const entry = event.kind === 'log' ? event.entry : null;
    const flat: Record<string, unknown> = {
      ...(entry?.kind === 'test-fit' ? entry.reading : {}),
      odometerKm: entry ? odometerOf(entry) : undefined,
      at: event.at,
      by: event.by,
      job: event.job,
      kind: lifeKindOf(event),
      words: wordsOf(event),
    };
    return COLUMNS.map((column) => flat[column] as string | number | boolean | undefined);
  });
  return csvOf([COLUMNS, ...rows]);
}

/** A vehicle's life as JSON, event for event as it is stored. */
export function lifeJson(events: readonly TimelineEvent[]): string {
  return `${json({ format: 'vexlo/life', version: 1, events })}\n`;
}
