import type { Terms } from '../../../core/format/quote';
import { roundMoney } from '../../../core/quote/quote';
import { MERIT_WORDS, type Difference, type Merit, type Ranked } from '../../../core/search/ranking';
import { showRounded, type UnitSystem } from '../../../core/units/quantity';

type Words = (by: number, units: UnitSystem, terms: Terms) => string;

const length = (mm: number, units: UnitSystem): string => showRounded(mm, 'length', units);
const share = (by: number): string => `${Math.round(by * 100)} %`;

/** How much of each thing, said with more of it and with less of it; `by` is how much, always above 0. */
const MORE: Readonly<Record<Merit, readonly [better: Words, worse: Words]>> = {
  diameter: [(by, units) => `${length(by, units)} larger`, (by, units) => `${length(by, units)} smaller`],
  clearance: [
    (by, units) => `${length(by, units)} more room`,
    (by, units) => `${length(by, units)} less room`,
  ],
  lock: [(by) => `${share(by)} more lock`, (by) => `${share(by)} less lock`],
  cost: [
    (by, _, terms) => `${roundMoney(by, terms)} less`,
    (by, _, terms) => `${roundMoney(by, terms)} more`,
  ],
  mass: [
    (by, units) => `${showRounded(by, 'mass', units)} lighter a wheel`,
    (by, units) => `${showRounded(by, 'mass', units)} heavier a wheel`,
  ],
  sidewall: [
    (by, units) => `${length(by, units)} more sidewall`,
    (by, units) => `${length(by, units)} less sidewall`,
  ],
  uncut: [() => 'less cutting', () => 'more cutting'],
  lift: [(by, units) => `${length(by, units)} lower`, (by, units) => `${length(by, units)} higher`],
  reserve: [(by) => `${share(by)} more load in reserve`, (by) => `${share(by)} less load in reserve`],
};

function differenceWords({ merit, by }: Difference, units: UnitSystem, terms: Terms): string {
  const [better, worse] = MORE[merit];
  return (by > 0 ? better : worse)(Math.abs(by), units, terms);
}

/** What is said for a line of the ranking: what it is best at, or what it has on the first one and what that costs. */
export function lineWords(
  { best, against }: Pick<Ranked, 'best' | 'against'>,
  first: boolean,
  units: UnitSystem,
  terms: Terms,
): string {
  if (best.length > 0) return best.map((merit) => MERIT_WORDS[merit]).join(', ');
  if (against.length === 0) return first ? 'best by what matters' : 'much like the first';
  return `than the first: ${against.map((one) => differenceWords(one, units, terms)).join(', ')}`;
}
