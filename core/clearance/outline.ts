import type { Point } from './contact';
import { hubFrame } from './hubFrame';
import { tireOutline, type Profile } from './profile';

export type Flat = readonly [number, number];
/** The views of a workshop drawing: from the left side, from above, from the front. */
export const VIEWS = ['side', 'plan', 'front'] as const;
export type View = (typeof VIEWS)[number];

/** Drops the axis that a view looks along: side (x, z), plan (x, y), front (y, z). */
export function project(view: View, [x, y, z]: Point): Flat {
  return view === 'side' ? [x, z] : view === 'plan' ? [x, y] : [y, z];
}

/** What a view's two axes are in space. */
const AXES: Record<View, readonly [Point, Point]> = {
  side: [
    [1, 0, 0],
    [0, 0, 1],
  ],
  plan: [
    [1, 0, 0],
    [0, 1, 0],
  ],
  front: [
    [0, 1, 0],
    [0, 0, 1],
  ],
};
const DIRECTIONS = 96;

/**
 * Outline in a view of the body that a convex section makes when it turns about the axle. Such a body is
 * convex, and so is its shadow, so the outline is where the body reaches farthest in each direction. In a
 * direction D a ring of radius r at a reaches a·(s·D) + r·|D − (s·D)s| beyond the hub; the ring that reaches
 * farthest gives the point. Counter-clockwise.
 */
function shadow(
  section: readonly (readonly [a: number, r: number])[],
  hub: Point,
  spin: Point,
  view: View,
): Flat[] {
  const [u, w] = AXES[view];
  return Array.from({ length: DIRECTIONS }, (_, i): Flat => {
    const c = Math.cos((2 * Math.PI * i) / DIRECTIONS);
    const s = Math.sin((2 * Math.PI * i) / DIRECTIONS);
    const [dx, dy, dz] = [c * u[0] + s * w[0], c * u[1] + s * w[1], c * u[2] + s * w[2]];
    const along = dx * spin[0] + dy * spin[1] + dz * spin[2];
    // Its length is taken from the vector itself: 1 - along² would lose it where D runs along the axle.
    const [px, py, pz] = [dx - along * spin[0], dy - along * spin[1], dz - along * spin[2]];
    const across = Math.hypot(px, py, pz);
    let [bestA, bestR, reach] = [0, 0, -Infinity];
    for (const [a, r] of section) {
      const far = a * along + r * across;
      if (far > reach) [bestA, bestR, reach] = [a, r, far];
    }
    const k = across > 1e-12 ? bestR / across : 0;
    const point: Point = [
      hub[0] + bestA * spin[0] + k * px,
      hub[1] + bestA * spin[1] + k * py,
      hub[2] + bestA * spin[2] + k * pz,
    ];
    return project(view, point);
  });
}

/** Outline of the tire (with the disc it fills) in a view. */
export function tireShadow(profile: Profile, hub: Point, spin: Point, view: View): Flat[] {
  const middle = (profile.tireInnerMm + profile.tireOuterMm) / 2;
  return shadow(
    tireOutline(profile, 6).filter(([, r]) => r > middle),
    hub,
    spin,
    view,
  );
}

/** Outline of the rim in a view. */
export function rimShadow(profile: Profile, hub: Point, spin: Point, view: View): Flat[] {
  const { centreMm, rimHalfWidthMm, rimOuterMm } = profile;
  return shadow(
    [-1, 1].map((side) => [centreMm + side * rimHalfWidthMm, rimOuterMm] as const),
    hub,
    spin,
    view,
  );
}

/** Which way each view's eye is from the corner. */
const EYE: Record<View, 0 | 1 | 2> = { side: 1, plan: 2, front: 0 };

/**
 * Edge of the sidewall that faces the eye, where the wheel is turned or tilted enough for it to be seen apart from the outline; without
 * it the outline of a turned wheel reads as a dented one. Empty where the wheel is seen from its edge.
 */
export function nearFace(profile: Profile, hub: Point, spin: Point, view: View): Flat[] {
  const EDGE_ON = 0.03;
  const toEye = spin[EYE[view]];
  if (Math.abs(toEye) < EDGE_ON) return [];
  const { ahead, above } = hubFrame(spin);
  const a = profile.centreMm + Math.sign(toEye) * profile.tireHalfWidthMm;
  const r = profile.tireOuterMm - profile.shoulderMm;
  return Array.from({ length: DIRECTIONS }, (_, i): Flat => {
    const c = r * Math.cos((2 * Math.PI * i) / DIRECTIONS);
    const s = r * Math.sin((2 * Math.PI * i) / DIRECTIONS);
    return project(view, [
      hub[0] + a * spin[0] + c * ahead[0] + s * above[0],
      hub[1] + a * spin[1] + c * ahead[1] + s * above[1],
      hub[2] + a * spin[2] + c * ahead[2] + s * above[2],
    ]);
  });
}
