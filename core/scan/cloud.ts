/** The largest cloud that is taken: more is refused with the advice to thin it. */
export const MOST_POINTS = 2_000_000;

/**
 * A scan's points: three numbers each in mm, and what each was marked as (0: not marked, which counts as body
 * sheet; n: part n - 1 of the scan). Nothing else is kept of a file.
 */
export type Cloud = { xyz: Float32Array; part: Uint8Array };

export function pointCount({ part }: Cloud): number {
  return part.length;
}

/** Least and greatest of each axis; NaN where there is no point. */
export function boundsOf(xyz: Float32Array): {
  low: [number, number, number];
  high: [number, number, number];
} {
  const low: [number, number, number] = [Infinity, Infinity, Infinity];
  const high: [number, number, number] = [-Infinity, -Infinity, -Infinity];
  for (let q = 0; q < xyz.length; q += 3)
    for (let axis = 0 as 0 | 1 | 2; axis < 3; axis++) {
      const value = xyz[q + axis]!;
      if (value < low[axis]) low[axis] = value;
      if (value > high[axis]) high[axis] = value;
    }
  return { low, high };
}

/** A box of space, mm. */
export type Box = { low: readonly [number, number, number]; high: readonly [number, number, number] };

export function inBox({ low, high }: Box, x: number, y: number, z: number): boolean {
  return x >= low[0] && x <= high[0] && y >= low[1] && y <= high[1] && z >= low[2] && z <= high[2];
}

/** The points inside a box, as a new cloud. */
export function cropped({ xyz, part }: Cloud, box: Box): Cloud {
  const keep: number[] = [];
  for (let i = 0; i < part.length; i++)
    if (inBox(box, xyz[i * 3]!, xyz[i * 3 + 1]!, xyz[i * 3 + 2]!)) keep.push(i);
  const out: Cloud = { xyz: new Float32Array(keep.length * 3), part: new Uint8Array(keep.length) };
  keep.forEach((i, at) => {
    out.xyz.set(xyz.subarray(i * 3, i * 3 + 3), at * 3);
    out.part[at] = part[i]!;
  });
  return out;
}

/** Marks every point inside a box; answers how many. */
export function markBox({ xyz, part }: Cloud, box: Box, as: number): number {
  let marked = 0;
  for (let i = 0; i < part.length; i++)
    if (inBox(box, xyz[i * 3]!, xyz[i * 3 + 1]!, xyz[i * 3 + 2]!)) {
      part[i] = as;
      marked++;
    }
  return marked;
}

/** Marks every point within a distance of a place; answers how many. */
export function markBall(
  { xyz, part }: Cloud,
  [cx, cy, cz]: readonly [number, number, number],
  radiusMm: number,
  as: number,
): number {
  let marked = 0;
  for (let i = 0; i < part.length; i++) {
    const dx = xyz[i * 3]! - cx;
    const dy = xyz[i * 3 + 1]! - cy;
    const dz = xyz[i * 3 + 2]! - cz;
    if (dx * dx + dy * dy + dz * dz > radiusMm * radiusMm) continue;
    part[i] = as;
    marked++;
  }
  return marked;
}

/**
 * The point nearest to the eye of those that a ray passes within `spread` (mm aside per mm of distance); -1
 * where it passes none. `direction` is a unit vector.
 */
export function pickPoint(
  { xyz }: Pick<Cloud, 'xyz'>,
  origin: readonly [number, number, number],
  direction: readonly [number, number, number],
  spread: number,
): number {
  let best = -1;
  let bestScore = Infinity;
  for (let q = 0; q < xyz.length; q += 3) {
    const vx = xyz[q]! - origin[0];
    const vy = xyz[q + 1]! - origin[1];
    const vz = xyz[q + 2]! - origin[2];
    const along = vx * direction[0] + vy * direction[1] + vz * direction[2];
    if (along <= 0) continue;
    const aside = Math.sqrt(Math.max(0, vx * vx + vy * vy + vz * vz - along * along));
    if (aside > spread * along) continue;
    // Nearer to the eye wins; among neighbours the one nearer to the ray.
    const score = along + 20 * aside;
    if (score < bestScore) {
      bestScore = score;
      best = q / 3;
    }
  }
  return best;
}
