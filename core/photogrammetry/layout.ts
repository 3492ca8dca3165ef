import { IDENTITY } from './pose';
import { sightingOf, type Found, type Scene } from './scene';
import { kindOfCard } from './cards';

/** What stands where in a scene: photos by their number in the round, bodies as the plate of a state or a card. */
export type Layout = { photos: number[]; bodies: ({ plate: number } | { card: number })[] };
export type Laid = { scene: Scene; layout: Layout };

/** Which body something is, among those of a layout; −1 where it is none of them. */
export const plateBody = ({ bodies }: Layout, state: number): number =>
  bodies.findIndex((one) => 'plate' in one && one.plate === state);
export const cardBody = ({ bodies }: Layout, id: number): number =>
  bodies.findIndex((one) => 'card' in one && one.card === id);

/** A picture's cards and its state (0 the first). */
export type Seen = { state: number; found: readonly Found[] };

/**
 * The scene before anything is placed: the plate of each state that has pictures of it, then the cards by their ids. Floor cards
 * count in the first state only: lifted, the body moves over the floor.
 */
export function layOut(pictures: readonly Seen[], camera: Float64Array, prior: Scene['prior']): Laid {
  const counted = pictures.map(({ state, found }) =>
    found.filter(({ id }) => {
      const kind = kindOfCard(id);
      return kind !== undefined && (kind !== 'floor' || state === 0);
    }),
  );
  const isPlate = (id: number): boolean => kindOfCard(id) === 'plate';
  const states = new Set([0]);
  const ids = new Set<number>();
  counted.forEach((found, photo) => {
    for (const { id } of found)
      if (isPlate(id)) states.add(pictures[photo]!.state);
      else ids.add(id);
  });
  const bodies: Layout['bodies'] = [
    ...[...states].sort((a, b) => a - b).map((plate) => ({ plate })),
    ...[...ids].sort((a, b) => a - b).map((card) => ({ card })),
  ];
  const layout = { photos: pictures.map((_, photo) => photo), bodies };
  const sightings = counted.flatMap((found, photo) =>
    found.map((one) =>
      sightingOf(
        photo,
        isPlate(one.id) ? plateBody(layout, pictures[photo]!.state) : cardBody(layout, one.id),
        one,
      ),
    ),
  );
  return {
    layout,
    scene: {
      camera,
      photos: pictures.map(() => IDENTITY),
      bodies: bodies.map(() => IDENTITY),
      plates: states.size,
      sightings,
      prior,
    },
  };
}

/** The scene with some of its photos and bodies only, and the sightings between them. Body 0 always stays. */
export function keptOf(
  { scene, layout }: Laid,
  photos: readonly boolean[],
  bodies: readonly boolean[],
): Laid {
  const numbers = (keep: readonly boolean[]): number[] => {
    let next = 0;
    return keep.map((is) => (is ? next++ : -1));
  };
  const stays = bodies.map((is, body) => is || body === 0);
  const photoNow = numbers(photos);
  const bodyNow = numbers(stays);
  return {
    layout: {
      photos: layout.photos.filter((_, photo) => photos[photo]),
      bodies: layout.bodies.filter((_, body) => stays[body]),
    },
    scene: {
      ...scene,
      photos: scene.photos.filter((_, photo) => photos[photo]),
      bodies: scene.bodies.filter((_, body) => stays[body]),
      plates: stays.slice(0, scene.plates).filter(Boolean).length,
      sightings: scene.sightings
        .filter(({ photo, body }) => photos[photo] && stays[body])
        .map((one) => ({ ...one, photo: photoNow[one.photo]!, body: bodyNow[one.body]! })),
    },
  };
}
