import type { Assessment } from '../assess';
import type { AxleName } from '../format/names';
import type { Build } from '../format/build';
import type { Quantity } from '../units/quantity';
import type { Wording } from '../wording';

/** Something that the learner moves: along a tape, or from one name to the next. */
export type Control = { id: string; words: string } & (
  | { kind: 'tape'; quantity: Quantity; min: number; max: number; step: number; start: number }
  | { kind: 'names'; names: readonly (readonly [value: number, words: string])[]; start: number }
);
export type Values = Readonly<Record<string, number>>;
export type Fact = { words: string; value: number; quantity: Quantity; digits?: number };
/** `way` says which way it is missed by, without saying by how much. */
export type LessonVerdict = { right: boolean; reason: Wording; way?: 'more' | 'less' };

/** One short lesson: a question on a vehicle that is answered by moving something, checked by what the move really does. */
export type Lesson = {
  id: string;
  title: string;
  question: Wording;
  /** Which of the shop's example builds it is on. */
  build: string;
  /** Which corner is drawn. */
  axle: AxleName;
  /** Drawn straight ahead at ride height: the question is not of where the wheel is nearest. */
  straight?: true;
  controls: (base: Build) => Control[];
  /** The build with the move made; the same build where the move is not one of a part. */
  apply: (base: Build, values: Values) => Build;
  /** What is read off while moving. It must not give the answer away. */
  facts: (base: Build, values: Values, assessment: () => Assessment) => Fact[];
  judge: (base: Build, values: Values, assessment: () => Assessment) => LessonVerdict;
};

/** What a tape says against where it should stand, from `low` to `high`. */
export const judged = (value: number, low: number, high: number): Pick<LessonVerdict, 'right' | 'way'> =>
  value < low
    ? { right: false, way: 'more' }
    : value > high
      ? { right: false, way: 'less' }
      : { right: true };

/** A tape to move in steps of a millimetre. */
export const tapeMm = (
  id: string,
  words: string,
  [min, max]: readonly [number, number],
  start: number,
): Control => ({
  id,
  words,
  kind: 'tape',
  quantity: 'length',
  min,
  max,
  step: 1,
  start,
});

export const startOf = (controls: readonly Control[]): Values =>
  Object.fromEntries(controls.map(({ id, start }) => [id, start]));

/** A build with another package. */
export const withPackage = (base: Build, change: Partial<Build['package']>): Build => ({
  ...base,
  package: { ...base.package, ...change },
});
/** A build with another lift of one axle. */
export const withLift = (
  base: Build,
  axle: AxleName,
  change: Partial<Build['package']['lift']['front']>,
): Build =>
  withPackage(base, { lift: { ...base.package.lift, [axle]: { ...base.package.lift[axle], ...change } } });

export const length = (words: string, value: number): Fact => ({
  words,
  value,
  quantity: 'length',
  digits: 1,
});
