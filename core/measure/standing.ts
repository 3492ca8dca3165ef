import { clearanceAt } from '../clearance/at';
import type { AxleName } from '../format/names';
import type { Obstacle, Vehicle } from '../format/build';
import type { Fault } from '../format/fields';
import { NO_LIFT } from '../vehicle/asDelivered';
import { standingProfile } from './begin';

/** Something that the readings put into the wheel that stands there. */
export type StandingTouch = { obstacle: Obstacle; byMm: number };

/** No well reaches farther than this from its hub, mm. */
export const FARTHEST_MM = 1500;
/** A reading may be off by so many of its own errors before it is questioned. */
const SPREADS = 2;
/** Less deep than before by this, mm, is no better. */
const NOTICED_MM = 1;

/** Clearance of a thing from the wheel as delivered, as it stands: at ride height, straight ahead; mm. */
function standingClearance(vehicle: Vehicle, axle: AxleName, obstacle: Obstacle): number {
  const pose = { lift: NO_LIFT, lockDeg: 0, hubMm: 0 };
  return clearanceAt(vehicle.corners[axle], obstacle, pose, standingProfile(vehicle))([0, 0, 0]);
}

/**
 * A vehicle that drives does not touch: what a change of its readings puts into the wheel that stands there, deeper than the
 * readings are unsure and deeper than it was before; the deepest, undefined where there is none.
 */
export function newlyTouching(before: Vehicle, after: Vehicle, axle: AxleName): StandingTouch | undefined {
  const was = new Map(before.corners[axle].obstacles.map((one) => [`${one.id} ${one.side ?? ''}`, one]));
  const touches = after.corners[axle].obstacles.flatMap((obstacle): StandingTouch[] => {
    const known = was.get(`${obstacle.id} ${obstacle.side ?? ''}`);
    if (known?.points === obstacle.points || obstacle.points.length === 0) return [];
    const byMm = -standingClearance(after, axle, obstacle);
    const beforeMm = known ? -standingClearance(before, axle, known) : -Infinity;
    return byMm > SPREADS * obstacle.tapeErrorMm && byMm > beforeMm + NOTICED_MM ? [{ obstacle, byMm }] : [];
  });
  return touches.sort((a, b) => b.byMm - a.byMm)[0];
}

/** A figure in the other unit, or with its point one place off. */
const SLIPS = [25.4, 0.1, 10, 1 / 25.4] as const;

/** What a figure may have been meant as, mm: those of the usual slips that would hold, the likeliest first. */
export const meantInstead = (typedMm: number, holds: (mm: number) => boolean): number[] =>
  SLIPS.map((factor) => Math.round(typedMm * factor * 1e6) / 1e6).filter((mm) => mm !== typedMm && holds(mm));

/**
 * What a length may have been meant as that is far from what stood there, mm: a slip of the unit or of the decimal point that
 * comes near to it. Undefined where it is near itself, or no slip explains it.
 */
export function meantNear(typedMm: number, stoodMm: number): number | undefined {
  const far = (mm: number): number => Math.abs(Math.log(Math.abs(mm) / Math.abs(stoodMm)));
  if (typedMm * stoodMm <= 0 || far(typedMm) < Math.log(4)) return undefined;
  const [best] = meantInstead(typedMm, (mm) => far(mm) < Math.log(1.35)).sort((a, b) => far(a) - far(b));
  return best;
}

/** The question of a reading, in place: it names what touches, by how much, and what was probably meant. */
export function standingFault(
  path: string,
  typedMm: number,
  { obstacle, byMm }: StandingTouch,
  tire: string,
  meantMm: readonly number[],
): Fault {
  const [likely] = meantMm;
  const meant = likely === undefined ? '' : `; did you mean ${likely.toFixed(1)} mm?`;
  return {
    path,
    message: `As it stands it drives, so one of these is wrong: ${typedMm.toFixed(1)} mm puts the ${obstacle.label || obstacle.id} ${Math.round(byMm)} mm inside the tire that stands there, ${tire}${meant || '; read it again'}`,
    ...(meantMm.length > 0 ? { meantMm } : {}),
  };
}

/**
 * A vehicle with one of its figures in mm changed, or the question where it then touches as it stands. `change` makes the
 * change with a figure.
 */
export function questioned(
  vehicle: Vehicle,
  axle: AxleName,
  path: string,
  typedMm: number,
  change: (mm: number) => Vehicle,
): Fault | undefined {
  const touch = newlyTouching(vehicle, change(typedMm), axle);
  if (!touch) return undefined;
  const meant = meantInstead(
    typedMm,
    (mm) => Math.abs(mm) <= FARTHEST_MM && !newlyTouching(vehicle, change(mm), axle),
  );
  return standingFault(path, typedMm, touch, vehicle.stock.tire.code, meant);
}
