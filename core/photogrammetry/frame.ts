import { cross, dot, minus, plus, times, unit, vecOf, type Vec } from '../geometry/vec';
import type { Side } from '../format/names';
import { leastSquares } from './linear';
import { moved, type Pose } from './pose';
import type { Scene } from './scene';

/** The axes of a corner in the plate's: rows x forward, y outboard, z up, and the hub's mounting face on its axle. */
export type Frame = { origin: Vec; x: Vec; y: Vec; z: Vec };

const placeOf = (pose: Pose): Vec => [pose[9]!, pose[10]!, pose[11]!];
const facing = (pose: Pose): Vec => [pose[2]!, pose[5]!, pose[8]!];

/** A point of a body's own axes, in the plate's. */
export function pointOf(pose: Pose, own: Vec): Vec {
  const out = new Float64Array(3);
  moved(pose, own, 0, out, 0);
  return vecOf(out);
}

/** A floor whose cards span less than this across their longest line, mm, does not say which way is up. */
const NARROW_MM = 60;

/** Whether cards stand far enough from one line to hold a plane. */
function spansPlane(points: readonly Vec[]): boolean {
  let widest = 0;
  for (const a of points)
    for (const b of points)
      for (const c of points) {
        const along = minus(b, a);
        const length = Math.hypot(...along);
        if (length > 0) widest = Math.max(widest, Math.hypot(...cross(along, minus(c, a))) / length);
      }
  return points.length >= 3 && widest >= NARROW_MM;
}

export type Ground = { up: Vec; middle: Vec };

/** The plane through the middles of floor cards, least squares along the way they face; undefined where they span none. */
export function groundOf(poses: readonly Pose[]): Ground | undefined {
  const points = poses.map(placeOf);
  if (!spansPlane(points)) return undefined;
  let up = unit(poses.map(facing).reduce(plus));
  const middle = times(points.reduce(plus), 1 / points.length);
  // The first plane is across the way the cards face, the second across the first: what is left of its slope is nothing.
  for (let round = 0; round < 3; round++) {
    const east = unit(cross(Math.abs(up[0]) < 0.9 ? [1, 0, 0] : [0, 1, 0], up));
    const north = cross(up, east);
    const away = points.map((point) => minus(point, middle));
    const slope = leastSquares(
      away.map((v) => [dot(v, east), dot(v, north)]),
      away.map((v) => dot(v, up)),
    );
    if (!slope) return undefined;
    up = unit(plus(up, plus(times(east, -slope[0]!), times(north, -slope[1]!))));
  }
  return { up, middle };
}

/** Where the plate's face is, and how far outboard of the hub's mounting face. */
export type Mount = { side: Side; outboardMm: number };

/**
 * Up is the floor's normal, outboard the plate's made level, forward across both: to the left as one looks at the left side's
 * plate, to the right at the right side's. Without a floor, up is the plate's arrow.
 */
export function frameOf({ side, outboardMm }: Mount, ground: Ground | undefined): Frame {
  const z: Vec = ground?.up ?? [0, 1, 0];
  const out: Vec = [0, 0, 1];
  const y = unit(minus(out, times(z, dot(out, z))));
  const x = cross(y, z);
  return { origin: times(out, -outboardMm), x: side === 'left' ? x : times(x, -1), y, z };
}

export const inFrame = ({ x, y, z }: Frame, direction: Vec): Vec => [
  dot(direction, x),
  dot(direction, y),
  dot(direction, z),
];
export const pointInFrame = (frame: Frame, point: Vec): Vec => inFrame(frame, minus(point, frame.origin));

/** How a body moved, in the frame's axes: of a mirrored frame too a proper rotation, and where the origin came to. */
export function motionInFrame(frame: Frame, pose: Pose): { rotation: [Vec, Vec, Vec]; shift: Vec } {
  const axes = [frame.x, frame.y, frame.z];
  const turned = axes.map((axis) => inFrame(frame, minus(pointOf(pose, axis), placeOf(pose))));
  const [a, b, c] = turned as [Vec, Vec, Vec];
  return {
    // Rows: what the columns a, b, c are read across.
    rotation: [
      [a[0], b[0], c[0]],
      [a[1], b[1], c[1]],
      [a[2], b[2], c[2]],
    ],
    shift: pointInFrame(frame, pointOf(pose, frame.origin)),
  };
}

/** The frame of a scene, its floor by the bodies given. */
export const sceneFrame = (scene: Scene, mount: Mount, floor: readonly number[]): Frame =>
  frameOf(mount, groundOf(floor.map((body) => scene.bodies[body]!)));
