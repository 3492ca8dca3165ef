import { SIDES, type Side } from '../format/names';
import type { PathRow, Suspension } from '../format/vehicle';
import { curveAt, curveThrough, type Curve } from './curve';

type PathCurves = Record<'xMm' | 'yMm' | 'camberDeg' | 'casterDeg' | 'toeDeg', Curve>;

/**
 * What leads one wheel up and down: arms seen from the front and from the side (null: so long that it goes straight), or the
 * path as it was measured; and what a track bar does to a solid axle, for the wheel of one side.
 */
export type Linkage = {
  frontArmMm: number | null;
  sideArmMm: number | null;
  path: PathCurves | null;
  /** `sign` is -1 for the wheel on the side of the bar's frame end. */
  bar: { lengthMm: number; riseMm: number; sign: 1 | -1 } | null;
};

const curves = new WeakMap<readonly PathRow[], PathCurves>();

/** The curves of a measured path; its rows may come in any order. Each path is worked out once. */
function curvesOf(path: readonly PathRow[]): PathCurves {
  const known = curves.get(path);
  if (known) return known;
  const rows = [...path].sort((a, b) => a.hMm - b.hMm);
  const heights = rows.map(({ hMm }) => hMm);
  const through = (key: keyof PathCurves): Curve =>
    curveThrough(
      heights,
      rows.map((row) => row[key] ?? 0),
    );
  const made: PathCurves = {
    xMm: through('xMm'),
    yMm: through('yMm'),
    camberDeg: through('camberDeg'),
    casterDeg: through('casterDeg'),
    toeDeg: through('toeDeg'),
  };
  curves.set(path, made);
  return made;
}

/** How a corner's wheel is led, on a front-view arm (its own, if not said); for one side of the vehicle where that matters. */
export function linkageOf(
  suspension: Pick<
    Suspension,
    'frontArmMm' | 'sideArmMm' | 'path' | 'trackBarMm' | 'trackBarRiseMm' | 'trackBarFrameSide'
  >,
  frontArmMm: number | null = suspension.frontArmMm,
  side: Side | null = null,
): Linkage {
  const { sideArmMm, path, trackBarMm, trackBarRiseMm = 0, trackBarFrameSide = 'left' } = suspension;
  return {
    frontArmMm,
    sideArmMm,
    path: path ? curvesOf(path) : null,
    bar:
      trackBarMm === undefined || side === null
        ? null
        : { lengthMm: trackBarMm, riseMm: trackBarRiseMm, sign: side === trackBarFrameSide ? -1 : 1 },
  };
}

/** How far a bar reaches across the vehicle with the hub at `upMm` above its lowered pivots, against ride height, mm. */
export function barShiftMm({ lengthMm, riseMm, sign }: NonNullable<Linkage['bar']>, upMm: number): number {
  const span = (up: number): number => Math.sqrt(lengthMm * lengthMm - (riseMm - up) * (riseMm - up));
  return sign * (span(upMm) - span(0));
}

/** What a measured path says at one height: shifts in mm, changes of the angles in degrees. */
export function pathAt(path: PathCurves, upMm: number): Record<keyof PathCurves, number> {
  return {
    xMm: curveAt(path.xMm, upMm),
    yMm: curveAt(path.yMm, upMm),
    camberDeg: curveAt(path.camberDeg, upMm),
    casterDeg: curveAt(path.casterDeg, upMm),
    toeDeg: curveAt(path.toeDeg, upMm),
  };
}

/** The sides whose wheels of an axle move in two ways: both under a track bar, one and the same otherwise. */
export const sidesApart = ({ trackBarMm }: Pick<Suspension, 'trackBarMm'>): readonly (Side | null)[] =>
  trackBarMm === undefined ? [null] : SIDES;
