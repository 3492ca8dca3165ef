import { CAMERA_SIZE, INSET, project, type Camera } from './camera';
import { CARD_KINDS, CORNERS, CORNER_SIGNS, kindOfCard, PLATE_CENTRES } from './cards';
import type { Pose } from './pose';

/** A marker as it was found in a picture: its corners' pixels, u and v in turn, in the order of CORNER_SIGNS. */
export type Found = { id: number; corners: readonly number[] };

/** A marker of a rigid body in a picture. */
export type Sighting = {
  photo: number;
  body: number;
  id: number;
  corners: readonly number[];
  /** The square's centre in the body's axes, right and up, and half its side, mm. */
  centre: readonly [number, number];
  half: number;
  /** How sure its corners are against those of a large square: 1 / σ, relative. */
  trust: number;
  /** Left out: it does not go with the others. */
  out: boolean;
};

/**
 * All that is adjusted together. Photo poses take the plate's axes (mm) to the camera's; body poses a card's own to the plate's.
 * Body 0 is the plate in the first state and stays where it is: it gives scale and frame. The next are the plate in the other
 * states, the rest one card each.
 */
export type Scene = {
  camera: Camera;
  photos: Pose[];
  bodies: Pose[];
  /** How many of the bodies are the plate: the first of them is fixed. */
  plates: number;
  sightings: Sighting[];
  /** How sure each of the camera's numbers is before any picture was looked at, as 1/σ², and about what. */
  prior: { at: Float64Array; weight: Float64Array };
};

/**
 * Corners of small squares are found worse: σ grows as √(1 + (SMALL_PX / shortest side)⁴). Measured on drawn pictures: 0.03
 * pixels a way from 40 up, 0.07 at 25, 0.17 at 18.
 */
const SMALL_PX = 38;

function trustOf(corners: readonly number[]): number {
  const sides = CORNER_SIGNS.map((_, i) => {
    const next = (i + 1) % CORNERS;
    return Math.hypot(corners[i * 2]! - corners[next * 2]!, corners[i * 2 + 1]! - corners[next * 2 + 1]!);
  });
  return 1 / Math.sqrt(1 + (SMALL_PX / Math.min(...sides)) ** 4);
}

export const sightingOf = (photo: number, body: number, { id, corners }: Found): Sighting => ({
  photo,
  body,
  id,
  corners,
  centre: PLATE_CENTRES[id] ?? [0, 0],
  half: CARD_KINDS[kindOfCard(id) ?? 'spot'].sideMm / 2,
  trust: trustOf(corners),
  out: false,
});

const local = new Float64Array(2);
const turned = new Float64Array(3);
const world = new Float64Array(3);
const seen = new Float64Array(3);
const pixel = new Float64Array(2);
const byPoint = new Float64Array(6);
const byCamera = new Float64Array(10);

/** Derivatives of one corner's two pixels: by the camera (2 × 6), the photo's pose and the body's pose (2 × 6 each, as `stepped`). */
export type Slopes = { camera: Float64Array; photo: Float64Array; body: Float64Array };
export const slopes = (): Slopes => ({
  camera: new Float64Array(2 * CAMERA_SIZE),
  photo: new Float64Array(12),
  body: new Float64Array(12),
});

/**
 * How far corner `corner` of a sighting was found from where the scene draws it, pixels (found less drawn), into `out`; with its
 * derivatives where they are asked for (of what is drawn).
 */
export function miss(
  camera: Camera,
  photo: Pose,
  body: Pose,
  sighting: Sighting,
  corner: number,
  out: Float64Array,
  by?: Slopes,
): void {
  const [sx, sy] = CORNER_SIGNS[corner]!;
  const reach = sighting.half - camera[INSET]!;
  local[0] = sighting.centre[0] + sx * reach;
  local[1] = sighting.centre[1] + sy * reach;
  for (let i = 0; i < 3; i++) {
    turned[i] = body[i * 3]! * local[0] + body[i * 3 + 1]! * local[1];
    world[i] = turned[i]! + body[9 + i]!;
  }
  for (let i = 0; i < 3; i++)
    seen[i] = photo[i * 3]! * world[0]! + photo[i * 3 + 1]! * world[1]! + photo[i * 3 + 2]! * world[2]!;
  const rx = seen[0]!;
  const ry = seen[1]!;
  const rz = seen[2]!;
  seen[0]! += photo[9]!;
  seen[1]! += photo[10]!;
  seen[2]! += photo[11]!;
  project(camera, seen, pixel, by && { point: byPoint, camera: byCamera });
  out[0] = sighting.corners[corner * 2]! - pixel[0]!;
  out[1] = sighting.corners[corner * 2 + 1]! - pixel[1]!;
  if (!by) return;
  for (let row = 0; row < 2; row++) {
    const px = byPoint[row * 3]!;
    const py = byPoint[row * 3 + 1]!;
    const pz = byPoint[row * 3 + 2]!;
    // By a turn ω of the photo: p·(ω × r) = ω·(r × p).
    const photoAt = row * 6;
    by.photo[photoAt] = ry * pz - rz * py;
    by.photo[photoAt + 1] = rz * px - rx * pz;
    by.photo[photoAt + 2] = rx * py - ry * px;
    by.photo[photoAt + 3] = px;
    by.photo[photoAt + 4] = py;
    by.photo[photoAt + 5] = pz;
    // The same through the photo's turn, for the body and for the inset.
    const qx = px * photo[0]! + py * photo[3]! + pz * photo[6]!;
    const qy = px * photo[1]! + py * photo[4]! + pz * photo[7]!;
    const qz = px * photo[2]! + py * photo[5]! + pz * photo[8]!;
    by.body[photoAt] = turned[1]! * qz - turned[2]! * qy;
    by.body[photoAt + 1] = turned[2]! * qx - turned[0]! * qz;
    by.body[photoAt + 2] = turned[0]! * qy - turned[1]! * qx;
    by.body[photoAt + 3] = qx;
    by.body[photoAt + 4] = qy;
    by.body[photoAt + 5] = qz;
    const cameraAt = row * CAMERA_SIZE;
    for (let i = 0; i < 5; i++) by.camera[cameraAt + i] = byCamera[row * 5 + i]!;
    by.camera[cameraAt + INSET] =
      -sx * (qx * body[0]! + qy * body[3]! + qz * body[6]!) -
      sy * (qx * body[1]! + qy * body[4]! + qz * body[7]!);
  }
}

const off = new Float64Array(2);

/** How far each corner of a sighting is off, pixels, where photo and body stand. */
export const missesOf = (camera: Camera, photo: Pose, body: Pose, sighting: Sighting): number[] =>
  Array.from({ length: CORNERS }, (_, corner) => {
    miss(camera, photo, body, sighting, corner, off);
    return Math.hypot(off[0]!, off[1]!);
  });
