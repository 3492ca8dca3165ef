import { show, showRounded, unitOf, type UnitSystem } from '../units/quantity';
import type { Elevation, HeightChange } from './elevation';

/** A height before and after in the units of the person, and by how much it changes; where nobody measured it only the change is known. */
export function heightFigures(
  { before, byMm }: HeightChange,
  units: UnitSystem,
): { heights: string; by: string } {
  const by = `${byMm < 0 ? '−' : '+'}${showRounded(Math.abs(byMm), 'length', units)}`;
  const figure = (mm: number): string => show(units === 'metric' ? Math.round(mm) : mm, 'length', units);
  return {
    heights:
      before === null
        ? 'not measured'
        : `${figure(before)} → ${figure(before + byMm)} ${unitOf('length', units)}`,
    by,
  };
}

/** The same as one sentence. */
export function heightWords(change: HeightChange, units: UnitSystem): string {
  const { heights, by } = heightFigures(change, units);
  return `${change.what}: ${heights}, ${by}`;
}

/** What of the drawing is an estimate, in one sentence; empty where all was measured. */
export function estimatedWords({ estimated }: Elevation, kind: string): string {
  const shape = `The shape between the figures is that of a usual ${kind}`;
  return estimated.length === 0 ? `${shape}.` : `${shape}; estimated, not measured: ${estimated.join(', ')}.`;
}
