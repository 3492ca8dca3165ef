import { spreadsOf, type UnsurePart } from '../clearance/unsure';
import type { AxleName } from '../format/names';
import type { Obstacle, Vehicle } from '../format/build';
import type { Side } from '../format/names';
import { vecOf, type Vec } from '../geometry/vec';
import { gapClearance, gapsTo, LOCK_WORDS, lockOfShare, withGaps } from '../measure/gaps';
import { readsNow } from '../measure/readsNow';
import { readingsAt } from '../measure/places';
import { roundFor, type RoundReading } from '../measure/round';
import { thingOf } from '../measure/sides';
import { takeReading } from '../measure/take';
import { outlineIds } from '../measure/things';
import { withCorner } from '../vehicle/withCorner';

/** A reading of the tape round. */
export type TapeWay = { by: 'tape'; reading: Pick<RoundReading, 'id' | 'label' | 'errorMm' | 'kind'> };
/** A gap to a part with the wheel on that the vehicle came with. */
export type GapWay = {
  by: 'gap';
  label: string;
  /** How far the wheel is turned, as a share of its lock and as an angle. */
  lockShare: (typeof LOCK_WORDS)[number][1];
  lockDeg: number;
  /** 0 as it stands, or as far down as the wheel hangs when the vehicle is lifted by its body. */
  travelMm: number;
};
/** A way to read a part, and how far each of its places that come near may be off once it was read and found where it is, mm. */
export type Way = { found: TapeWay | GapWay; leftMm: number[] };

/** Two locks that are nearer than this are one pose, degrees. */
const SAME_POSE_DEG = 2;
/** One standard deviation of a gap that is read with care, standing and hanging, mm. Estimates. */
const GAP_ERROR_MM = 2;
const HANGING_ERROR_MM = 3;

/** A vehicle of which nothing but a part is known on an axle, with the edge beside it where it is one. */
function alone(vehicle: Vehicle, axle: AxleName, obstacle: Obstacle): Vehicle {
  const corner = vehicle.corners[axle];
  const edges = Object.values(outlineIds(axle));
  const kept = edges.includes(thingOf(obstacle))
    ? corner.obstacles.filter((one) => edges.includes(thingOf(one)) && one.side === obstacle.side)
    : [obstacle];
  const { measured } = corner;
  return withCorner(vehicle, axle, {
    ...corner,
    obstacles: kept,
    ...(measured
      ? {
          measured: {
            ...measured,
            gaps: measured.gaps.filter((gap) => kept.some(({ id }) => id === gap.obstacle)),
          },
        }
      : {}),
  });
}

const apart = (a: Obstacle['points'][number], b: Vec): number =>
  Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);

/** How far each place of a part that comes near may be off on a vehicle that is known so. */
function leftOn(vehicle: Vehicle, axle: AxleName, was: Obstacle, part: UnsurePart): number[] | undefined {
  const is = vehicle.corners[axle].obstacles.find(
    (one) => thingOf(one) === thingOf(was) && (was.side === undefined || one.side === was.side),
  );
  if (!is) return undefined;
  const spreadAt = spreadsOf(vehicle, axle, is);
  const leastMm = Math.min(...part.readings.map(({ mm }) => mm));
  return part.readings.map(({ point, mm, tapeMm }) => {
    // Points that were read may have come between those that were there; and the nearest place of a part lies between two of them.
    const place: Vec = mm === leastMm ? part.at : vecOf(was.points[point] ?? part.at);
    const away = is.points.map((one) => apart(one, place));
    const at = away.indexOf(Math.min(...away));
    return Math.min(tapeMm, spreadAt(at, part.along).tapeMm);
  });
}

/** Places along a thing are said in whole steps of the tape, mm. */
const PLACE_STEP_MM = 10;

/**
 * Readings that tell of a part and were not taken: of the round (of the liner those of how far the lip stands across as well), and of
 * the place of a thing where it decides.
 */
