import type { ItemKind } from '../format/names';
import { liftHeightMm } from '../vehicle/asDelivered';
import type { ItemDocument } from '../format/catalog';

export const ITEM_WORDS: Record<ItemKind, string> = {
  tire: 'Tires',
  wheel: 'Wheels',
  spacer: 'Spacers',
  lift: 'Lift kits',
  gears: 'Gear sets',
  axle: 'Axle upgrades',
  nuts: 'Wheel nuts',
};
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
    case 'nuts': {
      const { thread, seat } = item as ItemDocument['nuts'];
      return `${thread} ${seat}`;
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
    case 'nuts':
      return undefined;
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
