import { CAMERA_SIZE } from '../../core/photogrammetry/camera';
import { CORNERS } from '../../core/photogrammetry/cards';
import { steppedScene } from '../../core/photogrammetry/adjust';
import { factor, solveFactored } from '../../core/photogrammetry/linear';
import { commonSize, costOf, photoAt, plateAt, STEP } from '../../core/photogrammetry/normal';
import { miss, slopes, type Scene } from '../../core/photogrammetry/scene';

/**
 * The same adjustment the plain way: one matrix of all slopes, its square, Cholesky, Levenberg and Marquardt. Nothing is
 * eliminated and no block is known. `rounds` bounds the steps.
 */
export function denseAdjusted(
  start: Scene,
  bound: number,
  rounds = 50,
): { scene: Scene; cost: number; steps: number } {
  const size = commonSize(start);
  const cards = start.bodies.length - start.plates;
  const n = size + cards * STEP;
  const rows = start.sightings.filter(({ out }) => !out).length * CORNERS * 2 + CAMERA_SIZE;
  let scene = start;
  let cost = costOf(scene, bound);
  let damping = 1e-4;
  let steps = 0;
  for (let round = 0; round < rounds && damping < 1e10; round++) {
    const slope = new Float64Array(rows * n);
    const right = new Float64Array(rows);
    const off = new Float64Array(2);
    const by = slopes();
    let row = 0;
    for (const one of scene.sightings) {
      if (one.out) continue;
      const photo = scene.photos[one.photo];
      const body = scene.bodies[one.body];
      if (!photo || !body) throw new Error('a sighting of nothing');
      const own =
        one.body < scene.plates ? plateAt(scene, one.body) : size + (one.body - scene.plates) * STEP;
      for (let corner = 0; corner < CORNERS; corner++) {
        miss(scene.camera, photo, body, one, corner, off, by);
        const d = one.trust * Math.hypot(off[0] ?? 0, off[1] ?? 0);
        const weight = one.trust * Math.sqrt(d <= bound ? 1 : bound / d);
        for (const half of [0, 1]) {
          right[row] = weight * (off[half] ?? 0);
          for (let i = 0; i < STEP; i++) {
            slope[row * n + i] = weight * (by.camera[half * STEP + i] ?? 0);
            slope[row * n + photoAt(one.photo) + i] = weight * (by.photo[half * STEP + i] ?? 0);
            if (one.body > 0) slope[row * n + own + i] = weight * (by.body[half * STEP + i] ?? 0);
          }
          row++;
        }
      }
    }
    for (let i = 0; i < CAMERA_SIZE; i++) {
      const weight = Math.sqrt(scene.prior.weight[i] ?? 0);
      slope[row * n + i] = weight;
      right[row] = weight * ((scene.prior.at[i] ?? 0) - (scene.camera[i] ?? 0));
      row++;
    }
    const square = new Float64Array(n * n);
    const side = new Float64Array(n);
    for (let r = 0; r < rows; r++)
      for (let i = 0; i < n; i++) {
        const a = slope[r * n + i] ?? 0;
        side[i] = (side[i] ?? 0) + a * (right[r] ?? 0);
        for (let j = 0; j <= i; j++)
          square[i * n + j] = (square[i * n + j] ?? 0) + a * (slope[r * n + j] ?? 0);
      }
    for (;;) {
      const damped = square.slice();
      for (let i = 0; i < n; i++) damped[i * n + i] = (damped[i * n + i] ?? 0) * (1 + damping);
      const step = side.slice();
      if (factor(damped, n)) {
        solveFactored(damped, n, step);
        const next = steppedScene(scene, step, size);
        const now = costOf(next, bound);
        if (now < cost) {
          const gain = (cost - now) / cost;
          scene = next;
          cost = now;
          steps++;
          damping = Math.max(damping / 8, 1e-12);
          if (gain < 1e-9) return { scene, cost, steps };
          break;
        }
      }
      damping *= 8;
      if (damping >= 1e10) return { scene, cost, steps };
    }
  }
  return { scene, cost, steps };
}
