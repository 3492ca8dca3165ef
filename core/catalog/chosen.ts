import type { Build } from '../format/build';
import type { CatalogItem, ItemDocument } from '../format/catalog';
import { AXLES, ITEM_KINDS, type ItemKind } from '../format/names';
import type { Lift } from '../format/package';
import { itemName } from './items';

/** A thing of the catalog with the number of its row. */
export type Listed = CatalogItem & { id: number };
/** What of the catalog a package is made of, by kind. */
export type Chosen = Readonly<Partial<Record<ItemKind, Listed>>>;
/** A thing of the catalog as an offer names it. */
export type Thing = Pick<Listed, 'id' | 'price' | 'days' | 'supplier'> & { words: string };
/** The same, of which an offer's words are all that is known. */
export type ChosenThings = Readonly<Partial<Record<ItemKind, Listed | Thing>>>;

/** What is known of a package beside its figures: which body it is for, and whose tire it has where that was written down. */
export type Origin = { platform: string; tireMaker?: string | undefined };

/** Whose tire a stage has, from its file. */
export function tireMakerOf(tire: object): string | undefined {
  const maker = (tire as { 'x-maker'?: unknown })['x-maker'];
  return typeof maker === 'string' ? maker : undefined;
}

/** Whether what is made for one body goes on another; made for none is made for any. */
export const madeFor = (platform: string, made: string): boolean => made === '' || made === platform;

export const listedWords = ({ maker, model, kind, item }: Listed): string =>
  `${maker} ${model} ${itemName(kind, item)}`.trim();
export const thingWords = (thing: Listed | Thing): string =>
  'words' in thing ? thing.words : listedWords(thing);

/** What a build file says beside the figures, such as whose sheet they are from, makes it no other thing. */
const isNote = (key: string): boolean => key.startsWith('x-');
const sameFigures = (one: object, other: object): boolean => {
  const [a, b] = [one, other] as Record<string, unknown>[];
  return [...new Set([...Object.keys(one), ...Object.keys(other)])]
    .filter((key) => !isNote(key))
    .every((key) => JSON.stringify(a?.[key]) === JSON.stringify(b?.[key]));
};

/** The same in every figure that both state. */
const agreeing = (one: object, other: object): boolean => {
  const [a, b] = [one, other] as Record<string, unknown>[];
  return Object.keys(one)
    .filter((key) => !isNote(key) && b?.[key] !== undefined)
    .every((key) => JSON.stringify(a?.[key]) === JSON.stringify(b?.[key]));
};

const LIFT_KEYS = ['springMm', 'bracketMm', 'bodyMm', 'foreAftMm', 'outboardMm', 'casterDeltaDeg'] as const;
const sameLift = (one: Lift, other: Lift): boolean =>
  LIFT_KEYS.every((key) => Math.abs(one[key] - other[key]) < 0.05);

/** How well a thing of the catalog is what a package has: 0 where it is another one. */
function likeness(
  { package: pack, vehicle }: Build,
  { platform, tireMaker: said }: Origin,
  { kind, maker, item }: Listed,
): number {
  switch (kind) {
    case 'tire': {
      const tire = item as ItemDocument['tire'];
      if (tire.code !== pack.tire.code) return 0;
      const agrees = agreeing(tire, pack.tire);
      // A tire that was measured after it was picked is still the one that was picked; one of another maker is not it.
      if (said !== undefined && said !== maker && !agrees) return 0;
      return 1 + (tire.pattern === pack.tire.pattern ? 1 : 0) + (agrees ? 2 : 0) + (said === maker ? 4 : 0);
    }
    case 'wheel':
      return agreeing(item, pack.wheel) ? 1 : 0;
    case 'spacer': {
      const spacer = item as ItemDocument['spacer'];
      const { studs, pcdMm } = vehicle.hub;
      const same =
        pack.spacerMm > 0 &&
        spacer.spacerMm === pack.spacerMm &&
        spacer.spacerKind === (pack.spacerKind ?? 'bolt-on') &&
        spacer.studs === studs &&
        Math.abs(spacer.pcdMm - pcdMm) < 0.3;
      return same ? 1 : 0;
    }
    case 'lift': {
      const lift = item as ItemDocument['lift'];
      const lifts = AXLES.some((axle) => LIFT_KEYS.some((key) => pack.lift[axle][key] !== 0));
      const same = lifts && AXLES.every((axle) => sameLift(lift[axle], pack.lift[axle]));
      if (!same || !madeFor(platform, lift.platform)) return 0;
      // Stops and droop may have been put right on the vehicle since.
      const whole = AXLES.every((axle) => sameFigures(lift[axle], pack.lift[axle]));
      return (lift.platform === '' ? 1 : 2) + (whole ? 2 : 0);
    }
    case 'gears': {
      const gears = item as ItemDocument['gears'];
      const ratio = pack.axleRatio ?? vehicle.stock.axleRatio;
      const same = Math.abs(gears.axleRatio - ratio) < 0.005 && ratio !== vehicle.stock.axleRatio;
      return same && madeFor(platform, gears.platform) ? (gears.platform === '' ? 1 : 2) : 0;
    }
    case 'nuts': {
      const nuts = item as ItemDocument['nuts'];
      const thread = vehicle.hub.thread?.toLowerCase();
      return nuts.seat === pack.wheel.seat && nuts.thread.toLowerCase() === thread ? 1 : 0;
    }
    // What an axle is made of belongs to the vehicle, not to the package.
    case 'axle':
      return 0;
  }
}

/** Of two that are equally like what is fitted the cheaper one, one without a price last. */
const dearer = (one: Listed, other: Listed): number =>
  (one.price ?? Infinity) - (other.price ?? Infinity) || one.id - other.id;

/**
 * The things of the catalog that a package is made of: a tire by its code, and of several by its maker, its figures, its tread and
 * its price; a wheel by all its figures, a spacer by its thickness and bolt circle, a lift kit by what it lifts, gears by their ratio, nuts by thread and seat.
 * Kits and gears that are made for another
 * body are none of them.
 */
export function chosenParts(build: Build, origin: Origin, catalog: readonly Listed[]): Chosen {
  const chosen: Partial<Record<ItemKind, Listed>> = {};
  for (const kind of ITEM_KINDS) {
    const [best] = catalog
      .filter((one) => one.kind === kind)
      .map((one) => ({ one, like: likeness(build, origin, one) }))
      .filter(({ like }) => like > 0)
      .sort((a, b) => b.like - a.like || dearer(a.one, b.one));
    if (best) chosen[kind] = best.one;
  }
  return chosen;
}
