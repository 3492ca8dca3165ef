import type { CutSample } from './cutPlan';

/** A template lies flat: u and v in mm, true lengths. */
export type Flat = readonly [u: number, v: number];
export type Template = {
  /** The edge as it is, laid flat, and the new edge; v grows away from the wheel. */
  edge: Flat[];
  cut: Flat[];
  /** Length of the edge along the panel, and of its side view alone, mm: they differ where the panel is curved. */
  unrolledMm: number;
  sideViewMm: number;
};

/**
 * Lays an edge flat as the left side of the vehicle is seen from outside: its front to the left (u = -x), up is up. The turns that
 * it takes in the side view stay as they are, each step keeps its true length in space: a panel that curves toward or away from
 * the wheel is unrolled along its lip. The new edge stands at its depth square to the old one, as it will be marked. The first
 * point lies at the origin.
 */
export function developed(samples: readonly CutSample[]): Template {
  const edge: [number, number][] = [];
  let [u, v] = [0, 0];
  let unrolledMm = 0;
  let sideViewMm = 0;
  let last: readonly [number, number] = [1, 0];
  samples.forEach(({ point }, i) => {
    const before = samples[i - 1]?.point;
    if (before) {
      const [dx, dz] = [point[0] - before[0], point[2] - before[2]];
      const flat = Math.hypot(dx, dz);
      const whole = Math.hypot(flat, point[1] - before[1]);
      unrolledMm += whole;
      sideViewMm += flat;
      // A step straight across the vehicle has no direction of its own in the side view; it goes on as the last one did.
      if (flat > 1e-9) last = [dx / flat, dz / flat];
      u -= last[0] * whole;
      v += last[1] * whole;
    }
    edge.push([u, v]);
  });
  const cut = samples.map(({ away, depthMm }, i): [number, number] => {
    const [eu = 0, ev = 0] = edge[i] ?? [];
    return [eu - away[0] * depthMm, ev + away[2] * depthMm];
  });
  return { edge, cut, unrolledMm, sideViewMm };
}

/** The same for the other side of the vehicle, seen from outside of that one: its front to the right, lengths kept. */
export function mirrored({ edge, cut, ...lengths }: Template): Template {
  const flip = ([u, v]: Flat): Flat => [-u, v];
  return { edge: edge.map(flip), cut: cut.map(flip), ...lengths };
}
