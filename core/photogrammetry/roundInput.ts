import type { PhotoRound } from '../format/photoRound';
import type { Fault } from '../format/fields';
import type { Result } from '../result';
import { kindOfCard } from './cards';
import { inverse } from './pose';
import type { Found, Scene } from './scene';

/** So many pictures of a lock or a height place its plate well. */
export const ENOUGH_STATE_PHOTOS = 3;

/** A picture in which cards were found. */
export type RoundPicture = {
  name: string;
  width: number;
  height: number;
  /** What its file says, where it does. */
  focal35Mm?: number;
  camera?: string;
  found: readonly Found[];
};

/** Which state each picture belongs to; a fault where a picture is in none, or a state names one that is not there. */
export function statesOf(round: PhotoRound, names: readonly string[]): Result<number[], { faults: Fault[] }> {
  const states = round.states;
  if (!states) return { ok: true, value: names.map(() => 0) };
  const faults: Fault[] = [];
  states.forEach(({ photos, state }, i) =>
    photos.forEach((photo, j) => {
      if (!names.includes(photo))
        faults.push({
          path: `states.${i}.photos.${j}`,
          message: `"${photo}" of state "${state}" was not given; name it after the set-up, or take it out of the state`,
        });
    }),
  );
  const value = names.map((name) => {
    const at = states.findIndex(({ photos }) => photos.includes(name));
    if (at < 0)
      faults.push({
        path: name,
        message: 'is in no state; write its name under one of "states", or leave it out',
      });
    return at;
  });
  return faults.length > 0 ? { ok: false, faults } : { ok: true, value };
}

/** Focal lengths of one lens differ by no more than this share. */
const SAME_FOCAL = 0.03;

/** What no computing can mend, by the picture it is about. */
export function refusals(pictures: readonly RoundPicture[]): Fault[] {
  const faults: Fault[] = [];
  const [first] = pictures;
  for (const { name, width, height, camera, focal35Mm, found } of pictures) {
    const twice = found.map(({ id }) => id).find((id, i, all) => all.indexOf(id) !== i);
    if (twice !== undefined)
      faults.push({
        path: name,
        message: `shows card ${twice} twice; take one of the two prints away, or leave this picture out`,
      });
    if (first && (width !== first.width || height !== first.height))
      faults.push({
        path: name,
        message: `has ${width} × ${height} pixels, ${first.name} has ${first.width} × ${first.height}; take all pictures with one camera, not zoomed or cut`,
      });
    else if (first?.camera !== undefined && camera !== undefined && camera !== first.camera)
      faults.push({
        path: name,
        message: `was taken with ${camera}, ${first.name} with ${first.camera}; take all pictures with one camera`,
      });
    else if (
      first?.focal35Mm !== undefined &&
      focal35Mm !== undefined &&
      Math.abs(focal35Mm / first.focal35Mm - 1) > SAME_FOCAL
    )
      faults.push({
        path: name,
        message: `was taken at ${focal35Mm} mm, ${first.name} at ${first.focal35Mm} mm; do not zoom between pictures, and use one lens of the phone`,
      });
  }
  if (!pictures.some(({ found }) => found.some(({ id }) => kindOfCard(id) === 'plate')))
    faults.push({
      path: first?.name ?? 'photos',
      message: `no picture shows the plate (cards 0 to 3), nor does ${first?.name ?? 'any'}; put it on the hub and take at least two pictures with it`,
    });
  return faults;
}

/** Pictures whose places are nearer to each other than this share of their distance show no depth. */
const LEAST_APART = 0.05;

/** Whether all pictures were taken from one place. */
export function fromOnePlace({ photos }: Scene): boolean {
  const places = photos.map((pose) => inverse(pose).subarray(9));
  const away = Math.max(...places.map((p) => Math.hypot(p[0]!, p[1]!, p[2]!)));
  return places.every((a) =>
    places.every((b) => Math.hypot(a[0]! - b[0]!, a[1]! - b[1]!, a[2]! - b[2]!) < LEAST_APART * away),
  );
}
