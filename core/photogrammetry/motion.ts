import { dot, type Vec } from '../geometry/vec';
import { leastSquares } from './linear';
import { rotationVector } from './pose';

/** How the hub moved from the first state to another, in the frame of a corner: rows of the rotation, and where its face came to, mm. */
export type Motion = { rotation: readonly [Vec, Vec, Vec]; shift: Vec };

const DEG = 180 / Math.PI;
const turnOf = ({ rotation: [a, b, c] }: Motion): Vec =>
  rotationVector(Float64Array.of(...a, ...b, ...c, 0, 0, 0));

/** The axis that a hub is steered about, as a build file has it. Angles in degrees, lengths in mm. */
export type SteeringAxis = {
  kpiDeg: number;
  casterDeg: number;
  kingpinMm: number;
  kingpinForeAftMm: number;
  lockInsideDeg: number | null;
  lockOutsideDeg: number | null;
};

/**
 * The steering axis of one or two locks: its direction is the turn's, both locks weighted by their angles; its place is where the
 * points stay that do not move, at the height of the hub. Inside is a positive turn (x to y). Undefined where nothing turned.
 */
export function steeringOf(
  inside: Motion | undefined,
  outside: Motion | undefined,
): SteeringAxis | undefined {
  const turns = [inside && turnOf(inside), outside && (turnOf(outside).map((one) => -one) as unknown as Vec)];
  const sum = [0, 1, 2].map((i) => turns.reduce((all, turn) => all + (turn?.[i] ?? 0), 0));
  const length = Math.hypot(...sum);
  if (length < 1e-6) return undefined;
  const sign = Math.sign(sum[2]!) || 1;
  const [kx, ky, kz] = sum.map((one) => (one * sign) / length) as [number, number, number];
  // (1 − R)·p = shift for every point p that stays; of those the one at z = 0.
  const rows: number[][] = [];
  const right: number[] = [];
  for (const motion of [inside, outside])
    motion?.rotation.forEach((row, i) => {
      rows.push([(i === 0 ? 1 : 0) - row[0], (i === 1 ? 1 : 0) - row[1]]);
      right.push(motion.shift[i]!);
    });
  const place = leastSquares(rows, right);
  if (!place) return undefined;
  const angle = (turn: Vec | undefined): number | null => (turn ? dot(turn, [kx, ky, kz]) * DEG : null);
  return {
    kpiDeg: Math.atan(-ky / kz) * DEG,
    casterDeg: Math.atan(-kx / kz) * DEG,
    kingpinMm: -place[1]!,
    kingpinForeAftMm: place[0]!,
    lockInsideDeg: angle(turns[0]),
    lockOutsideDeg: angle(turns[1]),
  };
}

/** A row of the wheel's path, as a build file has it: h up, mm; camber with the top inboard negative, toe with the leading edge inboard positive. */
export type PathRow = {
  hMm: number;
  xMm: number;
  yMm: number;
  camberDeg: number;
  casterDeg: number;
  toeDeg: number;
};

/**
 * What the hub did on its way to a height. Its rotation is read as the sweep builds one: about y by the caster (which tips the
 * kingpin back), about z by the toe, about x by the camber.
 */
export function pathRowOf({ rotation, shift }: Motion): PathRow {
  const [a, b, c] = rotation;
  // Where outboard points to.
  const [sx, sy, sz] = [a[1], b[1], c[1]];
  const gamma = Math.atan2(sz, sy);
  const toe = Math.asin(Math.max(-1, Math.min(1, sx)));
  // Camber and toe taken off again, what is left of up leans by the caster.
  const up: Vec = [a[2], b[2], c[2]];
  const level = up[1] * Math.cos(gamma) + up[2] * Math.sin(gamma);
  const high = up[2] * Math.cos(gamma) - up[1] * Math.sin(gamma);
  const ahead = up[0] * Math.cos(toe) - level * Math.sin(toe);
  return {
    hMm: shift[2],
    xMm: shift[0],
    yMm: shift[1],
    camberDeg: -gamma * DEG,
    casterDeg: -Math.atan2(ahead, high) * DEG,
    toeDeg: toe * DEG,
  };
}
