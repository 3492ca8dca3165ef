import type { JobPart, PartState } from '../format/jobPart';
import { grouped } from '../grouped';
import { cents } from '../quote/quote';
import { isWaitedFor, stateOf } from './partLife';

/** A part of some job of the shop. */
export type ShopPart = { jobId: number; job: string; vehicle: string; part: JobPart };
/** What is to be ordered or still comes from one supplier; the empty name is that of parts for which nobody said. */
export type SupplierParts = { supplier: string; parts: ShopPart[] };

/** Parts that are wanted or on their way, by supplier and by job; those that nobody decided on stand last. */
export function bySupplier(parts: readonly ShopPart[]): SupplierParts[] {
  const groups = grouped(
    parts.filter(({ part }) => isWaitedFor(part)),
    ({ part }) => part.supplier,
  );
  const last = (supplier: string): number => (supplier === '' ? 1 : 0);
  return [...groups]
    .map(([supplier, list]) => ({
      supplier,
      parts: [...list].sort(
        (a, b) => a.job.localeCompare(b.job, 'en') || a.part.label.localeCompare(b.part.label, 'en'),
      ),
    }))
    .sort((a, b) => last(a.supplier) - last(b.supplier) || a.supplier.localeCompare(b.supplier, 'en'));
}

/** What the parts of a list come to, in hundredths, and how many of them have no price. */
export function sumOf(parts: readonly ShopPart[]): { cents: number; unpriced: number } {
  return {
    cents: parts.reduce((sum, { part }) => sum + cents((part.price ?? 0) * part.count), 0),
    unpriced: parts.filter(({ part }) => part.price === null).length,
  };
}

/** Only the parts that are in one state: what nobody ordered yet, or what is on its way. */
export const partsIn = (groups: readonly SupplierParts[], state: PartState): SupplierParts[] =>
  groups
    .map(({ supplier, parts }) => ({
      supplier,
      parts: parts.filter(({ part }) => stateOf(part) === state),
    }))
    .filter(({ parts }) => parts.length > 0);

/** The same thing for one job or for several, as a supplier reads it: how many in all, and for which. */
export type OrderLine = {
  label: string;
  price: number | null;
  count: number;
  jobs: string[];
  vehicles: string[];
};

/** Parts of one supplier, those that are the same thing at the same price in one line, in the order in which they stand first. */
export function orderLines(parts: readonly ShopPart[]): OrderLine[] {
  const same = grouped(parts, ({ part }) => JSON.stringify([part.item ?? null, part.label, part.price]));
  return [...same.values()].map((all) => {
    const [{ part }] = all;
    const each = <T>(of: (one: ShopPart) => T): T[] => [...new Set(all.map(of))];
    return {
      label: part.label,
      price: part.price,
      count: all.reduce((sum, one) => sum + one.part.count, 0),
      jobs: each(({ job }) => job),
      vehicles: each(({ vehicle }) => vehicle),
    };
  });
}
