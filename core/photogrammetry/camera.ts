/** Focal length, centre (pixels), k1, k2 of the lens, and how far inward blur draws the corners of every square, mm. */
export type Camera = Float64Array;
export const FOCAL = 0;
export const INSET = 5;
export const CAMERA_SIZE = 6;

/** What a camera sees is ahead of it by at least so much, mm; nearer, the picture says nothing. */
export const NEAREST_MM = 20;

/**
 * Where a point in the camera's axes (x right, y down, z ahead, mm) falls in the picture: u = f·x/z·(1 + k1·r² + k2·r⁴) + cx
 * (Brown). Writes u, v to `out`, and where `by` is given the derivatives of both by the point (2 × 3) and by f, cx, cy, k1, k2
 * (2 × 5), rows one after the other.
 */
export function project(
  camera: Camera,
  point: Float64Array,
  out: Float64Array,
  by?: { point: Float64Array; camera: Float64Array },
): void {
  const f = camera[0]!;
  const k1 = camera[3]!;
  const k2 = camera[4]!;
  const z = Math.max(point[2]!, NEAREST_MM);
  const x = point[0]! / z;
  const y = point[1]! / z;
  const square = x * x + y * y;
  const bend = 1 + square * (k1 + k2 * square);
  out[0] = f * bend * x + camera[1]!;
  out[1] = f * bend * y + camera[2]!;
  if (!by) return;
  // d(bend)/dx = 2x·slope, and the same of y.
  const slope = k1 + 2 * k2 * square;
  const xx = f * (bend + 2 * x * x * slope);
  const xy = f * 2 * x * y * slope;
  const yy = f * (bend + 2 * y * y * slope);
  const p = by.point;
  p[0] = xx / z;
  p[1] = xy / z;
  p[2] = -(xx * x + xy * y) / z;
  p[3] = xy / z;
  p[4] = yy / z;
  p[5] = -(xy * x + yy * y) / z;
  const c = by.camera;
  c[0] = bend * x;
  c[1] = 1;
  c[2] = 0;
  c[3] = f * square * x;
  c[4] = f * square * square * x;
  c[5] = bend * y;
  c[6] = 0;
  c[7] = 1;
  c[8] = f * square * y;
  c[9] = f * square * square * y;
}

/** A pixel as the tangents of its direction, the lens taken off (fixed point; four rounds are exact to 1e-6 within a picture). */
export function direction(camera: Camera, u: number, v: number): [x: number, y: number] {
  const x0 = (u - camera[1]!) / camera[0]!;
  const y0 = (v - camera[2]!) / camera[0]!;
  let x = x0;
  let y = y0;
  for (let round = 0; round < 4; round++) {
    const square = x * x + y * y;
    const bend = 1 + square * (camera[3]! + camera[4]! * square);
    x = x0 / bend;
    y = y0 / bend;
  }
  return [x, y];
}
