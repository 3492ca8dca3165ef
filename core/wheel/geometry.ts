import type { Steering } from '../format/vehicle';
import type { Wheel } from '../format/wheel';
import type { TireSize } from '../tire/size';
import { MM_PER_INCH } from '../units/length';

/** The top of a J flange over the bead seat, mm: it stands inside the sidewall and is not to be met. */
export const FLANGE_HEIGHT_MM = 17.5;
/** Each of the two flanges adds half an inch to the width between the beads. */
const FLANGES_IN = 1;

/** A rim from flange edge to flange edge, mm. */
export const overallWidthMm = (widthIn: number): number => MM_PER_INCH * (widthIn + FLANGES_IN);

/** Hub face to inner flange edge, mm: more offset, more backspacing. */
export function backspacingMm(wheel: Pick<Wheel, 'widthIn' | 'offsetMm'>): number {
  return overallWidthMm(wheel.widthIn) / 2 + wheel.offsetMm;
}

/** The offset that a measured backspacing means, mm. */
export function offsetFromBackspacingMm(widthIn: number, backspacing: number): number {
  return backspacing - overallWidthMm(widthIn) / 2;
}

export type WheelPlanes = { centrePlaneMm: number; innerEdgeMm: number; outerEdgeMm: number };

/** Tire centre plane and edges from the hub face, mm, outboard positive. */
export function wheelPlanes(wheel: Wheel, spacerMm: number, size: TireSize): WheelPlanes {
  const centrePlaneMm = spacerMm - wheel.offsetMm;
  return {
    centrePlaneMm,
    innerEdgeMm: centrePlaneMm - size.sectionWidthMm / 2,
    outerEdgeMm: centrePlaneMm + size.sectionWidthMm / 2,
  };
}

/** Scrub radius in mm: positive, the contact patch is outboard of where the kingpin line meets the ground. */
export function scrubRadiusMm(
  steering: Steering,
  centrePlaneMm: number,
  rollingCircumferenceMm: number,
): number {
  const rollingRadiusMm = rollingCircumferenceMm / (2 * Math.PI);
  return centrePlaneMm + steering.kingpinMm - rollingRadiusMm * Math.tan((steering.kpiDeg * Math.PI) / 180);
}
