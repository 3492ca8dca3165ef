import type { ItemKind } from '../format/names';
import { chosenParts, type ChosenThings } from '../catalog/chosen';
import type { Build } from '../format/build';
import { cents, lineCents, quoteLines, totalsOf } from '../quote/quote';
import type { Choice } from '../search/space';
import { spaceOf } from '../search/searchSpace';
import { choiceOf } from '../search/found';
import type { Pricing } from '../together/offers';
import { factsOf } from '../work/triggers';
import { workOf, type WorkLine } from '../work/needs';

/** What a package comes to as it would be quoted: hundredths with tax, what of it has no price, minutes of work, days until it is there. */
export type WishPrice = { totalCents: number; unpriced: number; minutes: number; days: number };

/** The parts of a choice that are bought, as the things of the catalog that they are. */
function boughtOf({ tire, wheel, spacer, lift, ratio }: Choice): ChosenThings {
  const all = { tire, wheel, spacer, lift, gears: ratio };
  return Object.fromEntries(
    Object.entries(all).flatMap(([kind, { id, words, price, days, supplier }]) =>
      id === 0 ? [] : [[kind, { id, words, price, days, supplier }]],
    ),
  );
}

/** What a stage has on already, as a choice. */
export function choiceNow(build: Build): Choice {
  const none = { tires: [], wheels: [], spacers: [], lifts: [], ratios: [] };
  const asItIs = { tire: 0, wheel: 0, spacer: 0, lift: 0, ratio: 0 };
  return choiceOf(spaceOf(build, none, new Set()), asItIs);
}

/** Everything that a build asks for by the shop's rules, with what was chosen for it from the catalog. */
export function linesOf(build: Build, choice: Choice, { rules, catalog }: Pricing): WorkLine[] {
  const known = catalog ? chosenParts(build, catalog, catalog.items) : {};
  return workOf(build, rules, { chosen: { ...known, ...boughtOf(choice) } });
}

/** What lines come to, as a quote adds them up. */
export function priceOfLines(lines: readonly WorkLine[], { terms }: Pick<Pricing, 'terms'>): WishPrice {
  const { totalCents, unpriced, minutes } = totalsOf({ lines: quoteLines(lines) }, terms);
  return { totalCents, unpriced, minutes, days: daysOf(lines) };
}
const daysOf = (lines: readonly WorkLine[]): number =>
  Math.max(
    0,
    ...lines.flatMap(({ perhaps, part, labour }) =>
      perhaps ? [] : [part?.leadDays ?? 0, labour?.waitDays ?? 0],
    ),
  );

type Counted = { kind: keyof Choice; count: number; rulePrice: number | null };
/** What packages that change alike have in common: all but the prices of what was chosen. */
type Frame = { fixedCents: number; unpriced: number; minutes: number; counted: Counted[] };
const KINDS: Partial<Record<ItemKind, keyof Choice>> = {
  tire: 'tire',
  wheel: 'wheel',
  spacer: 'spacer',
  lift: 'lift',
  gears: 'ratio',
};

/**
 * Prices very many choices of one search as `priceOfLines(linesOf(...))` does, without days. Packages that pull the same triggers of
 * the shop's rules differ by the prices of their parts alone, so `triggers` is to say the same of two choices only where they pull
 * the same. Of nuts and of what stays on, what the first such package has stands for all of them.
 */
export function pricerOf(
  pricing: Pricing,
): (choice: Choice, triggers: string, build: () => Build) => Omit<WishPrice, 'days'> {
  const { rules, terms, catalog } = pricing;
  const frames = new Map<string, Frame>();

  const frameOf = (build: Build, bought: ChosenThings): Frame => {
    const known = catalog ? chosenParts(build, catalog, catalog.items) : {};
    const lines = workOf(build, rules, { chosen: { ...known, ...bought } }).filter(({ perhaps }) => !perhaps);
    const frame: Frame = { fixedCents: 0, unpriced: 0, minutes: 0, counted: [] };
    quoteLines(lines).forEach((quoted, i) => {
      const asked = rules.find(({ id }) => id === quoted.id)?.part;
      const { parts, labour } = lineCents(quoted, terms);
      frame.minutes += quoted.minutes;
      frame.fixedCents += labour;
      const kind = asked?.item && KINDS[asked.item];
      const thing = asked?.item && bought[asked.item];
      const part = lines[i]?.part;
      if (kind && thing && part?.item?.id === thing.id) {
        const whole = kind === 'lift' || kind === 'ratio';
        frame.counted.push({ kind, count: part.count, rulePrice: whole ? null : (asked.price ?? null) });
        return;
      }
      frame.fixedCents += parts;
      if (quoted.count > 0 && quoted.price === null) frame.unpriced++;
    });
    return frame;
  };

  return (choice, triggers, build) => {
    let frame = frames.get(triggers);
    if (!frame) frames.set(triggers, (frame = frameOf(build(), boughtOf(choice))));
    let sum = frame.fixedCents;
    let { unpriced } = frame;
    for (const { kind, count, rulePrice } of frame.counted) {
      const price = choice[kind].price ?? rulePrice;
      sum += cents(count * (price ?? 0));
      if (price === null && count > 0) unpriced++;
    }
    return {
      totalCents: sum + Math.round((sum * terms.taxPct) / 100 + 1e-6),
      unpriced,
      minutes: frame.minutes,
    };
  };
}

/** What a choice pulls of the shop's rules and which of its parts are bought, said for `pricerOf`. */
export function triggersOf(build: Build, choice: Choice): string {
  const facts = [...factsOf(build)].map(([trigger, { axles }]) => `${trigger}${axles}`);
  const bought = Object.values(choice).map(({ id }) => (id === 0 ? 0 : 1));
  return [...facts, ...bought].join();
}
