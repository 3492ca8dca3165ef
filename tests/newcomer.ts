import { assess } from '../core/assess';
import { decidingReadings, type DecidingGap, type ToSettle } from '../core/calibration/decidingReadings';
import { AXLES, type AxleName } from '../core/format/names';
import type { Build, Corner, Vehicle } from '../core/format/build';
import { initialMeasurement } from '../core/measure/begin';
import { readsNow } from '../core/measure/readsNow';
import { readingNamed } from '../core/measure/places';
import { roundFor, type RoundReading } from '../core/measure/round';
import { isThing } from '../core/measure/sides';
import type { Side } from '../core/format/names';
import { gapClearance, withGaps } from '../core/measure/gaps';
import { takeReading } from '../core/measure/take';
import { outlineIds, thingsOf } from '../core/measure/things';
import { seeded } from '../core/statistics/seeded';

/** A vehicle as a newcomer has it: every part that the tape round knows is where it typically is, and nothing else is known. */
export function unmeasured(vehicle: Vehicle): Vehicle {
  const bare = (axle: AxleName): Corner => {
    const { measured: _, ...corner } = vehicle.corners[axle];
    const { lip, liner } = outlineIds(axle);
    const known = [lip, liner, ...thingsOf(axle).map(({ id }) => id)];
    return {
      ...corner,
      obstacles: corner.obstacles.map((one) => {
        const name = known.find((id) => isThing(one, id));
        return name === undefined
          ? { ...one, estimated: one.points.map((_, i) => i) }
          : { ...initialMeasurement(vehicle, axle, name, 'round'), cutMm: one.cutMm };
      }),
    };
  };
  return { ...vehicle, corners: { front: bare('front'), rear: bare('rear') } };
}

/** A thing that ends so far before a place cannot be read there, mm. */
const BEYOND_MM = 40;
/** What a tape reads on the true corner; undefined where it has no such part, or none of it at that place. */
export function readsOn(corner: Corner, axle: AxleName, asked: RoundReading): number | undefined {
  const { kind, thing } = asked;
  if (kind.of === 'place') {
    const along = corner.obstacles
      .find((one) => isThing(one, thing))
      ?.points.map((point) => point[kind.runs]);
    if (!along || Math.min(...along) > kind.atMm + BEYOND_MM || Math.max(...along) < kind.atMm - BEYOND_MM)
      return undefined;
  }
  return readsNow(corner, axle, asked);
}

/** One standard deviation of a feeler in a gap, mm. */
const GAP_ERROR_MM = 2;

/** A reading of the round, or a gap to a part with the wheel as delivered on. */
type Asked = { axle: AxleName; side: Side; id: string } | { axle: AxleName; gap: DecidingGap };

/** Takes readings with a hand that errs, as they are asked for, and says how far the least gaps are then from the true ones, mm. */
function readOn(truth: Build, most: number, ask: (build: Build, read: ReadonlySet<string>) => Asked[]) {
  const { normal } = seeded(5);
  let vehicle = unmeasured(truth.vehicle);
  const read = new Set<string>();
  const takeGap = ({ axle, obstacle, side, lockDeg, travelMm }: DecidingGap): boolean => {
    const there = truth.vehicle.corners[axle].obstacles.find((one) => one.id === obstacle);
    const gap = { obstacle, side, lockDeg, travelMm, gapMm: 0, errorMm: GAP_ERROR_MM };
    if (!there) return false;
    const gapMm = gapClearance(truth.vehicle, axle, there, gap)([0, 0, 0]) + GAP_ERROR_MM * normal();
    const before = vehicle.corners[axle].measured?.gaps ?? [];
    const corner = withGaps(vehicle, axle, [...before, { ...gap, gapMm }]);
    vehicle = { ...vehicle, corners: { ...vehicle.corners, [axle]: corner } };
    read.add(`${axle} gap ${obstacle} ${Math.round(lockDeg)}${travelMm < 0 ? ' hanging' : ''}`);
    return true;
  };
  const take = (one: Asked): boolean => {
    if ('gap' in one) return takeGap(one.gap);
    const { axle, side, id } = one;
    const asked = readingNamed(axle, side, id);
    const valueMm = asked && readsOn(truth.vehicle.corners[axle], axle, asked);
    if (!asked || valueMm === undefined) return false;
    const taken = takeReading(vehicle, axle, {
      reading: id,
      side,
      valueMm: valueMm + asked.errorMm * normal(),
      errorMm: asked.errorMm,
    });
    if (!taken.ok) return false;
    vehicle = { ...vehicle, corners: { ...vehicle.corners, [axle]: taken.value } };
    read.add(`${axle} ${id}`);
    return true;
  };
  while (read.size < most && ask({ ...truth, vehicle }, read).some(take));
  const [is, found] = [assess(truth), assess({ ...truth, vehicle })];
  const errorMm = Math.max(
    ...AXLES.map((axle) => Math.abs(found.fit[axle].leastClearanceMm - is.fit[axle].leastClearanceMm)),
  );
  return { read: [...read], errorMm, grade: found.grade, build: { ...truth, vehicle } };
}

/**
 * A newcomer who reads what would settle the grade, one after the other, until nothing more is asked for, or there are so many, or, where
 * that is enough, until some grade is sure. `settle` is what was said last.
 */
export function readByAsking(
  truth: Build,
  most: number,
  until: 'nothing is asked' | 'sure' = 'nothing is asked',
) {
  let settle: ToSettle | undefined;
  const told = readOn(truth, most, (build) => {
    settle = decidingReadings(build, assess(build).grade);
    if (until === 'sure' && settle.sure) return [];
    return settle.readings.map((one) =>
      one.by === 'gap'
        ? { axle: one.axle, gap: one }
        : { axle: one.axle, side: one.side, id: one.reading.id },
    );
  });
  return { ...told, settle };
}

/** One who reads in the order of the round. */
export const readInOrder = (truth: Build, most: number) =>
  readOn(truth, most, (_build, read) =>
    AXLES.flatMap((axle) =>
      roundFor(axle, 'left').map(({ id }) => ({ axle, side: 'left' as const, id })),
    ).filter(({ axle, id }) => !read.has(`${axle} ${id}`)),
  );
