import type { AxleName } from '../format/names';
import type { Corner, Obstacle, Vehicle } from '../format/build';
import type { Side } from '../format/names';
import { linkageOf } from '../clearance/linkage';
import { POSE_STRIDE, writePose } from '../clearance/poses';
import type { PathRow } from '../photogrammetry/motion';
import { lengthOf, type Vec } from '../geometry/vec';
import { NO_LIFT } from '../vehicle/asDelivered';
import { withCorner } from '../vehicle/withCorner';
import type { PhotoMeasurement, PhotoPoint } from '../photogrammetry/measure';
import { withGaps } from './gaps';
import { isThing, split, withPoints } from './sides';
import { NOTHING_MEASURED } from './take';

/** What of a photo round goes into a corner. */
export type TakenPhotos = {
  corner: Corner;
  /** The parts that were placed anew, and how sure their points are, mm. */
  things: { id: string; points: number; errorMm: number }[];
  /** Parts of the round that the well does not have. */
  unknown: string[];
  /** Parts of which so little was photographed that they would end up shorter than they are: left as they were. */
  short: string[];
  /** Gaps that were read to those parts: given up, the photographs are surer. */
  gapsGivenUp: number;
  steering: boolean;
  path: boolean;
};

const tenth = (mm: number): number => Math.round(mm * 10) / 10;
const hundredth = (value: number): number => Math.round(value * 100) / 100;

/** Of two poses, or of a card that moved, nobody knows which: such a point places nothing. */
export const isSure = ({ flags }: PhotoPoint): boolean =>
  !flags.includes('disagrees') && !flags.includes('two poses');

/** σ of the least sure of a thing's points, mm, in tenths and never below one. */
const errorOf = (points: readonly PhotoPoint[]): number =>
  Math.max(0.1, Math.ceil(Math.max(...points.map(({ sigmaMm }) => Math.max(...sigmaMm))) * 10) / 10);

/** What was photographed of a part must reach along so much of what is known of it. */
const LEAST_SHARE = 0.6;

function reaches({ obstacles }: Corner, name: string, sure: readonly PhotoPoint[]): boolean {
  const own = sure
    .filter(({ obstacle }) => obstacle === name)
    .map(({ xMm, yMm, zMm }): Vec => [xMm, yMm, zMm]);
  const longest = Math.max(
    ...obstacles.filter((one) => isThing(one, name)).map(({ points }) => lengthOf(points)),
  );
  return lengthOf(own) >= LEAST_SHARE * longest;
}

const LEVEL: PathRow = { hMm: 0, xMm: 0, yMm: 0, camberDeg: 0, casterDeg: 0, toeDeg: 0 };

/**
 * A row of the path as the sweep adds it: the sweep turns toe and camber first, the toe about the kingpin, which moves the hub a
 * little by itself. What is left to where the hub was photographed is the row's.
 */
function asSwept(row: PathRow, steering: Corner['steering']): PathRow {
  const pose = new Float64Array(POSE_STRIDE);
  const path = [LEVEL, { ...row, xMm: 0, yMm: 0 }];
  writePose(pose, 0, steering, linkageOf({ frontArmMm: null, sideArmMm: null, path }), NO_LIFT, 0, row.hMm);
  const [x = 0, y = 0, z = 0] = pose;
  return { ...row, xMm: row.xMm - x, yMm: row.yMm - y, hMm: 2 * row.hMm - z };
}

/**
 * Takes a photo round into a corner: each part's points as they were measured, with their spread, on that side; the steering axis and
 * the path of the wheel where the round has them. One side stands for both until the other is measured.
 */
export function takePhotos(
  vehicle: Vehicle,
  axle: AxleName,
  side: Side,
  measured: PhotoMeasurement,
): TakenPhotos {
  const gaps = vehicle.corners[axle].measured?.gaps ?? [];
  const sure = measured.points.filter(isSure);
  const names = [...new Set(sure.map(({ obstacle }) => obstacle))];
  const has = (name: string): boolean => vehicle.corners[axle].obstacles.some((one) => isThing(one, name));
  const known = names.filter(has);
  const taken = known.filter((name) => reaches(vehicle.corners[axle], name, sure));
  const kept = gaps.filter(
    (gap) =>
      gap.side !== side || !taken.some((name) => gap.obstacle === name || gap.obstacle === `${name}-${side}`),
  );
  // What gaps have moved goes back first: they would move the new points by what they moved the old.
  const bare = gaps.length === 0 ? vehicle : withCorner(vehicle, axle, withGaps(vehicle, axle, []));
  const things: TakenPhotos['things'] = [];
  let corner = bare.corners[axle];
  for (const name of taken) {
    const points = sure.filter(({ obstacle }) => obstacle === name);
    const { mine, others } = split(corner, name, side, kept, () => {
      throw new Error(`${name} is in the well`);
    });
    const placed: Obstacle = {
      ...withPoints(
        mine,
        points.map(({ xMm, yMm, zMm }) => [tenth(xMm), tenth(yMm), tenth(zMm)]),
        points.map(() => false),
      ),
      tapeErrorMm: errorOf(points),
    };
    const order = (one: Obstacle): number => corner.obstacles.findIndex(({ id }) => id === one.id);
    const rank = (one: Obstacle): number => (order(one) < 0 ? corner.obstacles.length : order(one));
    corner = { ...corner, obstacles: [...others, placed].sort((a, b) => rank(a) - rank(b)) };
    things.push({ id: placed.id, points: points.length, errorMm: placed.tapeErrorMm });
  }
  const axis = measured.steering;
  const locked = corner.steering && axis;
  if (locked)
    corner = {
      ...corner,
      steering: {
        kpiDeg: hundredth(axis.kpiDeg),
        casterDeg: hundredth(axis.casterDeg),
        kingpinMm: tenth(axis.kingpinMm),
        kingpinForeAftMm: tenth(axis.kingpinForeAftMm),
        lockInsideDeg: tenth(axis.lockInsideDeg ?? corner.steering?.lockInsideDeg ?? 0),
        lockOutsideDeg: tenth(axis.lockOutsideDeg ?? corner.steering?.lockOutsideDeg ?? 0),
      },
    };
  const travels = measured.path.length > 0 && corner.suspension.kind === 'independent';
  if (travels) {
    const { pathEstimated: _, ...suspension } = corner.suspension;
    const { steering } = corner;
    const rows = measured.path.map((row) => {
      const { hMm, xMm, yMm, camberDeg, casterDeg, toeDeg } = asSwept(row, steering);
      return {
        hMm: tenth(hMm),
        xMm: tenth(xMm),
        yMm: tenth(yMm),
        camberDeg: hundredth(camberDeg),
        casterDeg: hundredth(casterDeg),
        toeDeg: hundredth(toeDeg),
      };
    });
    corner = {
      ...corner,
      suspension: {
        ...suspension,
        path: [{ hMm: 0, xMm: 0, yMm: 0, camberDeg: 0 }, ...rows].sort((a, b) => a.hMm - b.hMm),
      },
    };
  }
  if (gaps.length > 0) {
    const measuredBefore = corner.measured ?? NOTHING_MEASURED;
    corner = withGaps(withCorner(vehicle, axle, { ...corner, measured: measuredBefore }), axle, kept);
  }
  return {
    corner,
    things,
    unknown: names.filter((name) => !has(name)),
    short: known.filter((name) => !taken.includes(name)),
    gapsGivenUp: gaps.length - kept.length,
    steering: Boolean(locked),
    path: travels,
  };
}
