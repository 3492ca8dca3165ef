import { AXLES, type AxleName, type VehicleFile } from '../format/build';
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
};

/** Bodies of one kind differ by about this much before any two were measured, one standard deviation, mm. An estimate. */
const BETWEEN_MM = 5;
/** As many measured differences as that estimate is worth. */
const BETWEEN_WORTH = 2;
const TAPE_MM = 3;

/**
 * How much wider than a normal one an interval is whose spread was itself found from so many differences: Student's t at nine
 * tenths against the normal, first term of the Cornish-Fisher expansion, (z² + 1)/4 of a share.
 */
const widening = (freedom: number): number => 1 + (1.6449 ** 2 + 1) / (4 * freedom);

const tenth = (mm: number): number => Math.round(mm * 10) / 10;
const measured = ({ estimated, points }: ObstacleFile): boolean => (estimated?.length ?? 0) < points.length;

/** The most vehicles that agree on how many points a thing has: outlines with other counts do not go together. */
function alike(list: readonly ObstacleFile[]): ObstacleFile[] {
  const byCount: ObstacleFile[][] = [...grouped(list, ({ points }) => points.length).values()];
  return byCount.reduce((a, b) => (b.length > a.length ? b : a), []);
}

function pool(axle: AxleName, list: readonly ObstacleFile[]): PooledThing | null {
  const things = alike(list.filter(measured));
  const [first] = things;
  if (!first) return null;
  const spread2 = things.map(({ tapeErrorMm }) => Math.max(0.5, tapeErrorMm ?? TAPE_MM) ** 2);
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
  };
}

/** What is known of the wells of one platform, from its vehicles; things that were only estimated are left out. */
export function poolWells(vehicles: readonly VehicleFile[]): PooledThing[] {
  return AXLES.flatMap((axle) => {
    const all = vehicles.flatMap(({ corners }) => corners[axle].obstacles);
    return [...grouped(all, ({ id }) => id).values()].flatMap((list) => pool(axle, list) ?? []);
  });
}

/** Where a thing's points are from, under `x-platform`. */
export type PlatformMark = { name: string; vehicles: number; spreadMm: number };

/** The mark of a thing that still stands as its platform says; null once it was measured on this vehicle. */
export function platformMark(obstacle: object): PlatformMark | null {
  const { 'x-platform': mark, tapeErrorMm } = obstacle as {
    'x-platform'?: PlatformMark;
    tapeErrorMm?: number;
  };
  return mark && mark.spreadMm === tapeErrorMm ? mark : null;
}

/**
 * A vehicle to begin from: the newest of its platform, with the pooled wells in place of its own, each as sure as the next
 * vehicle of the platform can be said to be, and marked under `x-platform`. What was read off that one vehicle is left out.
 * Assumes at least one vehicle.
 */
export function fromPlatform(platform: string, label: string, vehicles: readonly VehicleFile[]): VehicleFile {
  const newest = vehicles.at(-1);
  if (!newest) throw new Error(`no vehicle of the platform ${platform}`);
  const known = new Map(poolWells(vehicles).map((thing) => [`${thing.axle} ${thing.id}`, thing]));
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
          } satisfies PlatformMark,
        };
      }),
    };
  };
  const { readings: _readings, ...rest } = newest;
  return { ...rest, label, corners: { front: cornerOf('front'), rear: cornerOf('rear') } };
}
