import type { AxleName } from '../../format/names';
import type { Build } from '../../format/build';
import { resizedTire } from '../../tire/resized';
import { tireSize } from '../../tire/size';
import { materialOf, type Material } from '../../format/materials';
import { CURE_KINDS } from '../../format/names';
import type { Lift, Package } from '../../format/package';

export { CURE_KINDS };
export type CureKind = (typeof CURE_KINDS)[number];
export type ScannedKind = Exclude<CureKind, 'cut'>;

/**
 * How each kind is tried: in `stepMm` steps (degrees for the lock stop) up to `upTo`, beyond which it would be
 * another vehicle, then narrowed to `exact` within the first step that helps. Kinds that change tire or wheel go
 * through the same poses, `lift` kinds through poses of their own. `monotone`: more of it never makes anything
 * worse, so bisection finds the least there is; elsewhere a window of help narrower than a step can be passed over.
 */
type Trying = { step: number; upTo: number; exact: number; by: 'lift' | 'wheel'; monotone: boolean };
export const TRYING: Readonly<Record<ScannedKind, Trying>> = {
  'lock-stop': { step: 2, upTo: 24, exact: 0.5, by: 'lift', monotone: false },
  'bump-stop': { step: 5, upTo: 60, exact: 1, by: 'lift', monotone: false },
  spacer: { step: 1, upTo: 60, exact: 1, by: 'wheel', monotone: false },
  forward: { step: 5, upTo: 40, exact: 1, by: 'lift', monotone: false },
  back: { step: 5, upTo: 40, exact: 1, by: 'lift', monotone: false },
  inboard: { step: 1, upTo: 60, exact: 1, by: 'wheel', monotone: false },
  outboard: { step: 1, upTo: 60, exact: 1, by: 'wheel', monotone: false },
  width: { step: 60, upTo: 60, exact: 1, by: 'wheel', monotone: true },
  diameter: { step: 120, upTo: 120, exact: 1, by: 'wheel', monotone: true },
  spring: { step: 1, upTo: 120, exact: 1, by: 'lift', monotone: false },
  body: { step: 10, upTo: 100, exact: 1, by: 'lift', monotone: false },
  bracket: { step: 10, upTo: 150, exact: 1, by: 'lift', monotone: false },
};

/**
 * Hours of a bay that a change takes, to put the cheapest first: a rough order, not a quote. Estimates; other
 * wheels or tires count by what they cost in work.
 */
const HOURS: Readonly<Record<ScannedKind, number>> = {
  'lock-stop': 0.4,
  'bump-stop': 1,
  spacer: 1,
  forward: 1.5,
  back: 1.5,
  inboard: 3,
  outboard: 3,
  width: 3.5,
  diameter: 3.5,
  spring: 5,
  body: 8,
  bracket: 12,
};
export function effortHours(kind: CureKind, cut: readonly Material[] = []): number {
  return kind === 'cut'
    ? cut.reduce((sum, material) => sum + (materialOf(material).cut?.hours ?? 0), 0)
    : HOURS[kind];
}

export const unitOfCure = (kind: CureKind): 'mm' | '°' => (kind === 'lock-stop' ? '°' : 'mm');

function lifted(pack: Package, axle: AxleName, key: keyof Lift, by: number): Package {
  return {
    ...pack,
    lift: { ...pack.lift, [axle]: { ...pack.lift[axle], [key]: pack.lift[axle][key] + by } },
  };
}

function offsetBy(pack: Package, by: number): Package {
  const { backspacingMm, ...wheel } = pack.wheel;
  return {
    ...pack,
    wheel: {
      ...wheel,
      offsetMm: wheel.offsetMm + by,
      ...(backspacingMm === undefined ? {} : { backspacingMm: backspacingMm + by }),
    },
  };
}

/** The package with `amount` mm (degrees) of one kind of change at one axle. */
export function changed(
  { vehicle, package: pack }: Build,
  axle: AxleName,
  kind: ScannedKind,
  amount: number,
): Package {
  const { widthIn } = pack.wheel;
  switch (kind) {
    case 'spring':
      return lifted(pack, axle, 'springMm', amount);
    case 'bracket':
      return lifted(pack, axle, 'bracketMm', amount);
    case 'bump-stop':
      return lifted(pack, axle, 'bumpStopMm', amount);
    case 'forward':
      return lifted(pack, axle, 'foreAftMm', amount);
    case 'back':
      return lifted(pack, axle, 'foreAftMm', -amount);
    case 'body':
      // A body sits on one frame: it is raised at both ends.
      return lifted(lifted(pack, 'front', 'bodyMm', amount), 'rear', 'bodyMm', amount);
    case 'inboard':
      return offsetBy(pack, amount);
    case 'outboard':
      return offsetBy(pack, -amount);
    case 'spacer':
      return { ...pack, spacerMm: pack.spacerMm + amount };
    case 'diameter': {
      const diameterMm = tireSize(pack.tire, widthIn).overallDiameterMm - amount;
      return { ...pack, tire: resizedTire(pack.tire, widthIn, { diameterMm }) };
    }
    case 'width': {
      const widthMm = tireSize(pack.tire, widthIn).sectionWidthMm - amount;
      return { ...pack, tire: resizedTire(pack.tire, widthIn, { widthMm }) };
    }
    case 'lock-stop': {
      const full = vehicle.corners[axle].steering?.lockInsideDeg ?? 0;
      return { ...pack, lockStopDeg: Math.min(pack.lockStopDeg ?? full, full) - amount };
    }
  }
}
