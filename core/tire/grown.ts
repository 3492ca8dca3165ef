import { MM_PER_INCH } from '../units/length';
import type { Tire } from '../format/tire';
import type { Use } from '../format/use';
import type { Wheel } from '../format/wheel';
import { tireSize, type TireSize } from './size';

/** How much wider and taller a tire in service may be than its size says: UN Regulation 30, 6.1.4.2.2 and 6.1.5.3. */
export const GROWTH = { width: 1.04, height: 1.04 } as const;

/** Whether the tire as it may grow in service decides the grade: the stage says so, or a rule that is in force. */
export const grownDecides = ({ tire, rules }: Pick<Use, 'tire' | 'rules'>): boolean =>
  tire === 'grown' || (rules?.rules.some(({ kind }) => kind === 'grown-tire') ?? false);

/** A mounted tire grown as far as it may: section width and section height; a tread width that its maker gives stays. */
export function grownSize(size: TireSize, tire: Pick<Tire, 'treadWidthMm'>, rimIn: number): TireSize {
  const sectionHeightMm = GROWTH.height * size.sectionHeightMm;
  return {
    ...size,
    sectionHeightMm,
    sectionWidthMm: GROWTH.width * size.sectionWidthMm,
    treadWidthMm: tire.treadWidthMm ?? GROWTH.width * size.treadWidthMm,
    overallDiameterMm: MM_PER_INCH * rimIn + 2 * sectionHeightMm,
  };
}

/** The size of a tire on its wheel as the grade is decided by it: as it is sold, or grown. */
export function decidingSize(
  { tire, wheel }: { tire: Tire; wheel: Wheel },
  use: Pick<Use, 'tire' | 'rules'>,
): TireSize {
  const size = tireSize(tire, wheel.widthIn);
  return grownDecides(use) ? grownSize(size, tire, wheel.diameterIn) : size;
}
