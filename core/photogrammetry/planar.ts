import { leastSquares } from './linear';
import { after, inverse, type Pose } from './pose';

type Flat = readonly [x: number, y: number];

/**
 * The pose of a plane from four or more of its points (mm) and their directions (tangents x/z, y/z): the homography between them
 * (direct linear transform with the last entry 1), its first two columns made square. Undefined where the points lie in a line.
 */
export function planePose(points: readonly Flat[], seen: readonly Flat[]): Pose | undefined {
  // About the middle, so that the last entry is never 0.
  const mean = (axis: 0 | 1): number => points.reduce((sum, p) => sum + p[axis], 0) / points.length;
  const [mx, my] = [mean(0), mean(1)];
  const scale = Math.max(...points.map(([x, y]) => Math.hypot(x - mx, y - my)), 1e-9);
  const rows: number[][] = [];
  const right: number[] = [];
  points.forEach(([px, py], i) => {
    const x = (px - mx) / scale;
    const y = (py - my) / scale;
    const [u, v] = seen[i]!;
    rows.push([x, y, 1, 0, 0, 0, -u * x, -u * y], [0, 0, 0, x, y, 1, -v * x, -v * y]);
    right.push(u, v);
  });
  const h = leastSquares(rows, right);
  if (!h) return undefined;
  const first = [h[0]!, h[3]!, h[6]!];
  const second = [h[1]!, h[4]!, h[7]!];
  const size = Math.sqrt(Math.hypot(...first) * Math.hypot(...second));
  // Both columns to the nearest pair at right angles: half-way between them, and across.
  const unit = (v: readonly number[]): number[] => {
    const length = Math.hypot(...v);
    return v.map((one) => one / length);
  };
  const [a, b] = [unit(first), unit(second)];
  const sum = unit(a.map((one, i) => one + b[i]!));
  const across = unit(a.map((one, i) => one - b[i]!));
  const x = sum.map((one, i) => (one + across[i]!) / Math.SQRT2);
  const y = sum.map((one, i) => (one - across[i]!) / Math.SQRT2);
  const z = [x[1]! * y[2]! - x[2]! * y[1]!, x[2]! * y[0]! - x[0]! * y[2]!, x[0]! * y[1]! - x[1]! * y[0]!];
  // One unit of the plane is `size / scale` of depth 1.
  const depth = scale / size;
  const shift = [h[2]! * depth, h[5]! * depth, depth].map((one, i) => one - x[i]! * mx - y[i]! * my);
  const pose = Float64Array.of(...[0, 1, 2].flatMap((i) => [x[i]!, y[i]!, z[i]!]), ...shift);
  return pose.every(Number.isFinite) ? pose : undefined;
}

/**
 * The other pose in which a small plane looks nearly the same: seen along the line to its middle (`centre`, in its own axes), its
 * slope towards the camera is turned round.
 */
export function mirrored(pose: Pose, centre: Flat): Pose {
  const middle = [0, 1, 2].map((i) => pose[i * 3]! * centre[0] + pose[i * 3 + 1]! * centre[1] + pose[9 + i]!);
  const length = Math.hypot(...middle);
  const [vx = 0, vy = 0, vz = 1] = middle.map((one) => one / length);
  // Axes along the line of sight: z ahead, x level.
  const flat = Math.hypot(vx, vz);
  const view = Float64Array.of(
    vz / flat,
    0,
    -vx / flat,
    (-vx * vy) / flat,
    flat,
    (-vz * vy) / flat,
    vx,
    vy,
    vz,
    0,
    0,
    0,
  );
  const along = after(view, pose);
  // The same outline, the slope reversed; the third column follows from the first two.
  const [a, b, c, d] = [along[0]!, along[1]!, along[3]!, along[4]!];
  const [p, q] = [-along[6]!, -along[7]!];
  const turned = Float64Array.of(a, b, c * q - p * d, c, d, p * b - a * q, p, q, a * d - c * b, 0, 0, 0);
  const out = after(inverse(view), turned);
  for (let i = 0; i < 3; i++) out[9 + i] = middle[i]! - out[i * 3]! * centre[0] - out[i * 3 + 1]! * centre[1];
  return out;
}
