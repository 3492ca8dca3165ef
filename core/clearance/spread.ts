import type { TireSize } from '../tire/size';

/**
 * How far a tire may be from its stated size, one standard deviation in mm. Estimates: makers' sheets are
 * read off one mould; nominal sizes differ by up to 3 % in diameter and 8 mm and more in width.
 */
const TIRE_SPREAD = {
  maker: { diameterShare: 0.003, widthMm: 2 },
  code: { diameterShare: 0.012, widthMm: 5 },
} as const;

/** Standard normal distribution function (Abramowitz and Stegun 7.1.26, |error| < 1.5e-7). */
export function normalBelow(x: number): number {
  const t = 1 / (1 + 0.3275911 * (Math.abs(x) / Math.SQRT2));
  const series =
    t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
  const tail = 0.5 * series * Math.exp(-(x * x) / 2);
  return x >= 0 ? 1 - tail : tail;
}

/** Standard deviation in mm that the tape and the tire's own size give to one clearance. An estimate. */
export function clearanceSpreadMm(size: TireSize, tapeErrorMm: number): number {
  const radiusMm = (TIRE_SPREAD[size.source.diameter].diameterShare * size.overallDiameterMm) / 2;
  const halfWidthMm = TIRE_SPREAD[size.source.width].widthMm / 2;
  return Math.hypot(tapeErrorMm, radiusMm, halfWidthMm);
}

/** Chance, 0 to 1, that a clearance worked out as `clearanceMm` is in truth a contact. An estimate. */
export function chanceOfContact(clearanceMm: number, spreadMm: number): number {
  if (spreadMm <= 0) return clearanceMm < 0 ? 1 : 0;
  return normalBelow(-clearanceMm / spreadMm);
}
