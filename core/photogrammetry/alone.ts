import { CORNERS } from './cards';
import { factor, solveFactored } from './linear';
import { STEP } from './normal';
import { stepped, type Pose } from './pose';
import { miss, missesOf, slopes, type Scene, type Sighting } from './scene';

/** One pose of a scene that is looked for while all else stays: of a photo, or of a body. */
export type Lone = { kind: 'photo' | 'body'; sightings: readonly Sighting[] };

/** The photo's and the body's pose of a sighting while `pose` is tried. */
const tried = ({ kind }: Lone, scene: Scene, pose: Pose, s: Sighting): [photo: Pose, body: Pose] =>
  kind === 'body' ? [scene.photos[s.photo]!, pose] : [pose, scene.bodies[s.body]!];

/** Squares of what is off, each corner's never more than `bound`² pixels: what does not go with the rest weighs no more for being far. */
export function shortCost(lone: Lone, scene: Scene, pose: Pose, bound: number): number {
  let cost = 0;
  for (const sighting of lone.sightings) {
    const [photo, body] = tried(lone, scene, pose, sighting);
    for (const off of missesOf(scene.camera, photo, body, sighting))
      cost += Math.min((sighting.trust * off) ** 2, bound * bound);
  }
  return cost;
}

/** The pose that fits best from a start on, by Gauss and Newton; corners that are off by more than `bound` pixels do not count. */
export function fitted(lone: Lone, scene: Scene, start: Pose, bound: number): Pose {
  let pose = start;
  let cost = shortCost(lone, scene, pose, bound);
  const off = new Float64Array(2);
  const by = slopes();
  const slope = lone.kind === 'photo' ? by.photo : by.body;
  let damping = 1e-3;
  for (let round = 0; round < 30 && damping < 1e6; round++) {
    const matrix = new Float64Array(STEP * STEP);
    const side = new Float64Array(STEP);
    for (const sighting of lone.sightings) {
      const [photo, body] = tried(lone, scene, pose, sighting);
      for (let corner = 0; corner < CORNERS; corner++) {
        miss(scene.camera, photo, body, sighting, corner, off, by);
        if (sighting.trust * Math.hypot(off[0]!, off[1]!) > bound) continue;
        const weight = sighting.trust ** 2;
        for (let i = 0; i < STEP; i++) {
          side[i]! += weight * (slope[i]! * off[0]! + slope[STEP + i]! * off[1]!);
          for (let j = 0; j < STEP; j++)
            matrix[i * STEP + j]! += weight * (slope[i]! * slope[j]! + slope[STEP + i]! * slope[STEP + j]!);
        }
      }
    }
    for (let i = 0; i < STEP; i++) matrix[i * STEP + i]! *= 1 + damping;
    if (!factor(matrix, STEP)) break;
    solveFactored(matrix, STEP, side);
    const next = stepped(pose, side, 0);
    const after = shortCost(lone, scene, next, bound);
    if (after < cost) {
      const gain = (cost - after) / cost;
      pose = next;
      cost = after;
      damping /= 8;
      if (gain < 1e-7) break;
    } else damping *= 8;
  }
  return pose;
}
