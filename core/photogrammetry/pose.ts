/** A rigid motion p → R·p + t as twelve numbers: R by rows, then t in mm. */
export type Pose = Float64Array;

export const IDENTITY: Pose = Float64Array.of(1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0);

/** Where a point comes to, written into `out` from `at` on; `p` is read from `from` on. */
export function moved(pose: Pose, p: ArrayLike<number>, from: number, out: Float64Array, at: number): void {
  const x = p[from]!;
  const y = p[from + 1]!;
  const z = p[from + 2]!;
  out[at] = pose[0]! * x + pose[1]! * y + pose[2]! * z + pose[9]!;
  out[at + 1] = pose[3]! * x + pose[4]! * y + pose[5]! * z + pose[10]!;
  out[at + 2] = pose[6]! * x + pose[7]! * y + pose[8]! * z + pose[11]!;
}

/** First `b`, then `a`. */
export function after(a: Pose, b: Pose): Pose {
  const out = new Float64Array(12);
  for (let row = 0; row < 3; row++)
    for (let column = 0; column < 3; column++)
      out[row * 3 + column] =
        a[row * 3]! * b[column]! + a[row * 3 + 1]! * b[3 + column]! + a[row * 3 + 2]! * b[6 + column]!;
  moved(a, b, 9, out, 9);
  return out;
}

export function inverse(pose: Pose): Pose {
  const out = new Float64Array(12);
  for (let row = 0; row < 3; row++) {
    for (let column = 0; column < 3; column++) out[row * 3 + column] = pose[column * 3 + row]!;
    out[9 + row] = -(pose[row]! * pose[9]! + pose[3 + row]! * pose[10]! + pose[6 + row]! * pose[11]!);
  }
  return out;
}

/** The rotation by a rotation vector, rad (Rodrigues), as a pose without a shift. */
export function rotation(x: number, y: number, z: number): Pose {
  const square = x * x + y * y + z * z;
  const angle = Math.sqrt(square);
  // Both series are exact to 1e-16 below the bound.
  const a = angle < 1e-4 ? 1 - square / 6 : Math.sin(angle) / angle;
  const b = angle < 1e-4 ? 0.5 - square / 24 : (1 - Math.cos(angle)) / square;
  return Float64Array.of(
    1 - b * (y * y + z * z),
    b * x * y - a * z,
    b * x * z + a * y,
    b * x * y + a * z,
    1 - b * (x * x + z * z),
    b * y * z - a * x,
    b * x * z - a * y,
    b * y * z + a * x,
    1 - b * (x * x + y * y),
    0,
    0,
    0,
  );
}

/** The rotation vector of a pose's rotation, rad, of length at most π. */
export function rotationVector(pose: Pose): [number, number, number] {
  const x = (pose[7]! - pose[5]!) / 2;
  const y = (pose[2]! - pose[6]!) / 2;
  const z = (pose[3]! - pose[1]!) / 2;
  const sine = Math.hypot(x, y, z);
  const angle = Math.atan2(sine, (pose[0]! + pose[4]! + pose[8]! - 1) / 2);
  const k = sine < 1e-9 ? 1 : angle / sine;
  return [x * k, y * k, z * k];
}

/** The pose turned by a small rotation vector about its own origin's place and shifted: `step` is three rad and three mm from `at` on. */
export function stepped(pose: Pose, step: ArrayLike<number>, at: number): Pose {
  const out = after(rotation(step[at]!, step[at + 1]!, step[at + 2]!), pose);
  // Turned in place: the shift is not turned with it.
  for (let i = 0; i < 3; i++) out[9 + i] = pose[9 + i]! + step[at + 3 + i]!;
  return out;
}
