import type { WellShape } from '../format/names';
import type { Obstacle } from '../format/build';

type Point = Obstacle['points'][number];
/** One point of a well's edge by the clock: hours from straight up (ahead negative), radius and distance across. */
export type ClockPoint = { hour: number; radiusMm: number; acrossMm: number; estimated: boolean };

const HOUR = Math.PI / 6;
/** Points of a shape stand every half hour from 8 to 4. */
export const SHAPE_HOURS: readonly number[] = Array.from({ length: 17 }, (_, i) => -4 + i / 2);

/**
 * Radius of a well shape at an hour, as a share of its radius straight up. Typical outlines, estimates until
 * they are measured: round; squared (a superellipse of the fourth power); closing in below the hub, by 4 % of
 * the radius each half hour; flat-topped (cut level at nine tenths of its radius).
 */
export function shapeShare(shape: WellShape, hour: number): number {
  const [c, s] = [Math.cos(hour * HOUR), Math.sin(hour * HOUR)];
  switch (shape) {
    case 'round':
      return 1;
    case 'squared':
      return Math.min(1.15, 1 / (c ** 4 + s ** 4) ** 0.25);
    case 'closing':
      return 1 - 0.08 * Math.max(0, Math.abs(hour) - 3);
    case 'flat-topped':
      return Math.min(1.1, 1 / Math.max(c, 0.01));
  }
}

export function fromClock({ hour, radiusMm, acrossMm }: ClockPoint): Point {
  return [-radiusMm * Math.sin(hour * HOUR), acrossMm, radiusMm * Math.cos(hour * HOUR)];
}

export function toClock([x, y, z]: Point, estimated: boolean): ClockPoint {
  return { hour: Math.atan2(-x, z) / HOUR, radiusMm: Math.hypot(x, z), acrossMm: y, estimated };
}

/** What was read of an edge: straight tape lengths or level radii by the hour, and distances across by the hour. */
export type EdgeReadings = {
  /** From the hub's centre; `slanted` where the tape ran straight to an edge that stands out by `across`. */
  radii: readonly { hour: number; valueMm: number; slanted: boolean }[];
  across: readonly { hour: number; valueMm: number }[];
};

/** Straight lines between the readings, level beyond the first and last; undefined without any. */
function between(readings: readonly { hour: number; valueMm: number }[], hour: number): number | undefined {
  const sorted = [...readings].sort((a, b) => a.hour - b.hour);
  const next = sorted.findIndex((one) => one.hour >= hour);
  if (next <= 0) return (sorted[next] ?? sorted.at(-1))?.valueMm;
  const [a, b] = [sorted[next - 1], sorted[next]];
  if (!a || !b) return undefined;
  return a.valueMm + ((b.valueMm - a.valueMm) * (hour - a.hour)) / (b.hour - a.hour);
}

function median(values: readonly number[]): number | undefined {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = (sorted.length - 1) / 2;
  const [low, high] = [sorted[Math.floor(middle)], sorted[Math.ceil(middle)]];
  return low === undefined || high === undefined ? undefined : (low + high) / 2;
}

/** Two points of an edge are the same one when they are nearer than this, in hours (a twelfth of an hour is 2.5°). */
const SAME_HOUR = 0.2;

/** The radius straight up that fits the radii read of an edge of a shape; undefined without any. */
function scaleOf(
  shape: WellShape,
  read: readonly Pick<ClockPoint, 'hour' | 'radiusMm'>[],
): number | undefined {
  return median(read.map(({ hour, radiusMm }) => radiusMm / shapeShare(shape, hour)));
}

/** The same of the points of an edge that were read. */
export const readScaleMm = (shape: WellShape, points: readonly ClockPoint[]): number | undefined =>
  scaleOf(
    shape,
    points.filter(({ estimated }) => !estimated),
  );

/**
 * An edge with its readings put in. Points that were not read are kept, or, where they were taken from a shape,
 * scaled to the readings so far; each read hour replaces the point that stands there or is put between its
 * neighbours. Where no radius of it was read, `elsewhereMm` is what it is scaled to. A slanted tape of length L to an edge that stands out by y lies at √(L² − y²) from the hub's axis.
 */
export function readEdge(
  points: readonly ClockPoint[],
  shape: WellShape | undefined,
  { radii, across }: EdgeReadings,
  elsewhereMm?: number,
): ClockPoint[] {
  const acrossAt = (hour: number, was: number): number => between(across, hour) ?? was;
  const near = (hour: number): ClockPoint | undefined =>
    [...points].sort((a, b) => Math.abs(a.hour - hour) - Math.abs(b.hour - hour))[0];
  const read = radii.map(({ hour, valueMm, slanted }): ClockPoint => {
    const acrossMm = acrossAt(hour, near(hour)?.acrossMm ?? 0);
    const radiusMm = slanted ? Math.sqrt(Math.max(0, valueMm ** 2 - acrossMm ** 2)) : valueMm;
    return { hour, radiusMm, acrossMm, estimated: false };
  });
  const scale = shape === undefined ? undefined : (scaleOf(shape, read) ?? elsewhereMm);
  const kept = points
    .filter(({ hour }) => read.every((one) => Math.abs(one.hour - hour) > SAME_HOUR))
    .map((point) => ({
      ...point,
      acrossMm: acrossAt(point.hour, point.acrossMm),
      radiusMm:
        point.estimated && scale !== undefined && shape !== undefined
          ? scale * shapeShare(shape, point.hour)
          : point.radiusMm,
    }));
  return [...kept, ...read].sort((a, b) => a.hour - b.hour);
}
