import { INK_ANGLES, inkOutline } from '../../../core/clearance/ink';
import type { Profile } from '../../../core/clearance/profile';
import { cross, dot, minus, times, type Vec } from '../../../core/geometry/vec';

/** A surface of triangles: three numbers a place, three places a triangle. */
export type Shape = { position: Float32Array; index: Uint32Array };

const add = (a: Vec, b: Vec, k = 1): Vec => [a[0] + b[0] * k, a[1] + b[1] * k, a[2] + b[2] * k];
/** A direction; of two places that are one, none. */
const unit = (a: Vec): Vec => {
  const long = Math.hypot(...a);
  return long > 1e-9 ? times(a, 1 / long) : [0, 0, 0];
};

/** Rows of equally many places, joined by a surface; closed in either way if said. */
function net(rows: readonly (readonly Vec[])[], closed: { along?: boolean; across?: boolean } = {}): Shape {
  const width = rows[0]?.length ?? 0;
  const position = Float32Array.from(rows.flat(2));
  const index: number[] = [];
  for (let i = 0; i + (closed.along ? 0 : 1) < rows.length; i++)
    for (let j = 0; j + (closed.across ? 0 : 1) < width; j++) {
      const [i2, j2] = [(i + 1) % rows.length, (j + 1) % width];
      const [a, b, c, d] = [i * width + j, i * width + j2, i2 * width + j2, i2 * width + j];
      index.push(a, b, c, a, c, d);
    }
  return { position, index: Uint32Array.from(index) };
}

const NOWHERE: Vec = [0, 0, 0];
/** A place of a line; a line has them all. */
const placeAt = (points: readonly Vec[], i: number): Vec => points.at(i) ?? NOWHERE;

/** Direction of a line at each of its places. */
function tangents(points: readonly Vec[]): Vec[] {
  return points.map((_, i) =>
    unit(minus(placeAt(points, Math.min(points.length - 1, i + 1)), placeAt(points, Math.max(0, i - 1)))),
  );
}

/** How deep a folded edge and its skin are drawn, mm. Only the edge itself was measured. */
export const FOLD_MM = 14;
export const SKIN_MM = 42;
/** Half the thickness that a part's measured line is drawn with, mm. */
export const PART_MM = 9;
/** Half the width of the strip that stands for a liner of one line, mm. */
export const STRIP_MM = 55;

/** A folded edge: the skin that runs away from the wheel's axle, the measured edge, and the return that lies inboard of it. */
export function foldedEdge(points: readonly Vec[]): Shape {
  const along = tangents(points);
  return net(
    points.map((point, i) => {
      // Away from the axle, square to the edge itself.
      const radial: Vec = [point[0], 0, point[2]];
      const t = placeAt(along, i);
      const away = unit(add(radial, t, -dot(radial, t)));
      return [add(point, away, SKIN_MM), point, add(point, [0, -1, 0], FOLD_MM)];
    }),
  );
}

/** A body about a measured line: a bar of eight sides, its ends closed; of a single place, a knob. */
export function bar(points: readonly Vec[], halfMm = PART_MM): Shape {
  const [only] = points;
  const line: readonly Vec[] =
    points.length === 1 && only ? [add(only, [0, 0, -halfMm]), add(only, [0, 0, halfMm])] : points;
  const along = tangents(line);
  const SIDES = 8;
  // Any direction that is not the line's own begins the ring; it is carried along so that the bar does not twist.
  const first = placeAt(along, 0);
  let side = unit(cross(first, Math.abs(first[2]) < 0.9 ? [0, 0, 1] : [1, 0, 0]));
  const rings = line.map((point, i): Vec[] => {
    const t = placeAt(along, i);
    side = unit(add(side, t, -dot(side, t)));
    const other = cross(t, side);
    return Array.from({ length: SIDES }, (_, k) => {
      const angle = (2 * Math.PI * k) / SIDES;
      return add(add(point, side, halfMm * Math.cos(angle)), other, halfMm * Math.sin(angle));
    });
  });
  const end = (point: Vec): Vec[] => Array.from({ length: SIDES }, () => point);
  return net([end(placeAt(line, 0)), ...rings, end(placeAt(line, -1))], { across: true });
}

/** A place of a line at a share of its length. */
function placeOf(points: readonly Vec[], share: number): Vec {
  const steps = points.slice(1).map((point, i) => Math.hypot(...minus(point, placeAt(points, i))));
  let left = share * steps.reduce((sum, step) => sum + step, 0);
  for (const [i, step] of steps.entries()) {
    if (left <= step || i === steps.length - 1) {
      const k = step > 0 ? Math.min(1, left / step) : 0;
      return add(placeAt(points, i), minus(placeAt(points, i + 1), placeAt(points, i)), k);
    }
    left -= step;
  }
  return placeAt(points, 0);
}

