import type { Check } from '../check';
import type { PhotoRound } from '../format/photoRound';
import { kindOfCard } from './cards';
import { cardBody, plateBody } from './layout';
import type { PhotoMeasurement } from './measure';
import { ENOUGH_STATE_PHOTOS, type RoundPicture } from './roundInput';
import type { Sighting } from './scene';
import type { Solved } from './solve';

/** Corners further inward than this, mm, are no blur. */
const MOST_INSET_MM = 0.6;

type Asked = {
  round: PhotoRound;
  pictures: readonly RoundPicture[];
  states: readonly number[];
  solved: Solved;
  /** Sightings of whole cards at other places than where the others have them. */
  elsewhere: ReadonlySet<Sighting>;
  points: PhotoMeasurement['points'];
  photos: PhotoMeasurement['photos'];
  floor: boolean;
  names: readonly string[];
  insetMm: number;
};

const listed = (names: readonly string[]): string => names.join(', ');

/** What is to be known about a round before it is believed: each by its card, picture or state, with the cure. */
export function roundChecks(asked: Asked): Check[] {
  const { round, pictures, states, solved, elsewhere, points, photos, floor, names, insetMm } = asked;
  const { scene, layout } = solved;
  const checks: Check[] = [];
  const add = (id: string, status: Check['status'], message: string): void => {
    checks.push({ id, status, message });
  };
  const nameOf = (photo: number): string => pictures[layout.photos[photo]!]!.name;

  if (floor) add('photo-up', 'pass', 'Up is across the plane of the floor cards.');
  else
    add(
      'photo-up',
      'watch',
      'Up is the plate’s arrow: no three floor cards stand apart and were seen. Lay them out and take two more pictures.',
    );
  const unused = photos.filter(({ used }) => !used);
  if (unused.length > 0)
    add('photo-used', 'watch', `Not used: ${listed(unused.map(({ name, why }) => `${name} (${why})`))}.`);

  names.forEach((state, at) => {
    const count = layout.photos.filter((photo) => states[photo] === at).length;
    if (at > 0 && plateBody(layout, at) < 0)
      add(
        `photo-state-${state}`,
        'unknown',
        `"${state}" cannot be told: none of its pictures shows the plate and cards that are known.`,
      );
    else if (at > 0 && count < ENOUGH_STATE_PHOTOS)
      add(
        `photo-state-${state}`,
        'watch',
        `"${state}" rests on ${count} ${count === 1 ? 'picture' : 'pictures'}; take three or more.`,
      );
  });

  const owned = new Map(
    round.obstacles.flatMap(({ obstacle, ids }) => ids.map((id) => [id, obstacle] as const)),
  );
  for (const [id, obstacle] of owned) {
    const seen = pictures.filter(({ found }) => found.some((one) => one.id === id)).map(({ name }) => name);
    if (seen.length === 0) add(`photo-card-${id}`, 'unknown', `Card ${id} (${obstacle}) is in no picture.`);
    else if (cardBody(layout, id) < 0)
      add(
        `photo-card-${id}`,
        'unknown',
        `Card ${id} (${obstacle}) in ${listed(seen)} cannot be placed: it goes with nothing else there.`,
      );
  }
  const strangers = new Map<number, string[]>();
  for (const { name, found } of pictures)
    for (const { id } of found)
      if (!owned.has(id) && (kindOfCard(id) ?? 'tip') in { tip: 1, spot: 1 })
        strangers.set(id, [...(strangers.get(id) ?? []), name]);
  for (const [id, seen] of strangers)
    add(
      `photo-card-${id}`,
      'watch',
      kindOfCard(id) === undefined
        ? `Number ${id}, read in ${listed(seen)}, is on no card that is printed: misread, or of another set. It was left out.`
        : `Card ${id}, seen in ${listed(seen)}, belongs to no obstacle: say which, or take it off.`,
    );

  layout.bodies.forEach((one, body) => {
    const away = scene.sightings.filter((s) => s.body === body && s.out);
    if (away.length === 0) return;
    const moved = away.filter((s) => elsewhere.has(s));
    const what =
      'card' in one
        ? `Card ${one.card}${owned.has(one.card) ? ` (${owned.get(one.card)})` : ''}`
        : 'The plate';
    const id = 'card' in one ? `photo-card-${one.card}` : `photo-plate-${names[one.plate]}`;
    if (moved.length === 0) {
      add(
        id,
        'pass',
        `${what}: left out in ${listed(away.map((s) => nameOf(s.photo)))}, where something hides a corner.`,
      );
      return;
    }
    const where = [...new Set(moved.map((s) => states[layout.photos[s.photo]!]!))];
    const state =
      where.length === 1 && where[0]! > 0
        ? ` It moved with the wheel or hung otherwise in "${names[where[0]!]}".`
        : '';
    add(
      id,
      'fail',
      `${what} stands elsewhere in ${listed(moved.map((s) => nameOf(s.photo)))} than in the other pictures: it was moved, or another card has its number.${state}`,
    );
  });
  for (const { id, obstacle, flags, photos: count } of points) {
    if (flags.includes('one photo'))
      add(
        `photo-once-${id}`,
        'watch',
        `Card ${id} (${obstacle}) is seen once; take one more picture of it, from another place.`,
      );
    if (flags.includes('two poses'))
      add(
        `photo-poses-${id}`,
        'watch',
        `Card ${id} (${obstacle}) looks the same in two poses in ${count === 1 ? 'its picture' : `its ${count} pictures`}; take one more from further round.`,
      );
  }
  if (Math.abs(insetMm) > MOST_INSET_MM)
    add(
      'photo-size',
      'fail',
      `The small cards were printed at another scale than the plate (corners ${insetMm.toFixed(2)} mm inward): hold both check bars against a rule.`,
    );
  return checks;
}
