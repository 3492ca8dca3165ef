import type { BuildFile } from '../format/build';
import { withoutExtensions } from '../format/fields';
import type { LogEntry } from '../format/log';

/** What stands where a name was. */
export const ERASED = 'name erased';

/**
 * An entry of a log without what somebody wrote in words, when a customer is erased; null where it is nothing else. Figures,
 * poses and marks stay: they are what the shop learned, and say nothing of whose vehicle it was.
 */
export function withoutWords(entry: LogEntry): LogEntry | null {
  switch (entry.kind) {
    case 'note':
    case 'photo':
      return null;
    case 'test-fit':
    case 'corrected': {
      const { sound: _sound, done: _done, ...reading } = entry.reading;
      return { ...entry, reading };
    }
    case 'handed-over':
      return { ...entry, words: '' };
    case 'reconciled':
      return entry.dismissed === undefined ? entry : { ...entry, dismissed: ERASED };
    case 'struck':
      return { ...entry, why: ERASED };
    case 're-torque':
    case 'alignment':
    case 'tread':
    case 'chalk':
    case 'pressures':
    case 'restored':
      return entry;
  }
}

/** A vehicle as it was measured, under another label and without what anybody noted beside the format. */
export const withoutName = (vehicle: BuildFile['vehicle'], label: string): BuildFile['vehicle'] => ({
  ...(withoutExtensions(vehicle) as BuildFile['vehicle']),
  label,
});
