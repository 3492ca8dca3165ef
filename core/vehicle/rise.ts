import type { AxleName } from '../format/names';
import type { Build } from '../format/build';
import { deriveFigures } from '../figures';

/**
 * By how much something rises over the ground at an axle, mm: the axle itself by half the growth of the tire, the
 * frame by springs and brackets too, the body by the body lift besides; sag takes from both.
 */
export function riseMm(
  build: Build,
  axle: AxleName,
  carrier: 'body' | 'frame' | 'axle',
  { growthMm } = deriveFigures(build),
): number {
  const tires = growthMm / 2;
  if (carrier === 'axle') return tires;
  const { springMm, bracketMm, bodyMm } = build.package.lift[axle];
  return tires + springMm + bracketMm + (carrier === 'body' ? bodyMm : 0) - build.package.sagMm[axle];
}
