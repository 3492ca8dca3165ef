import { kindOfCard } from './cards';
import { ENOUGH_STATE_PHOTOS, type RoundPicture } from './roundInput';

/** A picture of the turned or lifted wheel is placed by cards of the body: fewer hold it badly. */
const LEAST_BODY_CARDS = 4;

type Picture = Pick<RoundPicture, 'name' | 'found'> & { state: string };

/** How far a lock or a height is photographed: its pictures, those that are still to take, and what is wrong with one. */
export type StateTaken = { state: string; taken: number; more: number; faults: string[] };

/** Cards that stay where they are while the wheel turns or travels. */
const staysPut = (id: number): boolean => kindOfCard(id) === 'tip' || kindOfCard(id) === 'spot';

/**
 * What of the turned and lifted wheel is photographed. Each of those pictures must show the plate, which goes with the hub, and cards
 * of the body that the first pictures show too; `first` is the state straight ahead at ride height.
 */
export function statesToTake(
  pictures: readonly Picture[],
  first: string,
  states: readonly string[],
): StateTaken[] {
  const known = new Set(
    pictures
      .filter(({ state }) => state === first)
      .flatMap(({ found }) => found.map(({ id }) => id))
      .filter(staysPut),
  );
  return states.map((state) => {
    const own = pictures.filter((one) => one.state === state);
    const faults = own.flatMap(({ name, found }) => {
      const plate = found.some(({ id }) => kindOfCard(id) === 'plate');
      const body = found.filter(({ id }) => known.has(id)).length;
      return [
        ...(plate ? [] : [`${name} does not show the plate`]),
        ...(body < LEAST_BODY_CARDS
          ? [
              `${name} shows ${body} cards of the body that the first pictures show; at least ${LEAST_BODY_CARDS}`,
            ]
          : []),
      ];
    });
    return { state, taken: own.length, more: Math.max(0, ENOUGH_STATE_PHOTOS - own.length), faults };
  });
}
