import { AXLES, type AxleName } from '../format/names';
import type { VehicleFile } from '../format/build';
import { grouped } from '../grouped';

type ObstacleFile = VehicleFile['corners']['front']['obstacles'][number];
type Point = ObstacleFile['points'][number];

/** One thing of a platform's well, pooled over the vehicles it was measured on. */
export type PooledThing = {
  axle: AxleName;
  id: string;
  label: string;
  /** How many vehicles it was measured on. */
  vehicles: number;
  /** How far one vehicle of this platform is from another, one standard deviation, mm. */
  betweenMm: number;
  /** How far the next vehicle may be from the pooled place, one standard deviation, mm. */
  spreadMm: number;
  points: Point[];
  /** How many of them other shops measured. */
  elsewhere: number;
  /** The two that are farthest apart, where they are farther than two of one body are: one of them is wrong, or another body. */
  disagree: { mm: number; names: readonly [string, string] } | null;
};

/** A vehicle of a platform: measured here, or by another shop. */
export type PoolMember = { name: string; elsewhere: boolean; vehicle: VehicleFile };

/** Bodies of one kind differ by about this much before any two were measured, one standard deviation, mm. An estimate. */
const BETWEEN_MM = 5;
/** As many measured differences as that estimate is worth. */
const BETWEEN_WORTH = 2;
const TAPE_MM = 3;
/** Another shop's zero, floor and hands are not ours: so much more unsure is what it measured, one standard deviation, mm. An estimate. */
const ELSEWHERE_MM = 4;
/** Two that differ by more than so many spreads of their difference are said to disagree. */
const DISAGREE = 2.5;

/**
 * How much wider than a normal one an interval is whose spread was itself found from so many differences: Student's t at nine
 * tenths against the normal, first term of the Cornish-Fisher expansion, (z² + 1)/4 of a share.
 */
const widening = (freedom: number): number => 1 + (1.6449 ** 2 + 1) / (4 * freedom);

const tenth = (mm: number): number => Math.round(mm * 10) / 10;
type Known = Pick<PoolMember, 'name' | 'elsewhere'> & { thing: ObstacleFile };
/** Measured on this vehicle: what still stands as its platform said teaches the platform nothing. */
const measured = ({ thing }: Known): boolean =>
  (thing.estimated?.length ?? 0) < thing.points.length && !platformMark(thing);

/** The most vehicles that agree on how many points a thing has: outlines with other counts do not go together. */
function alike(list: readonly Known[]): Known[] {
  const byCount: Known[][] = [...grouped(list, ({ thing }) => thing.points.length).values()];
  return byCount.reduce((a, b) => (b.length > a.length ? b : a), []);
}

/** How far two outlines of one thing are apart, root mean square over their points, mm. */
function apartMm(a: readonly Point[], b: readonly Point[]): number {
  let sum = 0;
  for (let k = 0; k < a.length; k++) {
    const one = a[k];
    const other = b[k];
    if (one && other) sum += (one[0] - other[0]) ** 2 + (one[1] - other[1]) ** 2 + (one[2] - other[2]) ** 2;
  }
  return Math.sqrt(sum / a.length);
}

/**
 * The two of a body that are farthest apart beside what two usually are. Looked for from the outside in: two are no farther apart than
 * the way over the middle, so that of a hundred vehicles that agree no two have to be held against each other.
 */
function disagreement(
  known: readonly Known[],
  spread2: readonly number[],
  middle: readonly Point[],
): PooledThing['disagree'] {
  const out = known
    .map(({ thing, name }, i) => ({
      i,
      name,
      points: thing.points,
      spread2: spread2[i] ?? 0,
      farMm: apartMm(thing.points, middle),
    }))
    .sort((a, b) => b.farMm - a.farMm);
  const leastUsual = Math.sqrt(2 * Math.min(...spread2) + 2 * BETWEEN_MM ** 2);
  let worst: PooledThing['disagree'] = null;
  let most = DISAGREE;
  out.forEach((one, i) => {
    for (const other of out.slice(i + 1)) {
      if ((one.farMm + other.farMm) / leastUsual <= most) break;
      const mm = apartMm(one.points, other.points);
      const usual = Math.sqrt(one.spread2 + other.spread2 + 2 * BETWEEN_MM ** 2);
      if (mm / usual <= most) continue;
      most = mm / usual;
      const [first, last] = one.i < other.i ? [one, other] : [other, one];
      worst = { mm, names: [first.name, last.name] };
    }
  });
  return worst;
}

