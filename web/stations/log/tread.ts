import { MM_PER_INCH } from '../../../core/units/length';
import type { UnitSystem } from '../../../core/units/quantity';

/** What one mark of a tread gauge is, mm: gauges that read in inches read thirty-seconds. */
export const TREAD_MARK_MM: Readonly<Record<UnitSystem, number>> = { metric: 1, inch: MM_PER_INCH / 32 };

/** A tread depth as its gauge says it: tenths of a millimetre, or thirty-seconds (`digits` parts of one). */
export const treadText = (mm: number, units: UnitSystem, digits = 0): string =>
  units === 'metric' ? String(Number(mm.toFixed(1 + digits))) : (mm / TREAD_MARK_MM.inch).toFixed(digits);

export const treadUnit = (units: UnitSystem): string => (units === 'metric' ? 'mm' : '/32 in');
