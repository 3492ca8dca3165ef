import type { Point } from './contact';
import { tireOutline, type Profile } from './profile';

export type Flat = readonly [number, number];
/** The views of a workshop drawing: from the left side, from above, from the front. */
export const VIEWS = ['side', 'plan', 'front'] as const;
export type View = (typeof VIEWS)[number];

/** Drops the axis that a view looks along: side (x, z), plan (x, y), front (y, z). */
export function project(view: View, [x, y, z]: Point): Flat {
  return view === 'side' ? [x, z] : view === 'plan' ? [x, y] : [y, z];
}

/** Convex hull, counter-clockwise from the lowest left point (Andrew's monotone chain). */
export function hull(points: readonly Flat[]): Flat[] {
  const sorted = [...points].sort((p, q) => p[0] - q[0] || p[1] - q[1]);
  const half = (run: readonly Flat[]): Flat[] => {
    const out: Flat[] = [];
    for (const p of run) {
      for (;;) {
        const b = out[out.length - 1];
        const a = out[out.length - 2];
        if (!a || !b) break;
        if ((b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]) > 0) break;
        out.pop();
      }
      out.push(p);
    }
    return out.slice(0, -1);
  };
  return [...half(sorted), ...half(sorted.reverse())];
}

/** Circles of a wheel that decide its outline: radius r at a along the axle. */
function rings(
  section: readonly (readonly [number, number])[],
  hub: Point,
  spin: Point,
  steps: number,
): Point[] {
  const [sx, sy, sz] = spin;
  const flat = Math.hypot(sx, sy);
  const u: Point = [sy / flat, -sx / flat, 0];
  const w: Point = [u[1] * sz, -u[0] * sz, u[0] * sy - u[1] * sx];
  return section.flatMap(([a, r]) =>
    Array.from({ length: steps }, (_, i): Point => {
      const c = r * Math.cos((2 * Math.PI * i) / steps);
      const s = r * Math.sin((2 * Math.PI * i) / steps);
      return [
        hub[0] + a * sx + c * u[0] + s * w[0],
        hub[1] + a * sy + c * u[1] + s * w[1],
        hub[2] + a * sz + s * w[2] + c * u[2],
      ];
    }),
  );
}

/**
 * Outline of the tire (with the disc it fills) in a view. Its section turned about the axle is convex, and
 * so is the shadow of a convex body: the hull of its rings' shadows is the outline.
 */
export function tireShadow(profile: Profile, hub: Point, spin: Point, view: View): Flat[] {
  const section = tireOutline(profile, 4).filter(
    ([, r]) => r > (profile.tireInnerMm + profile.tireOuterMm) / 2,
  );
  return hull(rings(section, hub, spin, 72).map((point) => project(view, point)));
}

/** Outline of the rim in a view. */
export function rimShadow(profile: Profile, hub: Point, spin: Point, view: View): Flat[] {
  const { centreMm, rimHalfWidthMm, rimOuterMm } = profile;
  const section = [-1, 1].map((side) => [centreMm + side * rimHalfWidthMm, rimOuterMm] as const);
  return hull(rings(section, hub, spin, 48).map((point) => project(view, point)));
}
