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

/** How far a point may be from where it is that was guessed where the rest of its part was read, one standard deviation. An estimate. */
export const GUESSED_POINT_MM = 18;
/** The same of a part of which nothing was read, and that was taken from a typical well. An estimate. */
export const WHOLLY_GUESSED_MM = 30;
/**
 * The same of lip and liner, which clear the wheel at full bump, and of what rides on the upright, which was drawn around the wheel
 * that the vehicle came with. Estimates.
 */
export const GUESSED_WELL_MM = 25;
export const GUESSED_ON_UPRIGHT_MM = 8;
/** The same of a lip or a liner that was put where the other one was read to be. An estimate. */
export const GUESSED_BESIDE_OTHER_MM = 12;
/**
 * How much (of the variance) what is guessed of a lip and a liner is off alike: a well that is larger than the typical one is so in
 * both. An estimate.
 */
export const WELL_SHARE = 0.8;
/** How far a vehicle may stand from the ride height it was measured at, one standard deviation. An estimate. */
export const RIDE_SPREAD_MM = 5;

/** What makes a clearance unsure, each part one standard deviation in mm. */
export type SpreadParts = { tapeMm: number; tireMm: number; rideMm: number; giveMm: number };

/** How far over all and section width may be from what they are said to be, one standard deviation, mm. An estimate. */
export function sizeSpreadMm(size: TireSize): { diameterMm: number; widthMm: number } {
  return {
    diameterMm: TIRE_SPREAD[size.source.diameter].diameterShare * size.overallDiameterMm,
    widthMm: TIRE_SPREAD[size.source.width].widthMm,
  };
}

/** The part that the tire's own size gives. An estimate. */
export function tireSpreadMm(size: TireSize): number {
  const { diameterMm, widthMm } = sizeSpreadMm(size);
  return Math.hypot(diameterMm / 2, widthMm / 2);
}

/** Standard deviation in mm of one clearance: its parts do not depend on one another. */
export function clearanceSpreadMm({ tapeMm, tireMm, rideMm, giveMm }: SpreadParts): number {
  return Math.hypot(tapeMm, tireMm, rideMm, giveMm);
}

/** Chance, 0 to 1, that a clearance worked out as `clearanceMm` is in truth a contact. An estimate. */
export function chanceOfContact(clearanceMm: number, spreadMm: number): number {
  if (spreadMm <= 0) return clearanceMm < 0 ? 1 : 0;
  return normalBelow(-clearanceMm / spreadMm);
}

/** Nodes and weights of Gauss and Hermite's rule for a standard normal deviate, nine of them: exact to the 17th power. */
const NORMAL_NODES = [
  [0, 0.4063492063492063],
  [1.0232556637891326, 0.2440975028949394],
  [2.0768479786778302, 0.0499164067652178],
  [3.20542900285647, 0.0027891413212318],
  [4.512745863399783, 0.0000223458440077],
] as const;

/**
 * Half of what a tape is off by (its variance) goes along with a whole edge, as where it was hooked does; the other half is each
 * reading's own. An estimate.
 */
export const SHARED_SHARE = 0.5;

/**
 * Chance, 0 to 1, that an edge touches in truth: `pointsMm` are the clearances worked out for its measured points. What is off
 * for the whole edge (the tire, the ride height, the bushings, half of the tape) moves all of them; the rest is each point's own,
 * and of many that nearly touch one is likely to. An estimate.
 */
export function chanceAlong(pointsMm: readonly number[], parts: SpreadParts): number {
  const sharedMm = Math.hypot(
    parts.tireMm,
    parts.rideMm,
    parts.giveMm,
    parts.tapeMm * Math.sqrt(SHARED_SHARE),
  );
  const ownMm = parts.tapeMm * Math.sqrt(1 - SHARED_SHARE);
  const clearWith = (shift: number): number =>
    pointsMm.reduce((clear, mm) => clear * (1 - chanceOfContact(mm + shift, ownMm)), 1);
  return NORMAL_NODES.reduce((sum, [node, weight]) => {
    const both = node === 0 ? [0] : [node * sharedMm, -node * sharedMm];
    return sum + both.reduce((part, shift) => part + weight * (1 - clearWith(shift)), 0);
  }, 0);
}
