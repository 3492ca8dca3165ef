import { CAMERA_SIZE } from './camera';
import { CORNERS } from './cards';
import { miss, slopes, type Scene } from './scene';

/** Numbers of a pose's step. */
export const STEP = 6;

/**
 * The normal equations of a scene. What is common (camera, photos, the plate in other states) is one dense block; each card has a
 * block of its own that meets only the common ones, so that it can be eliminated by itself.
 */
export type Normal = {
  /** How many numbers are common. */
  size: number;
  /** size × size, both halves. */
  common: Float64Array;
  side: Float64Array;
  cards: {
    own: Float64Array;
    side: Float64Array;
    /** size × 6: how it meets the common ones. */
    across: Float64Array;
    /** Where the blocks of six of `across` stand that are not all 0; the camera's first. */
    blocks: number[];
  }[];
  /** Robust sum of squares, halved. */
  cost: number;
  /** Weighted sum of squares, and how many corners it is of. */
  squares: number;
  corners: number;
};

/** Where a photo's numbers stand among the common ones, and those of a state's plate (never the first's). */
export const photoAt = (photo: number): number => CAMERA_SIZE + photo * STEP;
export const plateAt = (scene: Scene, plate: number): number =>
  CAMERA_SIZE + (scene.photos.length + plate - 1) * STEP;
export const commonSize = ({ photos, plates }: Scene): number =>
  CAMERA_SIZE + (photos.length + plates - 1) * STEP;

/** Huber's loss of a corner that is `d` pixels off: squares up to `bound`, straight beyond. */
const huber = (d: number, bound: number): number => (d <= bound ? (d * d) / 2 : bound * (d - bound / 2));

const priorCost = ({ camera, prior }: Scene): number =>
  camera.reduce((sum, value, i) => sum + (prior.weight[i]! * (value - prior.at[i]!) ** 2) / 2, 0);

/** The robust cost alone. */
export function costOf(scene: Scene, bound: number): number {
  let cost = priorCost(scene);
  const off = new Float64Array(2);
  for (const sighting of scene.sightings) {
    if (sighting.out) continue;
    const photo = scene.photos[sighting.photo]!;
    const body = scene.bodies[sighting.body]!;
    for (let corner = 0; corner < CORNERS; corner++) {
      miss(scene.camera, photo, body, sighting, corner, off);
      cost += huber(sighting.trust * Math.hypot(off[0]!, off[1]!), bound);
    }
  }
  return cost;
}

type Part = { at: number; by: Float64Array };

/** Adds `weight`·aᵀ·b of two parts' slopes to a matrix of `width` columns. */
function addProduct(out: Float64Array, width: number, a: Part, b: Part, weight: number): void {
  for (let i = 0; i < STEP; i++) {
    const u = a.by[i]! * weight;
    const v = a.by[STEP + i]! * weight;
    const row = (a.at + i) * width + b.at;
    for (let j = 0; j < STEP; j++) out[row + j]! += u * b.by[j]! + v * b.by[STEP + j]!;
  }
}

function addSide(out: Float64Array, { at, by }: Part, off: Float64Array, weight: number): void {
  for (let i = 0; i < STEP; i++) out[at + i]! += weight * (by[i]! * off[0]! + by[STEP + i]! * off[1]!);
}

/** The equations about where the scene stands, each corner weighted by Huber at `bound` pixels. Camera and poses take six numbers each. */
export function normalOf(scene: Scene, bound: number): Normal {
  const size = commonSize(scene);
  const { camera, prior, plates } = scene;
  const normal: Normal = {
    size,
    common: new Float64Array(size * size),
    side: new Float64Array(size),
    cards: scene.bodies.slice(plates).map(() => ({
      own: new Float64Array(STEP * STEP),
      side: new Float64Array(STEP),
      across: new Float64Array(size * STEP),
      blocks: [0],
    })),
    cost: priorCost(scene),
    squares: 0,
    corners: 0,
  };
  const off = new Float64Array(2);
  const by = slopes();
  for (const sighting of scene.sightings) {
    if (sighting.out) continue;
    const photo = scene.photos[sighting.photo]!;
    const body = scene.bodies[sighting.body]!;
    const card = normal.cards[sighting.body - plates];
    const lens = { at: 0, by: by.camera };
    const view = { at: photoAt(sighting.photo), by: by.photo };
    const own = { at: 0, by: by.body };
    const common =
      sighting.body > 0 && sighting.body < plates
        ? [lens, view, { at: plateAt(scene, sighting.body), by: by.body }]
        : [lens, view];
    if (card && !card.blocks.includes(view.at)) card.blocks.push(view.at);
    for (let corner = 0; corner < CORNERS; corner++) {
      miss(camera, photo, body, sighting, corner, off, by);
      const d = sighting.trust * Math.hypot(off[0]!, off[1]!);
      const bent = d <= bound ? 1 : bound / d;
      const weight = bent * sighting.trust ** 2;
      normal.cost += huber(d, bound);
      normal.squares += bent * d * d;
      normal.corners++;
      for (const a of common) {
        for (const b of common) addProduct(normal.common, size, a, b, weight);
        addSide(normal.side, a, off, weight);
        if (card) addProduct(card.across, STEP, a, own, weight);
      }
      if (card) {
        addProduct(card.own, STEP, own, own, weight);
        addSide(card.side, own, off, weight);
      }
    }
  }
  for (let i = 0; i < CAMERA_SIZE; i++) {
    normal.common[i * size + i]! += prior.weight[i]!;
    normal.side[i]! += prior.weight[i]! * (prior.at[i]! - camera[i]!);
  }
  return normal;
}
