import type { Vec } from '../../core/geometry/vec';
import type { Shot, World } from './world';

/** A well of no vehicle in particular. */
export const PLAIN: Shapes = {
  flankY: 88,
  archMm: 428,
  archZ: 30,
  sillZ: -160,
  groundZ: -370,
  tireMm: 366,
  rimMm: 225,
};

/** A direction in the axes of the corner. */
export type Ray = Vec | Float64Array;

/** What stands behind the cards: a flank with an arch in it, the wheel or the bare hub, the dark of the well, and the ground. */
export type Backdrop = {
  /** The color (three levels of 255) in the direction of a ray from the shot's eye. */
  shade: (shot: Shot, ray: Ray, out: Float32Array) => void;
  /** Whether the flank stands before a place so far along a ray. */
  hides: (shot: Shot, ray: Ray, away: number) => boolean;
};

/** The shapes of a well that a person knows: an arch in a flank, a wheel, the ground. Axes of the corner, mm. */
export type Shapes = {
  flankY: number;
  archMm: number;
  archZ: number;
  sillZ: number;
  groundZ: number;
  tireMm: number;
  rimMm: number;
};

/** A card that stands this near to the flank is stuck on it. */
const STUCK_MM = 45;

const at = (ray: Ray, axis: 0 | 1 | 2): number => ray[axis] ?? 0;

/** A cheap pattern that looks like concrete: the same place always the same shade. */
const grain = (x: number, y: number): number => {
  const s = Math.sin(Math.floor(x / 9) * 127.1 + Math.floor(y / 9) * 311.7) * 43758.5453;
  return (s - Math.floor(s) - 0.5) * 12;
};

/** The picture behind the cards of a world: `shapes` of its well, the wheel where its plate is. */
export function backdrop(world: World, shapes: Shapes = PLAIN): Backdrop {
  const { flankY, archMm, archZ, sillZ, groundZ, tireMm, rimMm } = shapes;
  const onFlank = (x: number, z: number): boolean =>
    z > sillZ &&
    z < archZ + archMm + 320 &&
    Math.abs(x) < 1500 &&
    (Math.hypot(x, z - archZ) > archMm || (z < archZ && Math.abs(x) > archMm));
  const flankAt = ({ eye }: Shot, ray: Ray): number => {
    const away = (flankY - eye[1]) / at(ray, 1);
    return away > 0 && onFlank(eye[0] + away * at(ray, 0), eye[2] + away * at(ray, 2)) ? away : Infinity;
  };
  const set = (out: Float32Array, r: number, g: number, b: number, by: number): void => {
    out[0] = r * by;
    out[1] = g * by;
    out[2] = b * by;
  };
  const hub = world.outboardMm - 14;
  return {
    hides: (shot, ray, away) => flankAt(shot, ray) < away - STUCK_MM,
    shade: (shot, ray, out) => {
      const { eye } = shot;
      const flank = flankAt(shot, ray);
      const ground = at(ray, 2) < 0 ? (groundZ - eye[2]) / at(ray, 2) : Infinity;
      const disc = (hub - eye[1]) / at(ray, 1);
      const [dx, dz] = [eye[0] + disc * at(ray, 0), eye[2] + disc * at(ray, 2)];
      const radius = disc > 0 ? Math.hypot(dx, dz) : Infinity;
      const wall = (-330 - eye[1]) / at(ray, 1);
      const wheel = radius < tireMm ? disc : Infinity;
      const nearest = Math.min(flank, ground, wheel, wall > 0 ? wall : Infinity);
      if (!Number.isFinite(nearest)) set(out, 168, 182, 196, 1);
      else if (nearest === flank) {
        const [x, z] = [eye[0] + flank * at(ray, 0), eye[2] + flank * at(ray, 2)];
        const rim = Math.abs(Math.hypot(x, z - archZ) - archMm) < 14 ? 0.72 : 1;
        set(out, 86, 112, 122, rim * (0.82 + 0.18 * Math.sin((z + 200) / 260)));
      } else if (nearest === wheel) {
        const spoke = Math.cos(6 * Math.atan2(dz, dx)) > 0.1 ? 1 : 0.62;
        if (radius > rimMm)
          set(out, 44, 44, 46, radius > tireMm - 26 && Math.cos(46 * Math.atan2(dz, dx)) > 0 ? 0.6 : 1);
        else if (radius > rimMm - 20) set(out, 150, 152, 156, 1);
        else set(out, 132, 134, 138, spoke);
      } else if (nearest === ground) {
        const [x, y] = [eye[0] + ground * at(ray, 0), eye[1] + ground * at(ray, 1)];
        const shadow = y < 120 ? 0.55 : 1;
        const g = 148 + grain(x, y);
        set(out, g, g, g - 4, shadow);
      } else {
        const [x, z] = [eye[0] + wall * at(ray, 0), eye[2] + wall * at(ray, 2)];
        const inside = Math.hypot(x, z - archZ) < archMm + 90;
        set(out, 40, 41, 44, inside ? 0.9 : 0.6);
      }
    },
  };
}
