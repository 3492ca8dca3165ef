import { LOG_KINDS, type LogKind } from '../format/names';
import type { Change } from './diff';
import type { LogEntry } from '../format/log';

/** Something that happened to a vehicle, whichever of its jobs it was on. */
export type TimelineEvent = { id: string; at: string; by: string; job: string } & (
  | { kind: 'log'; entry: LogEntry }
  | { kind: 'change'; of: string; how: 'import' | 'edit' | 'undo' | 'redo'; changes: Change[] }
  | { kind: 'tick'; words: string }
  | { kind: 'quote'; words: string }
);

/** What the timeline can be narrowed to. */
export type LifeKind = LogKind | 'change' | 'tick' | 'quote';
export const LIFE_KINDS: Record<LifeKind, string> = {
  ...LOG_KINDS,
  change: 'change to vehicle or stage',
  tick: 'work ticked',
  quote: 'quote',
};

export const lifeKindOf = (event: TimelineEvent): LifeKind =>
  event.kind === 'log' ? event.entry.kind : event.kind;

/** An entry of the log as something that happened. */
export const logEvent = (entry: LogEntry, job: string): TimelineEvent => ({
  id: entry.id,
  at: entry.at,
  by: entry.by,
  job,
  kind: 'log',
  entry,
});

/** The whole life, newest first; entries of the log that both lists hold stand once. */
export function timelineOf(
  events: readonly TimelineEvent[],
  log: readonly LogEntry[],
  job: string,
): TimelineEvent[] {
  const known = new Set(events.map(({ id }) => id));
  const own = log.filter(({ id }) => !known.has(id)).map((entry) => logEvent(entry, job));
  return [...events, ...own].sort((a, b) => b.at.localeCompare(a.at));
}
