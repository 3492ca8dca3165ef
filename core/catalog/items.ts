import { z } from 'zod';
import { liftSchema, SPACER_KINDS } from '../format/build';
import { oneOf, whole, within, words } from '../format/fields';
import { STEEL_MPA } from '../driveline/capacity';
import { tireSchema } from '../format/tire';
import { liftHeightMm } from '../vehicle/asDelivered';
import { pcdMm, wheelSchema } from '../format/wheel';

export const ITEM_KINDS = ['tire', 'wheel', 'spacer', 'lift', 'gears', 'axle'] as const;
export type ItemKind = (typeof ITEM_KINDS)[number];
export const ITEM_WORDS: Record<ItemKind, string> = {
  tire: 'Tires',
  wheel: 'Wheels',
  spacer: 'Spacers',
  lift: 'Lift kits',
  gears: 'Gear sets',
  axle: 'Axle upgrades',
};

const STEELS = Object.keys(STEEL_MPA) as [keyof typeof STEEL_MPA, ...(keyof typeof STEEL_MPA)[]];

/** What a thing of each kind is, as its maker describes it. */
export const itemSchemas = {
  tire: tireSchema,
  wheel: wheelSchema,
  spacer: z.strictObject({
    spacerMm: within(1, 300, 'mm'),
    spacerKind: oneOf(SPACER_KINDS),
    studs: whole(3, 12),
    pcdMm,
    massKg: within(0, 50, 'kg', true).optional(),
  }),
  lift: z.strictObject({
    /** Which bodies it is made for, as the shop calls them; empty for any. */
    platform: words(80),
    front: liftSchema.prefault({}),
    rear: liftSchema.prefault({}),
    massKg: within(0, 500, 'kg', true).optional(),
  }),
  gears: z.strictObject({
    platform: words(80),
    axleRatio: within(0.5, 20),
    massKg: within(0, 100, 'kg', true).optional(),
  }),
  axle: z.strictObject({
    platform: words(80),
    part: oneOf(['shaft', 'joint', 'locker', 'axle']),
    steel: oneOf(STEELS).optional(),
    peakNm: within(0, 100_000, 'N·m', true).optional(),
    massKg: within(0, 500, 'kg', true).optional(),
  }),
} as const;
export type ItemDocument = { [K in ItemKind]: z.output<(typeof itemSchemas)[K]> };

/** What goes for a thing of any kind: who makes it, what it costs, when it comes, and where its figures are from. */
export const offerSchema = z.strictObject({
  maker: words(60, 1),
  model: words(80, 1),
  price: within(0, 1e6).optional(),
  /** Days until it is delivered; 0 is on the shelf. */
  days: whole(0, 365).optional(),
  source: words(160),
});
export type ItemOffer = z.output<typeof offerSchema>;

export type CatalogItem<K extends ItemKind = ItemKind> = ItemOffer & { kind: K; item: ItemDocument[K] };

const mm = (value: number): string => `${value > 0 ? '+' : ''}${value}`;

/** What a thing is called beside its maker and model: the same name is the same thing. */
export function itemName(kind: ItemKind, item: unknown): string {
  switch (kind) {
    case 'tire':
      return (item as ItemDocument['tire']).code;
    case 'wheel': {
      const { diameterIn, widthIn, offsetMm, studs, pcdMm: circle, boreMm } = item as ItemDocument['wheel'];
      return `${diameterIn}x${widthIn} ${mm(offsetMm)} ${studs}x${circle} ${boreMm}`;
    }
    case 'spacer': {
      const { spacerMm, spacerKind, studs, pcdMm: circle } = item as ItemDocument['spacer'];
      return `${spacerMm} mm ${spacerKind} ${studs}x${circle}`;
    }
    case 'lift':
      return (item as ItemDocument['lift']).platform || 'any';
    case 'gears': {
      const { platform, axleRatio } = item as ItemDocument['gears'];
      return `${axleRatio} ${platform}`.trim();
    }
    case 'axle': {
      const { platform, part, steel } = item as ItemDocument['axle'];
      return [part, steel, platform].filter(Boolean).join(' ');
    }
  }
}

/** The figure that a list of a kind is sorted by; undefined where a thing does not say it. */
function sizeOf(kind: ItemKind, item: unknown): number | undefined {
  switch (kind) {
    case 'tire':
      return (item as ItemDocument['tire']).overallDiameterMm;
    case 'wheel':
      return (item as ItemDocument['wheel']).offsetMm;
    case 'spacer':
      return (item as ItemDocument['spacer']).spacerMm;
    case 'lift':
      return liftHeightMm((item as ItemDocument['lift']).front);
    case 'gears':
      return (item as ItemDocument['gears']).axleRatio;
    case 'axle':
      return (item as ItemDocument['axle']).peakNm;
  }
}

/** The figures that lists are sorted and narrowed by; null where a thing has none. */
export function itemFigures(
  kind: ItemKind,
  item: unknown,
): { sizeMm: number | null; rimIn: number | null; massKg: number | null } {
  const { massKg, diameterIn } = item as { massKg?: number; diameterIn?: number };
  return { sizeMm: sizeOf(kind, item) ?? null, rimIn: diameterIn ?? null, massKg: massKg ?? null };
}
