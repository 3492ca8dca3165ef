import type { AxleName } from '../../format/names';
import type { Build } from '../../format/build';
import { resizedTire } from '../../tire/resized';
import { tireSize } from '../../tire/size';
import { MM_PER_INCH } from '../../units/length';
import { cutDepths, leastWhole, sweepCorner, sweepInputOf } from '../corner';
import { buildSilhouette, familyOf, judgeSilhouette } from '../silhouette';
import { decidingProfile } from '../profile';
import type { Package } from '../../format/package';

/**
 * Which tires would stand at the margin on this wheel, with this lift: for each section width (mounted, mm) the
 * largest overall diameter, null where not even the smallest does. `largest` is for the tire as it is: the
 * diameter at its width, the width at its diameter.
 */
export type FreeRegion = {
  axle: AxleName;
  edge: { widthMm: number; diameterMm: number | null }[];
  largest: { diameterMm: number | null; widthMm: number | null };
  /** The largest diameter and width that were looked at. */
  limits: { diameterMm: number; widthMm: number };
};

const WIDTHS = { from: 175, to: 375, step: 10 } as const;
const LARGEST_DIAMETER_MM = 1120;
const LEAST_SIDEWALL_MM = 40;
const EXACT_MM = 0.5;
/** By so much at a time a tire is made smaller until it surely fits. */
const SURE_STEP_MM = 0.5;

/** The largest value in [low, high] that holds, to `EXACT_MM`; null where `low` does not. Holds must be monotone. */
function largestThat(low: number, high: number, holds: (value: number) => boolean): number | null {
  if (!holds(low)) return null;
  if (holds(high)) return high;
  let [good, bad] = [low, high];
  while (bad - good > EXACT_MM) {
    const middle = (good + bad) / 2;
    if (holds(middle)) good = middle;
    else bad = middle;
  }
  return good;
}

/**
 * The free region of one corner, by bisection on its silhouette: a larger tire of the same width holds the smaller
 * one, so what meets the small one meets the large one too.
 */
export function freeRegion(build: Build, axle: AxleName): FreeRegion {
  const { vehicle, use, package: pack } = build;
  const { tire, wheel } = pack;
  const size = tireSize(tire, wheel.widthIn);
  const corner = sweepCorner(sweepInputOf({ vehicle, package: pack, use }, axle));
  const cut = cutDepths(corner.corner.obstacles, pack.cuts);
  const smallestMm = MM_PER_INCH * wheel.diameterIn + 2 * LEAST_SIDEWALL_MM;
  const sized = (diameterMm: number, widthMm: number): Package => ({
    ...pack,
    tire: resizedTire(tire, wheel.widthIn, { diameterMm, widthMm }),
  });
  const corners = [
    [smallestMm, WIDTHS.from],
    [smallestMm, WIDTHS.to],
    [LARGEST_DIAMETER_MM, WIDTHS.from],
    [LARGEST_DIAMETER_MM, WIDTHS.to],
    [size.overallDiameterMm, size.sectionWidthMm],
  ] as const;
  const silhouette = buildSilhouette(
    corner,
    familyOf(corners.map(([d, w]) => decidingProfile(sized(d, w), use))),
  );
  const least = new Float64Array(corner.flat.count);
  const holds = (diameterMm: number, widthMm: number): boolean => {
    judgeSilhouette(silhouette, decidingProfile(sized(diameterMm, widthMm), use), cut, least);
    return least.every((gap) => gap >= use.marginMm - 1e-9);
  };
  const surely = (diameterMm: number, widthMm: number): boolean =>
    leastWhole(corner, decidingProfile(sized(diameterMm, widthMm), use), cut).least.every(
      (gap) => gap >= use.marginMm - 1e-9,
    );
  /** What the silhouette holds, made smaller until it holds between the poses of the grid too. */
  const sure = (value: number | null, low: number, at: (value: number) => boolean): number | null => {
    for (let one = value; one !== null && one >= low; one -= SURE_STEP_MM) if (at(one)) return one;
    return null;
  };
  const diameterAt = (widthMm: number): number | null =>
    sure(
      largestThat(smallestMm, LARGEST_DIAMETER_MM, (diameterMm) => holds(diameterMm, widthMm)),
      smallestMm,
      (diameterMm) => surely(diameterMm, widthMm),
    );
  return {
    axle,
    edge: Array.from({ length: (WIDTHS.to - WIDTHS.from) / WIDTHS.step + 1 }, (_, i) => {
      const widthMm = WIDTHS.from + i * WIDTHS.step;
      return { widthMm, diameterMm: diameterAt(widthMm) };
    }),
    largest: {
      diameterMm: diameterAt(size.sectionWidthMm),
      widthMm: sure(
        largestThat(WIDTHS.from, WIDTHS.to, (widthMm) => holds(size.overallDiameterMm, widthMm)),
        WIDTHS.from,
        (widthMm) => surely(size.overallDiameterMm, widthMm),
      ),
    },
    limits: { diameterMm: LARGEST_DIAMETER_MM, widthMm: WIDTHS.to },
  };
}
