import type { Grade } from '../clearance/grade';
import type { Pair } from './pairs';
import { costOf, ALREADY_FITTED, type Choice, type Space } from './space';

/** A package that keeps to every limit, by the numbers of its parts in the space. */
export type Found = {
  tire: number;
  wheel: number;
  spacer: number;
  lift: number;
  ratio: number;
  grade: Grade;
  /** Least clearance of both axles, mm. */
  leastMm: number;
  diameterMm: number;
  widthMm: number;
  sidewallMm: number;
  /** Share of the inside lock. */
  lockKept: number;
  /** null where a price is not known. */
  cost: number | null;
  /** Wheel and tire, one of each, kg; null where a mass is not known. */
  massKg: number | null;
  /** Load that the tires could carry beyond what is on their axle, as a share of it; null where it is not known. */
  reserve: number | null;
  liftMm: number;
  /** The heaviest kind of trimming that it asks for, from 0 (none). */
  cutRank: number;
};

/** The numbers that say which package of a space it is. */
export type Parts = Pick<Found, 'tire' | 'wheel' | 'spacer' | 'lift' | 'ratio'>;

/** What says the same package again. */
export const keyOf = ({ tire, wheel, spacer, lift, ratio }: Parts): string =>
  [tire, wheel, spacer, lift, ratio].join();

export function choiceOf(
  { tires, wheels, spacers, lifts, ratios }: Space,
  { tire, wheel, spacer, lift, ratio }: Parts,
): Choice {
  return {
    tire: tires[tire]!,
    wheel: wheels[wheel]!,
    spacer: spacers[spacer]!,
    lift: lifts[lift]!,
    ratio: ratios[ratio]!,
  };
}

/** What is known of a wheel with its tire and spacer, whichever lift and ratio it goes with. */
export type WheelFigures = Pick<
  Found,
  'diameterMm' | 'widthMm' | 'sidewallMm' | 'cost' | 'massKg' | 'reserve'
>;

export function figuresOf(
  { spacers, tires, wheels }: Space,
  spacer: number,
  { tire, wheel, size, reserve }: Pair,
): WheelFigures {
  const { massKg } = tires[tire]!.tire;
  const offered = { tire: tires[tire]!, wheel: wheels[wheel]!, spacer: spacers[spacer]! };
  return {
    diameterMm: size.overallDiameterMm,
    widthMm: size.sectionWidthMm,
    sidewallMm: size.sectionHeightMm,
    cost: costOf({ ...offered, lift: ALREADY_FITTED, ratio: ALREADY_FITTED }),
    massKg: massKg === undefined ? null : massKg + wheels[wheel]!.wheel.massKg,
    reserve,
  };
}

/** Whether a is at least as good as b in all that packages of one tire and lift differ in. */
export function atLeast(a: Found, b: Found): boolean {
  return (
    a.leastMm >= b.leastMm &&
    a.lockKept >= b.lockKept &&
    (a.cost ?? Infinity) <= (b.cost ?? Infinity) &&
    (a.massKg ?? Infinity) <= (b.massKg ?? Infinity) &&
    a.sidewallMm >= b.sidewallMm &&
    a.cutRank <= b.cutRank
  );
}