function openReadings(
  vehicle: Vehicle,
  axle: AxleName,
  part: UnsurePart,
  obstacle: Obstacle,
  side: Side,
): RoundReading[] {
  const { measured } = vehicle.corners[axle];
  const taken = new Set(measured?.readings.filter((one) => one.side === side).map(({ reading }) => reading));
  const thing = thingOf(obstacle);
  const isLiner = thing === outlineIds(axle).liner;
  const places = ([0, 1, 2] as const).flatMap((runs) =>
    readingsAt(axle, side, thing, PLACE_STEP_MM * Math.round(part.at[runs] / PLACE_STEP_MM)).filter(
      ({ kind }) => kind.of === 'place' && kind.runs === runs,
    ),
  );
  return [...roundFor(axle, side), ...places].filter(
    ({ id, thing: of, kind }) => !taken.has(id) && (of === thing || (isLiner && kind.of === 'across')),
  );
}

function byTape(known: Vehicle, axle: AxleName, part: UnsurePart, obstacle: Obstacle, side: Side): Way[] {
  return openReadings(known, axle, part, obstacle, side).flatMap((reading): Way[] => {
    const { id, label, errorMm, kind } = reading;
    const valueMm = readsNow(known.corners[axle], axle, reading);
    if (valueMm === undefined) return [];
    const taken = takeReading(known, axle, { reading: id, side, valueMm, errorMm });
    const leftMm = taken.ok && leftOn(withCorner(known, axle, taken.value), axle, obstacle, part);
    return leftMm ? [{ found: { by: 'tape', reading: { id, label, errorMm, kind } }, leftMm }] : [];
  });
}

function byGap(known: Vehicle, axle: AxleName, part: UnsurePart, obstacle: Obstacle, side: Side): Way[] {
  const corner = known.corners[axle];
  const inside = part.lockDeg > 0;
  const read = gapsTo(corner, obstacle);
  return LOCK_WORDS.flatMap(([, lockShare]) =>
    // Lifted by its body a wheel hangs at full droop, which anybody can set; no other travel is set by hand.
    [0, -corner.suspension.droopMm].flatMap((travelMm): Way[] => {
      const lockDeg = lockOfShare(corner, lockShare, inside);
      // A second gap in one pose tells what the first did; an axle that does not steer is not turned.
      if (lockShare > 0 && lockDeg === 0) return [];
      if (read.some((gap) => Math.abs(gap.lockDeg - lockDeg) < SAME_POSE_DEG && gap.travelMm === travelMm))
        return [];
      const errorMm = Math.hypot(GAP_ERROR_MM, travelMm === 0 ? 0 : HANGING_ERROR_MM);
      const pose = { obstacle: obstacle.id, side, lockDeg, travelMm, errorMm };
      const gapMm = gapClearance(known, axle, obstacle, { lockDeg, travelMm })([0, 0, 0]);
      const after = withGaps(known, axle, [...(corner.measured?.gaps ?? []), { ...pose, gapMm }]);
      const leftMm = leftOn(withCorner(known, axle, after), axle, obstacle, part);
      const label = obstacle.label || obstacle.id;
      return leftMm ? [{ found: { by: 'gap', label, lockShare, lockDeg, travelMm }, leftMm }] : [];
    }),
  );
}

/** All ways to read a part that were not gone. */
export function waysToRead(vehicle: Vehicle, axle: AxleName, part: UnsurePart): Way[] {
  const obstacle = vehicle.corners[axle].obstacles[part.obstacle];
  if (!obstacle) return [];
  const known = alone(vehicle, axle, obstacle);
  const side = obstacle.side ?? 'left';
  const tape = byTape(known, axle, part, obstacle, side);
  // Of an edge the tape tells where it runs, a gap only where it is nearest: that comes when the tape has nothing left.
  const isGapOpen = !part.edge || (tape.length === 0 && gapsTo(known.corners[axle], obstacle).length === 0);
  return isGapOpen ? [...tape, ...byGap(known, axle, part, obstacle, side)] : tape;
}
