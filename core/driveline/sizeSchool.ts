import { inMm, say, type Wording } from '../wording';
import type { AxleName } from '../format/names';
import type { Build } from '../format/build';
import { tireSize } from '../tire/size';
import { partWords } from '../format/names';
import type { Axle } from '../format/driveline';
import type { AxleStrength } from './strength';
import type { SizeRow } from '../format/sizeTable';

export type SizeVerdict = {
  row: SizeRow;
  diameterMm: number;
  /** Fits as it is, fits only with the row's upgrades, or is too tall for either. */
  verdict: 'as-it-is' | 'with-upgrades' | 'too-tall';
};

/** The row for an axle: the largest ring size that it reaches. */
export function rowFor(table: readonly SizeRow[], { ringGearMm }: Axle): SizeRow | undefined {
  if (ringGearMm === undefined) return undefined;
  return [...table].sort((a, b) => b.fromRingMm - a.fromRingMm).find((row) => ringGearMm >= row.fromRingMm);
}

/** What the tire-size school says of one driven axle; undefined where its ring gear is not known or in no row. */
export function sizeVerdict(
  build: Build,
  axle: AxleName,
  table: readonly SizeRow[],
): SizeVerdict | undefined {
  const part = build.vehicle.axles?.[axle];
  const row = part?.driven ? rowFor(table, part) : undefined;
  if (!row) return undefined;
  const diameterMm = tireSize(build.package.tire, build.package.wheel.widthIn).overallDiameterMm;
  return {
    row,
    diameterMm,
    verdict:
      diameterMm <= row.largestMm ? 'as-it-is' : diameterMm <= row.upgradedMm ? 'with-upgrades' : 'too-tall',
  };
}

/**
 * Where the two schools disagree about an axle, in a sentence: the size table's verdict beside the torque ladder.
 * undefined where they agree or one is silent.
 */
export function disagreement(
  axle: AxleName,
  size: SizeVerdict | undefined,
  { parts, weakest }: AxleStrength,
): Wording | undefined {
  const least = parts.find(({ part }) => part === weakest);
  if (!size || !least) return undefined;
  const name = partWords(least.part);
  const sizeHolds = size.verdict === 'as-it-is';
  const torqueHolds = least.factor >= 1;
  if (sizeHolds === torqueHolds) return undefined;
  const shown = say`${inMm(size.diameterMm, 0)}`;
  return sizeHolds
    ? say`By size the ${axle} axle takes a tire of ${shown} (rule of thumb up to ${inMm(size.row.largestMm)}), by torque its ${name} takes only ${least.factor.toFixed(2)} of what this driving may ask: gearing, mass and style weigh more here than height.`
    : say`By size a tire of ${shown} is too tall for the ${axle} axle as it is (rule of thumb up to ${inMm(size.row.largestMm)}), by torque its weakest part, the ${name}, takes ${least.factor.toFixed(2)} of what this driving may ask: the rule does not know how gently it is driven.`;
}
