import type { Vec } from '../geometry/vec';

/** An edge in equal steps along it: points, and the way that a cut goes from each (unit, in the side view). */
export type Edge = { stepMm: number; points: Vec[]; away: Vec[] };

/** Straight from one point to another, mm. */
export const distanceMm = (a: Vec, b: Vec): number => Math.hypot(b[0] - a[0], b[1] - a[1], b[2] - a[2]);

/** The length of a polyline, mm. */
export function edgeLengthMm(points: readonly Vec[]): number {
  return points.reduce((sum, point, i) => sum + (i > 0 ? distanceMm(points[i - 1] ?? point, point) : 0), 0);
}

/** A polyline in equal steps of about `stepMm` along it, both ends kept. One point stays one. */
export function inSteps(points: readonly Vec[], stepMm: number): { stepMm: number; points: Vec[] } {
  const whole = edgeLengthMm(points);
  const [first] = points;
  if (!first || whole === 0) return { stepMm, points: first ? [first] : [] };
  const count = Math.max(1, Math.round(whole / stepMm));
  const step = whole / count;
  const out: Vec[] = [first];
  let walked = 0;
  let next = step;
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1], points[i]];
    if (!a || !b) continue;
    const span = distanceMm(a, b);
    while (next <= walked + span + 1e-6 && out.length < count) {
      const f = (next - walked) / span;
      out.push([a[0] + (b[0] - a[0]) * f, a[1] + (b[1] - a[1]) * f, a[2] + (b[2] - a[2]) * f]);
      next += step;
    }
    walked += span;
  }
  out.push(points.at(-1) ?? first);
  return { stepMm: step, points: out };
}

/**
 * The edge with the way a cut goes from each of its points: square to it in the side view (x, z), away from the hub. An
 * edge that runs across the vehicle, and a single point, are cut straight away from the hub.
 */
export function edgeOf(points: readonly Vec[], stepMm: number): Edge {
  const { stepMm: step, points: list } = inSteps(points, stepMm);
  const away = list.map((point, i): Vec => {
    const before = list[Math.max(0, i - 1)] ?? point;
    const after = list[Math.min(list.length - 1, i + 1)] ?? point;
    const [tx, tz] = [after[0] - before[0], after[2] - before[2]];
    const run = Math.hypot(tx, tz);
    const from = Math.hypot(point[0], point[2]) || 1;
    const radial: Vec = [point[0] / from, 0, point[2] / from];
    if (run < 0.2 * distanceMm(before, after) || run === 0) return radial;
    const square: Vec = [-tz / run, 0, tx / run];
    return square[0] * radial[0] + square[2] * radial[2] >= 0 ? square : [-square[0], 0, -square[2]];
  });
  return { stepMm: step, points: list, away };
}
