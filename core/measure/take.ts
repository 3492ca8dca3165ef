import type { Result } from '../result';
import type { AxleName, Side, WellShape } from '../format/names';
import type { Corner, Obstacle, Vehicle } from '../format/build';
import { sectionClearance } from '../clearance/profile';
import type { Fault } from '../format/fields';
import { initialMeasurement, LIP_BEYOND_LINER_MM, shapeOutlines, standingProfile } from './begin';
import { withGaps } from './gaps';
import { fromClock, readEdge, readScaleMm, toClock, type EdgeReadings } from './outline';
import { movedThing } from './moveThing';
import { readingNamed } from './places';
import { baseOf, roundFor, type RoundReading } from './round';
import type { GapReading, Measured, TapeReading } from '../format/measured';
import { withCorner } from '../vehicle/withCorner';
import { FARTHEST_MM, meantInstead } from './standing';
import { isThing, split, withPoints } from './sides';
import { outlineIds } from './things';

type Taken = Result<Corner, { fault: Fault }>;

export const NOTHING_MEASURED: Measured = { readings: [], gaps: [], placed: [] };

function edgeReadings(
  axle: AxleName,
  readings: readonly TapeReading[],
  side: Side,
  of: 'lip' | 'liner',
): EdgeReadings {
  const round = roundFor(axle, side);
  const radii: { hour: number; valueMm: number; slanted: boolean }[] = [];
  const across: { hour: number; valueMm: number }[] = [];
  const depths: number[] = [];
  for (const reading of readings) {
    const kind = reading.side === side ? round.find(({ id }) => id === reading.reading)?.kind : undefined;
    if (kind?.of === of) radii.push({ hour: kind.hour, valueMm: reading.valueMm, slanted: of === 'lip' });
    if (kind?.of === 'across') across.push({ hour: kind.hour, valueMm: reading.valueMm });
    if (kind?.of === 'depth') depths.push(reading.valueMm);
  }
  if (of === 'lip') return { radii, across };
  // The liner lies behind the lip: its place across needs both the lip's and the depth.
  return {
    radii,
    across: depths.flatMap((depthMm) =>
      across.map(({ hour, valueMm }) => ({ hour, valueMm: valueMm - depthMm })),
    ),
  };
}

/** The mean error of what was read of a thing; the round's own where a reading says none. */
function errorOf(
  round: readonly RoundReading[],
  thing: string,
  readings: readonly TapeReading[],
  was: number,
): number {
  const errors = readings.flatMap(({ reading, errorMm }) => {
    const known = round.find(({ id }) => id === baseOf(reading));
    return known?.thing === thing ? [errorMm ?? known.errorMm] : [];
  });
  return errors.length === 0 ? was : Math.max(...errors);
}

/** A gross slip: the thing would stand inside the tire that stands there, deeper than the reading is unsure. */
function slip(
  vehicle: Vehicle,
  obstacle: Obstacle,
  reading: TapeReading,
  known: RoundReading,
): Fault | undefined {
  const standing = standingProfile(vehicle);
  const measured = obstacle.points.filter((_, i) => !obstacle.estimated?.includes(i));
  // An edge of the well lies outside the tire, not in the hollow of its wheel.
  const solid = known.kind.of !== 'thing' && known.kind.of !== 'place';
  const deepest = Math.min(
    Infinity,
    ...measured.map(([x, y, z]) => {
      const r = Math.hypot(x, z);
      return sectionClearance(
        standing,
        y,
        solid ? Math.max(r, (standing.tireInnerMm + standing.tireOuterMm) / 2) : r,
      );
    }),
  );
  if (deepest >= -2 * (reading.errorMm ?? known.errorMm)) return undefined;
  return {
    path: reading.reading,
    message: `As it stands it drives, so one of these is wrong: ${Math.round(reading.valueMm)} mm, which puts it ${Math.round(-deepest)} mm inside the tire that stands there (${Math.round(standing.tireOuterMm)} mm from the hub’s centre to the tread), or that tire; read it again`,
  };
}

const AGAIN = 'read it again';
/** No edge of a well covers more of its wheel than this share of the tire's radius leaves. */
const LEAST_SHARE = 0.9;
/** Nor does one stand farther off than this many times the tire's radius. */
const MOST_SHARE = 2;

/**
 * Takes one reading of the round into a corner: keeps it as it was read (in place of an earlier one of the same
 * name and side) and moves what it was held to; what gaps have placed is placed anew from there. Refused where it
 * names no reading of this axle or is a gross slip; then nothing changes.
 */
