import type { AxleName } from '../format/names';
import type { Corner, Obstacle } from '../format/build';
import { pointAt, reachOf } from './moveThing';
import { toClock } from './outline';
import type { RoundReading } from './round';
import { isThing } from './sides';
import { outlineIds } from './things';

/** Where an edge runs at an hour, straight between its points; beyond them as the last one. */
function alongClock(obstacle: Obstacle, hour: number): { radiusMm: number; acrossMm: number } {
  const points = obstacle.points.map((point) => toClock(point, false)).sort((a, b) => a.hour - b.hour);
  const next = points.findIndex((one) => one.hour >= hour);
  const [a, b] = [points[Math.max(0, next - 1)], points[next < 0 ? points.length - 1 : next]];
  if (!a || !b) throw new Error('an edge has points');
  const t = b.hour === a.hour ? 0 : Math.min(1, Math.max(0, (hour - a.hour) / (b.hour - a.hour)));
  return {
    radiusMm: a.radiusMm + t * (b.radiusMm - a.radiusMm),
    acrossMm: a.acrossMm + t * (b.acrossMm - a.acrossMm),
  };
}

/** What a tape would read on a corner as it is known, mm; undefined where it has no such part. */
export function readsNow(
  { obstacles }: Pick<Corner, 'obstacles'>,
  axle: AxleName,
  { thing, kind }: Pick<RoundReading, 'thing' | 'kind'>,
): number | undefined {
  const of = (name: string): Obstacle | undefined => obstacles.find((one) => isThing(one, name));
  const obstacle = of(thing);
  if (!obstacle) return undefined;
  switch (kind.of) {
    case 'lip': {
      const { radiusMm, acrossMm } = alongClock(obstacle, kind.hour);
      return Math.hypot(radiusMm, acrossMm);
    }
    case 'liner':
      return alongClock(obstacle, kind.hour).radiusMm;
    case 'across':
      return alongClock(obstacle, kind.hour).acrossMm;
    case 'depth': {
      const lip = of(outlineIds(axle).lip);
      return lip && alongClock(lip, 0).acrossMm - alongClock(obstacle, 0).acrossMm;
    }
    case 'thing':
      return kind.sign * reachOf(obstacle.points, kind);
    case 'place':
      return kind.sign * pointAt(obstacle.points, kind)[kind.axis];
  }
}
