import { hubFrame } from '../clearance/hubFrame';
import { tireOutline, type Profile } from '../clearance/profile';
import type { Vec } from '../geometry/vec';
import { project } from './camera';
import type { PhotoMeasurement, PhotoView } from './measure';

type Pixel = [u: number, v: number];

/** Where a point of the corner's axes falls in a picture; undefined where it is behind the camera. */
export function pixelIn(
  camera: PhotoMeasurement['camera'],
  { toCamera: m }: PhotoView,
  [x, y, z]: Vec,
): Pixel | undefined {
  const { focalPx, cx, cy, k1, k2 } = camera;
  const seen = Float64Array.of(
    m[0]! * x + m[1]! * y + m[2]! * z + m[9]!,
    m[3]! * x + m[4]! * y + m[5]! * z + m[10]!,
    m[6]! * x + m[7]! * y + m[8]! * z + m[11]!,
  );
  if (seen[2]! < 100) return undefined;
  const out = new Float64Array(2);
  project(Float64Array.of(focalPx, cx, cy, k1, k2, 0), seen, out);
  return [out[0]!, out[1]!];
}

/** Places round a ring: a chord's sag is below a fifth of a millimetre on the largest tire. */
const ROUND = 96;

/** A wheel's rings about its axle (a outboard along it, r from it, mm) in a pose: hub face and spin axis. */
export function ringOf(hub: Vec, spin: Vec, a: number, r: number): Vec[] {
  const { ahead, above } = hubFrame(spin);
  return Array.from({ length: ROUND }, (_, i): Vec => {
    const angle = (2 * Math.PI * i) / ROUND;
    const [c, s] = [r * Math.cos(angle), r * Math.sin(angle)];
    return [0, 1, 2].map((k) => hub[k]! + a * spin[k]! + c * ahead[k]! + s * above[k]!) as unknown as Vec;
  });
}

/** The hull of some pixels, in order (Andrew's monotone chain). */
export function hullOf(points: readonly Pixel[]): Pixel[] {
  const sorted = [...points].sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  const half = (list: readonly Pixel[]): Pixel[] => {
    const chain: Pixel[] = [];
    for (const p of list) {
      for (;;) {
        const [a, b] = [chain.at(-2), chain.at(-1)];
        if (!a || !b || (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]) > 0) break;
        chain.pop();
      }
      chain.push(p);
    }
    return chain.slice(0, -1);
  };
  return [...half(sorted), ...half(sorted.reverse())];
}

/** A wheel as a picture shows it: its outline, the rings and spokes that a person knows it by, and what stands out of the fender. */
export type DrawnWheel = {
  outline: Pixel[];
  rings: Pixel[][];
  spokes: [Pixel, Pixel][];
  /** Outline of what is outboard of the fender's edge, which hides nothing of it; empty where nothing is. */
  out: Pixel[];
};

const SPOKES = 6;
/** The middle of a rim, of its radius. */
const MIDDLE = 0.3;
/** Slices between two corners of the section, so that what stands out is cut where the edge is. */
const SLICES = 6;

/**
 * The wheel in a pose as a picture of the round would show it, to scale; `edgeMm` is how far outboard the fender's edge stands.
 * Undefined where some of it is behind the camera.
 */
export function wheelInPhoto(
  camera: PhotoMeasurement['camera'],
  view: PhotoView,
  { hub, spin }: { hub: Vec; spin: Vec },
  profile: Profile,
  edgeMm = Infinity,
): DrawnWheel | undefined {
  const drawn = (points: readonly Vec[]): Pixel[] | undefined => {
    const all = points.map((point) => pixelIn(camera, view, point));
    return all.every((one) => one !== undefined) ? all : undefined;
  };
  const section = tireOutline(profile, 4);
  const body = section.flatMap(([a, r], i) => {
    const [b, q] = section[(i + 1) % section.length]!;
    return Array.from(
      { length: SLICES },
      (_, k) => [a + ((b - a) * k) / SLICES, r + ((q - r) * k) / SLICES] as const,
    );
  });
  const points = body.flatMap(([a, r]) => ringOf(hub, spin, a, r));
  const { centreMm, tireHalfWidthMm, shoulderMm, tireOuterMm, tireInnerMm, rimHalfWidthMm } = profile;
  const face = centreMm + rimHalfWidthMm;
  const rim = ringOf(hub, spin, face, tireInnerMm);
  const middle = ringOf(hub, spin, face - rimHalfWidthMm / 2, tireInnerMm * MIDDLE);
  const all = drawn(points);
  const rings = [
    ringOf(hub, spin, centreMm + tireHalfWidthMm - shoulderMm, tireOuterMm),
    ringOf(hub, spin, centreMm - tireHalfWidthMm + shoulderMm, tireOuterMm),
    rim,
    middle,
  ].map(drawn);
  if (!all || !rings.every((one) => one !== undefined)) return undefined;
  const [, , rimSeen = [], middleSeen = []] = rings;
  return {
    outline: hullOf(all),
    rings: rings,
    spokes: Array.from({ length: SPOKES }, (_, i): [Pixel, Pixel] => {
      const at = (i * ROUND) / SPOKES;
      return [rimSeen[at]!, middleSeen[at]!];
    }),
    out: hullOf(all.filter((_, i) => points[i]![1] > edgeMm)),
  };
}

/** How far below its last point an edge is taken to hide what is behind it, mm. */
const DOWN_MM = 900;

/**
 * What a picture shows through the arch: the edge of the fender as it was photographed (in its order round the wheel), its ends
 * drawn down to the ground. Undefined where the edge has too few points.
 */
export function archInPhoto(
  camera: PhotoMeasurement['camera'],
  view: PhotoView,
  edge: readonly Vec[],
): Pixel[] | undefined {
  const [first, last] = [edge[0], edge.at(-1)];
  if (edge.length < 5 || !first || !last) return undefined;
  const down = ([x, y, z]: Vec): Vec => [x, y, z - DOWN_MM];
  const all = [down(first), ...edge, down(last)].map((point) => pixelIn(camera, view, point));
  return all.every((one) => one !== undefined) ? all : undefined;
}
