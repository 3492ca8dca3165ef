import { reduced, type Reduced } from './adjust';
import { inverted } from './linear';
import { plateAt, STEP, type Normal } from './normal';
import { stepped } from './pose';
import type { Scene } from './scene';

/** How sure an adjusted scene is: asked for functions of bodies. */
export type Spread = {
  /** σ of a corner's pixel by what is left, both ways alike. */
  sigmaPx: number;
  /** The covariance of what `of` says of a scene in which only these bodies move (row by row), from the pictures alone. */
  of: (bodies: readonly number[], of: (scene: Scene) => readonly number[]) => Float64Array;
};

/** Found corners are never taken as surer than this, pixels: what blur does to all of a square's corners shows in no residual. */
const LEAST_SIGMA_PX = 0.05;
/**
 * Corners of one square share its edges and its blur: on six drawn rounds of 8 to 10 pictures, blurred by 0.7 to 1.5 pixels, frames
 * were off about this many times what corners of their own would give.
 */
const SHARED = 1.3;
/** Steps for slopes: rad and mm, far above rounding and far below where anything bends. */
const TURN = 1e-6;
const SHIFT = 1e-4;

/** Undefined where the pictures leave something open (a card that nothing holds). */
export function spreadOf(scene: Scene, normal: Normal): Spread | undefined {
  const { size } = normal;
  const found: Reduced | undefined = reduced(normal, 0);
  const common = found && inverted(found.matrix, size);
  if (!found || !common) return undefined;
  const numbers = size + normal.cards.length * STEP;
  const free = Math.max(normal.corners * 2 - numbers, 1);
  const variance = Math.max((SHARED ** 2 * normal.squares) / free, LEAST_SIGMA_PX ** 2);

  /** back_bᵀ·common for a card, 6 × size. */
  const carried = new Map<number, Float64Array>();
  const carry = (card: number): Float64Array => {
    const known = carried.get(card);
    if (known) return known;
    const out = new Float64Array(STEP * size);
    const { back } = found.cards[card]!;
    for (const block of normal.cards[card]!.blocks)
      for (let row = block; row < block + STEP; row++)
        for (let i = 0; i < STEP; i++) {
          const k = back[row * STEP + i]!;
          for (let column = 0; column < size; column++)
            out[i * size + column]! += k * common[row * size + column]!;
        }
    carried.set(card, out);
    return out;
  };

  /** Entry (i, j) of the covariance of two bodies' steps, in units of the variance. */
  const entry = (a: number, i: number, b: number, j: number): number => {
    const plateA = a < scene.plates;
    const plateB = b < scene.plates;
    if (plateA && plateB) return common[(plateAt(scene, a) + i) * size + plateAt(scene, b) + j]!;
    if (plateA) return -carry(b - scene.plates)[j * size + plateAt(scene, a) + i]!;
    if (plateB) return -carry(a - scene.plates)[i * size + plateAt(scene, b) + j]!;
    const left = carry(a - scene.plates);
    const { back, inverse } = found.cards[b - scene.plates]!;
    let sum = a === b ? inverse[i * STEP + j]! : 0;
    for (const block of normal.cards[b - scene.plates]!.blocks)
      for (let row = block; row < block + STEP; row++) sum += left[i * size + row]! * back[row * STEP + j]!;
    return sum;
  };

  return {
    sigmaPx: Math.sqrt(variance),
    of: (asked, of) => {
      // The plate of the first state stands still: it is the frame.
      const bodies = [...new Set(asked)].filter((body) => body > 0);
      const n = bodies.length * STEP;
      const here = of(scene);
      const slope = new Float64Array(here.length * n);
      bodies.forEach((body, at) => {
        for (let i = 0; i < STEP; i++) {
          const step = new Float64Array(STEP);
          const by = i < 3 ? TURN : SHIFT;
          const value = (sign: number): readonly number[] => {
            step[i] = sign * by;
            const moved = scene.bodies.map((pose, one) => (one === body ? stepped(pose, step, 0) : pose));
            return of({ ...scene, bodies: moved });
          };
          const up = value(1);
          const down = value(-1);
          here.forEach((_, row) => {
            slope[row * n + at * STEP + i] = (up[row]! - down[row]!) / (2 * by);
          });
        }
      });
      const all = new Float64Array(n * n);
      for (let i = 0; i < n; i++)
        for (let j = 0; j < n; j++)
          all[i * n + j] =
            variance *
            entry(bodies[Math.floor(i / STEP)]!, i % STEP, bodies[Math.floor(j / STEP)]!, j % STEP);
      const out = new Float64Array(here.length ** 2);
      for (let row = 0; row < here.length; row++)
        for (let column = 0; column < here.length; column++) {
          let sum = 0;
          for (let i = 0; i < n; i++)
            for (let j = 0; j < n; j++) sum += slope[row * n + i]! * all[i * n + j]! * slope[column * n + j]!;
          out[row * here.length + column] = sum;
        }
      return out;
    },
  };
}
