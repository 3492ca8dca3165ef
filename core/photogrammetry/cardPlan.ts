import type { Corner, Obstacle } from '../format/build';
import { lengthOf } from '../geometry/vec';
import { grouped } from '../grouped';
import { thingOf } from '../measure/sides';
import { roleOf } from '../format/materials';
import { CARD_KINDS, type CardKind } from './cards';

/** A card of a well: its number, and what it is for in plain words. */
export type PlannedCard = { id: number; kind: CardKind; obstacle: string; name: string };
export type CardPlan = { cards: PlannedCard[]; floor: number };

/** Cards on the ground: three hold a plane, more say how even it is. */
const FLOOR_CARDS = 5;
/** A lip and a liner go round the wheel; on other parts they stand side by side, mm. */
const LIP_CARDS = 15;
const LINER_CARDS = 7;
const LONG_LINER_MM = 600;
const SEAM_CARDS = 4;
const OTHER_EVERY_MM = 48;
const MOST_OTHER = 6;

function countOf(obstacle: Obstacle): number {
  if (roleOf(obstacle) === 'lip') return LIP_CARDS;
  if (obstacle.material === 'liner' && lengthOf(obstacle.points) > LONG_LINER_MM) return LINER_CARDS;
  if (obstacle.material === 'seam') return SEAM_CARDS;
  return Math.min(MOST_OTHER, Math.max(2, Math.floor(lengthOf(obstacle.points) / OTHER_EVERY_MM) + 1));
}

/** Surfaces are measured under a card's middle, edges at the tip of its arrow. */
const onSurface = ({ material }: Obstacle): boolean => material === 'liner' || material === 'seam';

/**
 * Which cards a well wants: along every part that the body or the frame carries and a camera beside the vehicle sees; what turns
 * with the wheel or lies behind it does not. In the order of the corner, until no number is left.
 */
export function cardPlan({ obstacles }: Corner): CardPlan {
  const next = { tip: CARD_KINDS.tip.from as number, spot: CARD_KINDS.spot.from as number };
  const things = obstacles.filter(
    (one, i) =>
      (one.carrier === 'body' || one.carrier === 'frame') &&
      one.material !== 'structure' &&
      // One side stands for both: the cards are moved from one well to the other.
      obstacles.findIndex((other) => thingOf(other) === thingOf(one)) === i,
  );
  const cards = things.flatMap((obstacle) => {
    const kind = onSurface(obstacle) ? 'spot' : 'tip';
    const thing = thingOf(obstacle);
    return Array.from({ length: countOf(obstacle) }, (_, i): PlannedCard | null =>
      next[kind] > CARD_KINDS[kind].to
        ? null
        : { id: next[kind]++, kind, obstacle: thing, name: `${obstacle.label || thing} ${i + 1}` },
    ).filter((one) => one !== null);
  });
  return { cards, floor: FLOOR_CARDS };
}

/** The cards of each obstacle, as a round's set-up lists them. */
export function plannedObstacles(cards: readonly PlannedCard[]): { obstacle: string; ids: number[] }[] {
  return [...grouped(cards, ({ obstacle }) => obstacle)].map(([obstacle, own]) => ({
    obstacle,
    ids: own.map(({ id }) => id),
  }));
}
