import { LOG_KINDS } from '../../../core/format/names';
import { treadText, treadUnit } from './tread';
import type { Build } from '../../../core/format/build';
import { ROTATION_WORDS } from '../../../core/log/logEntry';
import { labelOf, poseShort } from '../../../core/verdict';
import { showRounded, showWithUnit, type UnitSystem } from '../../../core/units/quantity';
import type { TestReading } from '../../../core/format/testFit';
import type { LogEntry } from '../../../core/format/log';

export const mm = (value: number, units: UnitSystem): string => showRounded(value, 'length', units, 1);

export const STANCE_WORDS = { ride: 'level', ramp: 'ramp', loaded: 'loaded', crossed: 'hanging' } as const;

/** What was seen: `12 mm`, `scuff`, `clear`. */
export const seenWords = ({ gapMm, mark, clear }: TestReading, units: UnitSystem): string =>
  gapMm !== undefined ? mm(gapMm, units) : (mark ?? (clear ? 'clear' : ''));

export function readingWords(reading: TestReading, build: Build | null, units: UnitSystem): string {
  const { axle, side, direction, obstacle, lockDeg, travelMm } = reading;
  const place = build ? labelOf(build, axle, obstacle) : obstacle;
  return `${place}, ${side} ${axle}, ${poseShort(lockDeg, travelMm, units)}${direction === 'reverse' ? ', in reverse' : ''}`;
}

const ANGLES = ['casterDeg', 'camberDeg', 'toeDeg'] as const;
export const CHALK_WORDS = {
  even: 'wore evenly',
  centre: 'the middle went first',
  edges: 'the edges went first',
} as const;

/** One entry in a line, for the list and for a file. */
export function entryWords(entry: LogEntry, build: Build | null, units: UnitSystem): string {
  switch (entry.kind) {
    case 'test-fit':
      return `${readingWords(entry.reading, build, units)}: ${seenWords(entry.reading, units)}${entry.reading.sound ? `, ${entry.reading.sound}` : ''}${entry.reading.done ? `; ${entry.reading.done}` : ''}`;
    case 're-torque':
      return `${LOG_KINDS['re-torque']} to ${entry.torque || 'what is stated'}, ${entry.loose === 0 ? 'none was loose' : `${entry.loose} were loose`}`;
    case 'alignment':
      return `alignment: ${ANGLES.flatMap((key) => {
        const [before, after] = [entry.before[key], entry.after[key]];
        if (before === undefined && after === undefined) return [];
        return [
          `${key.replace('Deg', '')} ${before === undefined ? 'not read' : `${before}°`} → ${after === undefined ? 'not read' : `${after}°`}`,
        ];
      }).join(', ')}`;
    case 'tread':
      return `tread ${Object.entries(entry.mm)
        .map(
          ([place, read]) =>
            `${place} ${[read.inner, read.middle, read.outer].map((one) => treadText(one, units)).join('/')}`,
        )
        .join(', ')} ${treadUnit(units)}${entry.rotated ? `; moved: ${ROTATION_WORDS[entry.rotated]}` : ''}`;
    case 'pressures':
      return `pressures ${showWithUnit(entry.frontKpa, 'pressure', units)} front, ${showWithUnit(entry.rearKpa, 'pressure', units)} rear`;
    case 'chalk':
      return `chalk at ${showWithUnit(entry.kpa, 'pressure', units)}, ${entry.axle}: ${CHALK_WORDS[entry.mark]}`;
    case 'handed-over':
      return `handed over${entry.words ? `: ${entry.words}` : ''}`;
    case 'photo':
      return entry.words || 'photo';
    case 'note':
      return entry.words;
    case 'corrected':
      return `${entry.reading.confirmed ? 'read again, and so' : 'corrected'}: ${readingWords(entry.reading, build, units)}: ${seenWords(entry.reading, units)}`;
    case 'struck':
      return `struck out: ${entry.why}`;
    case 'restored':
      return 'put back what was struck out';
    case 'reconciled':
      return entry.dismissed
        ? `readings dismissed: ${entry.dismissed}`
        : `taken over as measured: ${entry.taken.map(({ key, mm: by }) => `${key} ${by > 0 ? '+' : ''}${mm(by, units)}`).join(', ')}`;
  }
}
