import type { Tire } from '../format/tire';
import { tireSize } from './size';

/**
 * The tire with another overall diameter, or another section width as it stands on a rim of `rimWidthIn`, both
 * mm, written as its maker's sheet would. A stated tread keeps its share of the section; one that follows from
 * the pattern does so by itself.
 */
export function resizedTire(
  tire: Tire,
  rimWidthIn: number,
  { diameterMm, widthMm }: { diameterMm?: number; widthMm?: number },
): Tire {
  const resized: Tire = { ...tire };
  if (diameterMm !== undefined) resized.overallDiameterMm = diameterMm;
  if (widthMm !== undefined) {
    const size = tireSize(tire, rimWidthIn);
    // On this rim a section stands wider or narrower than stated by the same mm whatever it is; taken off again.
    const added = tireSize({ ...tire, sectionWidthMm: 200 }, rimWidthIn).sectionWidthMm - 200;
    resized.sectionWidthMm = widthMm - added;
    if (tire.treadWidthMm !== undefined)
      resized.treadWidthMm = (tire.treadWidthMm / size.sectionWidthMm) * widthMm;
  }
  return resized;
}
