import type { Vec } from '../geometry/vec';

/** What is printed: which ids are which kind of card, and how long the side of the black square is, mm. */
export const CARD_KINDS = {
  plate: { from: 0, to: 3, sideMm: 60 },
  floor: { from: 8, to: 15, sideMm: 60 },
  tip: { from: 16, to: 79, sideMm: 30 },
  spot: { from: 80, to: 199, sideMm: 30 },
} as const;
export type CardKind = keyof typeof CARD_KINDS;

/** Of which kind a marker is; undefined for an id that is not printed. */
export const kindOfCard = (id: number): CardKind | undefined =>
  (Object.keys(CARD_KINDS) as CardKind[]).find(
    (kind) => id >= CARD_KINDS[kind].from && id <= CARD_KINDS[kind].to,
  );

/** Where the plate's four markers have their centres, mm right and up of its cross. */
export const PLATE_CENTRES: readonly (readonly [x: number, y: number])[] = [
  [-62, 95],
  [62, 95],
  [-62, -95],
  [62, -95],
];

/** The point that a card measures, in its own axes: the tip of its arrow, or the centre of its square. */
export const measuredPoint = (id: number): Vec => [0, kindOfCard(id) === 'tip' ? -25 : 0, 0];

/** Signs of a square's corners in the order in which they are found: from the upper left round by the right. */
export const CORNER_SIGNS: readonly (readonly [x: number, y: number])[] = [
  [-1, 1],
  [1, 1],
  [1, -1],
  [-1, -1],
];
export const CORNERS = CORNER_SIGNS.length;
