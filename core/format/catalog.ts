import { SEATS, SPACER_KINDS, type ItemKind } from './names';
import { z } from 'zod';
import { oneOf, whole, within, words } from './fields';
import { tireSchema } from './tire';
import { pcdMm, threadCode, wheelSchema } from './wheel';
import { liftSchema } from './package';
import { STEEL_MPA } from './steel';

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
  /** Sold one by one. */
  nuts: z.strictObject({
    thread: threadCode,
    seat: oneOf(SEATS),
    massKg: within(0, 1, 'kg', true).optional(),
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
  /** Whom the shop buys it from; empty where that is not written down. */
  supplier: words(80).default(''),
});

export type ItemOffer = z.output<typeof offerSchema>;

export type CatalogItem<K extends ItemKind = ItemKind> = ItemOffer & { kind: K; item: ItemDocument[K] };
