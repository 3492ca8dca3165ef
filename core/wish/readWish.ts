import { readLength, type Read } from '../units/length';
import type { UnitSystem } from '../units/quantity';

/** What somebody wants: a tire so large or so wide, a kit so high, mm; or the largest tire that a sum buys, in the shop's money. */
export type Wish = { what: 'diameter' | 'width' | 'lift' | 'price'; amount: number };
type WishKind = Wish['what'];

/** By how much less still is what was asked for: a size is a name, and a 35 seldom measures 35. mm. */
export const WISH_SLACK_MM = { diameter: 13, width: 6, lift: 3 } as const;

/** What can be asked for, mm: less or more is a slip of the hand. */
const BOUNDS: Readonly<Record<WishKind, readonly [number, number]>> = {
  diameter: [500, 1400],
  width: [120, 560],
  lift: [5, 500],
  price: [1, 10_000_000],
};
const HINT = 'write “35 in”, “12.5 in wide”, “50 mm lift” or “under 6000”';

const WORDS: readonly (readonly [WishKind, RegExp])[] = [
  ['price', /^(?:under|below|for|at most|up to|<)\s+|\s+(?:all in|in all|at most)$/i],
  ['lift', /\s*(?:of\s+)?(?:lift|lifted|higher|up)$/i],
  ['width', /\s*(?:wide|width|broad)$/i],
  ['diameter', /\s*(?:tall|over all|diameter|tires?|tyres?|wheels?)$/i],
];
/** Under this a bare number is inches even where a shop reads mm: no tire or kit is so small. */
const BARE_INCHES: Readonly<Record<WishKind, number>> = { diameter: 60, width: 25, lift: 12, price: 0 };

/**
 * A wish as it is typed: `35`, `35 in`, `890 mm`, `12.5 wide`, `4 in lift`, `under 6000`. A number without a word is a
 * diameter; without a unit it is in inches where it can be nothing else. Refuses what is no number and what no shop fits.
 */
export function readWish(typed: string, units: UnitSystem, currency: string): Read<Wish> {
  let text = typed.trim();
  if (text === '') return { ok: false, message: `Nothing is asked for; ${HINT}.` };
  const money = currency !== '' && text.toLowerCase().endsWith(currency.toLowerCase());
  if (money) text = text.slice(0, -currency.length).trim();
  const [what, pattern] = WORDS.find(([, one]) => one.test(text)) ?? [money ? 'price' : 'diameter', /$^/];
  if (money && what !== 'price')
    return { ok: false, message: `“${typed}” asks for a size in money; ${HINT}.` };
  const number = text.replace(pattern, '').trim();
  const amount = what === 'price' ? readMoney(number) : readSize(number, what, units);
  if (amount === null) return { ok: false, message: `“${typed}” is no size and no sum; ${HINT}.` };
  const [least, most] = BOUNDS[what];
  if (amount < least || amount > most)
    return { ok: false, message: `“${typed}” is none that a shop fits; ${HINT}.` };
  return { ok: true, value: { what, amount } };
}

/** `6000`, `6 000`, `6,000.50`, `6000,50`. */
function readMoney(text: string): number | null {
  const found = /^(\d{1,3}(?:[ ,’']\d{3})+|\d+)(?:[.,](\d{1,2}))?$/.exec(text);
  return found ? Number(`${(found[1] ?? '').replace(/\D/g, '')}.${found[2] ?? '0'}`) : null;
}

function readSize(text: string, what: WishKind, units: UnitSystem): number | null {
  const bare = /^\d+(?:[.,]\d+)?$/.test(text) ? Number(text.replace(',', '.')) : null;
  const inches = bare !== null && bare < BARE_INCHES[what];
  const read = readLength(text, inches || units === 'inch' ? 'in' : 'mm');
  // What is too large for inches was meant in mm by whoever reads inches too.
  const large = bare !== null && !inches && bare >= 100 ? bare : null;
  return large ?? (read.ok ? read.value : null);
}