export function takeReading(vehicle: Vehicle, axle: AxleName, reading: TapeReading): Taken {
  const gaps = vehicle.corners[axle].measured?.gaps ?? [];
  const bare = gaps.length === 0 ? vehicle : withCorner(vehicle, axle, withGaps(vehicle, axle, []));
  const taken = asked(takeBare(bare, axle, reading, gaps), reading, (valueMm) =>
    takeBare(bare, axle, { ...reading, valueMm }, gaps),
  );
  return taken.ok && gaps.length > 0
    ? { ok: true, value: withGaps(withCorner(vehicle, axle, taken.value), axle, gaps) }
    : taken;
}

/** A refusal with what was probably meant: a figure that would be taken. */
function asked(taken: Taken, { valueMm }: TapeReading, take: (valueMm: number) => Taken): Taken {
  if (taken.ok) return taken;
  const meantMm = meantInstead(valueMm, (mm) => take(mm).ok);
  const [likely] = meantMm;
  if (likely === undefined) return taken;
  const { path, message } = taken.fault;
  const meant = `did you mean ${likely.toFixed(1)} mm?`;
  return {
    ok: false,
    fault: {
      path,
      message: message.endsWith(AGAIN)
        ? `${message.slice(0, -AGAIN.length)}${meant} Else ${AGAIN}`
        : `${message}; ${meant}`,
      meantMm,
    },
  };
}

/** Takes one reading away again: what it placed stays where it is. */
export function dropReading(corner: Corner, reading: string, side: Side): Corner {
  const before = corner.measured ?? NOTHING_MEASURED;
  const readings = before.readings.filter((one) => one.reading !== reading || one.side !== side);
  return { ...corner, measured: { ...before, readings } };
}

function takeBare(
  vehicle: Vehicle,
  axle: AxleName,
  reading: TapeReading,
  gaps: readonly GapReading[],
): Taken {
  const corner = vehicle.corners[axle];
  const round = roundFor(axle, reading.side);
  const known = readingNamed(axle, reading.side, reading.reading);
  const refuse = (message: string): Taken => ({ ok: false, fault: { path: reading.reading, message } });
  if (!known) return refuse(`is no reading of the ${axle} round`);
  if (Math.abs(reading.valueMm) > FARTHEST_MM)
    return refuse(`${Math.round(reading.valueMm)} mm is farther than a well reaches; read it again`);
  if ((known.kind.of === 'lip' || known.kind.of === 'liner') && reading.valueMm <= 0)
    return refuse('is a length from the hub’s centre; give more than 0 mm');
  const { tireOuterMm } = standingProfile(vehicle);
  if ((known.kind.of === 'lip' || known.kind.of === 'liner') && reading.valueMm > MOST_SHARE * tireOuterMm)
    return refuse(
      `${Math.round(reading.valueMm)} mm is more than twice the tire’s radius of ${Math.round(tireOuterMm)} mm; read it again`,
    );
  if ((known.kind.of === 'lip' || known.kind.of === 'liner') && reading.valueMm < LEAST_SHARE * tireOuterMm)
    return refuse(
      `As it stands it drives, so one of these is wrong: ${Math.round(reading.valueMm)} mm, which lies far inside the tire that stands there (${Math.round(tireOuterMm)} mm from the hub’s centre to the tread), or that tire; read it again`,
    );
  const before = corner.measured ?? NOTHING_MEASURED;
  const shape = before.shape ?? 'round';
  const readings = [
    ...before.readings.filter((one) => one.reading !== reading.reading || one.side !== reading.side),
    reading,
  ];
  const onSide = readings.filter(({ side }) => side === reading.side);
  const taken = onSide.flatMap((one) => readingNamed(axle, reading.side, one.reading) ?? []);

  /** Whether a part is a thing's on the side that was read. */
  const standsFor = (one: Obstacle, thing: string): boolean =>
    isThing(one, thing) && (one.side ?? reading.side) === reading.side;

  const edge = (of: 'lip' | 'liner', obstacles: Obstacle[], elsewhereMm?: number): Obstacle[] => {
    const thing = outlineIds(axle)[of];
    const parts = split({ ...corner, obstacles }, thing, reading.side, gaps, () =>
      initialMeasurement(vehicle, axle, thing, shape),
    );
    const guessed = new Set(parts.mine.estimated);
    const points = readEdge(
      parts.mine.points.map((point, i) => toClock(point, guessed.has(i))),
      guessed.size > 0 ? shape : undefined,
      edgeReadings(axle, readings, reading.side, of),
      elsewhereMm,
    );
    const moved = withPoints(
      { ...parts.mine, tapeErrorMm: errorOf(round, thing, onSide, parts.mine.tapeErrorMm) },
      points.map(fromClock),
      points.map(({ estimated }) => estimated),
    );
    return replaced(obstacles, parts, moved);
  };

  /** An edge of which nothing was read goes along with the other: a well that is larger is so in both. */
  const follow = (of: 'lip' | 'liner', obstacles: Obstacle[]): Obstacle[] => {
    const ids = outlineIds(axle);
    const all = obstacles.filter((one) => isThing(one, ids[of]));
    const [alone] = all;
    const read = obstacles.find((one) => standsFor(one, ids[of === 'lip' ? 'liner' : 'lip']));
    if (!alone || !read || all.length > 1 || !standsFor(alone, ids[of])) return obstacles;
    if (alone.estimated?.length !== alone.points.length || gaps.some(({ obstacle }) => obstacle === alone.id))
      return obstacles;
    const guessed = new Set(read.estimated);
    const scaleMm = readScaleMm(
      shape,
      read.points.map((point, i) => toClock(point, guessed.has(i))),
    );
    const beyondMm = of === 'lip' ? LIP_BEYOND_LINER_MM : -LIP_BEYOND_LINER_MM;
    return scaleMm === undefined ? obstacles : edge(of, obstacles, scaleMm + beyondMm);
  };

  let obstacles = corner.obstacles;
  if (known.kind.of === 'thing' || known.kind.of === 'place') {
    const parts = split(corner, known.thing, reading.side, gaps, () =>
      initialMeasurement(vehicle, axle, known.thing, shape),
    );
    const moved = movedThing(parts.mine, known, reading.valueMm, taken, round);
    obstacles = replaced(obstacles, parts, {
      ...moved,
      tapeErrorMm: errorOf(round, known.thing, onSide, moved.tapeErrorMm),
    });
  } else {
    if (known.kind.of !== 'liner' && known.kind.of !== 'depth') obstacles = edge('lip', obstacles);
    const hasLiner = obstacles.some((one) => isThing(one, outlineIds(axle).liner));
    if (known.kind.of !== 'lip' && (hasLiner || known.kind.of !== 'across'))
      obstacles = edge('liner', obstacles);
    if (known.kind.of === 'lip' || known.kind.of === 'liner')
      obstacles = follow(known.kind.of === 'lip' ? 'liner' : 'lip', obstacles);
  }
  const touched = obstacles.find((one) => standsFor(one, known.thing));
  const fault = touched && slip(vehicle, touched, reading, known);
  if (fault) return { ok: false, fault };
  return { ok: true, value: { ...corner, obstacles, measured: { ...before, readings } } };
}