const ACROSS = 24;
/** The angle about the axle at a line's ends, for telling whether two lines lie beside each other. */
function reach(points: readonly Vec[]): [number, number] {
  const angles = points.map(([x, , z]) => Math.atan2(z, x));
  return [Math.min(...angles), Math.max(...angles)];
}
function besides(one: readonly Vec[], other: readonly Vec[]): boolean {
  const [a, b] = [reach(one), reach(other)];
  const shared = Math.min(a[1], b[1]) - Math.max(a[0], b[0]);
  return shared > 0.5 * Math.min(a[1] - a[0], b[1] - b[0]);
}

/** A liner as a surface through the lines of it that were measured, side by side; a line alone is a strip along the axle's direction. */
export function liner(lines: readonly (readonly Vec[])[]): Shape[] {
  const left = [...lines].sort((one, other) => (one[0]?.[1] ?? 0) - (other[0]?.[1] ?? 0));
  const shapes: Shape[] = [];
  for (let first = left.shift(); first; first = left.shift()) {
    const strip = first;
    const group = [strip];
    let last = strip;
    for (const line of [...left])
      if (besides(last, line)) {
        group.push(...left.splice(left.indexOf(line), 1));
        last = line;
      }
    const rows =
      group.length > 1
        ? group.map((line) => Array.from({ length: ACROSS + 1 }, (_, k) => placeOf(line, k / ACROSS)))
        : [-STRIP_MM, STRIP_MM].map((out) => strip.map((point) => add(point, [0, out, 0])));
    shapes.push(net(rows));
  }
  return shapes;
}

/** How deep the grooves of a tread are drawn, mm: of the drawing, not of the tire that is fitted. */
const GROOVE_MM = 8;

/** Whether a place of the tire's net is drawn as a groove of the tread. */
export function isGroove(profile: Profile, angle: number, [a, r]: readonly [number, number]): boolean {
  const across = Math.abs(a - profile.centreMm) / profile.tireHalfWidthMm;
  if (r < profile.tireOuterMm - 0.5) return false;
  // Staggered bars on either side of a rib.
  return across > 0.18 && (angle + (a > profile.centreMm ? 2 : 0)) % 4 === 0;
}

/** The tire in the axes of its hub (ahead, outboard, up): the net that ink is laid on, with grooves in its tread. */
export function tireShape(profile: Profile): Shape {
  const outline = inkOutline(profile);
  return net(
    Array.from({ length: INK_ANGLES }, (_, angle) => {
      const turn = (2 * Math.PI * angle) / INK_ANGLES;
      return outline.map(([a, r]): Vec => {
        const deep = isGroove(profile, angle, [a, r]) ? r - GROOVE_MM : r;
        return [deep * Math.cos(turn), a, deep * Math.sin(turn)];
      });
    }),
    { along: true, across: true },
  );
}

/** Every second place of the tire's net each way, joined by a quarter of its triangles. */
export function coarseTire(profile: Profile): Uint32Array {
  const width = inkOutline(profile).length;
  const every = (count: number): number[] => Array.from({ length: Math.ceil(count / 2) }, (_, k) => 2 * k);
  const { index } = net(
    every(INK_ANGLES).map((angle) => every(width).map((section): Vec => [angle, section, 0])),
    { along: true, across: true },
  );
  const across = Math.ceil(width / 2);
  return index.map((at) => 2 * Math.floor(at / across) * width + 2 * (at % across));
}

/** Circles and half sections of a wheel as thin lines, in the axes of its hub: pairs of places. */
export function wireOf(profile: Profile): Float32Array {
  const { centreMm, tireHalfWidthMm, shoulderMm, tireInnerMm, tireOuterMm } = profile;
  const pairs: number[] = [];
  const ROUND = 72;
  const circle = (a: number, r: number): void => {
    for (let k = 0; k < ROUND; k++)
      for (const turn of [(2 * Math.PI * k) / ROUND, (2 * Math.PI * (k + 1)) / ROUND])
        pairs.push(r * Math.cos(turn), a, r * Math.sin(turn));
  };
  for (const side of [-1, 1]) {
    circle(centreMm + side * (tireHalfWidthMm - shoulderMm), tireOuterMm);
    circle(centreMm + side * tireHalfWidthMm, tireInnerMm + shoulderMm);
  }
  const outline = inkOutline(profile).filter(([, r]) => r >= tireInnerMm);
  for (let quarter = 0; quarter < 8; quarter++) {
    const turn = (Math.PI / 4) * quarter;
    outline.forEach(([a, r], i) => {
      for (const [pa, pr] of [[a, r] as const, outline[(i + 1) % outline.length] ?? ([a, r] as const)])
        pairs.push(pr * Math.cos(turn), pa, pr * Math.sin(turn));
    });
  }
  return Float32Array.from(pairs);
}
