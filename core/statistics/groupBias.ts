import { grouped } from '../grouped';

/** What one vehicle taught of one thing: by how much it was otherwise than said, and how sure that is. */
export type BiasSample = { group: string; mm: number; spreadMm: number };

/** What a group of them says together. */
export type Bias = {
  group: string;
  count: number;
  /** Weighted mean, mm. */
  mm: number;
  /** How sure the mean is, one standard deviation, mm. */
  spreadMm: number;
  /** How far single ones lie apart, one standard deviation, mm; NaN for one alone. */
  scatterMm: number;
  /** More than two spreads from nothing, and more than one vehicle says so. */
  tells: boolean;
};

const SPREADS = 2;
const LEAST_MM = 0.5;

/**
 * Mean of each group, weighted by how sure each of its members is. The mean is taken to be no surer than the members'
 * scatter allows. Groups in the order of their counts, largest first.
 */
export function biasesOf(lessons: readonly BiasSample[]): Bias[] {
  return [...grouped(lessons, ({ group }) => group)]
    .map(([group, list]): Bias => {
      const weights = list.map(({ spreadMm }) => 1 / Math.max(LEAST_MM, spreadMm) ** 2);
      const sum = weights.reduce((a, b) => a + b, 0);
      const mm = list.reduce((total, one, i) => total + one.mm * (weights[i] ?? 0), 0) / sum;
      const scatterMm =
        list.length < 2
          ? NaN
          : Math.sqrt(list.reduce((total, one) => total + (one.mm - mm) ** 2, 0) / (list.length - 1));
      const spreadMm = Math.max(1 / Math.sqrt(sum), list.length < 2 ? 0 : scatterMm / Math.sqrt(list.length));
      return {
        group,
        count: list.length,
        mm,
        spreadMm,
        scatterMm,
        tells: list.length > 1 && Math.abs(mm) > SPREADS * spreadMm,
      };
    })
    .sort((a, b) => b.count - a.count || a.group.localeCompare(b.group));
}