/** The obstacles with one of them moved, in the order they stood in; new ones at the end. */
function replaced(
  before: readonly Obstacle[],
  { mine, others }: { mine: Obstacle; others: readonly Obstacle[] },
  moved: Obstacle,
): Obstacle[] {
  const all = [...others, moved];
  const rank = (one: Obstacle): number => {
    const at = before.findIndex(({ id }) => id === one.id || (one === moved && id === mine.id));
    return at < 0 ? before.length : at;
  };
  return all.sort((a, b) => rank(a) - rank(b));
}

/**
 * Begins a corner's outlines in a shape, scaled to what was read so far; what was read stays. Points that were
 * measured in another way are given up for the shape's.
 */
export function beginShape(vehicle: Vehicle, axle: AxleName, shape: WellShape): Corner {
  const corner = vehicle.corners[axle];
  const before = corner.measured ?? NOTHING_MEASURED;
  const fresh = shapeOutlines(vehicle, axle, shape, corner.suspension.bumpMm);
  const others = corner.obstacles.filter((one) => !fresh.some(({ id }) => isThing(one, id)));
  const old = (one: Obstacle): Obstacle | undefined => corner.obstacles.find((was) => isThing(was, one.id));
  const outlines = fresh.map((one): Obstacle => {
    const { material, role, cutMm, label, carrier } = old(one) ?? one;
    return { ...one, material, cutMm, label, carrier, ...(role ? { role } : {}) };
  });
  const start: Corner = {
    ...corner,
    obstacles: [...outlines, ...others],
    measured: { ...before, shape, readings: [] },
  };
  return before.readings.reduce((now, reading) => {
    const taken = takeReading(withCorner(vehicle, axle, now), axle, reading);
    return taken.ok ? taken.value : now;
  }, start);
}