function pool(axle: AxleName, list: readonly Known[]): PooledThing | null {
  const known = alike(list.filter(measured));
  const things = known.map(({ thing }) => thing);
  const [first] = things;
  if (!first) return null;
  const spread2 = known.map(
    ({ thing: { tapeErrorMm }, elsewhere }) =>
      Math.max(0.5, tapeErrorMm ?? TAPE_MM) ** 2 + (elsewhere ? ELSEWHERE_MM ** 2 : 0),
  );
  const meanWith = (between2: number) => {
    const weights = spread2.map((own) => 1 / (own + between2));
    const sum = weights.reduce((a, b) => a + b, 0);
    const points = first.points.map((_, k): Point => {
      const at = (axis: 0 | 1 | 2): number =>
        things.reduce((total, { points: own }, i) => total + (weights[i] ?? 0) * (own[k]?.[axis] ?? 0), 0) /
        sum;
      return [at(0), at(1), at(2)];
    });
    return { points, sum, weights };
  };
  // DerSimonian and Laird: what the vehicles differ by beyond what the tape explains. An outline errs one way, straight from
  // the wheel, so that its distance in space counts once; errors along all three axes would make this wider, never narrower.
  const fixed = meanWith(0);
  const squares = things.reduce((total, { points: own }, i) => {
    const away = own.reduce((sum, [x, y, z], k) => {
      const [mx, my, mz] = fixed.points[k] ?? [x, y, z];
      return sum + (x - mx) ** 2 + (y - my) ** 2 + (z - mz) ** 2;
    }, 0);
    return total + ((fixed.weights[i] ?? 0) * away) / own.length;
  }, 0);
  const freedom = things.length - 1;
  const scale = fixed.sum - fixed.weights.reduce((sum, weight) => sum + weight ** 2, 0) / fixed.sum;
  const found2 = scale > 0 ? Math.max(0, (squares - freedom) / scale) : 0;
  const between2 = (freedom * found2 + BETWEEN_WORTH * BETWEEN_MM ** 2) / (freedom + BETWEEN_WORTH);
  const { points, sum } = meanWith(between2);
  return {
    axle,
    id: first.id,
    label: first.label || first.id,
    vehicles: things.length,
    betweenMm: Math.sqrt(between2),
    spreadMm: Math.sqrt(between2 + 1 / sum) * widening(freedom + BETWEEN_WORTH),
    points: points.map(([x, y, z]): Point => [tenth(x), tenth(y), tenth(z)]),
    elsewhere: known.filter(({ elsewhere }) => elsewhere).length,
    disagree: disagreement(known, spread2, fixed.points),
  };
}

/** What is known of the wells of one platform, from its vehicles; things that were only estimated are left out. */
export function poolWells(members: readonly PoolMember[]): PooledThing[] {
  return AXLES.flatMap((axle) => {
    const all = members.flatMap(({ name, elsewhere, vehicle }) =>
      vehicle.corners[axle].obstacles.map((thing): Known => ({ name, elsewhere, thing })),
    );
    return [...grouped(all, ({ thing }) => thing.id).values()].flatMap((list) => pool(axle, list) ?? []);
  });
}

/** Where a thing's points are from, under `x-platform`; how many of the vehicles were measured elsewhere, where some were. */
export type PlatformMark = { name: string; vehicles: number; spreadMm: number; elsewhere?: number };

/** The mark of a thing that still stands as its platform says; null once it was measured on this vehicle. */
export function platformMark(obstacle: object): PlatformMark | null {
  const { 'x-platform': mark, tapeErrorMm } = obstacle as {
    'x-platform'?: PlatformMark;
    tapeErrorMm?: number;
  };
  return mark && mark.spreadMm === tapeErrorMm ? mark : null;
}

/**
 * A vehicle to begin from: the newest of its platform that was measured here, with the pooled wells in place of its own, each as
 * sure as the next vehicle of the platform can be said to be, and marked under `x-platform`. What was read off that one vehicle is
 * left out.
 * Assumes at least one vehicle.
 */
export function fromPlatform(platform: string, label: string, members: readonly PoolMember[]): VehicleFile {
  const newest = (members.findLast(({ elsewhere }) => !elsewhere) ?? members.at(-1))?.vehicle;
  if (!newest) throw new Error(`no vehicle of the platform ${platform}`);
  const known = new Map(poolWells(members).map((thing) => [`${thing.axle} ${thing.id}`, thing]));
  const cornerOf = (axle: AxleName): VehicleFile['corners']['front'] => {
    const { measured: _read, ...corner } = newest.corners[axle];
    return {
      ...corner,
      obstacles: corner.obstacles.map((obstacle) => {
        const thing = known.get(`${axle} ${obstacle.id}`);
        if (!thing) return obstacle;
        const { estimated: _guessed, side: _side, ...own } = obstacle;
        return {
          ...own,
          points: thing.points,
          tapeErrorMm: tenth(thing.spreadMm),
          'x-platform': {
            name: platform,
            vehicles: thing.vehicles,
            spreadMm: tenth(thing.spreadMm),
            ...(thing.elsewhere > 0 ? { elsewhere: thing.elsewhere } : {}),
          } satisfies PlatformMark,
        };
      }),
    };
  };
  const { readings: _readings, ...rest } = newest;
  return { ...rest, label, corners: { front: cornerOf('front'), rear: cornerOf('rear') } };
}
