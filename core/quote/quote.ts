import type { WorkLine } from '../work/needs';
import type { Terms, QuoteLine, QuoteOption } from '../format/quote';

/** A part and its work in one line; the part is not named again where the work names it. */
function bothWords(part: string, work: string): string {
  const [name = ''] = part.toLowerCase().split(',');
  return work.toLowerCase().includes(name)
    ? work
    : `${part}; ${work.charAt(0).toLowerCase()}${work.slice(1)}`;
}

/** Lines of a quote from what the shop's rules ask for. */
export function quoteLines(lines: readonly WorkLine[]): QuoteLine[] {
  return lines.map(({ id, label, part, labour, perhaps }) => ({
    id,
    label: part ? (labour ? bothWords(part.label, label) : part.label) : label,
    count: part?.count ?? 0,
    price: part?.price ?? null,
    minutes: labour?.minutes ?? 0,
    perhaps,
  }));
}

/** Money is added up in hundredths, as whole numbers, and rounded half up once per line and once for the tax. */
export const cents = (amount: number): number => Math.round(amount * 100 + 1e-6);

/** What a line comes to, in hundredths. */
export function lineCents(
  { count, price, minutes }: QuoteLine,
  { hourlyRate }: Terms,
): { parts: number; labour: number } {
  return { parts: cents(count * (price ?? 0)), labour: cents((minutes / 60) * hourlyRate) };
}

export type Totals = {
  partsCents: number;
  labourCents: number;
  taxCents: number;
  totalCents: number;
  minutes: number;
  /** Parts that are in the sum but have no price yet: the total is a least. */
  unpriced: number;
};

/** Sums of an option; what is only perhaps needed is left out. */
export function totalsOf({ lines }: Pick<QuoteOption, 'lines'>, terms: Terms): Totals {
  const counted = lines.filter(({ perhaps }) => !perhaps);
  let partsCents = 0;
  let labourCents = 0;
  for (const line of counted) {
    const { parts, labour } = lineCents(line, terms);
    partsCents += parts;
    labourCents += labour;
  }
  const taxCents = Math.round(((partsCents + labourCents) * terms.taxPct) / 100 + 1e-6);
  return {
    partsCents,
    labourCents,
    taxCents,
    totalCents: partsCents + labourCents + taxCents,
    minutes: counted.reduce((sum, { minutes }) => sum + minutes, 0),
    unpriced: counted.filter(({ count, price }) => count > 0 && price === null).length,
  };
}

/** An amount as it is read: `1 234.50 cr`. */
export function money(amountCents: number, { currency }: Pick<Terms, 'currency'>): string {
  const [whole = '0', rest = '00'] = (Math.abs(amountCents) / 100).toFixed(2).split('.');
  return `${amountCents < 0 ? '−' : ''}${whole.replace(/\B(?=(\d{3})+$)/g, ' ')}.${rest} ${currency}`;
}

/** An amount where cents do not matter: `1 235 cr`. */
export const roundMoney = (amount: number, { currency }: Pick<Terms, 'currency'>): string =>
  money(Math.round(amount) * 100, { currency }).replace('.00', '');

/** Hours as they are said: `2 h 15`. */
export function hours(minutes: number): string {
  const all = Math.round(minutes);
  const [h, m] = [Math.floor(all / 60), all % 60];
  return h === 0 ? `${m} min` : m === 0 ? `${h} h` : `${h} h ${String(m).padStart(2, '0')}`;
}
