import { fitted, shortCost } from './alone';
import { CORNER_SIGNS, CORNERS } from './cards';
import type { Pose } from './pose';
import { mirroredBody, posesFitted } from './start';
import { miss, missesOf, type Scene, type Sighting } from './scene';

/** A corner counts as off beyond so many times the middle of all that is off, and never below so many pixels. */
const FAR = 6;
const LEAST_PX = 0.8;

/** How far off a sighting's worst corner is, pixels of a large square's. */
const worst = (scene: Scene, one: Sighting): number =>
  one.trust * Math.max(...missesOf(scene.camera, scene.photos[one.photo]!, scene.bodies[one.body]!, one));

/** The scene with the sightings left out that do not go with the rest, those that do by now taken in again. */
export function withoutOutliers(scene: Scene): Scene {
  const off = scene.sightings.map((one) => worst(scene, one));
  const kept = off.filter((_, i) => !scene.sightings[i]!.out).sort((a, b) => a - b);
  const bound = Math.max(FAR * (kept[Math.floor(kept.length / 2)] ?? 0), LEAST_PX);
  return { ...scene, sightings: scene.sightings.map((one, i) => ({ ...one, out: off[i]! > bound })) };
}

/** A square that looks like a square where it was found, within so many pixels, really stands there. */
const LIKE_A_SQUARE_PX = 0.6;
/** All corners off by this, pixels, or all the same way by that, is a card at another place. */
const ELSEWHERE_PX = 4;
const ASIDE_PX = 1.2;
/** The same way: so much of what is off is left when it is added up. */
const SAME_WAY = 0.8;

/**
 * Whether a sighting that was left out is a whole card at another place (it was moved, or another card has its number), and not
 * one of whose corners something hides or blurs.
 */
export function standsElsewhere(scene: Scene, one: Sighting): boolean {
  const [found] = posesFitted(scene, [one]);
  if (!found || found.rms > LIKE_A_SQUARE_PX) return false;
  const off = new Float64Array(2);
  const each = CORNER_SIGNS.map((_, corner) => {
    miss(scene.camera, scene.photos[one.photo]!, scene.bodies[one.body]!, one, corner, off);
    return [off[0]!, off[1]!] as const;
  });
  const lengths = each.map((d) => Math.hypot(...d));
  const mean = [0, 1].map((axis) => each.reduce((sum, d) => sum + d[axis]!, 0) / CORNERS);
  const aside = Math.hypot(...mean);
  return (
    Math.min(...lengths) > ELSEWHERE_PX ||
    (aside > ASIDE_PX && aside > SAME_WAY * Math.sqrt(lengths.reduce((sum, d) => sum + d * d, 0) / CORNERS))
  );
}

/** A second pose this much less likely (squares in units of σ) is ruled out. */
const RULED_OUT = 12;
/** Turned by less than this, rad, the second pose is the first. */
const SAME_POSE = 0.02;

/**
 * The other pose in which a card could stand as well: a small square seen from few places looks the same in two. Undefined where
 * the pictures rule it out.
 */
export function secondPose(scene: Scene, body: number, sigmaPx: number): Pose | undefined {
  const sightings = scene.sightings.filter((one) => one.body === body && !one.out);
  const lone = { kind: 'body', sightings } as const;
  const pose = scene.bodies[body]!;
  const cost = shortCost(lone, scene, pose, 1e4);
  const facing = (one: Pose): number[] => [one[2]!, one[5]!, one[8]!];
  return sightings
    .map((one) => fitted(lone, scene, mirroredBody(scene, one), 1e4))
    .find((other) => {
      const turned = Math.hypot(...facing(other).map((value, i) => value - facing(pose)[i]!));
      const worse = (shortCost(lone, scene, other, 1e4) - cost) / sigmaPx ** 2;
      return turned > SAME_POSE && worse < RULED_OUT;
    });
}
