import type { Point } from './contact';
import { writeHubFrame } from './hubFrame';
import { POSE_STRIDE } from './poses';
import { tireOutline, type Profile } from './profile';
import { sectionOf, distance } from './section';
import { cutDepths, sweepCorner, type SweepInput } from './corner';
import type { Package } from '../format/package';

/**
 * Where the tire and what stands around it come nearest to each other over all poses of the zone: what a wheel that is painted and
 * rocked through its travel would leave on both.
 */
export type Ink = {
  /**
   * The tire's surface as a net that steers with the hub and does not roll: `leastMm[angle * sections + section]`. Angles go round
   * from straight ahead, up first; sections run along `inkOutline`. Infinity where nothing comes near.
   */
  angles: number;
  sections: number;
  leastMm: Float32Array;
  /** The swept points that something of the tire comes near, each where it was measured on its own carrier. */
  places: { obstacle: number; at: Point; leastMm: number; angle: number; section: number }[];
};

/** Of the net: 3° are 20 mm on a tire of 800 mm. */
export const INK_ANGLES = 120;
/** No two neighbours of the outline that is inked stand further apart. */
const OUTLINE_MM = 18;

/** The tire's section as the net has it: `tireOutline` with places between its ends, so that the middle of the tread can be inked too. */
export function inkOutline(profile: Profile): [number, number][] {
  const outline = tireOutline(profile, 4);
  return outline.flatMap(([a, r], i): [number, number][] => {
    const [toA, toR] = outline[(i + 1) % outline.length]!;
    const steps = Math.max(1, Math.ceil(Math.hypot(toA - a, toR - r) / OUTLINE_MM));
    return Array.from({ length: steps }, (_, k) => [
      a + ((toA - a) * k) / steps,
      r + ((toR - r) * k) / steps,
    ]);
  });
}

/** Which place of the outline is nearest to (a, r). */
function nearestOf(outline: readonly (readonly [number, number])[], a: number, r: number): number {
  let best = 0;
  let least = Infinity;
  outline.forEach(([oa, or], i) => {
    const far = (oa - a) ** 2 + (or - r) ** 2;
    if (far < least) [least, best] = [far, i];
  });
  return best;
}

/**
 * Inks a corner's wheel and well: each swept point in each pose of the zone that comes nearer than `nearMm` (clearance, mm, with
 * the cuts that were decided). On the grid of poses: the least of a place is that of `assess` to within what the grid leaves
 * between its poses, and the drawing says so.
 */
export function inkOf(input: SweepInput, profile: Profile, cuts: Package['cuts'], nearMm: number): Ink {
  const corner = sweepCorner(input);
  const cut = cutDepths(corner.corner.obstacles, cuts);
  const { flat, inZone, poseSets, passed } = corner;
  const section = sectionOf(profile);
  const outline = inkOutline(profile);
  const sections = outline.length;
  const leastMm = new Float32Array(INK_ANGLES * sections).fill(Infinity);
  const least = new Float64Array(flat.xyz.length / 3).fill(Infinity);
  const cell = new Int32Array(least.length).fill(-1);
  const frame = new Float64Array(6);
  const reachMm = profile.tireOuterMm + nearMm;
  poseSets.forEach((poses, way) => {
    for (let pose = 0; pose < inZone.length; pose++) {
      if (inZone[pose] !== 1) continue;
      const p = pose * POSE_STRIDE;
      const [sx, sy, sz] = [poses[p + 3]!, poses[p + 4]!, poses[p + 5]!];
      writeHubFrame(frame, sx, sy, sz);
      for (let i = 0; i < flat.count; i++) {
        if (passed[way]?.[i] === 1) continue;
        const lift = flat.rise[i]! + flat.follow[i]! * poses[p + 6]!;
        for (let q = flat.start[i]!; q < flat.start[i + 1]!; q++) {
          const vx = flat.xyz[q * 3]! - poses[p]!;
          const vy = flat.xyz[q * 3 + 1]! - poses[p + 1]!;
          const vz = flat.xyz[q * 3 + 2]! + lift - poses[p + 2]!;
          const far = vx * vx + vy * vy + vz * vz;
          const a = vx * sx + vy * sy + vz * sz;
          const rest = far - a * a;
          if (rest > reachMm * reachMm || Math.abs(a - section.centre) > profile.tireHalfWidthMm + nearMm)
            continue;
          const r = rest > 0 ? Math.sqrt(rest) : 0;
          const gap = distance(section, a, r) + cut[i]!;
          if (gap >= nearMm) continue;
          const ahead = vx * frame[0]! + vy * frame[1]! + vz * frame[2]!;
          const above = vx * frame[3]! + vy * frame[4]! + vz * frame[5]!;
          const turn = Math.atan2(above, ahead) / (2 * Math.PI);
          const angle = Math.round((turn < 0 ? turn + 1 : turn) * INK_ANGLES) % INK_ANGLES;
          const at = angle * sections + nearestOf(outline, a, r);
          if (gap < leastMm[at]!) leastMm[at] = gap;
          if (gap < least[q]!) {
            least[q] = gap;
            cell[q] = at;
          }
        }
      }
    }
  });
  const places: Ink['places'] = [];
  for (let i = 0; i < flat.count; i++)
    for (let q = flat.start[i]!; q < flat.start[i + 1]!; q++)
      if (cell[q]! >= 0)
        places.push({
          obstacle: i,
          at: [flat.xyz[q * 3]!, flat.xyz[q * 3 + 1]!, flat.xyz[q * 3 + 2]!],
          leastMm: least[q]!,
          angle: Math.floor(cell[q]! / sections),
          section: cell[q]! % sections,
        });
  return { angles: INK_ANGLES, sections, leastMm, places };
}

/** Where on a tire a place of its net is, in words: "the outer shoulder, ahead of the hub and above it". */
export function inkPlaceWords(profile: Profile, angle: number, section: number): string {
  const [a, r] = inkOutline(profile)[section] ?? [profile.centreMm, profile.tireOuterMm];
  const aside = a - profile.centreMm;
  const side = aside > 0 ? 'outer' : 'inner';
  const onTread = r > profile.tireOuterMm - profile.shoulderMm * 0.3;
  const part =
    onTread && Math.abs(aside) <= profile.tireHalfWidthMm - profile.shoulderMm + 1e-9
      ? `the ${Math.abs(aside) < profile.tireHalfWidthMm / 3 ? 'middle' : `${side} edge`} of the tread`
      : r > profile.tireOuterMm - profile.shoulderMm
        ? `the ${side} shoulder`
        : `the ${side} sidewall`;
  const turn = (2 * Math.PI * angle) / INK_ANGLES;
  const [ahead, above] = [Math.cos(turn), Math.sin(turn)];
  const where = [
    ...(Math.abs(ahead) > 0.38 ? [ahead > 0 ? 'ahead of the hub' : 'behind the hub'] : []),
    ...(Math.abs(above) > 0.38 ? [above > 0 ? 'above it' : 'below it'] : []),
  ].join(' and ');
  return `${part}, ${where.startsWith('above') || where.startsWith('below') ? where.replace('it', 'the hub') : where}`;
}
