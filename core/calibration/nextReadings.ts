import { AXLES, type AxleName } from '../format/names';
import type { Build } from '../format/build';
import { travelOf } from '../vehicle/travel';
import { keyOf, observe, priorMm, slopesAt, unknownsOf, waysOf } from './predict';
import type { TestReading } from '../format/testFit';

/** A reading that is worth taking, and what is known of it before. */
export type Suggestion = {
  reading: TestReading;
  predictedMm: number;
  /** How unsure that is, one standard deviation, mm. */
  spreadMm: number;
  /** Unsureness times closeness, mm: what the list goes by. */
  worth: number;
};

/** A ramp lifts a wheel by this share of its bump travel. An estimate, to be put right by whoever drives onto one. */
const RAMP_SHARE = 0.6;
/** On the street no more of it counts. */
const STREET_RAMP_SHARE = 0.4;
/** A wheel that hangs with the axle crossed up is let down by this share of its droop. An estimate. */
const DROOP_SHARE = 0.8;
/** Where less is left to learn than a reading itself is sure of, nothing is worth the walk. */
const LEAST_WORTH_MM = 2;
const READ_MM = 2;

/**
 * Where a stance puts a wheel, mm from ride height: what a person would begin from, to be put right by what is read.
 * `rampShare` is how much of its bump travel a ramp takes up.
 */
export function stanceTravelMm(
  { vehicle, package: pack }: Build,
  axle: AxleName,
  stance: TestReading['stance'],
  rampShare = RAMP_SHARE,
): number {
  const travel = travelOf(vehicle.corners[axle].suspension, pack.lift[axle], pack.sagMm[axle]);
  if (stance === 'ramp') return Math.round((travel.fullBumpMm - travel.rideMm) * rampShare);
  if (stance === 'crossed') return Math.round((travel.fullDroopMm - travel.rideMm) * DROOP_SHARE);
  return 0;
}

/** Poses that a person can put a wheel in: locks by quarter words, at ride height, on a ramp and hanging. */
function posesOf(build: Build, axle: AxleName) {
  const { vehicle, package: pack, use } = build;
  const { steering } = vehicle.corners[axle];
  const stop = Math.min(1, (pack.lockStopDeg ?? Infinity) / (steering?.lockInsideDeg || 1));
  const locks = steering
    ? [0, steering.lockInsideDeg * 0.5 * stop, steering.lockInsideDeg * stop, -steering.lockOutsideDeg * stop]
    : [0];
  const rampShare = use.zone === 'street' ? STREET_RAMP_SHARE : RAMP_SHARE;
  return locks.flatMap((lockDeg) =>
    (['ride', 'ramp', 'crossed'] as const).map((stance) => ({
      lockDeg: Math.round(lockDeg),
      stance,
      travelMm: stanceTravelMm(build, axle, stance, rampShare),
    })),
  );
}

function candidates(build: Build): TestReading[] {
  return AXLES.flatMap((axle) =>
    build.vehicle.corners[axle].obstacles.flatMap(({ id, side }) =>
      posesOf(build, axle).map((pose): TestReading => ({
        axle,
        side: side ?? 'left',
        direction: 'forward',
        obstacle: id,
        gapMm: 0,
        errorMm: READ_MM,
        ...pose,
      })),
    ),
  );
}

/** How near is near: 1 where the wheel is at the obstacle, falling over the margin and two spreads. */
const closeness = (mm: number, spreadMm: number, marginMm: number): number =>
  Math.exp(-0.5 * (Math.max(0, mm) / (marginMm + 2 * spreadMm)) ** 2);

type Candidate = { reading: TestReading; predictedMm: number; slopes: number[] };

/**
 * The readings that would teach most, best first: where what is not known, times how close the wheel comes, is largest, each
 * chosen as if the ones before it had been taken. Empty when nothing more is worth taking: enough is known.
 */
export function nextReadings(build: Build, taken: readonly TestReading[], most = 6): Suggestion[] {
  const list = candidates(build);
  const unknowns = unknownsOf([...list, ...taken]);
  const ways = waysOf(build, list);
  const keys = unknowns.map(keyOf);
  const nothing = unknowns.map(() => 0);
  const of = (reading: TestReading): Candidate => {
    const observation = observe(build, reading, keys, ways);
    return { reading, predictedMm: observation.at(nothing), slopes: slopesAt(observation, nothing) };
  };
  const rest = list.map(of).filter(({ predictedMm }) => Number.isFinite(predictedMm));
  const covariance = unknowns.map((one, i) =>
    unknowns.map((_, k) => (i === k ? priorMm(build, one) ** 2 : 0)),
  );
  const learn = ({ slopes }: Candidate, errorMm: number): void => {
    const gain = covariance.map((row) => row.reduce((sum, value, k) => sum + value * (slopes[k] ?? 0), 0));
    const spread = slopes.reduce((sum, slope, i) => sum + slope * (gain[i] ?? 0), errorMm ** 2);
    covariance.forEach((row, i) =>
      row.forEach((value, k) => (row[k] = value - ((gain[i] ?? 0) * (gain[k] ?? 0)) / spread)),
    );
  };
  for (const reading of taken) {
    const known = of(reading);
    if (Number.isFinite(known.predictedMm)) learn(known, Math.max(0.5, reading.errorMm));
  }
  const suggestions: Suggestion[] = [];
  while (suggestions.length < most) {
    const judged = rest
      .map((one) => {
        const variance = one.slopes.reduce(
          (sum, slope, i) =>
            slope === 0
              ? sum
              : sum +
                slope * (covariance[i] ?? []).reduce((s, value, k) => s + value * (one.slopes[k] ?? 0), 0),
          0,
        );
        const spreadMm = Math.sqrt(Math.max(0, variance));
        return { one, spreadMm, worth: spreadMm * closeness(one.predictedMm, spreadMm, build.use.marginMm) };
      })
      .reduce((a, b) => (b.worth > a.worth ? b : a), { one: rest[0], spreadMm: 0, worth: 0 });
    if (!judged.one || judged.worth < LEAST_WORTH_MM) break;
    const { gapMm, ...asked } = judged.one.reading;
    suggestions.push({
      reading: asked,
      predictedMm: judged.one.predictedMm,
      spreadMm: judged.spreadMm,
      worth: judged.worth,
    });
    learn(judged.one, READ_MM);
  }
  return suggestions;
}
