import { CAMERA_SIZE } from './camera';
import { factor, inverted, solveFactored } from './linear';
import { costOf, normalOf, photoAt, plateAt, STEP, type Normal } from './normal';
import { stepped } from './pose';
import type { Scene } from './scene';

/** The common equations with every card eliminated (Schur's complement), its inverse blocks beside: own⁻¹ and own⁻¹·acrossᵀ. */
export type Reduced = {
  matrix: Float64Array;
  side: Float64Array;
  cards: { inverse: Float64Array; back: Float64Array; ownSide: Float64Array }[];
};

/** Of the matrix the lower half counts. Undefined where nobody sees a card. `damping` adds that share to every diagonal. */
export function reduced(normal: Normal, damping: number): Reduced | undefined {
  const { size } = normal;
  const matrix = normal.common.slice();
  const side = normal.side.slice();
  for (let i = 0; i < size; i++) matrix[i * size + i]! *= 1 + damping;
  const cards: Reduced['cards'] = [];
  for (const { own, side: ownSide, across, blocks } of normal.cards) {
    const damped = own.slice();
    for (let i = 0; i < STEP; i++) damped[i * STEP + i]! *= 1 + damping;
    const inverse = inverted(damped, STEP);
    if (!inverse) return undefined;
    // own⁻¹·acrossᵀ, kept as size × 6 so that rows lie together.
    const back = new Float64Array(size * STEP);
    const rows = Int32Array.from(
      [...blocks].sort((a, b) => a - b).flatMap((block) => Array.from({ length: STEP }, (_, i) => block + i)),
    );
    for (const row of rows)
      for (let j = 0; j < STEP; j++) {
        let sum = 0;
        for (let k = 0; k < STEP; k++) sum += across[row * STEP + k]! * inverse[k * STEP + j]!;
        back[row * STEP + j] = sum;
      }
    // The lower half alone: rows go up, and Cholesky reads no more.
    for (let at = 0; at < rows.length; at++) {
      const a = rows[at]!;
      const from = a * STEP;
      const [b0, b1, b2] = [back[from]!, back[from + 1]!, back[from + 2]!];
      const [b3, b4, b5] = [back[from + 3]!, back[from + 4]!, back[from + 5]!];
      for (let below = 0; below <= at; below++) {
        const b = rows[below]!;
        const to = b * STEP;
        matrix[a * size + b]! -=
          b0 * across[to]! +
          b1 * across[to + 1]! +
          b2 * across[to + 2]! +
          b3 * across[to + 3]! +
          b4 * across[to + 4]! +
          b5 * across[to + 5]!;
      }
      for (let k = 0; k < STEP; k++) side[a]! -= back[from + k]! * ownSide[k]!;
    }
    cards.push({ inverse, back, ownSide });
  }
  return { matrix, side, cards };
}

/** The step of every number that the equations ask for: the common ones, then six a card. */
function stepOf(normal: Normal, damping: number): Float64Array | undefined {
  const { size } = normal;
  const all = reduced(normal, damping);
  if (!all || !factor(all.matrix, size)) return undefined;
  const step = new Float64Array(size + normal.cards.length * STEP);
  const common = all.side;
  solveFactored(all.matrix, size, common);
  step.set(common);
  all.cards.forEach(({ inverse, back, ownSide }, card) => {
    const at = size + card * STEP;
    for (let i = 0; i < STEP; i++) {
      let sum = 0;
      for (let k = 0; k < STEP; k++) sum += inverse[i * STEP + k]! * ownSide[k]!;
      for (const block of normal.cards[card]!.blocks)
        for (let k = 0; k < STEP; k++) sum -= back[(block + k) * STEP + i]! * common[block + k]!;
      step[at + i] = sum;
    }
  });
  return step;
}

/** The scene after a step. */
export function steppedScene(scene: Scene, step: Float64Array, size: number): Scene {
  const { plates } = scene;
  return {
    ...scene,
    camera: scene.camera.map((value, i) => value + (i < CAMERA_SIZE ? step[i]! : 0)),
    photos: scene.photos.map((pose, photo) => stepped(pose, step, photoAt(photo))),
    bodies: scene.bodies.map((pose, body) =>
      body === 0
        ? pose
        : stepped(pose, step, body < plates ? plateAt(scene, body) : size + (body - plates) * STEP),
    ),
  };
}

/** A search ends where a step takes less than this share off the cost; on the way to the last one, sooner. */
const SMALL = 1e-9;
export const ON_THE_WAY = 1e-4;
const MOST_DAMPING = 1e10;

/**
 * Everything adjusted at once, by Levenberg and Marquardt on the normal equations with the cards eliminated. `bound` is where
 * Huber's loss turns straight, pixels.
 */
export function adjusted(
  start: Scene,
  bound: number,
  { rounds = 50, small = SMALL } = {},
): { scene: Scene; normal: Normal } {
  let scene = start;
  let normal = normalOf(scene, bound);
  let damping = 1e-4;
  for (let round = 0; round < rounds && damping < MOST_DAMPING; round++) {
    const step = stepOf(normal, damping);
    const next = step && steppedScene(scene, step, normal.size);
    const cost = next ? costOf(next, bound) : Infinity;
    if (!next || !(cost < normal.cost)) {
      damping *= 8;
      continue;
    }
    const gain = (normal.cost - cost) / Math.max(normal.cost, Number.MIN_VALUE);
    scene = next;
    normal = normalOf(scene, bound);
    damping = Math.max(damping / 8, 1e-12);
    if (gain < small) break;
  }
  return { scene, normal };
}
