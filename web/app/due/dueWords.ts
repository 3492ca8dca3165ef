import type { Due } from '../../../core/log/due';
import { sayDate } from '../../../core/time/wallClock';
import { showWithUnit, type UnitSystem } from '../../../core/units/quantity';

/** Something that is due, as it is read on a screen. */
export const dueWords = ({ label, on, atKm, byPace }: Due, units: UnitSystem): string =>
  `${label}${on ? ` by ${sayDate(on)}` : ''}${byPace ? ' (at its pace, an estimate)' : ''}${atKm === null ? '' : `, at ${showWithUnit(atKm, 'distance', units)}`}`;
