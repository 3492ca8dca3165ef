import { grouped } from '../grouped';
import { fitted, shortCost, type Lone } from './alone';
import { direction } from './camera';
import { CORNER_SIGNS, CORNERS } from './cards';
import { mirrored, planePose } from './planar';
import { after, IDENTITY, inverse, type Pose } from './pose';
import type { Scene, Sighting } from './scene';

/** While nothing is adjusted yet, what is off by more than this share of the picture's width does not belong. */
const ROUGH = 0.008;

/** A search for a pose begins with so many times the bound that it ends with. */
const WIDE = 12;

/** What is known of a scene so far. */
type Known = { photos: boolean[]; bodies: boolean[] };

/** Poses in which the markers of one body may stand before the camera, by how they look in one picture: a lone square has two. */
function posesInPhoto(camera: Scene['camera'], sightings: readonly Sighting[]): Pose[] {
  const points: [number, number][] = [];
  const seen: [number, number][] = [];
  for (const { centre, half, corners } of sightings)
    for (let corner = 0; corner < CORNERS; corner++) {
      const [sx, sy] = CORNER_SIGNS[corner]!;
      points.push([centre[0] + sx * half, centre[1] + sy * half]);
      seen.push(direction(camera, corners[corner * 2]!, corners[corner * 2 + 1]!));
    }
  const pose = planePose(points, seen);
  if (!pose) return [];
  const middle = [0, 1].map((axis) => points.reduce((sum, p) => sum + p[axis]!, 0) / points.length);
  return [pose, mirrored(pose, [middle[0]!, middle[1]!])];
}

/** The two poses of a lone body in a photo, each fitted to that photo alone, with how far off it is (rms of corners, pixels). */
export function posesFitted(scene: Scene, sightings: readonly Sighting[]): { pose: Pose; rms: number }[] {
  const lone: Lone = { kind: 'photo', sightings };
  // Seen from its own axes: the body stands at the origin.
  const own: Scene = { ...scene, bodies: scene.bodies.map(() => IDENTITY) };
  return posesInPhoto(scene.camera, sightings)
    .map((start) => {
      const pose = fitted(lone, own, start, 1e4);
      return { pose, rms: Math.sqrt(shortCost(lone, own, pose, 1e4) / (sightings.length * CORNERS)) };
    })
    .sort((a, b) => a.rms - b.rms);
}

/** The candidate that goes best with all, then fitted; undefined where there is none. */
function best(
  lone: Lone,
  scene: Scene,
  candidates: readonly Pose[],
  bound: number,
): { pose: Pose; share: number } | undefined {
  // Ranked wide and drawn in: what a lone square says of a whole picture is rough.
  const wide = bound * WIDE;
  const ranked = candidates
    .map((pose) => ({ pose, cost: shortCost(lone, scene, pose, wide) }))
    .sort((a, b) => a.cost - b.cost)
    .slice(0, 4)
    .map(({ pose }) => [wide, bound * 3, bound].reduce((at, now) => fitted(lone, scene, at, now), pose))
    .map((pose) => ({ pose, cost: shortCost(lone, scene, pose, bound) }))
    .sort((a, b) => a.cost - b.cost);
  const [first] = ranked;
  // What is off by the bound or more counts 1: the rest is the share that goes together.
  return (
    first && {
      pose: first.pose,
      share: 1 - first.cost / (lone.sightings.length * CORNERS * bound * bound),
    }
  );
}

/** Of a photo, from the bodies in it that are known; of a body, from the photos it is in that are known. */
export function placed(
  scene: Scene,
  kind: Lone['kind'],
  sightings: readonly Sighting[],
  bound: number,
): { pose: Pose; share: number } | undefined {
  const groups = grouped(sightings, kind === 'photo' ? (one) => one.body : (one) => one.photo);
  const candidates = [...groups.values()].flatMap((group) => {
    const [one] = group;
    return posesFitted(scene, group).map(({ pose }) =>
      kind === 'photo'
        ? after(pose, inverse(scene.bodies[one.body]!))
        : after(inverse(scene.photos[one.photo]!), pose),
    );
  });
  return best({ kind, sightings }, scene, candidates, bound);
}

/** A photo or a body counts as placed where so much of it goes with what is known. */
const ENOUGH = 0.5;

/**
 * Places photos by the plate, cards by photos, further photos by cards, and so on until nothing more is known. Photos that see
 * two of the plate's markers come first: they leave no doubt how the plate stands.
 */
export function placeAll(scene: Scene, width: number): Known {
  const bound = ROUGH * width;
  const known: Known = {
    photos: scene.photos.map(() => false),
    bodies: scene.bodies.map((_, body) => body === 0),
  };
  const ofPhoto = grouped(scene.sightings, (one) => one.photo);
  const ofBody = grouped(scene.sightings, (one) => one.body);
  /** Photos need so many markers of what is known. */
  const place = (least: number): boolean => {
    let any = false;
    known.photos.forEach((is, photo) => {
      const seen = (ofPhoto.get(photo) ?? []).filter(({ body }) => known.bodies[body]);
      if (is || seen.length < least) return;
      const found = placed(scene, 'photo', seen, bound);
      if (!found || found.share < ENOUGH) return;
      scene.photos[photo] = found.pose;
      known.photos[photo] = any = true;
    });
    known.bodies.forEach((is, body) => {
      const seen = (ofBody.get(body) ?? []).filter(({ photo }) => known.photos[photo]);
      if (is || seen.length === 0) return;
      const found = placed(scene, 'body', seen, bound);
      // A card that moved goes with a part of its pictures only: the larger part is found, the rest is said later.
      if (!found || found.share < ENOUGH / 2) return;
      scene.bodies[body] = found.pose;
      known.bodies[body] = any = true;
    });
    return any;
  };
  while (place(2) || place(1));
  return known;
}

/** The pose of a card that looks, in one photo, as it does now: its slope towards the camera turned round. */
export function mirroredBody(scene: Scene, { photo, body, centre }: Sighting): Pose {
  const view = scene.photos[photo]!;
  return after(inverse(view), mirrored(after(view, scene.bodies[body]!), centre));
}
