import type { Vec } from '../geometry/vec';
import { kindOfCard } from './cards';
import type { RoundPicture } from './roundInput';

/** A card that fewer pictures show is not sure; a floor of fewer cards holds no plane. */
const ENOUGH_PICTURES = 3;
const ENOUGH_FLOOR = 3;

/** A part, its cards, and about where it is in the axes of the corner. */
export type PartCards = { name: string; ids: readonly number[]; middle: Vec };

const fromWhere = ([x, y, z]: Vec): string => {
  if (y < -80) return 'low, from under the flank';
  if (z < -120) return 'from low down';
  if (Math.abs(x) < 150) return 'from above, half to each side';
  // What stands ahead of the wheel is seen from behind it.
  return x > 0 ? 'from behind the wheel' : 'from before the wheel';
};

/** What a round still wants, in words; nothing where it can be computed as it should be. */
export function stillMissing(
  pictures: readonly Pick<RoundPicture, 'found'>[],
  parts: readonly PartCards[],
): string[] {
  const counts = new Map<number, number>();
  for (const { found } of pictures) for (const { id } of found) counts.set(id, (counts.get(id) ?? 0) + 1);
  const missing: string[] = [];
  const plates = pictures.filter(({ found }) => found.some(({ id }) => kindOfCard(id) === 'plate')).length;
  if (plates < pictures.length && plates < 2)
    missing.push('The plate is seen in fewer than two pictures: it gives scale and place.');
  const floor = [...counts.keys()].filter((id) => kindOfCard(id) === 'floor').length;
  if (floor < ENOUGH_FLOOR)
    missing.push(`${floor} of at least ${ENOUGH_FLOOR} floor cards are seen: they say which way is up.`);
  for (const { name, ids, middle } of parts) {
    const short = ids.filter((id) => (counts.get(id) ?? 0) < ENOUGH_PICTURES);
    if (short.length === 0) continue;
    const least = Math.min(...short.map((id) => counts.get(id) ?? 0));
    const more = ENOUGH_PICTURES - least;
    missing.push(
      `${name}: ${short.length} of ${ids.length} cards in fewer than ${ENOUGH_PICTURES} pictures; ${more} more ${fromWhere(middle)}.`,
    );
  }
  return missing;
}
